import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { answer, api, type Entry, type NamingRule } from '../api/client';
import { keys } from '../api/queries';
import { asDecisions } from '../plan/choices';
import { Progress } from '../plan/Progress';
import { Statement } from '../plan/Statement';
import { useExecution } from '../plan/useExecution';
import { usePlan } from '../plan/usePlan';
import { ViewHead } from '../shell/ViewHead';
import { Aside } from '../ui/Aside';
import { Button, TextButton } from '../ui/Button';
import { Check } from '../ui/Check';
import { Empty } from '../ui/Empty';
import { Field } from '../ui/Field';
import { Main, View } from '../ui/ledger';
import { Notice } from '../ui/Notice';
import { count, fileName, readable } from '../ui/words';
import { CopyTable } from './CopyTable';
import { AS_IS, NamingRuleForm } from './NamingRuleForm';
import { copyChoices, useCopies } from './useCopies';

/** Copies a document with all below it: which of them, under which names, and where. */
export function CopyView() {
    const { workspace = '', id = '' } = useParams();
    return <OneTree key={id} workspace={workspace} id={id} />;
}

function OneTree({ workspace, id }: { workspace: string; id: string }) {
    const navigate = useNavigate();
    const [folder, setFolder] = useState<string | null>(null);
    const [flat, setFlat] = useState(false);
    const [rule, setRule] = useState<NamingRule>(AS_IS);
    const [shared, setShared] = useState<ReadonlySet<string>>(new Set());
    const [paths, setPaths] = useState<Record<string, string>>({});
    const [ofSaved, setOfSaved] = useState(false);
    const [note, setNote] = useState('');
    const [done, setDone] = useState<Entry | null>(null);
    const document = useQuery({
        queryKey: keys.document(workspace, id),
        queryFn: () => answer(api.GET('/workspaces/{workspace}/documents/{document}', { params: { path: { workspace, document: id } } })),
    });
    const tree = useCopies(workspace, id, { folder, flat, rule, shared: [...shared].sort(), paths }, done !== null);
    const rows = tree.data?.rows ?? [];
    const copied = rows.filter((row) => row.newPath !== null);
    const clashes = rows.filter((row) => row.clash);
    const choices = useMemo(() => (tree.data && !done ? copyChoices(tree.data, ofSaved) : {}), [tree.data, ofSaved, done]);
    const plan = usePlan(workspace, choices);
    const { isWriting, progress, problem, moved, write, stop, forget } = useExecution(workspace);
    const isReady =
        plan.data !== undefined &&
        !plan.isPlaceholderData &&
        !tree.isPlaceholderData &&
        plan.data.blockers.length === 0 &&
        clashes.length === 0 &&
        copied.length > 0;
    const name = document.data?.row.title ?? fileName(document.data?.row.path ?? '');
    const hasDrafts = rows.some((row) => row.content === 'modified');

    async function copy() {
        if (plan.data && isReady) {
            setDone(await write({ decisions: asDecisions(choices), plan: plan.data, note }));
        }
    }
    async function openCopy() {
        const line = done?.lines.find((one) => one.origin === id);
        if (line) {
            await answer(
                api.POST('/workspaces/{workspace}/quay', { params: { path: { workspace } }, body: { documents: [line.documentId] } }),
            );
            navigate(`/w/${workspace}/documents/${line.documentId}`);
        }
    }
    function share(ids: string[], on: boolean) {
        const next = new Set(shared);
        for (const one of ids) {
            on && one !== id ? next.add(one) : next.delete(one);
        }
        setShared(next);
    }

    return (
        <View>
            <Main>
                <ViewHead title={`Copy ${name}`} sub="with all below it, under new names; the original stays as it is">
                    <Button onPress={() => navigate(-1)}>{done ? 'Keep working on the original' : 'Leave it'}</Button>
                </ViewHead>
                {tree.isError && !tree.data ? (
                    <Empty title="This cannot be copied">
                        <p>{tree.error.message}</p>
                    </Empty>
                ) : (
                    <CopyTable
                        rows={rows}
                        top={id}
                        isDone={done !== null}
                        onShare={share}
                        onPath={(document, path) => {
                            const { [document]: _before, ...rest } = paths;
                            setPaths(path === null ? rest : { ...rest, [document]: path });
                        }}
                        overridden={paths}
                    />
                )}
            </Main>
            <Aside
                title="How it is copied"
                sub="where to, and under which names"
                summary={done ? 'done' : count(copied.length, 'document')}
                foot={
                    <>
                        {progress && <Progress {...progress} onStop={stop} />}
                        {done ? (
                            <>
                                <Button $main data-kept onPress={openCopy}>
                                    Open the copy
                                </Button>
                                <Button onPress={() => navigate(`/w/${workspace}/quay`)}>Keep working on the original</Button>
                            </>
                        ) : (
                            <>
                                {clashes.length > 0 && (
                                    <Notice stop>
                                        <span>{count(clashes.length, 'name')} cannot be had; the rows say why.</span>
                                        <TextButton
                                            onPress={() =>
                                                setPaths({
                                                    ...paths,
                                                    ...Object.fromEntries(
                                                        clashes.flatMap((row) =>
                                                            row.suggestion ? [[row.documentId, row.suggestion]] : [],
                                                        ),
                                                    ),
                                                })
                                            }
                                        >
                                            Take all suggestions
                                        </TextButton>
                                    </Notice>
                                )}
                                <Field label="Note for the logbook (can stay empty)" value={note} onChange={setNote} />
                                <Button $main data-kept isDisabled={!isReady || isWriting} onPress={copy}>
                                    {isWriting ? 'Writing …' : `Copy ${count(copied.length, 'document')}`}
                                </Button>
                                <small>{count(rows.length - copied.length, 'document')} shared with the original</small>
                            </>
                        )}
                    </>
                }
            >
                {done ? (
                    <Notice>
                        <span>Copied, as entry {done.number} of the logbook.</span>
                        <Statement workspace={workspace} entry={done.id} />
                    </Notice>
                ) : (
                    <>
                        <Field label="Folder that holds the copy" value={folder ?? tree.data?.folder ?? ''} onChange={setFolder} mono />
                        <Check isSelected={flat} onChange={setFlat}>
                            All in this one folder
                        </Check>
                        <NamingRuleForm workspace={workspace} rule={rule} onChange={setRule} />
                        {hasDrafts && (
                            <Check isSelected={ofSaved} onChange={setOfSaved}>
                                The saved contents, not what is on the screen
                            </Check>
                        )}
                        {!done &&
                            tree.data?.troubles.map((trouble) => (
                                <Notice key={trouble.why} stop={trouble.stops}>
                                    {trouble.why} {trouble.wayOut}
                                </Notice>
                            ))}
                        {tree.isError && <Notice stop>{tree.error.message}</Notice>}
                        {clashes.length === 0 &&
                            plan.data?.blockers.map((blocker) => (
                                <Notice stop key={blocker.path + blocker.message}>
                                    <code>{readable(blocker.path)}</code>
                                    <span>{blocker.message}</span>
                                </Notice>
                            ))}
                        {plan.data?.warnings.map((warning) => (
                            <Notice key={warning.path + warning.message}>
                                <code>{readable(warning.path)}</code>
                                <span>{warning.message}</span>
                            </Notice>
                        ))}
                        {problem && <Notice stop>{problem}</Notice>}
                        {moved && (
                            <Notice>
                                <span>The plan has changed since; what you see now is the new one.</span>
                                <TextButton onPress={forget}>I have looked at it</TextButton>
                            </Notice>
                        )}
                    </>
                )}
            </Aside>
        </View>
    );
}
