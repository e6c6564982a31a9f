import DOMPurify from 'dompurify';
import MarkdownIt from 'markdown-it';
import { useEffect, useRef, useState } from 'react';
import type { Reference } from '../api/client';
import { font } from '../theme/tokens';
import { fileName } from '../ui/words';
import type { SharedPlace } from './sharedPlace';

/** A text is set anew so long after the last key. */
const PAUSE_MS = 120;

const BLANK = '<!doctype html><html lang=""><head><title></title></head><body></body></html>';
const LOOK = `
    :root { color-scheme: light dark; } body { margin: 0; padding: 18px 26px 60vh; font: 16.5px/1.55 ${font.title}; overflow-wrap: break-word; max-width: 46em; }
    h1, h2, h3, h4 { line-height: 1.2; margin: 1.3em 0 0.4em; } h1 { font-size: 1.7em; margin-top: 0; } h2 { font-size: 1.3em; } h3 { font-size: 1.1em; }
    img { max-width: 100%; } pre, code { font-family: ${font.mono}; font-size: 0.86em; } pre { overflow-x: auto; padding: 8px 12px; border: 1px solid; border-color: color-mix(in srgb, currentColor 25%, transparent); }
    blockquote { margin: 1em 0; padding-left: 14px; border-left: 3px solid #8A6420; } table { border-collapse: collapse; } td, th { border-bottom: 1px solid color-mix(in srgb, currentColor 25%, transparent); padding: 3px 10px 3px 0; text-align: left; }
    a { color: inherit; text-decoration-color: #8A6420; text-underline-offset: 3px; } .front { font: 13px/1.5 ${font.mono}; opacity: 0.75; white-space: pre-wrap; }
`;

/** CommonMark with tables; HTML in it is taken as such, and cleaned with all else. */
const markdown = new MarkdownIt({ html: true, linkify: false });
// Each block says from which line of the source it is.
for (const rule of ['paragraph_open', 'heading_open', 'list_item_open', 'blockquote_open', 'table_open', 'fence', 'code_block', 'hr']) {
    const before = markdown.renderer.rules[rule];
    markdown.renderer.rules[rule] = (tokens, index, options, env, self) => {
        const token = tokens[index];
        if (token?.map) {
            token.attrSet('data-line', String(token.map[0] + (env as { shift: number }).shift));
        }
        return before ? before(tokens, index, options, env, self) : self.renderToken(tokens, index, options);
    };
}

const FRONT = /^---\r?\n([\s\S]*?)\r?\n---\r?\n/;

/** Nothing of a document acts in the page, loads from elsewhere or stands over something else. */
function cleaned(text: string, workspace: string, path: string): DocumentFragment {
    const front = text.match(FRONT);
    const shift = front ? front[0].split('\n').length - 1 : 0;
    const html = markdown.render(front ? text.slice(front[0].length) : text, { shift });
    const clean = DOMPurify.sanitize(html, {
        RETURN_DOM_FRAGMENT: true,
        ADD_ATTR: ['data-line'],
        FORBID_TAGS: [
            'style',
            'form',
            'input',
            'button',
            'textarea',
            'select',
            'iframe',
            'object',
            'embed',
            'audio',
            'video',
            'svg',
            'math',
        ],
        FORBID_ATTR: ['style', 'srcset', 'id', 'name'],
    });
    const base = new URL(`/api/workspaces/${workspace}/show/${path.split('/').map(encodeURIComponent).join('/')}`, location.href);
    for (const image of clean.querySelectorAll('img')) {
        const from = image.getAttribute('src') ?? '';
        const to = URL.canParse(from, base) ? new URL(from, base) : null;
        if (to?.origin === location.origin && to.pathname.startsWith(`/api/workspaces/${workspace}/show/`)) {
            image.src = to.href;
            image.setAttribute('data-from', from);
        } else {
            image.removeAttribute('src');
            image.alt = `(not loaded from elsewhere: ${from}) ${image.alt}`;
        }
    }
    if (front) {
        const facts = document.createElement('div');
        facts.className = 'front';
        facts.textContent = front[1] ?? '';
        clean.prepend(facts);
    }
    return clean;
}

