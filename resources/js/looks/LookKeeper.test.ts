import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { LookSettings } from '../api/client';
import { LookKeeper } from './LookKeeper';

const kept: LookSettings[] = [];
const store = {
    keep: async (view: LookSettings) => {
        kept.push(view);
    },
};
beforeEach(() => {
    kept.length = 0;
    vi.useFakeTimers();
});
afterEach(() => vi.useRealTimers());

it('keeps what has changed after a pause, together with what the editor knows', () => {
    const keeper = new LookKeeper({ side: 300 }, store, true);
    keeper.ofEditor = () => ({ caret: 7 });
    keeper.change({ side: 360 });
    keeper.touch();
    expect(kept).toEqual([]);
    vi.advanceTimersByTime(2000);
    expect(kept).toEqual([{ side: 360, caret: 7 }]);
});

it('keeps nothing where nothing has changed, or nothing is to be remembered', () => {
    const same = new LookKeeper({ side: 300 }, store, true);
    same.touch();
    vi.advanceTimersByTime(2000);
    const forgetful = new LookKeeper({ side: 300 }, store, false);
    forgetful.change({ side: 500 });
    forgetful.flush();
    vi.advanceTimersByTime(2000);
    expect(kept).toEqual([]);
    expect(forgetful.now()).toEqual({ side: 500 });
});

it('tries again where the server was away', async () => {
    let isAway = true;
    const keeper = new LookKeeper({}, { keep: (view) => (isAway ? Promise.reject(new Error('away')) : store.keep(view)) }, true);
    keeper.change({ zoom: 2 });
    keeper.flush();
    await vi.advanceTimersByTimeAsync(0);
    isAway = false;
    keeper.flush();
    expect(kept).toEqual([{ zoom: 2 }]);
});
