import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Fragment, useState } from 'react';
import styled from 'styled-components';
import {
    answer,
    api,
    ifMatch,
    type RetentionPolicy,
    type RetentionRule,
    type Room,
    type Settings,
    type ThinningPreview,
} from '../api/client';
import { keys, useSettings } from '../api/queries';
import { font } from '../theme/tokens';
import { Button, TextButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { count, readable, size } from '../ui/words';
import { RuleForm } from './RuleForm';
import { ruleWords } from './ruleWords';

const Scroll = styled.div`overflow-y: auto; display: flex; flex-direction: column; gap: 14px; padding-right: 4px;`;
const Takes = styled.dl`
    display: grid; grid-template-columns: repeat(6, minmax(0, 1fr)); grid-auto-flow: column; grid-template-rows: auto auto; gap: 2px 14px; margin: 0; @media (max-width: 700px) { grid-template-columns: repeat(2, minmax(0, 1fr)); grid-auto-flow: row; grid-template-rows: none; } border-block: 1px solid var(--rule); padding: 8px 0;
    dt { font-size: 13px; color: var(--ink-soft); }
    dd { margin: 0; font-size: 14px; }
`;
const Exceptions = styled.ul`
    list-style: none; margin: 0; padding: 0; font-size: 14px;
    li { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1.6fr) auto; gap: 12px; border-bottom: 1px solid var(--rule); padding: 4px 0; }
    code { font-size: 12.5px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
`;
const Going = styled.table`
    border-collapse: collapse; font-size: 13.5px; width: 100%;
    th { text-align: left; font: 600 13px ${font.plain}; color: var(--ink-soft); border-bottom: 1px solid var(--rule-strong); padding: 3px 12px 3px 0; }
    td { border-bottom: 1px solid var(--rule); padding: 3px 12px 3px 0; vertical-align: top; }
    td:first-child { font: 12.5px ${font.mono}; overflow-wrap: anywhere; }
`;

/** How long the past of this workspace is kept, and what it takes. A rule is applied only after its preview. */
export function KeepingSheet({ workspace, onClose }: { workspace: string; onClose: () => void }) {
    const settings = useSettings(workspace);
    return (
        <Sheet title="What is kept, and what it takes" sub="for everyone who works in this workspace" isOpen onClose={onClose} wide>
            {settings.data ? (
                <Keeping workspace={workspace} settings={settings.data} onClose={onClose} />
            ) : (
                <p>{settings.isError ? settings.error.message : 'Reading …'}</p>
            )}
        </Sheet>
    );
}

function takers(room: Room | undefined): [string, number, number][] {
    const { versions = 0, versionBytes = 0, steps = 0, stepBytes = 0, points = 0, pointBytes = 0 } = room ?? {};
    const { sessions = 0, sessionBytes = 0, crates = 0, crateBytes = 0, pictures = 0, pictureBytes = 0 } = room ?? {};
    return [
        ['Versions', versions, versionBytes],
        ['Steps of drafts', steps, stepBytes],
        ['Your recovery points', points, pointBytes],
        ['Stages of sessions', sessions, sessionBytes],
        ['Crates', crates, crateBytes],
        ['Small pictures', pictures, pictureBytes],
    ];
}

function Keeping({ workspace, settings, onClose }: { workspace: string; settings: Settings; onClose: () => void }) {
    const client = useQueryClient();
    const params = { path: { workspace } };
    const room = useQuery({
        queryKey: [workspace, 'room'],
        queryFn: () => answer(api.GET('/workspaces/{workspace}/room', { params })),
        staleTime: 0,
    });
    const [policy, setPolicy] = useState<RetentionPolicy>(settings.retention);
    const [undoDays, setUndoDays] = useState(String(settings.undoDays));
    const [steps, setSteps] = useState(String(settings.steps));
    const [revision, setRevision] = useState(settings.revision);
    const [place, setPlace] = useState('');
    const [preview, setPreview] = useState<ThinningPreview | null>(null);
    const [said, setSaid] = useState<string | null>(null);
    const [problem, setProblem] = useState<string | null>(null);

    const { folders = {}, kinds = {}, ...usual } = policy;
    function change(next: RetentionPolicy) {
        setPolicy(next);
        setPreview(null);
        setSaid(null);
    }
    async function attempt(work: () => Promise<void>) {
        setProblem(null);
        try {
            await work();
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    const look = () =>
        attempt(async () =>
            setPreview(
                await answer(
                    api.POST('/workspaces/{workspace}/retention/preview', {
                        params,
                        body: { retention: policy, undoDays: Number(undoDays), steps: Number(steps) },
                    }),
                ),
            ),
        );
    const apply = () =>
        attempt(async () => {
            const kept = await answer(
                api.PATCH('/workspaces/{workspace}/settings', {
                    params: { ...params, header: ifMatch(revision) },
                    body: { retention: policy, undoDays: Number(undoDays), steps: Number(steps) },
                }),
            );
            setRevision(kept.revision);
            const { versions } = await answer(api.POST('/workspaces/{workspace}/retention', { params }));
            setPreview(null);
            setSaid(
                `Kept. ${versions === 0 ? 'No version had to go.' : `${count(versions, 'version')} went.`} The rule is applied again every hour.`,
            );
            await client.invalidateQueries({ queryKey: keys.settings(workspace) });
            await client.invalidateQueries({ queryKey: [workspace, 'document'] });
            await room.refetch();
        });
    function except() {
        const name = place.trim().replace(/^\/|\/$/g, '');
        if (name) {
            const rule: RetentionRule = { ...usual, kind: 'last', last: 5 };
            change(
                /[/a-z]/.test(name[0] ?? '') || name.includes('/')
                    ? { ...policy, folders: { ...folders, [name]: rule } }
                    : { ...policy, kinds: { ...kinds, [name]: rule } },
            );
            setPlace('');
        }
    }
    const data = room.data;
    return (
        <>
            <Scroll>
                <Takes aria-label="What it takes">
                    {takers(data).map(([name, number, bytes]) => (
                        <Fragment key={name}>
                            <dt>{name}</dt>
                            <dd>{data ? `${number}, ${size(bytes) || '0 B'}` : '…'}</dd>
                        </Fragment>
                    ))}
                </Takes>
                {data && data.documents.length > 0 && (
                    <details>
                        <summary>The documents whose past takes most</summary>
                        <Going>
                            <thead>
                                <tr>
                                    <th>document</th>
                                    <th>versions</th>
                                    <th>steps</th>
                                </tr>
                            </thead>
                            <tbody>
                                {data.documents.map((one) => (
                                    <tr key={one.document}>
                                        <td>{readable(one.path)}</td>
                                        <td>
                                            {one.versions}, {size(one.versionBytes) || '0 B'}
                                        </td>
                                        <td>
                                            {one.steps}, {size(one.stepBytes) || '0 B'}
                                        </td>
                                    </tr>
                                ))}
                            </tbody>
                        </Going>
                    </details>
                )}
                <p style={{ fontSize: 13, color: 'var(--ink-soft)' }}>
                    The rule below frees versions, the numbers under it steps, and contents that only entries keep; see what would go before
                    you keep it. Recovery points go by the watch; stages of sessions and crates where they are deleted; pictures after a
                    month, and they are drawn again.
                </p>
                <RuleForm label="Which versions stay" rule={usual} onChange={(rule) => change({ ...rule, folders, kinds })} />
                <p style={{ fontSize: 13, color: 'var(--ink-soft)' }}>
                    As found, the newest, labelled versions, and what a draft was begun on always stay.
                </p>
                <div>
                    {(Object.keys(folders).length > 0 || Object.keys(kinds).length > 0) && (
                        <Exceptions aria-label="Exceptions">
                            {Object.entries(folders).map(([name, rule]) => (
                                <Exception
                                    key={name}
                                    name={`${name}/`}
                                    rule={rule}
                                    onChange={(next) => change({ ...policy, folders: changed(folders, name, next) })}
                                />
                            ))}
                            {Object.entries(kinds).map(([name, rule]) => (
                                <Exception
                                    key={name}
                                    name={`all ${name}`}
                                    rule={rule}
                                    onChange={(next) => change({ ...policy, kinds: changed(kinds, name, next) })}
                                />
                            ))}
                        </Exceptions>
                    )}
                    <div style={{ display: 'flex', gap: 8, alignItems: 'end', marginTop: 8 }}>
                        <div style={{ flex: 1 }}>
                            <Field
                                label="Another rule for a folder (guidebook/panels) or a kind (SVG)"
                                value={place}
                                onChange={setPlace}
                                mono
                            />
                        </div>
                        <Button isDisabled={!place.trim()} onPress={except}>
                            Add
                        </Button>
                    </div>
                </div>
                <div style={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 20 }}>
                    <Field
                        label="Days in which an entry can be taken back"
                        value={undoDays}
                        onChange={setUndoDays}
                        hint="So long its contents are kept."
                    />
                    <Field
                        label="Steps of a document that stay after a save"
                        value={steps}
                        onChange={setSteps}
                        hint="Those of an unsaved draft all stay."
                    />
                </div>
                {preview && (
                    <section aria-label="What would go" ref={(element) => element?.scrollIntoView({ block: 'nearest' })}>
                        <Notice>
                            {preview.versions === 0
                                ? 'No version would go.'
                                : `${count(preview.versions, 'version')} of ${count(preview.documents, 'document')} would go: ${size(preview.bytes) || '0 B'} come free at once, ${size(preview.laterBytes) || '0 B'} when their entries can no longer be taken back.`}
                        </Notice>
                        <p style={{ fontSize: 14, padding: '6px 0' }}>
                            {preview.steps === 0
                                ? 'No step would go by their number.'
                                : `${count(preview.steps, 'step')} would go by their number: ${size(preview.stepBytes) || '0 B'}.`}{' '}
                            {preview.entryBytes === 0
                                ? 'No content would come free because its entry can no longer be taken back.'
                                : `${size(preview.entryBytes)} would come free because their entries can no longer be taken back.`}
                        </p>
                        {preview.thinnings.length > 0 && (
                            <Going>
                                <thead>
                                    <tr>
                                        <th>Document</th>
                                        <th>Go</th>
                                        <th>Stay</th>
                                    </tr>
                                </thead>
                                <tbody>
                                    {preview.thinnings.map((one) => (
                                        <tr key={one.documentId}>
                                            <td>{readable(one.path)}</td>
                                            <td>{ranges(one.numbers)}</td>
                                            <td>{one.stays}</td>
                                        </tr>
                                    ))}
                                </tbody>
                            </Going>
                        )}
                    </section>
                )}
                {said && <Notice>{said}</Notice>}
                {problem && <Notice stop>{problem}</Notice>}
            </Scroll>
            <SheetActions>
                <Button onPress={onClose}>{said ? 'Done' : 'Leave it'}</Button>
                {preview ? (
                    <Button $main onPress={apply}>
                        {preview.versions === 0 ? 'Keep this rule' : `Keep this rule and let ${count(preview.versions, 'version')} go`}
                    </Button>
                ) : (
                    <Button $main onPress={look}>
                        See what would go
                    </Button>
                )}
            </SheetActions>
        </>
    );
}

function Exception({ name, rule, onChange }: { name: string; rule: RetentionRule; onChange: (rule: RetentionRule | null) => void }) {
    const [isOpen, setOpen] = useState(false);
    return (
        <>
            <li>
                <code title={name}>{name}</code>
                <span>{ruleWords(rule)}</span>
                <span>
                    <TextButton onPress={() => setOpen(!isOpen)}>{isOpen ? 'done' : 'change'}</TextButton>{' '}
                    <TextButton onPress={() => onChange(null)}>remove</TextButton>
                </span>
            </li>
            {isOpen && (
                <li style={{ gridTemplateColumns: '1fr' }}>
                    <RuleForm label={`For ${name}`} rule={rule} onChange={onChange} />
                </li>
            )}
        </>
    );
}

function changed(rules: Record<string, RetentionRule>, name: string, rule: RetentionRule | null): Record<string, RetentionRule> {
    const { [name]: _before, ...others } = rules;
    return rule === null ? others : { ...rules, [name]: rule };
}

/** 1, 2, 3, 7 as “1–3, 7”. */
function ranges(numbers: number[]): string {
    const found: [number, number][] = [];
    for (const number of numbers) {
        const last = found.at(-1);
        if (last && last[1] === number - 1) {
            last[1] = number;
        } else {
            found.push([number, number]);
        }
    }
    return found.map(([from, to]) => (from === to ? `${from}` : `${from}–${to}`)).join(', ');
}
