/** Numbers below others, by chance and each time the same (Park and Miller’s generator). */
export function chance(seed = 1853): (below: number) => number {
    let random = seed;
    return (below) => {
        random = (random * 48271) % 2147483647;
        return random % below;
    };
}
