/** Small choices that this browser remembers. One that remembers nothing, as in private windows or when it is full, only forgets them. */
export function remembered(key: string): string | null {
    try {
        return localStorage.getItem(key);
    } catch {
        return null;
    }
}

export function remember(key: string, value: string): void {
    try {
        localStorage.setItem(key, value);
    } catch {
        // The choice holds for this page.
    }
}
