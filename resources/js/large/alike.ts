/** How many at the beginning of two lists, and how many at their ends, are alike; none is counted twice. */
export function alike<A, B>(before: readonly A[], now: readonly B[], isSame: (one: A, other: B) => boolean): [number, number] {
    const most = Math.min(before.length, now.length);
    let same = 0;
    while (same < most && isSame(before[same] as A, now[same] as B)) {
        same++;
    }
    let rest = 0;
    while (rest < most - same && isSame(before[before.length - 1 - rest] as A, now[now.length - 1 - rest] as B)) {
        rest++;
    }
    return [same, rest];
}
