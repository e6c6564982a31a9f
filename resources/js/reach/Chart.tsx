import { type KeyboardEvent, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import type { Reached, Row } from '../api/client';
import { SmallPicture } from '../pictures/SmallPicture';
import { statesOf } from '../quay/States';
import { font } from '../theme/tokens';
import { Flag } from '../ui/Flag';
import { fileName, readable } from '../ui/words';
import { CARD, laidOut, left, type Node, size, top } from './tree';

const Place = styled.div`flex: 1; min-height: 0; overflow: auto; position: relative;`;
const Card = styled.button<{ $isStart: boolean }>`
    position: absolute; width: ${CARD.width}px; height: ${CARD.height}px; display: grid; grid-template-columns: 50px minmax(0, 1fr) auto; gap: 8px; align-items: center; padding: 4px 8px 4px 5px; text-align: left; cursor: pointer;
    background: var(--sheet); color: inherit; border: ${(p) => (p.$isStart ? '2px solid var(--brass)' : '1px solid var(--rule-strong)')}; border-radius: 3px; min-height: 0;
    &:hover { background: var(--tint-soft); }
    b { display: block; font: 600 14px/17px ${font.title}; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    small { display: block; font: 11.5px/15px ${font.mono}; color: var(--ink-soft); overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    svg { flex: none; } > span:last-child { display: flex; gap: 3px; }
`;

interface Props {
    start: Row;
    rows: Reached[];
    /** Whether the columns lead to what refers to it; else to what it refers to. */
    isUp: boolean;
    onOpen: (id: string) => void;
}

/** What is reached from a document, a column for each reference further. Arrow keys go along the lines. */
export function Chart({ start, rows, isUp, onOpen }: Props) {
    const place = useRef<HTMLDivElement>(null);
    const { nodes, lines, columns } = useMemo(() => laidOut(start.id, rows), [start.id, rows]);
    const byId = useMemo(() => new Map(nodes.map((node) => [node.id, node])), [nodes]);
    const [current, setCurrent] = useState(start.id);
    function key(event: KeyboardEvent, node: Node) {
        const column = nodes.filter((one) => one.column === node.column).sort((a, b) => a.line - b.line);
        const place = column.indexOf(node);
        const to: Record<string, Node | undefined> = {
            ArrowLeft: byId.get(node.by ?? ''),
            ArrowRight: nodes.filter((one) => one.by === node.id).sort((a, b) => a.line - b.line)[0],
            ArrowUp: column[place - 1],
            ArrowDown: column[place + 1],
            Home: byId.get(start.id),
        };
        if (event.key in to) {
            event.preventDefault();
            const next = to[event.key];
            if (next) {
                setCurrent(next.id);
                document.getElementById(`reach-${next.id}`)?.focus();
            }
        }
    }
    return (
        <Place ref={place}>
            <section
                aria-label={isUp ? 'What would show a change of it' : 'What it shows'}
                style={{ position: 'relative', ...size(lines, columns) }}
            >
                <svg width="100%" height="100%" aria-hidden="true" style={{ position: 'absolute', inset: 0 }}>
                    {nodes.map((node) => {
                        const by = byId.get(node.by ?? '');
                        if (!by) {
                            return null;
                        }
                        const [x, y] = [left(by) + CARD.width, top(by) + CARD.height / 2];
                        const [toX, toY] = [left(node), top(node) + CARD.height / 2];
                        return (
                            <path
                                key={node.id}
                                d={`M${x} ${y}C${(x + toX) / 2} ${y} ${(x + toX) / 2} ${toY} ${toX} ${toY}`}
                                fill="none"
                                stroke={node.id === current || by.id === current ? 'var(--brass)' : 'var(--rule-strong)'}
                                strokeWidth={node.id === current || by.id === current ? 2 : 1.2}
                            />
                        );
                    })}
                </svg>
                {nodes.map((node) => {
                    const row = node.reached?.row ?? start;
                    const states = statesOf(row).filter((state) => !state.calm);
                    const name = row.title ?? fileName(row.path);
                    const way = byId.get(node.by ?? '')?.reached?.row ?? start;
                    return (
                        <Card
                            key={node.id}
                            id={`reach-${node.id}`}
                            type="button"
                            $isStart={node.id === start.id}
                            style={{ left: left(node), top: top(node) }}
                            tabIndex={node.id === current ? 0 : -1}
                            aria-description={[
                                ...(node.reached ? [node.column === 1 ? 'directly' : `by way of ${way.title ?? fileName(way.path)}`] : []),
                                ...states.map((state) => state.words),
                            ].join(', ')}
                            onFocus={() => setCurrent(node.id)}
                            onKeyDown={(event) => key(event, node)}
                            onClick={() => onOpen(node.id)}
                        >
                            <SmallPicture id={node.id} width={50} />
                            <span style={{ minWidth: 0 }}>
                                <b>{readable(name)}</b>
                                <small>{readable(row.path)}</small>
                            </span>
                            <span>
                                {states.slice(0, 2).map((state) => (
                                    <Flag key={state.kind} kind={state.kind} />
                                ))}
                            </span>
                        </Card>
                    );
                })}
            </section>
        </Place>
    );
}
