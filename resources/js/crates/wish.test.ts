import { describe, expect, it } from 'vitest';
import type { CrateEntry, CrateLead } from '../api/client';
import { secretChoice, sums, unsettled, withAccepted, withFile, withOutside, withRule, withSecret } from './wish';

const entry = (place: string, kind: CrateEntry['kind'], size: number, whyOut: string | null = null): CrateEntry => ({
    id: null,
    path: place,
    place,
    title: null,
    format: 'file',
    kind,
    size,
    from: 'saved',
    referredBy: [],
    referrers: 0,
    whyOut,
    isTop: false,
    companionOf: null,
    renamed: null,
    recipe: null,
    cutTo: null,
    whole: null,
});
const lead = (end: string | null, isAccepted: boolean, references: number): CrateLead => ({
    kind: 'missing',
    end,
    raw: 'x',
    why: '',
    isAccepted,
    mustBeSettled: true,
    canComeAlong: false,
    references,
    paths: [],
});

describe('what is wanted of a crate', () => {
    it('keeps one choice for each file, end and value', () => {
        const twice = withFile(withFile({}, 'a.png', false), 'a.png', true);
        expect(twice.files).toEqual([{ path: 'a.png', in: true }]);
        expect(withAccepted(withAccepted({}, lead('b.md', false, 1), true), lead('b.md', true, 1), false).accepted).toEqual([]);
        expect(withAccepted({}, lead(null, false, 1), true).acceptedKinds).toEqual(['missing']);
        expect(withOutside(withOutside({}, '/x', true), '/x', true).outside).toEqual(['/x']);
    });
    it('sums what is packed, and not what stays out', () => {
        const all = [
            entry('a/one.png', 'picture', 5),
            entry('a/two.png', 'picture', 7),
            entry('top.md', 'document', 20),
            entry('a/out.wav', 'sound', 900, 'rule'),
        ];
        expect(sums(all, 'kind')).toEqual([
            { name: 'documents', files: 1, bytes: 20 },
            { name: 'pictures', files: 2, bytes: 12 },
        ]);
        expect(sums(all, 'folder').map((sum) => sum.name)).toEqual(['(top)', 'a']);
    });
    it('counts what still needs an answer', () => {
        expect(unsettled([lead('a', false, 3), lead('b', true, 4), { ...lead('c', false, 9), mustBeSettled: false }])).toBe(3);
    });
    it('lets a choice for one value count before that of its rule, until the rule is chosen anew', () => {
        const kept = withSecret(withRule({}, 'people', true), 'people', 'Mara', null);
        expect(secretChoice(kept, 'people', 'Mara')).toBeNull();
        expect(secretChoice(kept, 'people', 'Ida')).toBe('');
        expect(secretChoice(kept, 'mail', 'x@y.example')).toBeUndefined();
        expect(secretChoice(withRule(kept, 'people', true), 'people', 'Mara')).toBe('');
    });
});
