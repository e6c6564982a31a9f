import { describe, expect, it, vi } from 'vitest';
import { Watched } from './watched';
import { ago, count, fileName, folder, readable, size } from './words';

describe('words', () => {
    it('shows by its code what would act unseen in a name', () => {
        expect(readable('plan\u202Egvs.exe')).toBe('plan⟨U+202E⟩gvs.exe');
        expect(readable('a\u0007b\u200Bc')).toBe('a⟨U+0007⟩b⟨U+200B⟩c');
        // Joiners belong to letters and to pictures.
        expect(readable('می‌خواهم 👩‍🔧')).toBe('می‌خواهم 👩‍🔧');
        expect(readable(null)).toBe('');
    });

    it('says sizes, names and times', () => {
        expect([size(0), size(999), size(1000), size(1_234_567), size(null)]).toEqual(['0 B', '999 B', '1.0 kB', '1.2 MB', '']);
        expect([fileName('a/b.md'), fileName('b.md'), folder('a/b/c.md'), folder('c.md')]).toEqual(['b.md', 'b.md', 'a/b', '']);
        expect([count(1, 'file'), count(2, 'file'), count(0, 'entry', 'entries')]).toEqual(['1 file', '2 files', '0 entries']);
        expect(ago('2026-01-01T00:00:00Z', Date.parse('2026-01-01T00:01:30Z'))).toBe('1 min ago');
    });
});

describe('a watched value', () => {
    it('tells everyone who watches, whoever of them fails, and nobody who has stopped', () => {
        vi.stubGlobal('reportError', vi.fn());
        const watched = new Watched(1);
        const heard: number[] = [];
        watched.watch(() => {
            throw new Error('full');
        });
        const end = watched.watch(() => heard.push(watched.now()));
        watched.set(2);
        watched.set(2);
        end();
        watched.set(3);
        expect(heard).toEqual([2]);
        expect(watched.now()).toBe(3);
        vi.unstubAllGlobals();
    });
});
