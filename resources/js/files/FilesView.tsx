import { useQueries } from '@tanstack/react-query';
import { type DragEvent, type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useOutletContext, useParams } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Folder } from '../api/client';
import { keys, useQuay } from '../api/queries';
import { readDrop, readInput } from '../open/incoming';
import type { Choices } from '../plan/choices';
import { useDecisions } from '../plan/decisions';
import { PlanPanel } from '../plan/PlanPanel';
import { useDocumentActions } from '../plan/useDocumentActions';
import { useCommands } from '../shell/commands';
import type { FrameContext } from '../shell/context';
import { ViewHead } from '../shell/ViewHead';
import { isTouched } from '../theme/sizes';
import { Button, TextButton } from '../ui/Button';
import { Empty } from '../ui/Empty';
import { Main, View } from '../ui/ledger';
import { Notice } from '../ui/Notice';
import { useDrawn } from '../ui/useDrawn';
import { useMedia } from '../ui/useMedia';
import { count, fileName, folder as folderOf } from '../ui/words';
import { FileLine, HEADS, Heads, LINE, type Line, lineName, TALL_LINE } from './FileLine';
import { MoveSheet } from './MoveSheet';
import { PartlyReadSheet } from './PartlyReadSheet';

const Tree = styled.div<{
    $over: boolean;
}>`flex: 1; overflow-y: auto; scrollbar-gutter: stable; min-height: 0; box-shadow: ${(p) => (p.$over ? 'inset 0 0 0 2px var(--brass)' : 'none')};`;

/** The lines that are visible: each open folder is followed by what it holds. */
function visible(folders: ReadonlyMap<string, Folder>, path: string, depth: number): Line[] {
    const here = folders.get(path);
    return [
        ...(here?.folders ?? []).flatMap((one): Line[] => [
            { path: one.path, depth, folder: one, isOpen: folders.has(one.path) },
            ...(folders.has(one.path) ? visible(folders, one.path, depth + 1) : []),
        ]),
        ...(here?.documents ?? []).map(
            (row): Line => ({
                path: row.path,
                depth,
                row,
                note: here?.notes[row.id],
                refersTo: here?.refersTo[row.id] ?? 0,
                referredBy: here?.referredBy[row.id] ?? 0,
            }),
        ),
    ];
}

