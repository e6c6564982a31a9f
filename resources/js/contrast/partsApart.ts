/** Which parts only one of two scenes takes in, or more often than the other; each once. */
export function partsApart(before: string[], after: string[]): { removed: string[]; added: string[] } {
    const counts = new Map<string, number>();
    for (const [paths, by] of [
        [before, -1],
        [after, 1],
    ] as const) {
        for (const path of paths) {
            counts.set(path, (counts.get(path) ?? 0) + by);
        }
    }
    const those = (is: (more: number) => boolean) => [...counts].filter(([, more]) => is(more)).map(([path]) => path);
    return { removed: those((more) => more < 0), added: those((more) => more > 0) };
}
