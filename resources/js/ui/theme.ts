import { remember, remembered } from './browserMemory';

export type Theme = 'day' | 'night';
/** What was shown last, so that a page begins with it before it knows whose it is. */
const KEY = 'hafenbuch.theme';

export function themeOfMachine(): Theme {
    return matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'day';
}

export function beginWithTheme(): void {
    const kept = remembered(KEY);
    document.documentElement.dataset.theme = kept === 'day' || kept === 'night' ? kept : themeOfMachine();
}

export function showTheme(theme: Theme): void {
    document.documentElement.dataset.theme = theme;
    remember(KEY, theme);
}
