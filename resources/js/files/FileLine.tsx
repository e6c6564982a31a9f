import type { DragEvent } from 'react';
import { useParams } from 'react-router';
import styled from 'styled-components';
import type { Folder, Row } from '../api/client';
import { SmallPicture } from '../pictures/SmallPicture';
import type { Choice } from '../plan/choices';
import { choiceWords } from '../quay/DecisionControl';
import { statesOf } from '../quay/States';
import { isSingle, isTouched } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Here } from '../together/Here';
import { Flag } from '../ui/Flag';
import { Menu, type MenuEntry } from '../ui/Menu';
import { count, fileName, readable, size } from '../ui/words';

/** The height of a line, in pixels. */
export const LINE = 34;
/** Where fingers press. */
export const TALL_LINE = 46;
const COLUMNS = 'minmax(0, 1.15fr) minmax(0, 1fr) 70px 62px 72px 30px';
/** Name, state and menu. */
const FEW_COLUMNS = 'minmax(0, 1.3fr) minmax(0, 1fr) 44px';
export const HEADS = ['name', 'state', 'size', 'refers to', 'referred by', ''];
/** Leaves as much room beside it as the lines do for their scrollbar. */
export const Heads = styled.div`
    overflow: hidden; scrollbar-gutter: stable; display: grid; grid-template-columns: ${COLUMNS}; gap: 10px; padding: 5px 16px; border-bottom: 1px solid var(--rule-strong); font-size: 13px; color: var(--ink-soft);
    span:nth-child(n + 3) { text-align: right; }
    @media ${isSingle} { grid-template-columns: ${FEW_COLUMNS}; padding: 5px 12px; span:nth-child(n + 3) { display: none; } }
`;
const Line = styled.div<{ $current: boolean; $chosen: boolean; $over: boolean }>`
    display: grid; grid-template-columns: ${COLUMNS}; gap: 10px; align-items: center; position: absolute; left: 0; right: 0; height: ${LINE}px; padding: 0 16px; border-bottom: 1px solid var(--rule); cursor: default; font-size: 14px; user-select: none;
    @media ${isTouched} { height: ${TALL_LINE}px; }
    @media ${isSingle} { grid-template-columns: ${FEW_COLUMNS}; padding: 0 8px 0 12px; gap: 6px; > .number { display: none; } }
    background: ${(p) => (p.$over ? 'var(--brass-tint)' : p.$chosen ? 'var(--tint)' : p.$current ? 'var(--tint-soft)' : 'transparent')};
    &:hover { background: ${(p) => (p.$over ? 'var(--brass-tint)' : p.$chosen ? 'var(--tint)' : 'var(--tint-soft)')}; }
    &:focus-visible { outline: 2px solid var(--brass); outline-offset: -2px; }
    > div { min-width: 0; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    > div.number { text-align: right; color: var(--ink-soft); font-size: 13.5px; }
`;
const Name = styled.div<{ $depth: number }>`
    padding-left: ${(p) => p.$depth * 18}px; display: flex; align-items: center; gap: 7px;
    svg { flex: none; }
    b { font: 600 15px ${font.title}; overflow: hidden; text-overflow: ellipsis; }
    code { font: 12.5px ${font.mono}; overflow: hidden; text-overflow: ellipsis; flex: none; max-width: 78%; }
    small { color: var(--ink-soft); overflow: hidden; text-overflow: ellipsis; font-size: 13px; }
`;
const State = styled.div<{ $calm: boolean; $stop: boolean }>`
    display: flex; align-items: center; gap: 7px; color: ${(p) => (p.$stop ? 'var(--stop)' : p.$calm ? 'var(--ink-soft)' : 'var(--ink)')};
    span { overflow: hidden; text-overflow: ellipsis; }
    em { font-style: normal; font-weight: 600; color: var(--ink); border-left: 3px solid var(--brass); padding-left: 6px; overflow: hidden; text-overflow: ellipsis; }
`;

export interface Line {
    path: string;
    depth: number;
    folder?: Folder['folders'][number];
    isOpen?: boolean;
    row?: Row;
    /** Why it could not be read whole. */
    note?: string;
    refersTo?: number;
    referredBy?: number;
}

export function lineName(line: Line): string {
    return line.row?.title ?? fileName(line.path);
}

