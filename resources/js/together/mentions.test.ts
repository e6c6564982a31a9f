import { describe, expect, it } from 'vitest';
import { mentioned } from './mentions';

const members = [
    { id: 1, name: 'Ida Brandt' },
    { id: 2, name: 'Idana' },
    { id: 3, name: 'Jonas Okafor' },
];

describe('whom a comment mentions', () => {
    it('are those who are named after an @, whole or by their first name', () => {
        expect(mentioned('@Ida, is the axle 12 mm? @jonas okafor knows', members)).toEqual([1, 3]);
        expect(mentioned('@Idana', members)).toEqual([2]);
        expect(mentioned('Ida and Jonas', members)).toEqual([]);
        expect(mentioned('', members)).toEqual([]);
    });
});
