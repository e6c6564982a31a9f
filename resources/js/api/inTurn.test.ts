import { expect, it } from 'vitest';
import { inTurn } from './inTurn';

it('runs tasks in their order, and says which was the last', async () => {
    const run = inTurn();
    const done: string[] = [];
    let finish = () => {};
    const first = run(
        () =>
            new Promise<string>((resolve) => {
                finish = () => {
                    done.push('first');
                    resolve('first');
                };
            }),
    );
    const second = run(async () => {
        done.push('second');
        return 'second';
    });
    await new Promise((resolve) => setTimeout(resolve));
    finish();
    expect(await first).toEqual({ value: 'first', isLast: false });
    expect(await second).toEqual({ value: 'second', isLast: true });
    expect(done).toEqual(['first', 'second']);
});

it('goes on after one that failed', async () => {
    const run = inTurn();
    const failed = run(() => Promise.reject(new Error('no')));
    const after = run(async () => 1);
    await expect(failed).rejects.toThrow('no');
    expect(await after).toEqual({ value: 1, isLast: true });
});
