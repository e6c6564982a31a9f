import { describe, expect, it } from 'vitest';
import type { Stray } from '../api/client';
import { asWish, chosenBeforehand, suggestedFolder } from './answers';

const stray = (missing: string, candidates: Stray['candidates'], accepted: string | null = null): Stray => ({
    missing,
    kind: 'missing',
    name: missing,
    from: [],
    references: 1,
    wasHash: null,
    seenAt: null,
    isKept: false,
    why: '',
    candidates,
    accepted,
});
const sure = { path: 'new/a.png', reason: '', sure: true };
const guess = { path: 'new/b.png', reason: '', sure: false };

describe('answers to strays', () => {
    it('chooses beforehand only what the content vouches for, and nothing that a person has decided', () => {
        const strays = [stray('a', [sure]), stray('b', [guess]), stray('c', [sure]), stray('d', [sure]), stray('e', [sure], 'on purpose')];
        expect(chosenBeforehand(strays, { c: { remove: true } }, new Set(['d']))).toEqual({ a: { to: 'new/a.png' }, c: { remove: true } });
    });

    it('is no wish where nothing is chosen', () => {
        expect(asWish({}, {})).toBeNull();
        expect(asWish({ a: { to: 'b' }, c: { remove: true } }, { old: 'new' })).toEqual({
            answers: [
                { missing: 'a', to: 'b' },
                { missing: 'c', remove: true },
            ],
            folders: [{ from: 'old', to: 'new' }],
        });
    });

    it('suggests a folder where a file has kept its name', () => {
        expect(suggestedFolder('old/a.png', { to: 'new/a.png' })).toEqual({ from: 'old', to: 'new' });
        expect(suggestedFolder('a.png', { to: 'new/a.png' })).toEqual({ from: '', to: 'new' });
        expect(suggestedFolder('old/a.png', { to: 'new/b.png' })).toBeNull();
        expect(suggestedFolder('old/a.png', { remove: true })).toBeNull();
        expect(suggestedFolder('old/a.png', undefined)).toBeNull();
    });
});
