import { useMemo, useRef } from 'react';
import styled from 'styled-components';
import type { OpeningLine, SessionItem } from '../api/client';
import { SmallPicture } from '../pictures/SmallPicture';
import { isNarrow } from '../theme/sizes';
import { font } from '../theme/tokens';
import { TextButton } from '../ui/Button';
import { Check } from '../ui/Check';
import { Empty } from '../ui/Empty';
import { Flag, type FlagKind } from '../ui/Flag';
import { Menu } from '../ui/Menu';
import { PathText } from '../ui/PathText';
import { useDrawn } from '../ui/useDrawn';
import { count, fileName, readable, size } from '../ui/words';
import type { Take } from './useSessions';

/** Height of a row and of a workspace's head, in pixels. */
const ROW = 64;
const HEAD = 34;

const Scroller = styled.div`overflow-y: auto; min-height: 0; @media ${isNarrow} { height: 70vh; }`;
const List = styled.ul`list-style: none; margin: 0; padding: 0; position: relative;`;
const Line = styled.li<{ $off: boolean }>`
    position: absolute; left: 0; right: 0; height: ${ROW}px; display: grid; grid-template-columns: minmax(0, 1fr) 168px minmax(0, 0.9fr); gap: 14px; align-items: center; padding: 0 16px; border-bottom: 1px solid var(--rule);
    > * { opacity: ${(p) => (p.$off ? 0.55 : 1)}; }
    b { font: 600 15px ${font.title}; display: block; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    code { font-size: 12px; color: var(--ink-soft); display: block; overflow: hidden; white-space: nowrap; }
    @media ${isNarrow} { grid-template-columns: minmax(0, 1fr) 96px; > :last-child { display: none; } }
`;
const Named = styled.span`display: grid; grid-template-columns: 50px minmax(0, 1fr); gap: 10px; align-items: center; > div { min-width: 0; }`;
const State = styled.span<{ $calm: boolean }>`
    display: flex; gap: 7px; align-items: start; font-size: 14px; line-height: 18px; color: ${(p) => (p.$calm ? 'var(--ink-soft)' : 'var(--ink)')}; svg { margin-top: 2px; }
    small { display: block; font-size: 12.5px; color: var(--ink-soft); }
`;
const Does = styled.div`font-size: 13.5px; line-height: 17px; min-width: 0; max-height: 54px; overflow: hidden; small { font-size: 12.5px; color: var(--ink-soft); }`;
const Group = styled.li`position: absolute; left: 0; right: 0; height: ${HEAD}px; padding: 0 16px 5px; display: flex; gap: 14px; align-items: flex-end; border-bottom: 1px solid var(--rule-strong); font-size: 14px; color: var(--ink-soft); b { font-weight: 600; color: var(--ink); }`;

const FLAGS: Record<SessionItem['now'], FlagKind> = {
    there: 'as saved',
    moved: 'moved',
    changed: 'changed outside',
    gone: 'gone',
    'has another draft': 'two drafts',
};

type Entry = { item: SessionItem } | { head: string; keys: number[]; isReadable: boolean };

interface Props {
    items: SessionItem[];
    isPending: boolean;
    lines: OpeningLine[];
    left: Set<number>;
    takes: Record<number, Take>;
    onLeft: (left: Set<number>) => void;
    onTake: (key: number, take: Take | null) => void;
    onClash: (item: SessionItem) => void;
    onMatch?: (item: SessionItem, path: string) => void;
}

