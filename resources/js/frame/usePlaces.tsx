import { type HTMLAttributes, type KeyboardEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { useLocation } from 'react-router';
import { isNarrow } from '../theme/sizes';
import { Button } from '../ui/Button';
import { useMedia } from '../ui/useMedia';

interface Places {
    /** Whether the views are in a menu, since there is no room beside the content. */
    isMenu: boolean;
    /** What opens the menu. */
    button: ReactNode;
    menu: HTMLAttributes<HTMLElement>;
}

/** The list of the views, which is a menu on a narrow page. */
export function usePlaces(): Places {
    const isMenu = useMedia(isNarrow);
    const [isOpen, setOpen] = useState(false);
    const button = useRef<HTMLButtonElement>(null);
    const { pathname } = useLocation();
    // biome-ignore lint/correctness/useExhaustiveDependencies: whoever has gone somewhere sees that
    useEffect(() => setOpen(false), [pathname]);
    useEffect(() => {
        if (isOpen) {
            document.querySelector<HTMLElement>('nav[aria-label=Views] a')?.focus();
        }
    }, [isOpen]);
    function close() {
        setOpen(false);
        button.current?.focus();
    }
    if (!isMenu) {
        return { isMenu, button: null, menu: {} };
    }
    return {
        isMenu,
        button: (
            <Button ref={button} $quiet aria-expanded={isOpen} onPress={() => setOpen(!isOpen)}>
                Views {isOpen ? '▴' : '▾'}
            </Button>
        ),
        menu: {
            hidden: !isOpen,
            onKeyDown: (event: KeyboardEvent) => event.key === 'Escape' && close(),
            onBlur: (event) => {
                const to = event.relatedTarget as Node | null;
                if (to && !event.currentTarget.contains(to) && to !== button.current) {
                    setOpen(false);
                }
            },
        },
    };
}
