/** What this browser keeps beyond a crash (Indexed Database API): it is on the disk when a transaction is complete. */
const STORES = { unsent: 'key', visits: 'id' } as const;

let opening: Promise<IDBDatabase> | null = null;

function database(): Promise<IDBDatabase> {
    opening ??= new Promise((resolve, reject) => {
        const request = indexedDB.open('hafenbuch', 1);
        request.onupgradeneeded = () => {
            for (const [name, keyPath] of Object.entries(STORES)) {
                request.result.createObjectStore(name, { keyPath });
            }
        };
        request.onsuccess = () => resolve(request.result);
        request.onerror = () => {
            opening = null;
            reject(request.error);
        };
    });
    return opening;
}

export async function inBrowser<T>(
    name: keyof typeof STORES,
    mode: IDBTransactionMode,
    work: (store: IDBObjectStore) => IDBRequest<T>,
): Promise<T> {
    const base = await database();
    return new Promise((resolve, reject) => {
        const transaction = base.transaction(name, mode);
        const request = work(transaction.objectStore(name));
        transaction.oncomplete = () => resolve(request.result);
        transaction.onerror = transaction.onabort = () => reject(transaction.error);
    });
}
