import type { Incoming } from '../shell/context';

/** Everything in a drop, folders with all that is in them. */
export async function readDrop(transfer: DataTransfer): Promise<Incoming[]> {
    // The list is emptied after the event, so that all entries are taken before the first wait.
    const entries = [...transfer.items].map((item) => item.webkitGetAsEntry()).filter((entry) => entry !== null);
    const found: Incoming[] = [];
    for (const entry of entries) {
        await collect(entry, '', found);
    }
    return found;
}

async function collect(entry: FileSystemEntry, folder: string, found: Incoming[]): Promise<void> {
    if (entry.isFile) {
        const file = await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject));
        found.push({ path: folder + entry.name, file });
        return;
    }
    const reader = (entry as FileSystemDirectoryEntry).createReader();
    for (;;) {
        const some = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject));
        if (some.length === 0) {
            return;
        }
        for (const one of some) {
            await collect(one, `${folder}${entry.name}/`, found);
        }
    }
}

export function readInput(files: FileList): Incoming[] {
    return [...files].map((file) => ({ path: file.webkitRelativePath || file.name, file }));
}
