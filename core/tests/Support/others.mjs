// Reads files with parsers that others wrote, and says which addresses they find: one line of JSON for each path on standard input.
import { readFileSync } from 'node:fs';
import { createInterface } from 'node:readline';
import * as csstree from 'css-tree';
import { fromMarkdown } from 'mdast-util-from-markdown';
import { parse, parseFragment } from 'parse5';

const DRAWN = ['use', 'image', 'feImage', 'linearGradient', 'radialGradient', 'pattern', 'filter', 'textPath', 'tref', 'mpath', 'cursor', 'color-profile', 'font-face-uri'];
const URLS = {
    href: ['a', 'area', 'link', ...DRAWN],
    src: ['frame', 'img', 'audio', 'video', 'source', 'track', 'embed', 'iframe', 'input', 'script'],
    action: ['form'],
    formaction: ['button', 'input'],
    cite: ['blockquote', 'q', 'ins', 'del'],
    data: ['object'],
    poster: ['video'],
    background: ['body', 'table', 'td', 'th'],
    longdesc: ['img', 'frame', 'iframe'],
    manifest: ['html'],
};

/** @returns {string[]} */
function inStyle(css, context) {
    const found = [];
    const add = (node) => found.push(node.value);
    const tree = csstree.parse(css, { context, parseCustomProperty: true, onParseError: () => {} });
    csstree.walk(tree, function (node) {
        if (node.type === 'Url' && this.atrule?.name.toLowerCase() !== 'namespace') {
            add(node);
        } else if (node.type === 'String' && this.atrule?.name.toLowerCase() === 'import' && this.function === null) {
            add(node);
        } else if (node.type === 'Raw') {
            // What the parser leaves alone is cut into tokens all the same.
            found.push(...inTokens(node.value));
        }
    });
    return found;
}

function inTokens(css) {
    const found = [];
    csstree.tokenize(css, (type, start, end) => {
        const text = css.slice(start, end);
        if (type === csstree.tokenTypes.Url) {
            found.push(csstree.url.decode(text));
        }
    });
    for (const match of css.matchAll(/url\(\s*("(?:[^"\\\n]|\\.)*"|'(?:[^'\\\n]|\\.)*')\s*\)/gi)) {
        found.push(csstree.string.decode(match[1]));
    }
    return found;
}

const SHOWN = /^(?:og:(?:image|video|audio)(?::url)?|og:image:secure_url|twitter:image(?::src)?|twitter:player:stream|msapplication-tileimage|msapplication-config|image|thumbnailurl)$/i;

function inMeta({ property, name, itemprop, content, 'http-equiv': equiv }) {
    if ([property, name, itemprop].some((one) => SHOWN.test(one ?? ''))) {
        return [content];
    }
    const leads = equiv?.toLowerCase() === 'refresh' ? content.match(/^\s*[\d.]*\s*[;,\s]\s*(?:url\s*=\s*)?(?:"([^"]*)|'([^']*)|(.+))/i) : null;
    return leads ? [(leads[1] ?? leads[2] ?? leads[3]).trim()].filter(Boolean) : [];
}

function text(node) {
    return (node.childNodes ?? []).map((child) => child.value ?? '').join('');
}

function inTree(node, found = []) {
    const attributes = Object.fromEntries((node.attrs ?? []).map((one) => [one.prefix ? `${one.prefix}:${one.name}` : one.name, one.value]));
    for (const [name, value] of Object.entries(attributes)) {
        const plain = name === 'xlink:href' ? 'href' : name;
        if (URLS[plain]?.includes(node.tagName) && !(plain === 'href' && name !== plain && ['link', 'area'].includes(node.tagName))) {
            found.push(value);
        } else if (['srcset', 'imagesrcset'].includes(name) && ['img', 'source', 'link'].includes(node.tagName)) {
            found.push(...value.split(/(?:,\s+|\s*,(?=\S+\s+[\d.]+[wx]))/).map((one) => one.trim().split(/\s+/)[0].replace(/,+$/, '')).filter(Boolean));
        } else if (name === 'style') {
            found.push(...inStyle(value, 'declarationList'));
        }
    }
    if (node.tagName === 'meta' && attributes.content !== undefined) {
        found.push(...inMeta(attributes));
    }
    if (node.tagName === 'style') {
        found.push(...inStyle(text(node), 'stylesheet'));
    }
    for (const child of [...(node.childNodes ?? []), ...(node.content ? [node.content] : [])]) {
        inTree(child, found);
    }
    return found;
}

function inMarkdown(markdown) {
    const found = [];
    const html = [];
    (function walk(node) {
        if (['link', 'image', 'definition'].includes(node.type) && !(node.type === 'link' && node.url.startsWith('mailto:') && !markdown.slice(node.position.start.offset, node.position.end.offset).startsWith('['))) {
            found.push(node.url);
        } else if (node.type === 'html') {
            html.push(node.value);
        }
        // A picture's description is text.
        (node.children ?? []).forEach(walk);
    })(fromMarkdown(markdown));
    return [...found, ...html.flatMap((one) => inTree(parseFragment(one, { scriptingEnabled: false })))];
}

const readers = {
    html: (source) => inTree(parse(source, { scriptingEnabled: false })),
    css: (source) => inStyle(source, 'stylesheet'),
    md: (source) => inMarkdown(source.replace(/^(?:\uFEFF)?---[ \t]*\r?\n[\s\S]*?\n(?:---|\.\.\.)[ \t]*(?:\r?\n|$)/, '')),
};

for await (const path of createInterface({ input: process.stdin })) {
    const ending = path.split('.').pop().toLowerCase().replace('htm', 'html').replace('htmll', 'html').replace('markdown', 'md');
    let found = null;
    try {
        found = readers[ending](readFileSync(path, 'utf8'));
    } catch (error) {
        console.error(`${path}: ${error.message}`);
    }
    console.log(JSON.stringify({ path, found }));
}
