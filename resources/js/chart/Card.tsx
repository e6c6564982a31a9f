import type { KeyboardEvent } from 'react';
import styled from 'styled-components';
import { SmallPicture } from '../pictures/SmallPicture';
import { font } from '../theme/tokens';
import { Flag } from '../ui/Flag';
import { count, readable } from '../ui/words';
import type { Item } from './folding';
import { CARD, type Place } from './layout';
import { flagOf, marksOf, stateWords } from './states';

const Box = styled.button<{ $isCurrent: boolean; $isFolder: boolean; $isAimed: boolean }>`
    &&& { min-height: 0; }
    position: absolute; width: ${CARD.width}px; height: ${CARD.height}px; display: grid; grid-template-columns: ${(p) => (p.$isFolder ? '' : '46px ')}minmax(0, 1fr) auto; gap: 8px; align-items: center; padding: 3px 7px 3px 5px; text-align: left; cursor: pointer;
    background: ${(p) => (p.$isAimed ? 'var(--brass-tint)' : p.$isFolder ? 'var(--tint)' : 'var(--sheet)')}; color: inherit; border: ${(p) => (p.$isCurrent ? '2px solid var(--brass)' : '1px solid var(--rule-strong)')}; border-radius: 3px;
    ${(p) => p.$isFolder && 'padding-left: 11px; box-shadow: 3px 3px 0 -1px var(--tint), 3px 3px 0 0 var(--rule-strong);'}
    b { display: block; font: 600 14px/17px ${font.title}; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    small { display: block; font: 11.5px/15px ${font.mono}; color: var(--ink-soft); overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    > span:last-child { display: flex; gap: 3px; }
`;

interface Props {
    item: Item;
    place: Place;
    isCurrent: boolean;
    /** A reference that is being dragged would end here. */
    isAimed: boolean;
    onFocus: () => void;
    onOpen: () => void;
    onKey: (event: KeyboardEvent) => void;
}

/** One document of the chart, or a folder that is folded. */
export function Card({ item, place, isCurrent, isAimed, onFocus, onOpen, onKey }: Props) {
    const marks = marksOf(item);
    return (
        <Box
            type="button"
            data-item={item.key}
            $isCurrent={isCurrent}
            $isFolder={item.folder !== null}
            $isAimed={isAimed}
            style={{ left: place.x, top: place.y }}
            tabIndex={isCurrent ? 0 : -1}
            aria-description={[...(item.folder ? ['a folded folder'] : []), ...stateWords(item)].join(', ')}
            title={[item.path, ...stateWords(item)].join(', ')}
            onFocus={onFocus}
            onDoubleClick={onOpen}
            onKeyDown={onKey}
        >
            {item.node && <SmallPicture id={item.node.id} width={46} />}
            <span style={{ minWidth: 0 }}>
                <b>{readable(item.name)}</b>
                <small>{item.folder ? `▸ ${count(item.folder.documents, 'document')}` : readable(item.path)}</small>
            </span>
            <span>
                {marks.slice(0, 3).map((mark) => (
                    <Flag key={mark} kind={flagOf(item, mark)} />
                ))}
            </span>
        </Box>
    );
}