interface Props {
    workspace: string;
    path: string;
    text: string;
    references: Reference[];
    place: SharedPlace;
    /** Asks for the pictures anew when they change. */
    state: string;
    onOpen: (id: string) => void;
}

/** Markdown as it is read, set while it is typed, in a frame in which nothing runs; scrolled together with its source. */
export function Words({ workspace, path, text, references, place, state, onOpen }: Props) {
    const frame = useRef<HTMLIFrameElement>(null);
    const latest = useRef({ references, onOpen });
    latest.current = { references, onOpen };
    const [isThere, setThere] = useState(false);

    // biome-ignore lint/correctness/useExhaustiveDependencies: what it shows has changed where the state has
    useEffect(() => {
        const timer = setTimeout(() => {
            const page = frame.current?.contentDocument;
            if (page?.body && isThere) {
                page.body.replaceChildren(page.importNode(cleaned(text, workspace, path), true));
            }
        }, PAUSE_MS);
        return () => clearTimeout(timer);
    }, [text, workspace, path, state, isThere]);

    useEffect(() => {
        const page = frame.current?.contentDocument;
        const view = frame.current?.contentWindow;
        if (!page || !view || !isThere) {
            return;
        }
        const style = page.createElement('style');
        style.textContent = LOOK;
        page.head.replaceChildren(style);
        const follow = () => {
            const { theme } = document.documentElement.dataset;
            const { color, backgroundColor } = getComputedStyle(document.body);
            page.documentElement.style.cssText = `color: ${color}; background: ${backgroundColor}; color-scheme: ${theme === 'night' ? 'dark' : 'light'}`;
        };
        follow();
        const watching = new MutationObserver(follow);
        watching.observe(document.documentElement, { attributeFilter: ['data-theme'] });
        const lines = () => [...page.querySelectorAll<HTMLElement>('[data-line]')];
        const scrolled = () => {
            const top = lines().find((one) => one.getBoundingClientRect().bottom > 0);
            if (top) {
                place.set({ line: Number(top.dataset.line), by: 'words' });
            }
        };
        const unwatch = place.watch(() => {
            const now = place.now();
            if (now.by === 'source') {
                const at = lines()
                    .filter((one) => Number(one.dataset.line) <= now.line)
                    .at(-1);
                view.scrollTo({ top: now.line === 0 || !at ? 0 : at.getBoundingClientRect().top + view.scrollY - 8 });
            }
        });
        const click = (event: MouseEvent) => {
            const link = (event.target as Element).closest?.('a');
            if (link) {
                event.preventDefault();
                const address = link.getAttribute('href') ?? '';
                const target = latest.current.references.find((one) => one.raw === address || one.raw === decodeURI(address));
                if (target?.targetId) {
                    latest.current.onOpen(target.targetId);
                }
            }
        };
        // Only where the pointer or the focus is does scrolling mean that the other side follows.
        page.addEventListener('wheel', scrolled, { passive: true });
        page.addEventListener('keyup', scrolled);
        page.addEventListener('touchmove', scrolled, { passive: true });
        page.addEventListener('click', click);
        return () => {
            watching.disconnect();
            unwatch();
            page.removeEventListener('wheel', scrolled);
            page.removeEventListener('keyup', scrolled);
            page.removeEventListener('touchmove', scrolled);
            page.removeEventListener('click', click);
        };
    }, [place, isThere]);

    return (
        <iframe
            ref={frame}
            title={`${fileName(path)} as it is read`}
            sandbox="allow-same-origin"
            // A page of its own, from which pictures are asked for as from this one.
            srcDoc={BLANK}
            onLoad={() => setThere(true)}
            style={{ border: 0, width: '100%', height: '100%', display: 'block' }}
        />
    );
}
