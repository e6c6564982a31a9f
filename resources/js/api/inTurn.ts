/** Lets tasks run one after another, in the order in which they were given: of two changes the later one must win on the server too. */
export function inTurn() {
    let last: Promise<unknown> = Promise.resolve();
    let waiting = 0;
    /** `isLast`: nothing was given since, so that what came back is how it stays. */
    return async <T>(task: () => Promise<T>): Promise<{ value: T; isLast: boolean }> => {
        waiting += 1;
        const mine = last.catch(() => undefined).then(task);
        last = mine;
        try {
            return { value: await mine, isLast: waiting === 1 };
        } finally {
            waiting -= 1;
        }
    };
}
