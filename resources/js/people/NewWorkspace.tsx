import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { answer, api } from '../api/client';
import { keys } from '../api/queries';
import { isNarrow } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Button, TextButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Figure, Table } from '../ui/ledger';
import { Notice } from '../ui/Notice';
import { count, fileName, readable, size } from '../ui/words';

const Page = styled.main`
    display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); height: 100%;
    @media ${isNarrow} { grid-template-columns: minmax(0, 1fr); height: auto; }
`;
const Side = styled.section`padding: 40px 36px; overflow-y: auto; min-height: 0; display: flex; flex-direction: column; gap: 12px; h1 { font-size: 26px; } h2 { font-size: 18px; } @media ${isNarrow} { padding: 20px; }`;
const Look = styled(Side)`background: var(--tint-soft); border-left: 1px solid var(--rule);`;
const Folders = styled.ul`
    list-style: none; margin: 0; padding: 0; border-top: 1px solid var(--rule-strong); overflow-y: auto;
    li { display: flex; gap: 10px; align-items: center; border-bottom: 1px solid var(--rule); padding: 5px 2px; min-height: 38px; }
    li > span { flex: 1; min-width: 0; overflow-wrap: anywhere; font: 13.5px ${font.mono}; }
    small { color: var(--ink-soft); font-size: 13px; }
`;

/** A folder of the server becomes a workspace, after its administrator has seen what a scan would find there. */
export function NewWorkspace() {
    const client = useQueryClient();
    const navigate = useNavigate();
    const [folder, setFolder] = useState<string | null>(null);
    const [chosen, setChosen] = useState<string | null>(null);
    const [name, setName] = useState('');
    const [problem, setProblem] = useState<string | null>(null);
    const [isBusy, setBusy] = useState(false);
    const list = useQuery({
        queryKey: ['folders', folder],
        queryFn: () => answer(api.GET('/folders', { params: { query: folder === null ? {} : { in: folder } } })),
    });
    const look = useQuery({
        queryKey: ['folders', 'look', chosen],
        queryFn: () => answer(api.GET('/folders/look', { params: { query: { in: chosen ?? '' } } })),
        enabled: chosen !== null,
    });
    function choose(path: string) {
        setChosen(path);
        setName(
            fileName(path)
                .replace(/[-_]+/g, ' ')
                .replace(/^./, (letter) => letter.toUpperCase()),
        );
    }
    async function add() {
        if (chosen === null) {
            return;
        }
        setBusy(true);
        setProblem(null);
        try {
            const made = await answer(api.POST('/workspaces', { body: { name, folder: chosen } }));
            await client.invalidateQueries({ queryKey: keys.workspaces });
            navigate(`/w/${made.slug}/quay`);
        } catch (error) {
            setProblem((error as Error).message);
            setBusy(false);
        }
    }
    return (
        <Page>
            <Side>
                <h1>Register a folder</h1>
                <p>
                    A workspace is a folder on this server. Its files stay ordinary files there; Hafenbuch reads them and writes only what a
                    plan has shown.
                </p>
                <div>
                    {list.data?.folder ? (
                        <>
                            <code>{readable(list.data.folder)}</code> ·{' '}
                            <TextButton onPress={() => setFolder(list.data.above)}>one up</TextButton>
                            {list.data.folder !== chosen && (
                                <>
                                    {' '}
                                    · <TextButton onPress={() => choose(list.data.folder ?? '')}>choose this folder</TextButton>
                                </>
                            )}
                        </>
                    ) : (
                        'Folders in which workspaces may be (HAFENBUCH_ROOTS):'
                    )}
                </div>
                {list.isError && <Notice stop>{list.error.message}</Notice>}
                <Folders>
                    {list.data?.folders.map((one) => (
                        <li key={one.path}>
                            <span>{readable(one.name)}</span>
                            {one.workspace ? (
                                <small>is the workspace “{readable(one.workspace)}”</small>
                            ) : (
                                <>
                                    <TextButton aria-label={`Look into ${one.name}`} onPress={() => setFolder(one.path)}>
                                        look into
                                    </TextButton>
                                    <Button aria-label={`Choose ${one.name}`} onPress={() => choose(one.path)}>
                                        Choose
                                    </Button>
                                </>
                            )}
                        </li>
                    ))}
                    {list.data?.folders.length === 0 && <li>There are no folders in here.</li>}
                </Folders>
                {list.data?.isCut && <p>There are more folders than can be shown.</p>}
                <p>
                    <TextButton onPress={() => navigate('/')}>Back</TextButton>
                </p>
            </Side>
            <Look aria-live="polite">
                {chosen === null ? (
                    <>
                        <h2>What a scan would find</h2>
                        <p>Choose a folder. Its files are counted, and none is read or changed.</p>
                    </>
                ) : (
                    <>
                        <h2>{readable(chosen)}</h2>
                        {look.isPending && <p>Counting …</p>}
                        {look.isError && <Notice stop>{look.error.message}</Notice>}
                        {look.data && (
                            <>
                                <p>
                                    {look.data.isCut ? 'More than ' : ''}
                                    {count(look.data.files, 'file')}, {size(look.data.bytes)}
                                </p>
                                {look.data.stops.map((why) => (
                                    <Notice key={why} stop>
                                        {why}
                                    </Notice>
                                ))}
                                {look.data.warnings.map((why) => (
                                    <Notice key={why}>{why}</Notice>
                                ))}
                                {look.data.stops.length === 0 && (
                                    <>
                                        <Field label="Name of the workspace" value={name} onChange={setName} />
                                        {problem && <Notice stop>{problem}</Notice>}
                                        <div>
                                            <Button $main isDisabled={isBusy || name.trim() === ''} onPress={add}>
                                                {isBusy ? 'Registering …' : 'Register and open it'}
                                            </Button>
                                        </div>
                                    </>
                                )}
                                {look.data.kinds.length > 0 && (
                                    <Table $columns="minmax(0, 1fr) 90px 90px" aria-label="Kinds of files">
                                        <div>
                                            <span>kind</span>
                                            <Figure>files</Figure>
                                            <Figure>size</Figure>
                                        </div>
                                        {look.data.kinds.map((kind) => (
                                            <div key={kind.kind}>
                                                <span>{kind.kind}</span>
                                                <Figure>{kind.files}</Figure>
                                                <Figure>{size(kind.bytes)}</Figure>
                                            </div>
                                        ))}
                                    </Table>
                                )}
                            </>
                        )}
                    </>
                )}
            </Look>
        </Page>
    );
}
