const LETTERS = '0123456789abcdefghjkmnpqrstvwxyz';

/** This page, from its loading to its leaving. */
export const visit = newId();

/** By the time and at random, so that no two are the same and they sort by their making. */
export function newId(): string {
    const time = Date.now().toString(16).padStart(12, '0').slice(-10);
    const random = crypto.getRandomValues(new Uint8Array(16));
    return time + Array.from(random, (one) => LETTERS[one % LETTERS.length]).join('');
}