interface Props {
    line: Line;
    /** Where it stands in the list, in pixels. */
    top: number;
    isCurrent: boolean;
    isChosen: boolean;
    isOver: boolean;
    choice: Choice | undefined;
    onCurrent: () => void;
    onChoose: (adds: boolean, reaches: boolean) => void;
    onOpen: () => void;
    onDrag: (event: DragEvent) => void;
    onOver: (event: DragEvent) => void;
    onDrop: (event: DragEvent) => void;
    actions: MenuEntry[];
}

/** One folder or file of the tree. */
export function FileLine({
    line,
    top,
    isCurrent,
    isChosen,
    isOver,
    choice,
    onCurrent,
    onChoose,
    onOpen,
    onDrag,
    onOver,
    onDrop,
    actions,
}: Props) {
    const { workspace = '' } = useParams();
    const { row, folder } = line;
    const states = row ? statesOf(row) : [];
    const words = states.map((state) => state.words).join(', ');
    return (
        <Line
            role="row"
            data-line={isCurrent ? 'current' : ''}
            data-path={line.path}
            aria-level={line.depth + 1}
            aria-selected={isChosen}
            aria-expanded={folder ? line.isOpen : undefined}
            aria-label={
                row ? `${lineName(line)}, ${line.path}: ${words}` : `folder ${line.path}, ${count(folder?.documents ?? 0, 'document')}`
            }
            tabIndex={isCurrent ? 0 : -1}
            $current={isCurrent}
            $chosen={isChosen}
            $over={isOver}
            style={{ top }}
            draggable
            onFocus={onCurrent}
            onClick={(event) => onChoose(event.ctrlKey || event.metaKey, event.shiftKey)}
            onDoubleClick={onOpen}
            onDragStart={onDrag}
            onDragOver={onOver}
            onDrop={onDrop}
        >
            <Name role="gridcell" $depth={line.depth}>
                {folder ? (
                    <>
                        <svg
                            width="11"
                            height="11"
                            viewBox="0 0 10 10"
                            aria-hidden="true"
                            onClick={onOpen}
                            style={{ transform: line.isOpen ? 'rotate(90deg)' : 'none', cursor: 'pointer' }}
                        >
                            <path d="M3 1l5 4-5 4z" fill="currentColor" />
                        </svg>
                        <b>{readable(fileName(line.path))}</b>
                    </>
                ) : (
                    <>
                        <SmallPicture id={row?.id ?? ''} width={32} />
                        <code title={line.path}>{readable(fileName(line.path))}</code>
                        {row?.title && <small title={row.title}>{readable(row.title)}</small>}
                        {row && <Here workspace={workspace} row={row} />}
                    </>
                )}
            </Name>
            <State
                role="gridcell"
                $calm={states.every((state) => state.calm) && !choice}
                $stop={states.some((state) => state.stop)}
                title={words}
            >
                {folder ? (
                    <span>
                        {count(folder.documents, 'document')}
                        {folder.unsaved > 0 ? `, ${folder.unsaved} unsaved` : ''}
                    </span>
                ) : (
                    <>
                        {states.map((state) => (
                            <Flag key={state.kind} kind={state.kind} />
                        ))}
                        {line.note && (
                            <span title={line.note} style={{ flex: 'none' }}>
                                not read whole{words ? ' ·' : ''}
                            </span>
                        )}
                        {choice && choice.kind !== 'leave' ? <em title={choice.path}>{choiceWords(choice)[0]}</em> : <span>{words}</span>}
                    </>
                )}
            </State>
            {/* biome-ignore lint/a11y/useSemanticElements: a tree of rows cannot be one of the browser's tables */}
            <div role="gridcell" tabIndex={-1} className="number">
                {size(folder ? folder.size : row?.size)}
            </div>
            {/* biome-ignore lint/a11y/useSemanticElements: see above */}
            <div role="gridcell" tabIndex={-1} className="number">
                {row ? line.refersTo || '·' : ''}
            </div>
            {/* biome-ignore lint/a11y/useSemanticElements: see above */}
            <div role="gridcell" tabIndex={-1} className="number">
                {row ? line.referredBy || '·' : ''}
            </div>
            {/* biome-ignore lint/a11y/useSemanticElements: see above */}
            <div role="gridcell" tabIndex={-1}>
                <Menu label={`More for ${lineName(line)}`} text="" small tabIndex={isCurrent ? 0 : -1} entries={actions} />
            </div>
        </Line>
    );
}