/** The workspace's folders and files, to move, rename, delete and take in. */
export function FilesView() {
    const { workspace = '' } = useParams();
    const navigate = useNavigate();
    const quay = useQuay(workspace);
    const { make, take, tell } = useOutletContext<FrameContext>();
    const decisions = useDecisions(workspace);
    const actions = useDocumentActions(workspace);
    const [opened, setOpened] = useState<readonly string[]>(['']);
    const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
    const [current, setCurrent] = useState<string | null>(null);
    const [over, setOver] = useState<string | null>(null);
    const [wantsFocus, setWantsFocus] = useState(false);
    const [moving, setMoving] = useState<readonly string[] | null>(null);
    const [showsUnread, setUnread] = useState(false);
    const tree = useRef<HTMLDivElement>(null);
    const upload = useRef<HTMLInputElement>(null);
    const loaded = useQueries({
        queries: opened.map((path) => ({
            queryKey: keys.folder(workspace, path),
            queryFn: () => answer(api.GET('/workspaces/{workspace}/folder', { params: { path: { workspace }, query: { path } } })),
        })),
    });
    const top = loaded[0];
    const lines = useMemo(
        () => visible(new Map(loaded.flatMap((query, index) => (query.data ? [[opened[index] ?? '', query.data]] : []))), '', 0),
        [loaded, opened],
    );
    const lineHeight = useMedia(isTouched) ? TALL_LINE : LINE;
    const drawn = useDrawn(tree, lines.length, () => lineHeight);
    // biome-ignore lint/correctness/useExhaustiveDependencies: its lines are of another height then
    useEffect(drawn.measure, [lineHeight]);
    const at = Math.max(
        0,
        lines.findIndex((line) => line.path === current),
    );
    const one = lines[at];
    const selected = chosen.size > 0 ? [...chosen] : one ? [one.path] : [];
    const place = one ? (one.folder ? one.path : folderOf(one.path)) : '';

    useEffect(() => {
        const line = wantsFocus ? tree.current?.querySelector<HTMLElement>('[data-line="current"]') : null;
        if (line) {
            line.focus();
            setWantsFocus(false);
        }
    });

    const toggle = (path: string) => setOpened(opened.includes(path) ? opened.filter((other) => other !== path) : [...opened, path]);
    function choose(path: string, adds: boolean, reaches: boolean) {
        setCurrent(path);
        if (reaches) {
            const [from, to] = [at, lines.findIndex((line) => line.path === path)].sort((a, b) => a - b) as [number, number];
            setChosen(new Set(lines.slice(from, to + 1).map((line) => line.path)));
        } else if (adds) {
            const next = new Set(chosen.size > 0 ? chosen : []);
            next.delete(path) || next.add(path);
            setChosen(next);
        } else {
            setChosen(new Set());
        }
    }
    /** Turns what is to happen with files and folders into decisions, which the plan shows at once. */
    async function relocate(body: { paths: string[]; into?: string; to?: string; delete?: boolean }) {
        const made = await answer(api.POST('/workspaces/{workspace}/relocations', { params: { path: { workspace } }, body }));
        const each: Choices = Object.fromEntries(made.map(({ document, kind, path }) => [document, { kind, ...(path ? { path } : {}) }]));
        decisions.decideEach(each);
        setChosen(new Set());
        setMoving(null);
    }
    const decide = (body: Parameters<typeof relocate>[0]) => relocate(body).catch((error: Error) => tell(error.message));
    async function open(paths: readonly string[]) {
        const ids = lines.flatMap((line) => (line.row && paths.includes(line.path) ? [line.row.id] : []));
        if (ids.length > 0) {
            await answer(api.POST('/workspaces/{workspace}/quay', { params: { path: { workspace } }, body: { documents: ids } }));
            ids.length === 1 ? navigate(`/w/${workspace}/documents/${ids[0]}`) : navigate(`/w/${workspace}/quay`);
        }
    }
    async function drop(event: DragEvent, into: string) {
        event.preventDefault();
        event.stopPropagation();
        setOver(null);
        const own = event.dataTransfer.getData('text/x-hafenbuch-paths');
        if (own) {
            await decide({ paths: JSON.parse(own) as string[], into });
        } else {
            const files = await readDrop(event.dataTransfer);
            if (files.length > 0) {
                take(files, into);
            }
        }
    }
    function key(event: KeyboardEvent) {
        const step: Record<string, number> = {
            ArrowDown: 1,
            ArrowUp: -1,
            Home: -lines.length,
            End: lines.length,
            PageDown: 12,
            PageUp: -12,
        };
        if (event.ctrlKey || event.metaKey || event.altKey || (event.target as HTMLElement).dataset.line === undefined || !one) {
            return;
        }
        const next = step[event.key];
        if (next !== undefined) {
            const line = lines[Math.max(0, Math.min(lines.length - 1, at + next))];
            if (line) {
                choose(line.path, false, event.shiftKey);
                drawn.lines.scrollToIndex(lines.indexOf(line));
                setWantsFocus(true);
            }
        } else if (event.key === 'ArrowRight' && one.folder && !one.isOpen) {
            toggle(one.path);
        } else if (event.key === 'ArrowLeft' && one.isOpen) {
            toggle(one.path);
        } else if (event.key === ' ') {
            choose(one.path, true, false);
        } else if (event.key === 'Enter') {
            one.folder ? toggle(one.path) : open([one.path]);
        } else if (event.key === 'm') {
            setMoving(selected);
        } else if (event.key === 'Delete') {
            decide({ paths: selected, delete: true });
        } else {
            return;
        }
        event.preventDefault();
    }
    useCommands([
        {
            name: selected.length > 1 ? `Move ${selected.length} chosen …` : 'Move or rename what is chosen …',
            keys: 'm',
            run: () => selected.length > 0 && setMoving(selected),
        },
        {
            name: selected.length > 1 ? `Pack ${selected.length} chosen as a crate …` : 'Pack what is chosen as a crate …',
            run: () => selected.length > 0 && packChosen(),
        },
        { name: 'New document in this folder …', run: () => make({ folder: place }) },
        { name: 'Take in files from this computer …', keys: 'u', run: () => upload.current?.click() },
    ]);
    const unsaved = top?.data
        ? top.data.folders.reduce((sum, folder) => sum + folder.unsaved, 0) +
          top.data.documents.filter((row) => row.content !== 'as saved').length
        : 0;

    function packChosen() {
        const query = new URLSearchParams();
        for (const path of selected) {
            const line = lines.find((one) => one.path === path);
            query.append(line?.folder ? 'folder' : line?.row ? 'of' : 'path', line?.row?.id ?? path);
        }
        navigate(`/w/${workspace}/crates/pack?${query}`);
    }
    return (
        <View>
            <Main>
                <ViewHead title="Files" sub={`all that is in the workspace · ${unsaved} unsaved`}>
                    <input
                        ref={upload}
                        type="file"
                        multiple
                        hidden
                        onChange={(event) => {
                            if (event.target.files?.length) {
                                take(readInput(event.target.files), place);
                            }
                            event.target.value = '';
                        }}
                    />
                    {(top?.data?.partlyRead ?? 0) > 0 && (
                        <TextButton onPress={() => setUnread(true)}>
                            {count(top?.data?.partlyRead ?? 0, 'document')} not read whole …
                        </TextButton>
                    )}
                    <Button isDisabled={selected.length === 0} onPress={() => setMoving(selected)}>
                        Move …
                    </Button>
                    <Button isDisabled={selected.length === 0} onPress={packChosen}>
                        Pack …
                    </Button>
                    <Button onPress={() => upload.current?.click()}>Take in …</Button>
                    <Button onPress={() => make({ folder: place })}>New …</Button>
                </ViewHead>
                <Heads>
                    {HEADS.map((head) => (
                        <span key={head}>{head}</span>
                    ))}
                </Heads>
                {loaded.some((query) => query.isError) && <Notice stop>{loaded.find((query) => query.isError)?.error?.message}</Notice>}
                <Tree
                    ref={tree}
                    role="treegrid"
                    aria-label="Files of the workspace"
                    aria-multiselectable
                    $over={over === ''}
                    onKeyDown={key}
                    onDragOver={(event) => {
                        event.preventDefault();
                        setOver('');
                    }}
                    onDragLeave={() => setOver(null)}
                    onDrop={(event) => drop(event, '')}
                >
                    <div style={{ height: drawn.height, position: 'relative' }}>
                        {drawn.items.map((item) => {
                            const line = lines[item.index] as Line;
                            return (
                                <FileLine
                                    key={line.path}
                                    line={line}
                                    top={item.start}
                                    isCurrent={item.index === at}
                                    isChosen={chosen.has(line.path)}
                                    isOver={
                                        over !== null &&
                                        over !== '' &&
                                        over === (line.folder ? line.path : folderOf(line.path)) &&
                                        line.folder !== undefined
                                    }
                                    choice={line.row ? decisions.choices[line.row.id] : undefined}
                                    onCurrent={() => setCurrent(line.path)}
                                    onChoose={(adds, reaches) => choose(line.path, adds, reaches)}
                                    onOpen={() => (line.folder ? toggle(line.path) : open([line.path]))}
                                    onDrag={(event) =>
                                        event.dataTransfer.setData(
                                            'text/x-hafenbuch-paths',
                                            JSON.stringify(chosen.has(line.path) ? [...chosen] : [line.path]),
                                        )
                                    }
                                    onOver={(event) => {
                                        event.preventDefault();
                                        event.stopPropagation();
                                        setOver(line.folder ? line.path : folderOf(line.path));
                                    }}
                                    onDrop={(event) => drop(event, line.folder ? line.path : folderOf(line.path))}
                                    actions={
                                        line.row
                                            ? [
                                                  { name: 'Open', run: () => open([line.path]) },
                                                  ...actions.entries(line.row),
                                                  {
                                                      name: 'New document from this one …',
                                                      apart: true,
                                                      run: () =>
                                                          line.row &&
                                                          make({
                                                              folder: folderOf(line.path),
                                                              from: {
                                                                  id: line.row.id,
                                                                  name: lineName(line),
                                                                  ending: fileName(line.path).match(/\.[^.]+$/)?.[0] ?? '',
                                                                  format: line.row.format,
                                                              },
                                                          }),
                                                  },
                                              ]
                                            : [
                                                  { name: line.isOpen ? 'Fold up' : 'Unfold', run: () => toggle(line.path) },
                                                  { name: 'Rename or move …', keys: 'm', run: () => setMoving([line.path]) },
                                                  { name: 'New document in it …', run: () => make({ folder: line.path }) },
                                                  {
                                                      name: 'Pack as a crate …',
                                                      run: () =>
                                                          navigate(`/w/${workspace}/crates/pack?folder=${encodeURIComponent(line.path)}`),
                                                  },
                                                  {
                                                      name: 'Delete …',
                                                      apart: true,
                                                      run: () => decide({ paths: [line.path], delete: true }),
                                                  },
                                              ]
                                    }
                                />
                            );
                        })}
                    </div>
                    {lines.length === 0 && (
                        <Empty title={top?.isPending ? 'Reading the folder …' : 'There is nothing in this workspace yet'}>
                            {!top?.isPending && <p>Drop files or folders here, or make a new document.</p>}
                        </Empty>
                    )}
                </Tree>
            </Main>
            <PlanPanel
                workspace={workspace}
                rows={[...(quay.data?.rows ?? []), ...(quay.data?.hold ?? [])]}
                current={null}
                onEverything={null}
                onBelow={null}
            />
            {showsUnread && <PartlyReadSheet workspace={workspace} onClose={() => setUnread(false)} />}
            {moving && (
                <MoveSheet
                    paths={moving}
                    onInto={(into) => relocate({ paths: [...moving], into })}
                    onTo={(to) => relocate({ paths: [...moving], to })}
                    onClose={() => setMoving(null)}
                />
            )}
        </View>
    );
}
