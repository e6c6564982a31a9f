import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import type { Reference } from '../api/client';
import { font } from '../theme/tokens';
import { Notice } from '../ui/Notice';
import { fileName } from '../ui/words';
import type { Block } from './reading';
import { SetText } from './SetText';
import { Stretches } from './Stretches';
import type { SharedPlace } from './sharedPlace';
import { TextReading } from './TextReading';

const Place = styled.div`display: flex; flex-direction: column; height: 100%; > iframe { border: 0; width: 100%; flex: 1; min-height: 0; }`;
/** A table or list of so many letters is one block, and setting it anew keeps the page from keys; so it is done when the person rests. */
const BIG = 60_000;
const REST_MS = 1500;

const BLANK = '<!doctype html><html lang=""><head><title></title></head><body></body></html>';
const LOOK = `
    :root { color-scheme: light dark; } body { margin: 0; padding: 18px 26px 60vh; font: 16.5px/1.55 ${font.title}; overflow-wrap: break-word; max-width: 46em; }
    h1, h2, h3, h4 { line-height: 1.2; margin: 1.3em 0 0.4em; } h1 { font-size: 1.7em; } h2 { font-size: 1.3em; } h3 { font-size: 1.1em; }
    img { max-width: 100%; } pre, code { font-family: ${font.mono}; font-size: 0.86em; } pre { overflow-x: auto; padding: 8px 12px; border: 1px solid; border-color: color-mix(in srgb, currentColor 25%, transparent); }
    blockquote { margin: 1em 0; padding-left: 14px; border-left: 3px solid #8A6420; } table { border-collapse: collapse; } td, th { border-bottom: 1px solid color-mix(in srgb, currentColor 25%, transparent); padding: 3px 10px 3px 0; text-align: left; }
    a { color: inherit; text-decoration-color: #8A6420; text-underline-offset: 3px; } body > div { display: flow-root; content-visibility: auto; contain-intrinsic-size: auto 3000px; } section { display: flow-root; } section > :last-child { margin-bottom: 0; } body > div:first-child > section:first-child > h1 { margin-top: 0; } .front { font: 13px/1.5 ${font.mono}; opacity: 0.75; white-space: pre-wrap; }
`;

/** The fonts of the application, which a page of its own does not know. */
function fontFaces(): string {
    const rules = [...document.styleSheets]
        .filter((sheet) => !sheet.href || sheet.href.startsWith(location.origin))
        .flatMap((sheet) => [...sheet.cssRules]);
    return rules
        .filter((rule) => rule instanceof CSSFontFaceRule)
        .map((rule) => rule.cssText)
        .join('');
}

interface Props {
    workspace: string;
    path: string;
    text: string;
    references: Reference[];
    place: SharedPlace;
    /** Of what it takes in; its pictures are asked for anew when that changes. */
    state: string;
    onOpen: (id: string) => void;
}

/** Markdown as it is read, set while it is typed, in a frame in which nothing runs; scrolled together with its source. */
export function Words({ workspace, path, text, references, place, state, onOpen }: Props) {
    const frame = useRef<HTMLIFrameElement>(null);
    const latest = useRef({ references, onOpen });
    latest.current = { references, onOpen };
    const [isThere, setThere] = useState(false);

    const [blocks, setBlocks] = useState<Block[] | null>([]);
    const reading = useRef<TextReading | null>(null);
    const set = useRef<SetText | null>(null);

    useEffect(() => {
        const one = new TextReading(setBlocks);
        reading.current = one;
        return () => one.end();
    }, []);
    useEffect(() => reading.current?.read(text), [text]);

    useEffect(() => {
        const page = frame.current?.contentDocument;
        if (!page || !isThere) {
            return;
        }
        const pictures = `/api/workspaces/${workspace}/show/`;
        const one = new SetText(page, new URL(pictures + path.split('/').map(encodeURIComponent).join('/'), location.href), pictures);
        set.current = one;
        return () => one.end();
    }, [workspace, path, isThere]);
    useEffect(() => {
        const wait = () => set.current?.wait();
        window.addEventListener('keydown', wait, { capture: true, passive: true });
        return () => window.removeEventListener('keydown', wait, { capture: true });
    }, []);
    // biome-ignore lint/correctness/useExhaustiveDependencies: as soon as there is a place for them, and in each new one
    useEffect(() => {
        const one = set.current;
        if (one?.isShown && blocks?.some((block) => block.html.length > BIG)) {
            const timer = setTimeout(() => one.show(blocks, state), REST_MS);
            return () => clearTimeout(timer);
        }
        if (blocks !== null) {
            one?.show(blocks, state);
        }
    }, [blocks, state, isThere, workspace, path]);

    useEffect(() => {
        const page = frame.current?.contentDocument;
        const view = frame.current?.contentWindow;
        if (!page || !view || !isThere) {
            return;
        }
        const style = page.createElement('style');
        style.textContent = fontFaces() + LOOK;
        page.head.replaceChildren(style);
        const follow = () => {
            const { theme } = document.documentElement.dataset;
            const { color, backgroundColor } = getComputedStyle(document.body);
            page.documentElement.style.cssText = `color: ${color}; background: ${backgroundColor}; color-scheme: ${theme === 'night' ? 'dark' : 'light'}`;
        };
        follow();
        const watching = new MutationObserver(follow);
        watching.observe(document.documentElement, { attributeFilter: ['data-theme'] });
        const stretches = new Stretches(page);
        const linesIn = (section: HTMLElement) => [...section.querySelectorAll<HTMLElement>('[data-line]')];
        const lineOf = (one: HTMLElement) => set.current?.lineOf(one) ?? 0;
        const isInSight = (one: HTMLElement) => one.getBoundingClientRect().bottom > 0;
        const scrolled = () => {
            const section = stretches.firstInSight();
            if (section) {
                place.set({ line: lineOf(linesIn(section).find(isInSight) ?? section), by: 'words' });
            }
        };
        const unwatch = place.watch(() => {
            const now = place.now();
            if (now.by === 'source') {
                const section = stretches.all().findLast((one) => lineOf(one) <= now.line);
                const at = section && (linesIn(section).findLast((one) => lineOf(one) <= now.line) ?? section);
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
        <Place>
            {blocks === null && (
                <Notice stop>
                    This text cannot be shown as it is now, because reading it takes too long. Its source can be worked on.
                </Notice>
            )}
            <iframe
                ref={frame}
                title={`${fileName(path)} as it is read`}
                sandbox="allow-same-origin"
                // A page of its own, from which pictures are asked for as from this one.
                srcDoc={BLANK}
                onLoad={() => setThere(true)}
            />
        </Place>
    );
}
