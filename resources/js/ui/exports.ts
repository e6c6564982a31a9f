/** Lines as values that are parted by commas (RFC 4180); one that a spreadsheet would work out begins with a mark that keeps it from that. */
export function asValues(lines: string[][]): string {
    const value = (text: string) => `"${(/^[=+\-@\t]/.test(text) ? `'${text}` : text).replaceAll('"', '""')}"`;
    return lines.map((line) => `${line.map(value).join(',')}\r\n`).join('');
}

/** Text as it can stand in markup. */
export function escaped(text: string): string {
    return text.replace(/[&<>"']/g, (letter) => `&#${letter.codePointAt(0)};`);
}
