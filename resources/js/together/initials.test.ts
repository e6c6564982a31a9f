import { describe, expect, it } from 'vitest';
import { hereWords, initials } from './Here';

describe('who is here', () => {
    it('is known by the first letters of the first and the last name', () => {
        expect(['Mara Thiessen', 'Ida', 'Jonas van den Okafor', '  élodie  Ørsted ', '🦢 Swan'].map(initials)).toEqual([
            'MT',
            'I',
            'JO',
            'ÉØ',
            '🦢S',
        ]);
    });
    it('is said in words', () => {
        expect(hereWords('Ida', 'Ida')).toBe('Ida is writing in it');
        expect(hereWords('Ida', null)).toBe('Ida has it on their screen');
    });
});
