import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import styled from 'styled-components';
import { answer, api, type ComingCrate, type ComingWish } from '../api/client';
import { sendInParts } from '../open/sending';
import { ViewHead } from '../shell/ViewHead';
import { font } from '../theme/tokens';
import { Aside } from '../ui/Aside';
import { Button, TextButton } from '../ui/Button';
import { Check, OneOf } from '../ui/Check';
import { Field } from '../ui/Field';
import { Main, Scroll, View } from '../ui/ledger';
import { Notice } from '../ui/Notice';
import { useParts } from '../ui/useParts';
import { count, moment, readable, size } from '../ui/words';
import { ComingTable } from './ComingTable';
import { CrateProgress } from './CrateProgress';

const Start = styled.div`padding: 28px 24px; max-width: 620px; display: flex; flex-direction: column; gap: 16px; h2 { font-size: 18px; }
    form { display: grid; grid-template-columns: minmax(0, 1fr) auto; column-gap: 12px; > :first-child { grid-row: span 2; } > button { align-self: start; margin-top: 21px; } }`;
const Tally = styled.ul`list-style: none; margin: 0; padding: 0; font-size: 14px; li { display: flex; gap: 10px; border-bottom: 1px solid var(--rule); padding: 2px 0; } span { flex: 1; } b { font: 600 14px ${font.plain}; font-variant-numeric: tabular-nums; }`;
const Work = styled.div`display: flex; gap: 12px; align-items: center; progress { flex: 1; accent-color: var(--ink); }`;

type Where = 'back' | 'into';
type Taken = Awaited<ReturnType<typeof taking>>;

const STATES = ['changed by both', 'changed by them', 'new', 'gone there', 'changed here since', 'as you sent it'] as const;

function taking(workspace: string, body: ComingWish) {
    return answer(api.POST('/workspaces/{workspace}/crates/take-in', { params: { path: { workspace } }, body }));
}

