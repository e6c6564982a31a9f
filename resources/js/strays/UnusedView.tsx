import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useOutletContext, useParams } from 'react-router';
import { answer, api, type UnusedFile } from '../api/client';
import { useQuay, useSettings } from '../api/queries';
import { PickDocument } from '../open/PickDocument';
import type { Choices } from '../plan/choices';
import { useDecisions } from '../plan/decisions';
import { PlanPanel } from '../plan/PlanPanel';
import type { FrameContext } from '../shell/context';
import { ViewHead } from '../shell/ViewHead';
import { Button, TextButton } from '../ui/Button';
import { Check } from '../ui/Check';
import { Empty } from '../ui/Empty';
import { Bar, Figure, Main, Scroll, Table, Unseen, View } from '../ui/ledger';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { useParts } from '../ui/useParts';
import { count, fileName, folder, moment, readable, size } from '../ui/words';
import { Questions } from './layout';

const COLUMNS = '20px minmax(0, 1fr) 84px 120px 84px';
const ASIDE = 'set-aside';

/** Whether a file stands under another heading. */
function isAnother(row: UnusedFile, before: UnusedFile | undefined): boolean {
    return before === undefined || before.kind !== row.kind || folder(before.path) !== folder(row.path);
}

/** Files that nothing refers to, counted from the documents that people start from. */
export function UnusedView() {
    const { workspace = '' } = useParams();
    const client = useQueryClient();
    const { tell } = useOutletContext<FrameContext>();
    const settings = useSettings(workspace);
    const quay = useQuay(workspace);
    const decisions = useDecisions(workspace);
    const [isPicking, setPicking] = useState(false);
    const [withStaying, setWithStaying] = useState(false);
    const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
    const [kind, setKind] = useState('');
    const starts = settings.data?.starts ?? [];
    const unused = useQuery({
        queryKey: [workspace, 'unused', starts, withStaying],
        queryFn: () => answer(api.POST('/workspaces/{workspace}/unused', { params: { path: { workspace } }, body: { withStaying } })),
        enabled: settings.data !== undefined && starts.length > 0,
        placeholderData: (before) => before,
        retry: false,
    });
    const stays = new Set(settings.data?.stays ?? []);
    const rows = [...(starts.length > 0 ? (unused.data ?? []) : [])]
        .filter((row) => kind === '' || row.kind === kind)
        .sort((a, b) => a.kind.localeCompare(b.kind) || folder(a.path).localeCompare(folder(b.path)) || a.path.localeCompare(b.path));
    const { shown, more } = useParts(rows, 200);
    const bytes = rows.reduce((sum, row) => sum + row.size, 0);
    const selected = rows.filter((row) => chosen.has(row.path));
    const kinds = [...new Set((unused.data ?? []).map((row) => row.kind))].sort();

    function chooseAll(those: UnusedFile[], on: boolean) {
        const next = new Set(chosen);
        for (const one of those) {
            on ? next.add(one.path) : next.delete(one.path);
        }
        setChosen(next);
    }
    async function attempt(work: () => Promise<unknown>) {
        try {
            await work();
        } catch (error) {
            tell((error as Error).message);
        }
    }
    const countFrom = (from: string[]) =>
        attempt(async () => {
            await answer(api.POST('/workspaces/{workspace}/unused', { params: { path: { workspace } }, body: { from } }));
            await client.invalidateQueries({ queryKey: [workspace] });
            setPicking(false);
        });
    const letStay = (on: boolean) =>
        attempt(async () => {
            await answer(
                api.POST('/workspaces/{workspace}/unused/stay', {
                    params: { path: { workspace } },
                    body: { paths: selected.map((row) => row.path), stays: on },
                }),
            );
            setChosen(new Set());
            await client.invalidateQueries({ queryKey: [workspace] });
        });
    const decide = (body: { paths: string[]; into?: string; delete?: boolean }) =>
        attempt(async () => {
            const made = await answer(api.POST('/workspaces/{workspace}/relocations', { params: { path: { workspace } }, body }));
            const each: Choices = Object.fromEntries(
                made.map(({ document, kind: what, path }) => [document, { kind: what, ...(path ? { path } : {}) }]),
            );
            decisions.decideEach(each);
            setChosen(new Set());
        });

    return (
        <View>
            <Main>
                <ViewHead title="Unused files" sub="what nothing refers to, at any depth, from where people start">
                    <Button onPress={() => setPicking(true)}>Count from …</Button>
                </ViewHead>
                <Questions workspace={workspace} />
                <Bar role="toolbar" aria-label="What is counted">
                    <span title={starts.join('\n')}>
                        counted from{' '}
                        {starts.length === 0 ? (
                            'nothing yet'
                        ) : (
                            <TextButton onPress={() => setPicking(true)}>
                                {readable(fileName(starts[0] ?? ''))}
                                {starts.length > 1 && ` and ${starts.length - 1} more`}
                            </TextButton>
                        )}
                    </span>
                    {kinds.length > 1 && (
                        <label>
                            of kind
                            <select value={kind} onChange={(event) => setKind(event.target.value)}>
                                <option value="">every</option>
                                {kinds.map((one) => (
                                    <option key={one}>{one}</option>
                                ))}
                            </select>
                        </label>
                    )}
                    <Check isSelected={withStaying} onChange={setWithStaying}>
                        also those that stay anyway
                    </Check>
                    <span style={{ flex: 1 }} />
                    <span>
                        {count(rows.length, 'file')}, {size(bytes)}
                    </span>
                </Bar>
                {selected.length > 0 && (
                    <Bar role="toolbar" aria-label="What is chosen">
                        <b style={{ color: 'var(--ink)' }}>
                            {selected.length} chosen, {size(selected.reduce((sum, row) => sum + row.size, 0))}
                        </b>
                        <Button onPress={() => decide({ paths: selected.map((row) => row.path), into: ASIDE })}>
                            Set aside into {ASIDE}/
                        </Button>
                        <Button onPress={() => decide({ paths: selected.map((row) => row.path), delete: true })}>Delete …</Button>
                        <Button onPress={() => letStay(true)}>They stay anyway</Button>
                        {selected.some((row) => stays.has(row.path)) && <Button onPress={() => letStay(false)}>They need not stay</Button>}
                    </Bar>
                )}
                {unused.isError && <Notice stop>{unused.error.message}</Notice>}
                <Scroll>
                    {rows.length > 0 && (
                        <Table $columns={COLUMNS} aria-label="Unused files">
                            <div>
                                <Check
                                    isSelected={selected.length === rows.length}
                                    onChange={(on) => setChosen(on ? new Set(rows.map((row) => row.path)) : new Set())}
                                >
                                    <Unseen>All of them</Unseen>
                                </Check>
                                <span>file</span>
                                <span>kind</span>
                                <span>last changed</span>
                                <Figure>size</Figure>
                            </div>
                            {shown.map((row, index) => [
                                isAnother(row, shown[index - 1]) && (
                                    <div key={`${row.kind} ${folder(row.path)}`} style={{ background: 'var(--tint-soft)', minHeight: 0 }}>
                                        <Check
                                            isSelected={rows.every((one) => isAnother(one, row) || chosen.has(one.path))}
                                            onChange={(on) =>
                                                chooseAll(
                                                    rows.filter((one) => !isAnother(one, row)),
                                                    on,
                                                )
                                            }
                                        >
                                            <Unseen>{`All of ${folder(row.path)}`}</Unseen>
                                        </Check>
                                        <b style={{ fontWeight: 600 }}>{readable(folder(row.path)) || 'the top folder'}</b>
                                        <span>{row.kind}</span>
                                        <span>{count(rows.filter((one) => !isAnother(one, row)).length, 'file')}</span>
                                        <Figure>{size(rows.reduce((sum, one) => sum + (isAnother(one, row) ? 0 : one.size), 0))}</Figure>
                                    </div>
                                ),
                                <div key={row.path} data-unused={row.path}>
                                    <Check
                                        isSelected={chosen.has(row.path)}
                                        onChange={(on) => {
                                            const next = new Set(chosen);
                                            on ? next.add(row.path) : next.delete(row.path);
                                            setChosen(next);
                                        }}
                                    >
                                        <Unseen>{`Choose ${row.path}`}</Unseen>
                                    </Check>
                                    <div>
                                        <Link to={`/w/${workspace}/documents/${row.id}`} style={{ color: 'inherit' }}>
                                            {readable(fileName(row.path))}
                                        </Link>
                                        {stays.has(row.path) && <small>stays anyway</small>}
                                    </div>
                                    <span />
                                    <span>{row.at === null ? '' : moment(row.at)}</span>
                                    <Figure>{size(row.size)}</Figure>
                                </div>,
                            ])}
                        </Table>
                    )}
                    {more && <div style={{ padding: '0 16px' }}>{more}</div>}
                    {settings.data && rows.length === 0 && !unused.isPending && (
                        <Empty title={starts.length === 0 ? 'From where do people start?' : 'Everything is used'}>
                            {starts.length === 0 && (
                                <>
                                    <p>
                                        Name the documents that are opened first: the book, the assembly, the show. What none of them leads
                                        to is unused.
                                    </p>
                                    <Button onPress={() => setPicking(true)}>Count from …</Button>
                                </>
                            )}
                        </Empty>
                    )}
                    {settings.data && starts.length === 0 && unused.isPending && (
                        <Empty title="From where do people start?">
                            <p>
                                Name the documents that are opened first: the book, the assembly, the show. What none of them leads to is
                                unused.
                            </p>
                            <Button onPress={() => setPicking(true)}>Count from …</Button>
                        </Empty>
                    )}
                </Scroll>
            </Main>
            <PlanPanel
                workspace={workspace}
                rows={[...(quay.data?.rows ?? []), ...(quay.data?.hold ?? [])]}
                current={null}
                onEverything={null}
                onBelow={null}
            />
            {isPicking && (
                <Sheet
                    title="Count from"
                    sub="a document from which people start; it is remembered for all of the workspace"
                    isOpen
                    onClose={() => setPicking(false)}
                >
                    {starts.length > 0 && (
                        <ul style={{ listStyle: 'none', margin: 0, padding: 0, maxHeight: '20vh', overflowY: 'auto' }}>
                            {starts.map((start) => (
                                <li key={start} style={{ display: 'flex', gap: 10, padding: '3px 0', fontSize: 14 }}>
                                    <span style={{ flex: 1, overflowWrap: 'anywhere' }}>{readable(start)}</span>
                                    {starts.length > 1 && (
                                        <TextButton
                                            aria-label={`not from here: ${start}`}
                                            onPress={() => countFrom(starts.filter((one) => one !== start))}
                                        >
                                            not from here
                                        </TextButton>
                                    )}
                                </li>
                            ))}
                        </ul>
                    )}
                    <PickDocument
                        workspace={workspace}
                        except=""
                        onPick={(document) => countFrom([...starts.filter((one) => one !== document.path), document.path])}
                    />
                    <SheetActions>
                        <Button onPress={() => setPicking(false)}>Leave it</Button>
                    </SheetActions>
                </Sheet>
            )}
        </View>
    );
}
