import { type DragEvent, type KeyboardEvent, useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import type { Bookmark } from '../api/client';
import { SmallPicture } from '../pictures/SmallPicture';
import { isTouched, TARGET } from '../theme/sizes';
import { font } from '../theme/tokens';
import { TextBox } from '../ui/Field';
import { Menu, type MenuEntry } from '../ui/Menu';
import { readable } from '../ui/words';
import { type Bookmarks, inside, isWithin } from './useBookmarks';

/** Where what is dragged would go, as to what it is dragged over. */
type How = 'before' | 'into' | 'behind';

const List = styled.ul`list-style: none; margin: 0; padding: 0;`;
const Line = styled.li<{ $depth: number; $over: How | null }>`
    > div { display: grid; grid-template-columns: 46px minmax(0, 1fr) auto; gap: 10px; align-items: center; padding: 4px 0 4px ${(p) => p.$depth * 22}px; border-bottom: 1px solid var(--rule); min-height: 40px;
        ${(p) => p.$over === 'before' && 'box-shadow: inset 0 3px var(--brass);'} ${(p) => p.$over === 'behind' && 'box-shadow: inset 0 -3px var(--brass);'} ${(p) => p.$over === 'into' && 'background: var(--brass-tint);'} }
    i { font: 13px ${font.plain}; color: var(--ink-soft); font-style: normal; text-align: center; }
`;
const Name = styled.button`
    font: 600 15px ${font.title}; color: inherit; background: none; border: 0; padding: 3px 0; cursor: pointer; text-align: left; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; max-width: 100%; display: block;
    &:hover { text-decoration: underline; text-decoration-color: var(--brass); }
    small { font: 13px ${font.plain}; color: var(--ink-soft); }
    @media ${isTouched} { min-height: ${TARGET}px; }
`;

interface Props {
    workspace: string;
    bookmarks: Bookmarks;
    isShared: boolean;
    /** Whether the person may change these. */
    mayChange: boolean;
    onSearch: (query: string) => void;
    onProblem: (problem: string | null) => void;
}

/** A tree of bookmarks: arrow keys walk through it, with Alt they move what is walked on, and the pointer drags it. */
export function BookmarkTree(props: Props) {
    const { bookmarks, isShared } = props;
    const [shut, setShut] = useState<ReadonlySet<number>>(new Set());
    const [renamed, setRenamed] = useState<number | null>(null);
    const [dragged, setDragged] = useState<number | null>(null);
    const [over, setOver] = useState<{ id: number; how: How } | null>(null);
    const { all } = bookmarks;
    const navigate = useNavigate();

    const act = (done: Promise<void>) => {
        props.onProblem(null);
        done.catch((error: Error) => props.onProblem(error.message));
    };
    function turn(one: Bookmark, isOpen: boolean) {
        const next = new Set(shut);
        isOpen ? next.delete(one.id) : next.add(one.id);
        setShut(next);
    }
    function go(one: Bookmark) {
        const to: Record<Bookmark['kind'], () => void> = {
            folder: () => turn(one, shut.has(one.id)),
            document: () => navigate(`/w/${props.workspace}/documents/${one.leadsTo}`),
            search: () => props.onSearch(one.leadsTo),
            session: () => navigate(`/w/${props.workspace}/sessions?session=${one.leadsTo}`),
            view: () => navigate(`/w/${props.workspace}/documents/${one.document}?view=${one.leadsTo}`),
        };
        to[one.kind]();
    }
    /** Up or down among those beside it. */
    function step(one: Bookmark, by: 1 | -1) {
        const beside = inside(all, one.parent, isShared);
        const at = beside.indexOf(one);
        const before = by === -1 ? beside[at - 1] : beside[at + 2];
        if (beside[at + by]) {
            act(bookmarks.move(one.id, one.parent, before?.id ?? null).then(() => focus(one.id)));
        }
    }
    /** Into the folder before it, or out of the one that it lies in. */
    function shift(one: Bookmark, isIn: boolean) {
        if (isIn) {
            const beside = inside(all, one.parent, isShared);
            const into = beside.slice(0, beside.indexOf(one)).findLast((other) => other.kind === 'folder');
            if (into) {
                act(bookmarks.move(one.id, into.id, null).then(() => focus(one.id)));
            }
        } else if (one.parent !== null) {
            act(bookmarks.move(one.id, all.find((other) => other.id === one.parent)?.parent ?? null, one.parent).then(() => focus(one.id)));
        }
    }
    function focus(id: number) {
        requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-bookmark="${id}"]`)?.focus());
    }
    function onKey(event: KeyboardEvent, one: Bookmark) {
        const names = [...document.querySelectorAll<HTMLElement>('[data-bookmark]')];
        const at = names.indexOf(event.currentTarget as HTMLElement);
        const keys: Record<string, () => void> = event.altKey
            ? {
                  arrowup: () => step(one, -1),
                  arrowdown: () => step(one, 1),
                  arrowright: () => shift(one, true),
                  arrowleft: () => shift(one, false),
              }
            : {
                  arrowup: () => names[at - 1]?.focus(),
                  arrowdown: () => names[at + 1]?.focus(),
                  arrowright: () => turn(one, true),
                  arrowleft: () => turn(one, false),
                  f2: () => setRenamed(one.id),
                  delete: () => act(bookmarks.remove(one.id)),
              };
        const run = (props.mayChange || !event.altKey) && keys[event.key.toLowerCase()];
        if (run) {
            event.preventDefault();
            run();
        }
    }
    function drop(event: DragEvent, one: Bookmark) {
        event.preventDefault();
        if (dragged !== null && over && !isWithin(all, one.id, dragged)) {
            const beside = inside(all, one.parent, isShared).filter((other) => other.id !== dragged);
            const next = beside[beside.indexOf(one) + 1]?.id ?? null;
            act(
                over.how === 'into'
                    ? bookmarks.move(dragged, one.id, null)
                    : bookmarks.move(dragged, one.parent, over.how === 'before' ? one.id : next),
            );
        }
        setDragged(null);
        setOver(null);
    }
    const entries = (one: Bookmark): MenuEntry[] => [
        { name: 'Rename …', keys: 'F2', run: () => setRenamed(one.id) },
        { name: 'Up', keys: 'Alt+↑', run: () => step(one, -1) },
        { name: 'Down', keys: 'Alt+↓', run: () => step(one, 1) },
        { name: 'Into the folder above it', keys: 'Alt+→', run: () => shift(one, true) },
        { name: 'Out of its folder', keys: 'Alt+←', run: () => shift(one, false), isDisabled: one.parent === null },
        { name: 'Take out', keys: 'Del', run: () => act(bookmarks.remove(one.id)), apart: true },
    ];
    function lines(parent: number | null, depth: number) {
        return inside(all, parent, isShared).map((one) => (
            <Line key={one.id} $depth={depth} $over={over?.id === one.id ? over.how : null}>
                {/* biome-ignore lint/a11y/noStaticElementInteractions: the keys and the menu do the same */}
                <div
                    draggable={props.mayChange && renamed !== one.id}
                    onDragStart={(event) => {
                        event.dataTransfer.effectAllowed = 'move';
                        setDragged(one.id);
                    }}
                    onDragOver={(event) => {
                        if (dragged === null || dragged === one.id) {
                            return;
                        }
                        event.preventDefault();
                        const box = event.currentTarget.getBoundingClientRect();
                        const share = (event.clientY - box.top) / box.height;
                        const isFolder = one.kind === 'folder';
                        setOver({
                            id: one.id,
                            how: share < (isFolder ? 0.3 : 0.5) ? 'before' : isFolder && share < 0.8 ? 'into' : 'behind',
                        });
                    }}
                    onDragEnd={() => {
                        setDragged(null);
                        setOver(null);
                    }}
                    onDrop={(event) => drop(event, one)}
                >
                    {one.kind === 'document' ? <SmallPicture id={one.leadsTo} width={44} /> : <i>{one.kind}</i>}
                    {renamed === one.id ? (
                        <TextBox
                            autoFocus
                            aria-label={`new name of ${one.name}`}
                            defaultValue={one.name}
                            maxLength={200}
                            onBlur={(event) => {
                                setRenamed(null);
                                const name = event.target.value.trim();
                                if (name !== '' && name !== one.name) {
                                    act(bookmarks.rename(one.id, name));
                                }
                            }}
                            onKeyDown={(event) => {
                                if (event.key === 'Enter') {
                                    event.currentTarget.blur();
                                } else if (event.key === 'Escape') {
                                    setRenamed(null);
                                }
                            }}
                        />
                    ) : (
                        <Name
                            type="button"
                            data-bookmark={one.id}
                            aria-expanded={one.kind === 'folder' ? !shut.has(one.id) : undefined}
                            onClick={() => go(one)}
                            onKeyDown={(event) => onKey(event, one)}
                        >
                            {one.kind === 'folder' && (shut.has(one.id) ? '▸ ' : '▾ ')}
                            {readable(one.name)}
                            {one.kind === 'search' && one.name !== one.leadsTo && <small> {readable(one.leadsTo)}</small>}
                            {!one.isThere && <small> is not there any more</small>}
                        </Name>
                    )}
                    {props.mayChange ? <Menu label={`more for ${one.name}`} entries={entries(one)} small /> : <span />}
                </div>
                {one.kind === 'folder' && !shut.has(one.id) && <List>{lines(one.id, depth + 1)}</List>}
            </Line>
        ));
    }
    return <List>{lines(null, 0)}</List>;
}
