import { useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { Button, TextButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { clock } from '../ui/locale';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { useNow } from '../ui/useNow';
import { ago, count, size } from '../ui/words';
import { useWatch } from './useWatch';

const Numbers = styled.div`display: grid; grid-template-columns: 1fr 1fr; gap: 10px 20px;`;
const Line = styled.div`display: flex; gap: 8px; align-items: center; flex-wrap: wrap; border-top: 1px solid var(--rule); padding-top: 12px; > span { flex: 1; min-width: 200px; }`;
const TIMES: [number, string][] = [
    [15, '15 min'],
    [60, '1 h'],
    [180, '3 h'],
    [720, '12 h'],
];
const FIELDS = {
    minutes: 'Every so many minutes',
    edits: 'Or after so many edits',
    idleSeconds: 'Or when idle, after seconds',
    limit: 'Points kept, oldest out first',
} as const;
type Name = keyof typeof FIELDS;

/** The watch: how often recovery points are made, one by hand, and a pause for heavy work. */
export function WatchSheet({ workspace, onClose }: { workspace: string; onClose: () => void }) {
    const watch = useWatch(workspace);
    const navigate = useNavigate();
    const now = useNow(2000);
    const [typed, setTyped] = useState<Partial<Record<Name, string>>>({});
    const [said, setSaid] = useState<string | null>(null);
    const [problem, setProblem] = useState<string | null>(null);
    const data = watch.query.data;

    async function attempt(work: () => Promise<string>) {
        setProblem(null);
        try {
            setSaid(await work());
        } catch (error) {
            setSaid(null);
            setProblem((error as Error).message);
        }
    }
    if (!data) {
        return (
            <Sheet title="The watch" isOpen onClose={onClose}>
                <p>{watch.query.isError ? watch.query.error.message : 'Reading …'}</p>
            </Sheet>
        );
    }
    const changed = (Object.keys(typed) as Name[]).filter((name) => typed[name] !== undefined && Number(typed[name]) !== data[name]);
    return (
        <Sheet
            title="The watch"
            sub="every edit reaches the server within 5 seconds; recovery points keep all your drafts together"
            isOpen
            onClose={onClose}
        >
            <p>
                {data.points === 0
                    ? 'No recovery points yet.'
                    : `${count(data.points, 'recovery point')}, the newest ${ago(data.newestAt, now)}. What only they keep takes ${size(data.bytes) || '0 B'}.`}{' '}
                {data.points > 0 && (
                    <TextButton
                        onPress={() => {
                            onClose();
                            navigate(`/w/${workspace}/recovery`);
                        }}
                    >
                        See what they hold
                    </TextButton>
                )}
            </p>
            <Numbers>
                {(Object.keys(FIELDS) as Name[]).map((name) => (
                    <Field
                        key={name}
                        label={FIELDS[name]}
                        value={typed[name] ?? String(data[name])}
                        onChange={(value) => setTyped({ ...typed, [name]: value })}
                    />
                ))}
            </Numbers>
            {data.standsDownUntil ? (
                <Line>
                    <span>
                        The watch stands down until {clock(data.standsDownUntil)}. Edits are kept all the same; only no points are made.
                    </span>
                    <Button onPress={() => attempt(async () => (await watch.standDown(0)) && 'The watch is kept again.')}>
                        Keep it again now
                    </Button>
                </Line>
            ) : (
                <Line>
                    <span>Stand down for heavy work, such as a recording; it ends by itself:</span>
                    {TIMES.map(([minutes, words]) => (
                        <Button
                            key={minutes}
                            onPress={() => attempt(async () => (await watch.standDown(minutes)) && `The watch stands down for ${words}.`)}
                        >
                            {words}
                        </Button>
                    ))}
                </Line>
            )}
            {said && <Notice>{said}</Notice>}
            {problem && <Notice stop>{problem}</Notice>}
            <SheetActions>
                <Button
                    onPress={() =>
                        attempt(async () =>
                            (await watch.makePoint()) ? 'A recovery point was made.' : 'Nothing has changed since the newest point.',
                        )
                    }
                >
                    Make a point now
                </Button>
                <Button onPress={onClose}>Done</Button>
                {changed.length > 0 && (
                    <Button
                        $main
                        onPress={() =>
                            attempt(async () => {
                                await watch.change(Object.fromEntries(changed.map((name) => [name, Number(typed[name])])));
                                setTyped({});
                                return 'Kept.';
                            })
                        }
                    >
                        Keep these numbers
                    </Button>
                )}
            </SheetActions>
        </Sheet>
    );
}
