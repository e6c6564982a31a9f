import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import type { Reference } from '../api/client';
import { font } from '../theme/tokens';
import { TextButton } from '../ui/Button';
import { TextBox } from '../ui/Field';
import { Flag } from '../ui/Flag';
import { number } from '../ui/locale';
import { PathText } from '../ui/PathText';
import { useParts } from '../ui/useParts';
import { fileName } from '../ui/words';

const List = styled.ul`list-style: none; margin: 0; padding: 0;`;
const Item = styled.li`
    padding: 5px 0; border-bottom: 1px solid var(--rule); font-size: 14px;
    > div { display: flex; gap: 10px; justify-content: space-between; align-items: baseline; }
    a { color: var(--ink); text-decoration-color: var(--rule-strong); text-underline-offset: 3px; }
    a, b { font-weight: 400; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; border-radius: 2px; }
    small:last-child { flex: none; }
    small { color: var(--ink-soft); font-size: 12.5px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    small.path { font-family: ${font.mono}; font-size: 11.5px; }
    > div > span { flex: none; display: flex; gap: 6px; align-items: center; justify-content: flex-end; font-size: 13px; }
`;

const WORDS: Record<Reference['state'], string> = {
    document: '',
    stray: 'stray',
    outside: 'outside',
    web: 'on the web',
    device: 'device',
    self: 'in this file',
};

interface Props {
    references: Reference[];
    workspace: string;
    /** Whether the other end is the document that has the reference. */
    incoming?: boolean;
    onPoint?: (references: Reference[]) => void;
    onRemove?: (references: Reference[]) => void;
}

/** So many lines are shown at once; a register can have thousands. */
const AT_ONCE = 50;

/** References with what they lead to, or come from; several from one place to one target are one line. */
export function References({ references, workspace, incoming, onPoint, onRemove }: Props) {
    const groups = useMemo(() => grouped(references, incoming), [references, incoming]);
    const [words, setWords] = useState('');
    const found = useMemo(() => groups.filter((group) => matches(group[0] as Reference, words, incoming)), [groups, words, incoming]);
    const { shown, more } = useParts(found, AT_ONCE);
    return (
        <>
            {groups.length > AT_ONCE && (
                <TextBox
                    value={words}
                    onChange={(event) => setWords(event.target.value)}
                    placeholder={`find among ${number(groups.length)} by name`}
                    aria-label={incoming ? 'Find among those that refer to it' : 'Find among those that it refers to'}
                />
            )}
            <List>
                {shown.map((group) => {
                    const one = group[0] as Reference;
                    const id = incoming ? one.documentId : one.targetId;
                    const path = incoming ? one.path : (one.target ?? one.raw);
                    const name = one.title ?? (one.state === 'document' || one.state === 'stray' || incoming ? fileName(path) : path);
                    return (
                        <Item key={lineOf(one, incoming)}>
                            <div>
                                {id ? (
                                    <Link to={`/w/${workspace}/documents/${id}`} title={path}>
                                        {name}
                                    </Link>
                                ) : (
                                    <b title={path}>{name || '(empty)'}</b>
                                )}
                                <span>
                                    {one.state === 'stray' && !incoming ? (
                                        <>
                                            <Flag kind="stray" /> stray
                                        </>
                                    ) : one.content && one.content !== 'as saved' ? (
                                        <>
                                            <Flag kind={one.content} /> {one.content}
                                        </>
                                    ) : (
                                        (incoming ? '' : WORDS[one.state]) || 'as saved'
                                    )}
                                </span>
                            </div>
                            <div>
                                <small className="path" title={path}>
                                    {path === name ? '' : <PathText path={path} />}
                                </small>
                                <small>
                                    {[...new Set(group.map((reference) => reference.kind))].join(', ')}
                                    {group.length > 1 ? ` × ${group.length}` : ''}
                                    {onPoint && (one.state === 'document' || one.state === 'stray') && (
                                        <>
                                            {' · '}
                                            <TextButton
                                                onPress={() => onPoint(group)}
                                                aria-label={`point at …: another document than ${name}`}
                                            >
                                                point at …
                                            </TextButton>
                                        </>
                                    )}
                                    {onRemove && (
                                        <>
                                            {' · '}
                                            <TextButton onPress={() => onRemove(group)} aria-label={`take out the reference to ${name}`}>
                                                take out
                                            </TextButton>
                                        </>
                                    )}
                                </small>
                            </div>
                        </Item>
                    );
                })}
            </List>
            {more}
            {found.length === 0 && <p>None of them has these words.</p>}
        </>
    );
}

/** Lines with one target, or from one document. Of more than are shown at once, those that need someone come first. */
function grouped(references: Reference[], incoming?: boolean): Reference[][] {
    const groups = new Map<string, Reference[]>();
    for (const reference of references) {
        const key = lineOf(reference, incoming);
        const group = groups.get(key);
        if (group) {
            group.push(reference);
        } else {
            groups.set(key, [reference]);
        }
    }
    const all = [...groups.values()];
    return all.length > AT_ONCE ? all.sort((a, b) => rank(a[0] as Reference, incoming) - rank(b[0] as Reference, incoming)) : all;
}

function lineOf(one: Reference, incoming?: boolean): string {
    return incoming ? one.documentId : (one.target ?? one.raw) + one.state;
}

function rank(one: Reference, incoming?: boolean): number {
    return one.state === 'stray' && !incoming ? 0 : one.content && one.content !== 'as saved' ? 1 : 2;
}

function matches(one: Reference, words: string, incoming?: boolean): boolean {
    const text = `${one.title ?? ''} ${incoming ? one.path : (one.target ?? one.raw)}`.toLowerCase();
    return words
        .toLowerCase()
        .split(/\s+/)
        .every((word) => text.includes(word));
}
