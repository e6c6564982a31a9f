import type { Member } from '../api/client';

/** The members whom a text names after an “@”, by their whole name or its first word. */
export function mentioned(text: string, members: Pick<Member, 'id' | 'name'>[]): number[] {
    const lower = text.toLowerCase();
    return members
        .filter(({ name }) =>
            [name, name.split(/\s+/)[0] ?? name].some((word) => {
                const at = lower.indexOf(`@${word.toLowerCase()}`);
                return at >= 0 && !/[\p{L}\p{N}]/u.test(text.charAt(at + 1 + word.length));
            }),
        )
        .map(({ id }) => id);
}
