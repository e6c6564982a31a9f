import { remember, remembered } from './browserMemory';
import { useWatched, Watched } from './watched';

type Theme = 'day' | 'night';
const KEY = 'hafenbuch.theme';

function first(): Theme {
    const kept = remembered(KEY);
    if (kept === 'day' || kept === 'night') {
        return kept;
    }
    return matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'day';
}

const theme = new Watched<Theme>(first());

export function applyTheme(): void {
    document.documentElement.dataset.theme = theme.now();
}

export function useTheme(): [Theme, () => void] {
    const now = useWatched(theme);
    const turn = () => {
        theme.set(now === 'day' ? 'night' : 'day');
        remember(KEY, theme.now());
        applyTheme();
    };
    return [now, turn];
}
