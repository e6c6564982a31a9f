import { moment, number } from './locale';

export { moment } from './locale';

/** Sizes, times and names, as people read them. */
export function size(bytes: number | null | undefined): string {
    if (bytes === null || bytes === undefined) {
        return '';
    }
    const units = ['B', 'kB', 'MB', 'GB'];
    let value = bytes;
    let unit = 0;
    while (value >= 1000 && unit < units.length - 1) {
        value /= 1000;
        unit++;
    }
    return `${number(value, unit === 0 || value >= 100 ? 0 : 1)} ${units[unit]}`;
}

export function ago(time: string | null, now = Date.now()): string {
    if (!time) {
        return '';
    }
    const seconds = Math.max(0, Math.round((now - Date.parse(time)) / 1000));
    if (seconds < 5) {
        return 'just now';
    }
    if (seconds < 60) {
        return `${seconds} s ago`;
    }
    if (seconds < 3600) {
        return `${Math.floor(seconds / 60)} min ago`;
    }
    return seconds < 86400 ? `${Math.floor(seconds / 3600)} h ago` : moment(time);
}

export function fileName(path: string): string {
    return path.slice(path.lastIndexOf('/') + 1);
}

export function folder(path: string): string {
    const slash = path.lastIndexOf('/');
    return slash < 0 ? '' : path.slice(0, slash);
}

export function count(amount: number, one: string, many = `${one}s`): string {
    return `${number(amount)} ${amount === 1 ? one : many}`;
}

/** Characters that turn the direction of letters, or show nothing, by which one name can pass for another (UAX #9, UTS #39). */
const HIDDEN = /[\p{Cc}\u061c\u200b\u200e\u200f\u2028-\u202e\u2060-\u2069\ufeff]/gu;

/** A name as it can be read safely: what would act unseen stands there by its code. */
export function readable(name: string | null | undefined): string {
    return (name ?? '').replace(HIDDEN, (letter) => `⟨U+${letter.codePointAt(0)?.toString(16).toUpperCase().padStart(4, '0')}⟩`);
}
