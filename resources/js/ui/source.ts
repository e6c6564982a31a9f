import { css } from '@codemirror/lang-css';
import { html } from '@codemirror/lang-html';
import { json } from '@codemirror/lang-json';
import { markdown } from '@codemirror/lang-markdown';
import { xml } from '@codemirror/lang-xml';
import { defaultHighlightStyle, HighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { EditorState, type Extension } from '@codemirror/state';
import { EditorView } from '@codemirror/view';
import { tags } from '@lezer/highlight';
import languages from '../api/languages.json';
import { font } from '../theme/tokens';
import { blinkingCaret } from './caret';
import { fileName } from './words';

const look = EditorView.theme({
    '&': { height: '100%', fontSize: '13.5px', background: 'var(--sheet)', color: 'var(--ink)' },
    '.cm-content': { fontFamily: font.mono, caretColor: 'var(--ink)', padding: '10px 0' },
    '.cm-cursor': { borderLeftColor: 'var(--ink)' },
    '.cm-gutters': { background: 'var(--paper)', color: 'var(--ink-soft)', border: 'none', borderRight: '1px solid var(--rule)' },
    '.cm-activeLine, .cm-activeLineGutter': { background: 'var(--tint-soft)' },
    // Around an outline all that is inside is drawn anew whenever something of it changes, at each key and each time the caret blinks.
    '&.cm-focused': { outline: 'none' },
    '&.cm-focused::after': {
        content: '""',
        position: 'absolute',
        inset: 0,
        border: '2px solid var(--brass)',
        pointerEvents: 'none',
        zIndex: 300,
    },
    '&.cm-focused > .cm-scroller > .cm-selectionLayer .cm-selectionBackground, .cm-selectionBackground': {
        background: 'var(--brass-tint)',
    },
    '.cm-panels': { background: 'var(--paper)', color: 'var(--ink)' },
});
const inks = HighlightStyle.define([
    { tag: [tags.heading, tags.strong], fontWeight: '600' },
    { tag: [tags.tagName, tags.keyword, tags.propertyName], color: 'var(--brass)' },
    { tag: [tags.string, tags.url, tags.attributeValue], color: 'var(--ink)', textDecoration: 'none' },
    { tag: [tags.comment, tags.meta, tags.processingInstruction, tags.attributeName, tags.angleBracket], color: 'var(--ink-soft)' },
    { tag: tags.emphasis, fontStyle: 'italic' },
]);

const EDITORS: Record<string, () => Extension> = { xml, html, markdown, css, json };

/** The formats say what they are written in; of other files the ending does. */
function languageOf(path: string): Extension {
    const name = fileName(path).toLowerCase();
    const ending = name.slice(name.lastIndexOf('.') + 1);
    const language = (languages as Record<string, string>)[name] ?? (languages as Record<string, string>)[ending] ?? ending;
    return EDITORS[language]?.() ?? [];
}

/** A file keeps its own line ends: where all are CR LF they are the separator, else only LF is and a CR stays as it is. */
export function lineBreakOf(text: string): string {
    const isWindows = text.includes('\r\n') && !/(^|[^\r])\n|\r(?!\n)/.test(text);
    return isWindows ? '\r\n' : '\n';
}

/** How source looks and reads wherever it is shown. */
export function sourceOf(path: string, text: string): Extension {
    return [
        EditorState.lineSeparator.of(lineBreakOf(text)),
        languageOf(path),
        syntaxHighlighting(inks),
        syntaxHighlighting(defaultHighlightStyle, { fallback: true }),
        look,
        blinkingCaret,
        EditorView.lineWrapping,
        // Also what cannot be written is scrolled with the keys.
        EditorView.contentAttributes.of({ tabindex: '0' }),
    ];
}
