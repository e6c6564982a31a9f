import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Crate } from '../api/client';
import { ViewHead } from '../shell/ViewHead';
import { font } from '../theme/tokens';
import { Button, TextButton } from '../ui/Button';
import { Empty } from '../ui/Empty';
import { Figure, Scroll, Table } from '../ui/ledger';
import { Menu } from '../ui/Menu';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { useParts } from '../ui/useParts';
import { count, moment, readable, size } from '../ui/words';
import { DifferencesSheet } from './DifferencesSheet';
import { leadOutWords } from './wish';

const View = styled.section`display: flex; flex-direction: column; height: 100%; min-height: 0; > header { padding-left: 16px; }`;
const Name = styled.div`b { font: 600 15.5px ${font.title}; overflow-wrap: anywhere; }`;
const Recipes = styled.section`padding: 18px 16px; h2 { font-size: 17px; } ul { list-style: none; margin: 6px 0 0; padding: 0; } li { padding: 5px 0; border-bottom: 1px solid var(--rule); display: flex; gap: 16px; align-items: center; } li span { flex: 1; overflow-wrap: anywhere; }`;

const COLUMNS = 'minmax(0, 1.6fr) minmax(0, 1fr) 140px 90px minmax(150px, 0.8fr) 84px';

/** What was packed of this workspace, for whom, and the ways to pack and to take in. */
export function CratesView() {
    const { workspace = '' } = useParams();
    const navigate = useNavigate();
    const client = useQueryClient();
    const params = { path: { workspace } };
    const crates = useQuery({
        queryKey: [workspace, 'crates'],
        queryFn: () => answer(api.GET('/workspaces/{workspace}/crates', { params })),
    });
    const recipes = useQuery({
        queryKey: [workspace, 'crate-recipes'],
        queryFn: () => answer(api.GET('/workspaces/{workspace}/crate-recipes', { params })),
    });
    const [problem, setProblem] = useState<string | null>(null);
    const [leaving, setLeaving] = useState<Crate | null>(null);
    const [again, setAgain] = useState<Crate | null>(null);
    const after = () => client.invalidateQueries({ queryKey: [workspace, 'crates'] });
    const act = useMutation({
        mutationFn: (work: () => Promise<unknown>) => work(),
        onSuccess: after,
        onError: (error: Error) => setProblem(error.message),
    });
    const at = (crate: Crate) => ({ params: { path: { workspace, crate: crate.number } } });
    const { shown, more } = useParts(crates.data ?? [], 100);
    const pack = () => navigate(`/w/${workspace}/crates/pack?open=1`);
    const takeIn = () => navigate(`/w/${workspace}/crates/take-in`);
    const download = (crate: Crate) => window.location.assign(`/api/workspaces/${workspace}/crates/${crate.number}/file`);
    const dropRecipe = (name: string) =>
        void answer(api.DELETE('/workspaces/{workspace}/crate-recipes', { params: { ...params, query: { name } } }))
            .then(() => client.invalidateQueries({ queryKey: [workspace, 'crate-recipes'] }))
            .catch((error: Error) => setProblem(error.message));

    return (
        <View>
            <ViewHead title="Crates" sub="what was handed over, complete, and what comes back">
                <Button onPress={takeIn}>Take in a crate …</Button>
                <Button $main onPress={pack}>
                    Pack a crate …
                </Button>
            </ViewHead>
            {problem && <Notice stop>{problem}</Notice>}
            {crates.isError && <Notice stop>{crates.error.message}</Notice>}
            <Scroll>
                {shown.length > 0 && (
                    <Table $columns={COLUMNS} aria-label="Crates">
                        <div>
                            <span>crate</span>
                            <span>for</span>
                            <span>packed</span>
                            <Figure>holds</Figure>
                            <span>is it complete?</span>
                            <span />
                        </div>
                        {shown.map((crate) => (
                            <div key={crate.number} data-crate={crate.number}>
                                <Name>
                                    <b>{readable(crate.name)}</b>
                                    {crate.note && <small>{readable(crate.note)}</small>}
                                    <code title={`SHA-256 of its manifest: ${crate.hash}`}>{crate.hash.slice(0, 16)}…</code>
                                </Name>
                                <span>
                                    {readable(crate.recipient) || '—'}
                                    {crate.isOut && (
                                        <small>
                                            lent out{' '}
                                            <TextButton
                                                onPress={() =>
                                                    act.mutate(() =>
                                                        answer(
                                                            api.PATCH('/workspaces/{workspace}/crates/{crate}', {
                                                                ...at(crate),
                                                                body: { isOut: false },
                                                            }),
                                                        ),
                                                    )
                                                }
                                            >
                                                it is back
                                            </TextButton>
                                        </small>
                                    )}
                                    {crate.wasLent && !crate.isOut && <small>came back {moment(crate.endedAt ?? crate.at)}</small>}
                                </span>
                                <span>
                                    {moment(crate.at)}
                                    <small>by {readable(crate.by) || 'someone who is gone'}</small>
                                </span>
                                <Figure>
                                    {count(crate.files, 'file')}
                                    <small>{size(crate.bytes)}</small>
                                </Figure>
                                <span>
                                    {crate.leadOut === 0 ? '✓ complete' : leadOutWords(crate.leadOut)}
                                    {crate.leftOut > 0 && <small>{count(crate.leftOut, 'file')} to be made again</small>}
                                </span>
                                <Menu
                                    label={`More on ${crate.name}`}
                                    small
                                    entries={[
                                        { name: 'Download', run: () => download(crate), isDisabled: !crate.isKept },
                                        { name: 'Pack it again as of today …', run: () => setAgain(crate) },
                                        { name: 'Delete …', run: () => setLeaving(crate), apart: true },
                                    ]}
                                />
                            </div>
                        ))}
                    </Table>
                )}
                {more && <div style={{ padding: '0 16px' }}>{more}</div>}
                {crates.data?.length === 0 && (
                    <Empty title="Nothing was packed yet">
                        <p>
                            A crate is one file with what you choose and everything below it. It proves by itself that it is complete, and
                            it opens anywhere: there is a page in it for whoever has only a browser.
                        </p>
                        <Button onPress={pack}>Pack what is open …</Button>
                    </Empty>
                )}
                {(recipes.data ?? []).length > 0 && (
                    <Recipes aria-label="Kept choices">
                        <h2>Kept choices</h2>
                        <ul>
                            {recipes.data?.map((recipe) => (
                                <li key={recipe.name}>
                                    <span>{readable(recipe.name)}</span>
                                    <TextButton
                                        onPress={() => navigate(`/w/${workspace}/crates/pack?recipe=${encodeURIComponent(recipe.name)}`)}
                                    >
                                        pack with them
                                    </TextButton>
                                    <TextButton onPress={() => dropRecipe(recipe.name)}>drop them</TextButton>
                                </li>
                            ))}
                        </ul>
                    </Recipes>
                )}
            </Scroll>
            {leaving && (
                <Sheet
                    title={`Delete the crate “${leaving.name}”?`}
                    isOpen
                    onClose={() => setLeaving(null)}
                    sub={leaving.isKept ? 'its file goes, too; no document changes' : 'no document changes'}
                >
                    <p>
                        What comes back of it is then known by its documents alone, and no more by the contents that they had when it was
                        packed.
                    </p>
                    <SheetActions>
                        <Button onPress={() => setLeaving(null)}>Leave it</Button>
                        <Button
                            $main
                            onPress={() => {
                                act.mutate(() => answer(api.DELETE('/workspaces/{workspace}/crates/{crate}', at(leaving))));
                                setLeaving(null);
                            }}
                        >
                            Delete it
                        </Button>
                    </SheetActions>
                </Sheet>
            )}
            {again && <DifferencesSheet workspace={workspace} crate={again} onClose={() => setAgain(null)} />}
        </View>
    );
}
