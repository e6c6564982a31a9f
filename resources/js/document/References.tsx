import { Link } from 'react-router';
import styled from 'styled-components';
import type { Reference } from '../api/client';
import { font } from '../theme/tokens';
import { TextButton } from '../ui/Button';
import { Flag } from '../ui/Flag';
import { PathText } from '../ui/PathText';
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

/** References with what they lead to, or come from; several from one place to one target are one line. */
export function References({ references, workspace, incoming, onPoint, onRemove }: Props) {
    const groups = new Map<string, Reference[]>();
    for (const reference of references) {
        const key = incoming ? reference.documentId : (reference.target ?? reference.raw) + reference.state;
        groups.set(key, [...(groups.get(key) ?? []), reference]);
    }
    return (
        <List>
            {[...groups.entries()].map(([key, group]) => {
                const one = group[0] as Reference;
                const id = incoming ? one.documentId : one.targetId;
                const path = incoming ? one.path : (one.target ?? one.raw);
                const name = one.title ?? (one.state === 'document' || one.state === 'stray' || incoming ? fileName(path) : path);
                return (
                    <Item key={key}>
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
                                        <TextButton onPress={() => onPoint(group)} aria-label={`Point ${name} at another document`}>
                                            point at …
                                        </TextButton>
                                    </>
                                )}
                                {onRemove && (
                                    <>
                                        {' · '}
                                        <TextButton onPress={() => onRemove(group)} aria-label={`Take out the reference to ${name}`}>
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
    );
}
