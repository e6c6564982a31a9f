import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { answer, api, type IncomingRule, ifMatch, type Settings } from '../api/client';
import { keys, useSettings } from '../api/queries';
import { isSingle } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Button, TextButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';

const Rules = styled.div`
    display: flex; flex-direction: column; gap: 6px;
    > div { display: grid; grid-template-columns: 130px minmax(0, 1fr) 150px minmax(0, 1fr) auto; gap: 8px; align-items: center; font-size: 14px; }
    select, input { font: 13.5px ${font.plain}; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; padding: 5px 6px; width: 100%; min-width: 0; }
    @media ${isSingle} { > div { grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); border-bottom: 1px solid var(--rule); padding-bottom: 6px; } }
`;
const KINDS = { '': 'every file', picture: 'pictures', sound: 'sounds', film: 'films', document: 'documents', other: 'other files' };
const WHERE: Record<IncomingRule['where'], string> = { 'in place': 'stay in place', folder: 'are taken into', beside: 'come in beside' };

/** What is done with files from elsewhere, and which belong together by name. */
export function IncomingSheet({ workspace, onClose }: { workspace: string; onClose: () => void }) {
    const settings = useSettings(workspace);
    return (
        <Sheet title="What comes in, and what goes along" sub="for everyone who works in this workspace" isOpen onClose={onClose} wide>
            {settings.data ? (
                <Form workspace={workspace} settings={settings.data} onClose={onClose} />
            ) : (
                <p>{settings.isError ? settings.error.message : 'Reading …'}</p>
            )}
        </Sheet>
    );
}

const linesOf = (text: string) =>
    text
        .split('\n')
        .map((line) => line.trim())
        .filter(Boolean);

function Form({ workspace, settings, onClose }: { workspace: string; settings: Settings; onClose: () => void }) {
    const client = useQueryClient();
    const [rules, setRules] = useState<IncomingRule[]>(settings.incoming.rules);
    const [ours, setOurs] = useState(settings.incoming.ours.join('\n'));
    const [companions, setCompanions] = useState(settings.companions.join('\n'));
    const [revision] = useState(settings.revision);
    const [problem, setProblem] = useState<string | null>(null);
    const change = (index: number, some: Partial<IncomingRule>) =>
        setRules(rules.map((rule, at) => (at === index ? { ...rule, ...some } : rule)));

    async function keep() {
        setProblem(null);
        try {
            const body = { incoming: { rules, ours: linesOf(ours) }, companions: linesOf(companions) };
            await answer(
                api.PATCH('/workspaces/{workspace}/settings', { params: { path: { workspace }, header: ifMatch(revision) }, body }),
            );
            await client.invalidateQueries({ queryKey: keys.settings(workspace) });
            await client.invalidateQueries({ queryKey: [workspace, 'take-in'] });
            await client.invalidateQueries({ queryKey: [workspace, 'plan'] });
            onClose();
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    return (
        <>
            <div>
                <p style={{ marginBottom: 8 }}>
                    Files outside that documents refer to; the first line that fits counts. What none fits comes into taken-in/.
                </p>
                <Rules>
                    {rules.map((rule, index) => (
                        // biome-ignore lint/suspicious/noArrayIndexKey: a rule is its place
                        <div key={index}>
                            <select
                                aria-label={`Kind of rule ${index + 1}`}
                                value={rule.kind ?? ''}
                                onChange={(event) => change(index, { kind: (event.target.value || null) as IncomingRule['kind'] })}
                            >
                                {Object.entries(KINDS).map(([key, name]) => (
                                    <option key={key} value={key}>
                                        {name}
                                    </option>
                                ))}
                            </select>
                            <input
                                aria-label={`Folder from which rule ${index + 1} is`}
                                value={rule.from ?? ''}
                                placeholder="from anywhere"
                                onChange={(event) => change(index, { from: event.target.value || null })}
                            />
                            <select
                                aria-label={`Where rule ${index + 1} puts them`}
                                value={rule.where}
                                onChange={(event) => change(index, { where: event.target.value as IncomingRule['where'] })}
                            >
                                {Object.entries(WHERE).map(([key, name]) => (
                                    <option key={key} value={key}>
                                        {name}
                                    </option>
                                ))}
                            </select>
                            {rule.where === 'folder' ? (
                                <input
                                    aria-label={`Folder into which rule ${index + 1} takes them`}
                                    value={rule.folder ?? ''}
                                    placeholder="the top folder"
                                    onChange={(event) => change(index, { folder: event.target.value })}
                                />
                            ) : (
                                <span>{rule.where === 'beside' ? 'the document' : ''}</span>
                            )}
                            <TextButton
                                aria-label={`Leave out rule ${index + 1}`}
                                onPress={() => setRules(rules.filter((_, at) => at !== index))}
                            >
                                leave out
                            </TextButton>
                        </div>
                    ))}
                </Rules>
                <p style={{ marginTop: 8 }}>
                    <TextButton onPress={() => setRules([...rules, { kind: null, from: null, where: 'beside', folder: null }])}>
                        One more line
                    </TextButton>
                </p>
            </div>
            <Field
                label="Folders of this server that count as ours, one a line; what lies there stays in place"
                value={ours}
                onChange={setOurs}
                lines
                mono
                placeholder="/srv/picture-library"
            />
            <Field
                label="What belongs to a document by name, one a line; it goes where the document goes"
                value={companions}
                onChange={setCompanions}
                lines
                rows={6}
                mono
                hint="{stem} stands for the document’s name without its ending, {name} for all of it; a folder ends with a slash."
            />
            {problem && <Notice stop>{problem}</Notice>}
            <SheetActions>
                <Button onPress={onClose}>Leave it</Button>
                <Button $main onPress={keep}>
                    Keep this
                </Button>
            </SheetActions>
        </>
    );
}
