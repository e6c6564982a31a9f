import type { CrateEntry, CrateLead, PackWish } from '../api/client';

export type Wish = PackWish;

/** One file goes in, or stays out, whatever the rules say. */
export function withFile(wish: Wish, path: string, isIn: boolean): Wish {
    return { ...wish, files: [...(wish.files ?? []).filter((one) => one.path !== path), { path, in: isIn }] };
}

/** What leads out so may do so, or may no longer. */
export function withAccepted(wish: Wish, lead: CrateLead, isAccepted: boolean): Wish {
    const key = lead.end;
    if (key === null) {
        return withKind(wish, lead.kind, isAccepted);
    }
    const others = (wish.accepted ?? []).filter((one) => one !== key);
    return { ...wish, accepted: isAccepted ? [...others, key] : others };
}

export function withKind(wish: Wish, kind: CrateLead['kind'], isAccepted: boolean): Wish {
    const others = (wish.acceptedKinds ?? []).filter((one) => one !== kind);
    return { ...wish, acceptedKinds: isAccepted ? [...others, kind] : others };
}

/** A file outside comes along, or stays where it is. */
export function withOutside(wish: Wish, path: string, comes: boolean): Wish {
    const others = (wish.outside ?? []).filter((one) => one !== path);
    return { ...wish, outside: comes ? [...others, path] : others };
}

export interface Sum {
    name: string;
    files: number;
    bytes: number;
}

const KINDS: Record<CrateEntry['kind'], string> = {
    document: 'documents',
    picture: 'pictures',
    sound: 'sounds',
    film: 'films',
    other: 'other files',
};

/** What is packed, summed by kind or by folder, the largest first. */
export function sums(entries: CrateEntry[], by: 'kind' | 'folder'): Sum[] {
    const found = new Map<string, Sum>();
    for (const entry of entries) {
        if (entry.whyOut === null) {
            const slash = entry.place.lastIndexOf('/');
            const name = by === 'kind' ? KINDS[entry.kind] : slash < 0 ? '(top)' : entry.place.slice(0, slash);
            const sum = found.get(name) ?? { name, files: 0, bytes: 0 };
            found.set(name, { name, files: sum.files + 1, bytes: sum.bytes + entry.size });
        }
    }
    return [...found.values()].sort((a, b) => b.bytes - a.bytes);
}

/** How many references still need an answer before it is packed. */
export function unsettled(leads: CrateLead[]): number {
    return leads.reduce((sum, lead) => sum + (lead.mustBeSettled && !lead.isAccepted ? lead.references : 0), 0);
}

/** What one thing is done with a value that could give something away; undefined: as its rule has it. */
export function secretChoice(wish: Wish, rule: string, value: string): string | null | undefined {
    const own = (wish.secrets ?? []).find((one) => one.rule === rule && one.value === value);
    return own ? own.with : (wish.blank ?? []).includes(rule) ? '' : undefined;
}

export function withSecret(wish: Wish, rule: string, value: string, instead: string | null): Wish {
    const others = (wish.secrets ?? []).filter((one) => one.rule !== rule || one.value !== value);
    return { ...wish, secrets: [...others, { rule, value, with: instead }] };
}

export function withRule(wish: Wish, rule: string, isBlanked: boolean): Wish {
    const others = (wish.blank ?? []).filter((one) => one !== rule);
    return { ...wish, blank: isBlanked ? [...others, rule] : others, secrets: (wish.secrets ?? []).filter((one) => one.rule !== rule) };
}

export function leadOutWords(references: number): string {
    return `${references} ${references === 1 ? 'reference leads' : 'references lead'} out`;
}
