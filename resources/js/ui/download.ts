/** Gives the person a file that was made here. */
export function download(name: string, content: string, type: string): void {
    const link = Object.assign(document.createElement('a'), { href: URL.createObjectURL(new Blob([content], { type })), download: name });
    link.click();
    URL.revokeObjectURL(link.href);
}
