import { expect, it } from 'vitest';
import { named, unfiltered, withFilter, without } from './query';

it('takes a filter out where it stands, and nothing else', () => {
    expect(without('möwe of kind X3D drum', { offset: 5, words: 'of kind X3D' })).toBe('möwe drum');
    expect(without('🦀 in mechanism', { offset: 2, words: 'in mechanism' })).toBe('🦀');
    expect(without('modified', { offset: 0, words: 'modified' })).toBe('');
});

it('puts one at the end', () => {
    expect(withFilter('', 'stray')).toBe('stray');
    expect(withFilter('drum ', `in ${named('part one')}`)).toBe('drum in "part one"');
});

it('leaves the words', () => {
    expect(
        unfiltered('drum in mechanism pen modified', [
            { offset: 5, words: 'in mechanism' },
            { offset: 22, words: 'modified' },
        ]),
    ).toBe('drum pen');
});
