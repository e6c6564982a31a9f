import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { answer, api, ifMatch, type Settings } from '../api/client';
import { keys, useSettings } from '../api/queries';
import { TextButton } from '../ui/Button';
import { Check, OneOf } from '../ui/Check';
import { TextBox } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Sheet } from '../ui/Sheet';
import { KeeperActions } from './KeeperActions';

type Chain = Settings['release'];
const List = styled.ol`
    margin: 0; padding: 0 0 0 22px; display: flex; flex-direction: column; gap: 10px;
    li > div { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 4px 14px; align-items: center; }
    li > div > span { grid-column: 1 / -1; display: flex; flex-wrap: wrap; gap: 2px 18px; }
`;

/** The states through which the workspace's documents go. */
export function StatesSheet({ workspace, onClose }: { workspace: string; onClose: () => void }) {
    const settings = useSettings(workspace);
    return (
        <Sheet
            title="States of documents"
            sub="through which they go, from the first draft to what others rely on"
            isOpen
            onClose={onClose}
            wide
        >
            {settings.data ? (
                <Form workspace={workspace} settings={settings.data} onClose={onClose} />
            ) : (
                <p>{settings.error?.message ?? 'Reading …'}</p>
            )}
        </Sheet>
    );
}

function Form({ workspace, settings, onClose }: { workspace: string; settings: Settings; onClose: () => void }) {
    const client = useQueryClient();
    // Names change while they are typed, and would be no names for what is drawn.
    const [states, setStates] = useState(() => settings.release.states.map((one, number) => ({ ...one, number })));
    const [scheme, setScheme] = useState<Chain['scheme']>(settings.release.scheme);
    const [revision] = useState(settings.revision);
    const [problem, setProblem] = useState<string | null>(null);
    const change = (number: number, part: Partial<Chain['states'][number]>) =>
        setStates(states.map((one) => (one.number === number ? { ...one, ...part } : one)));
    async function keep() {
        try {
            const release = { scheme, states: states.map(({ number: _number, ...one }) => one) };
            await answer(
                api.PATCH('/workspaces/{workspace}/settings', {
                    params: { path: { workspace }, header: ifMatch(revision) },
                    body: { release },
                }),
            );
            await client.invalidateQueries({ queryKey: keys.settings(workspace) });
            onClose();
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    return (
        <>
            <List>
                {states.map((one, index) => (
                    <li key={one.number}>
                        <div>
                            <TextBox
                                aria-label={`Name of state ${index + 1}`}
                                value={one.name}
                                onChange={(event) => change(one.number, { name: event.target.value })}
                            />
                            <TextButton
                                isDisabled={states.length < 2}
                                aria-label={`Take out the state ${one.name}`}
                                onPress={() => setStates(states.filter((other) => other !== one))}
                            >
                                take out
                            </TextButton>
                            <span>
                                <Check isSelected={one.isWritten} onChange={(isWritten) => change(one.number, { isWritten })}>
                                    documents are written in it
                                </Check>
                                <Check isSelected={one.isReleased} onChange={(isReleased) => change(one.number, { isReleased })}>
                                    others rely on them
                                </Check>
                                <Check isSelected={one.isKeepers} onChange={(isKeepers) => change(one.number, { isKeepers })}>
                                    only keepers move into it
                                </Check>
                            </span>
                        </div>
                    </li>
                ))}
            </List>
            <p>
                <TextButton
                    onPress={() =>
                        setStates([
                            ...states,
                            {
                                name: '',
                                isKeepers: false,
                                isWritten: false,
                                isReleased: false,
                                number: 1 + Math.max(...states.map((one) => one.number)),
                            },
                        ])
                    }
                >
                    one more state
                </TextButton>
            </p>
            <OneOf
                label="Revisions are counted"
                options={{ letters: 'A, B, C, …', numbers: '1.0, 1.1, 1.2, …' }}
                value={scheme}
                onChange={setScheme}
            />
            {problem && <Notice stop>{problem}</Notice>}
            <KeeperActions workspace={workspace} keeps="Keep this chain" onKeep={keep} onClose={onClose} />
        </>
    );
}