/** A crate that came: looked into, compared, and taken in or back. */
export function ComingView() {
    const { workspace = '' } = useParams();
    const client = useQueryClient();
    const picker = useRef<HTMLInputElement>(null);
    const stop = useRef<AbortController | null>(null);
    const [source, setSource] = useState<{ part?: string; from?: string } | null>(null);
    const [share, setShare] = useState<number | null>(null);
    const [from, setFrom] = useState('');
    const [where, setWhere] = useState<Where>('back');
    const [folder, setFolder] = useState('');
    const [isEdited, setEdited] = useState(false);
    const [theirs, setTheirs] = useState<string[]>([]);
    const [left, setLeft] = useState<string[]>([]);
    const [coming, setComing] = useState<ComingCrate | null>(null);
    const [taken, setTaken] = useState<Taken | null>(null);
    const [problem, setProblem] = useState<string | null>(null);

    const wish = (next: Partial<{ where: Where; folder: string; isEdited: boolean }> = {}): ComingWish => ({
        ...source,
        into: (next.where ?? where) === 'into' ? (next.folder ?? folder) : null,
        isEdited: next.isEdited ?? isEdited,
        theirs,
    });
    const look = useMutation({
        mutationFn: (body: ComingWish) =>
            answer(api.POST('/workspaces/{workspace}/crates/look', { params: { path: { workspace } }, body })),
        onSuccess: (found, asked) => {
            setComing(found);
            setProblem(null);
            // What was never packed here has nowhere to go back to.
            if (asked.into == null && found.faults.length === 0 && found.rows.every((row) => row.documentId === null)) {
                setWhere('into');
                setFolder((now) => now || readable(found.name).replaceAll('/', '-'));
            }
        },
        onError: (error: Error) => setProblem(error.message),
    });
    const take = useMutation({
        mutationFn: (body: ComingWish) => taking(workspace, body),
        onSuccess: async (made) => {
            setTaken(made);
            setProblem(null);
            await client.invalidateQueries({ queryKey: [workspace] });
        },
        onError: (error: Error) => setProblem(error.message),
    });
    async function upload(file: File) {
        const controller = new AbortController();
        stop.current = controller;
        setShare(0);
        setProblem(null);
        try {
            const part = await sendInParts(workspace, file, 'crate', controller.signal, setShare);
            setSource({ part });
            look.mutate({ part, into: null });
        } catch (error) {
            setProblem(controller.signal.aborted ? 'Stopped. Nothing was taken in.' : (error as Error).message);
        }
        setShare(null);
    }
    function openFrom() {
        setSource({ from: from.trim() });
        look.mutate({ from: from.trim(), into: null });
    }
    function again(next: Partial<{ where: Where; folder: string; isEdited: boolean }>) {
        setTaken(null);
        look.mutate(wish(next));
    }
    const faults = useParts(coming?.faults ?? [], 30);
    const bringing = (coming?.rows ?? []).filter((row) => row.brings && !left.includes(row.place));
    const mayOpen = from.trim().startsWith('/') && !look.isPending;
    const isWrong = (coming?.faultCount ?? 0) > 0;
    const only = left.length > 0 ? bringing.map((row) => row.place) : null;

    return (
        <View>
            <Main>
                <ViewHead
                    title={coming ? coming.name : 'Take in a crate'}
                    sub={
                        coming?.packedAt
                            ? `packed ${moment(coming.packedAt)}${coming.by ? ` by ${readable(coming.by)}` : ''}`
                            : 'looked into first; no file is written'
                    }
                >
                    {coming && (
                        <Button
                            onPress={() => {
                                setComing(null);
                                setSource(null);
                                setTaken(null);
                                setLeft([]);
                            }}
                        >
                            Another one …
                        </Button>
                    )}
                </ViewHead>
                <Scroll>
                    {!coming && (
                        <Start>
                            <input
                                ref={picker}
                                type="file"
                                accept=".zip,application/zip"
                                hidden
                                aria-label="The crate’s file"
                                onChange={(event) => event.target.files?.[0] && void upload(event.target.files[0])}
                            />
                            <h2>From your computer</h2>
                            <p>A crate, any other bag, or a plain ZIP file. If the connection breaks, it goes on where it stopped.</p>
                            <span>
                                <Button $main onPress={() => picker.current?.click()} isDisabled={share !== null || look.isPending}>
                                    Choose a file …
                                </Button>
                            </span>
                            {share !== null && (
                                <Work role="status">
                                    <progress value={share} max={1} aria-label="Sent" />
                                    <span>{Math.round(100 * share)} %</span>
                                    <TextButton onPress={() => stop.current?.abort()}>stop</TextButton>
                                </Work>
                            )}
                            <h2>From a folder of the server</h2>
                            <form
                                onSubmit={(event) => {
                                    event.preventDefault();
                                    mayOpen && openFrom();
                                }}
                            >
                                <Field
                                    label="Path of a ZIP file or a folder"
                                    value={from}
                                    onChange={setFrom}
                                    mono
                                    hint="in a workspace of yours, or in a folder that this server allows"
                                />
                                <Button type="submit" isDisabled={!mayOpen}>
                                    Look into it
                                </Button>
                            </form>
                            {look.isPending && <CrateProgress />}
                            {problem && <Notice stop>{problem}</Notice>}
                        </Start>
                    )}
                    {coming && isWrong && (
                        <Notice stop>
                            <span>
                                {count(coming.faultCount, 'fault')}: nothing is taken in.
                                {coming.isCrate ? ' If someone worked on its files without packing it again, say so on the right.' : ''}
                            </span>
                            {faults.shown.map((fault) => (
                                <span key={fault.entry + fault.why} style={{ overflowWrap: 'anywhere' }}>
                                    {fault.entry && <code>{readable(fault.entry)}: </code>}
                                    {fault.why}
                                </span>
                            ))}
                            {faults.more}
                        </Notice>
                    )}
                    {coming && source && (
                        <ComingTable
                            workspace={workspace}
                            rows={taken?.rows ?? coming.rows}
                            wish={wish()}
                            left={left}
                            theirs={theirs}
                            onLeave={(place, stays) => setLeft(stays ? [...left, place] : left.filter((one) => one !== place))}
                            onTheirs={(place, on) => setTheirs(on ? [...theirs, place] : theirs.filter((one) => one !== place))}
                            isDone={taken !== null}
                        />
                    )}
                </Scroll>
            </Main>
            <Aside
                title="Taking it in"
                sub="what comes are drafts; a save writes them"
                foot={
                    coming &&
                    !taken && (
                        <>
                            {(look.isPending || take.isPending) && <CrateProgress />}
                            <Button
                                $main
                                data-kept
                                isDisabled={
                                    isWrong ||
                                    bringing.length === 0 ||
                                    look.isPending ||
                                    take.isPending ||
                                    (where === 'into' && !folder.trim())
                                }
                                onPress={() => take.mutate({ ...wish(), only })}
                            >
                                {take.isPending
                                    ? 'Taking in …'
                                    : bringing.length === 0
                                      ? 'Nothing to do'
                                      : `Take in ${count(bringing.length, 'draft')}`}
                            </Button>
                        </>
                    )
                }
            >
                {taken && (
                    <Notice>
                        <span>
                            {taken.drafts === 0 ? 'Nothing was to be done.' : `${count(taken.drafts, 'draft')} came.`}
                            {taken.session ? ` They are on the quay, as the session “${readable(taken.session)}”.` : ''}
                            {taken.keptAs ? ` What was open before is kept as “${readable(taken.keptAs)}”.` : ''}
                        </span>
                        {taken.session && <Link to={`/w/${workspace}/quay`}>Look, compare and save</Link>}
                    </Notice>
                )}
                {coming && problem && <Notice stop>{problem}</Notice>}
                {coming && !taken && (
                    <>
                        <OneOf<Where>
                            label="Where to"
                            options={{ back: 'back to where it came from', into: 'into a new folder' }}
                            value={where}
                            onChange={(next) => {
                                setWhere(next);
                                again({ where: next, folder: folder || coming.name.replaceAll('/', '-') });
                                setFolder((now) => now || coming.name.replaceAll('/', '-'));
                            }}
                        />
                        {where === 'into' && (
                            <Field
                                label="The folder"
                                value={folder}
                                onChange={setFolder}
                                onBlur={() => folder.trim() && again({ folder: folder.trim() })}
                                mono
                            />
                        )}
                        {coming.isBag && (
                            <Check
                                isSelected={isEdited}
                                onChange={(on) => {
                                    setEdited(on);
                                    again({ isEdited: on });
                                }}
                            >
                                someone worked on its files without packing it again
                            </Check>
                        )}
                    </>
                )}
                {coming && (
                    <Tally aria-label="What has become of it">
                        {STATES.map((state) => {
                            const number = coming.rows.filter((row) => row.state === state).length;
                            return (
                                number > 0 && (
                                    <li key={state}>
                                        <span>{state}</span>
                                        <b>{number}</b>
                                    </li>
                                )
                            );
                        })}
                        {coming.madeAgain > 0 && (
                            <li>
                                <span>to be made again</span>
                                <b>{coming.madeAgain}</b>
                            </li>
                        )}
                    </Tally>
                )}
                {coming && bringing.length > 0 && !taken && (
                    <small>{size(bringing.reduce((sum, row) => sum + (row.size ?? 0), 0))} come</small>
                )}
                {!coming && (
                    <p>Whatever comes is checked first: what is listed, what it is, where it would go. With a fault nothing is taken in.</p>
                )}
            </Aside>
        </View>
    );
}