/** The documents of a session, each with its state against now, whether it is wanted, and what opening does with it. */
export function ItemList({ items, isPending, lines, left, takes, onLeft, onTake, onClash, onMatch }: Props) {
    const scroller = useRef<HTMLDivElement>(null);
    const entries = useMemo(() => inWorkspaces(items), [items]);
    const does = useMemo(() => new Map(lines.map((line) => [line.key, line])), [lines]);
    const closes = useMemo(() => lines.filter((line) => line.does === 'closes'), [lines]);
    const drawn = useDrawn(scroller, entries.length, (index) => ('head' in (entries[index] as Entry) ? HEAD : ROW));
    const choose = (keys: number[], on: boolean) => {
        const next = new Set(left);
        for (const key of keys) {
            on ? next.delete(key) : next.add(key);
        }
        onLeft(next);
    };
    if (items.length === 0) {
        return <Empty title={isPending ? 'Looking at what is there …' : 'Nothing of it can be seen'} />;
    }
    return (
        <Scroller ref={scroller}>
            <List aria-label="Documents of the session" style={{ height: drawn.height }}>
                {drawn.items.map((place) => {
                    const entry = entries[place.index] as Entry;
                    if ('head' in entry) {
                        return (
                            <Group key={entry.head} style={{ top: place.start }}>
                                <b>{readable(entry.head)}</b> {count(entry.keys.length, 'document')}
                                {!entry.isReadable && ', which you may not see any more'}
                                {entry.isReadable && (
                                    <TextButton
                                        onPress={() =>
                                            choose(
                                                entry.keys,
                                                entry.keys.some((key) => left.has(key)),
                                            )
                                        }
                                    >
                                        {entry.keys.some((key) => left.has(key)) ? 'take all of it' : 'leave all of it out'}
                                    </TextButton>
                                )}
                            </Group>
                        );
                    }
                    const item = entry.item;
                    const line = does.get(item.key);
                    return (
                        <Line
                            key={item.key}
                            $off={left.has(item.key)}
                            style={{ top: place.start }}
                            data-kept={item.path}
                            data-now={item.now}
                        >
                            <Check isSelected={!left.has(item.key)} onChange={(on) => choose([item.key], on)}>
                                <Named>
                                    {item.document && item.slug ? <SmallPicture id={item.document} in={item.slug} width={50} /> : <span />}
                                    <div>
                                        <b>{readable(item.title ?? fileName(item.path))}</b>
                                        {item.nowPath === null || item.nowPath === item.path ? (
                                            <code title={item.path}>
                                                <PathText path={item.path} />
                                            </code>
                                        ) : (
                                            <code title={`${item.path}, now ${item.nowPath}`}>
                                                {readable(fileName(item.path))}, now <PathText path={item.nowPath} />
                                            </code>
                                        )}
                                    </div>
                                </Named>
                            </Check>
                            <State $calm={item.now === 'there'}>
                                <Flag kind={FLAGS[item.now]} />
                                <span>
                                    {item.now}
                                    <small>{facts(item)}</small>
                                </span>
                            </State>
                            <Does title={line?.reason}>
                                {left.has(item.key) ? 'left out' : line ? line.does : ''}
                                {line && !left.has(item.key) && item.now !== 'has another draft' && (
                                    <small title={line.reason}> · {readable(line.reason)}</small>
                                )}{' '}
                                {item.now === 'has another draft' && (
                                    <TextButton onPress={() => onClash(item)}>Look at both and choose</TextButton>
                                )}
                                {item.now === 'gone' && item.version !== null && item.draftHash === null && (
                                    <TextButton onPress={() => onTake(item.key, takes[item.key] === 'version' ? null : 'version')}>
                                        {takes[item.key] === 'version' ? 'leave it gone' : `bring version ${item.version} back`}
                                    </TextButton>
                                )}
                                {item.candidates.length > 0 && onMatch && (
                                    <Menu
                                        small
                                        label={`Which document ${item.path} is`}
                                        text="which is it?"
                                        entries={item.candidates.map((path) => ({ name: readable(path), run: () => onMatch(item, path) }))}
                                    />
                                )}
                            </Does>
                        </Line>
                    );
                })}
            </List>
            {closes.length > 0 && (
                <p style={{ padding: '12px 16px', color: 'var(--ink-soft)', fontSize: 14 }}>
                    Closed, and kept as what was open before:{' '}
                    {closes
                        .slice(0, 8)
                        .map((line) => readable(fileName(line.path)))
                        .join(', ')}
                    {closes.length > 8 ? ` and ${closes.length - 8} more` : ''}.
                </p>
            )}
        </Scroller>
    );
}

function facts(item: SessionItem): string {
    return [
        item.draftHash === null ? '' : `draft, ${size(item.size) || '0 B'}`,
        item.held ? 'in the hold' : '',
        item.label ? `“${readable(item.label)}”` : '',
        readable(item.mark),
        item.decision ? `decided: ${item.decision}` : '',
    ]
        .filter(Boolean)
        .join(', ');
}

/** One after the other, under the heads of their workspaces where there are several. */
function inWorkspaces(items: SessionItem[]): Entry[] {
    const groups = new Map<string, SessionItem[]>();
    for (const item of items) {
        const group = groups.get(item.workspace);
        group ? group.push(item) : groups.set(item.workspace, [item]);
    }
    const heads = groups.size > 1 || items.some((one) => one.slug === null);
    return [...groups].flatMap(([head, members]): Entry[] => [
        ...(heads ? [{ head, keys: members.map((one) => one.key), isReadable: members.some((one) => one.slug !== null) }] : []),
        ...members.map((item) => ({ item })),
    ]);
}
