import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { answer, api, type KeptSession, type SessionDifference } from '../api/client';
import { keys } from '../api/queries';
import { ContrastView } from '../contrast/ContrastView';
import { font } from '../theme/tokens';
import { Button, TextButton } from '../ui/Button';
import { Sheet, SheetActions } from '../ui/Sheet';
import { useParts } from '../ui/useParts';
import { moment, readable } from '../ui/words';

const Select = styled.select`font: 14px ${font.plain}; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; padding: 4px 6px; width: 100%;`;
const List = styled.ul`list-style: none; margin: 0; padding: 0; max-height: 42vh; overflow-y: auto; border-top: 1px solid var(--rule-strong);
    li { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 14px; padding: 6px 2px; border-bottom: 1px solid var(--rule); font-size: 14px; code { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; } }
`;
const Place = styled.div`height: 46vh; border: 1px solid var(--rule); overflow: hidden;`;

interface Props {
    session: KeptSession;
    stage: number;
    sessions: KeptSession[];
    onClose: () => void;
}

/** In what this stage differs from another one, of the same session or of another; the differences of texts are one step away. */
export function DifferencesSheet({ session, stage, sessions, onClose }: Props) {
    const others = sessions.flatMap((one) =>
        one.stages.filter((other) => one.id !== session.id || other.number !== stage).map((other) => ({ session: one, stage: other })),
    );
    const mine = others.findIndex((one) => one.session.id === session.id);
    const [index, setIndex] = useState(Math.max(0, mine));
    const [shown, setShown] = useState<SessionDifference | null>(null);
    const other = others[index];
    const differences = useQuery({
        queryKey: [...keys.sessions, session.id, 'compare', stage, other?.session.id, other?.stage.number],
        queryFn: () =>
            answer(
                api.GET('/sessions/{session}/compare/{second}', {
                    params: {
                        path: { session: session.id, second: other?.session.id ?? 0 },
                        query: { stage, otherStage: other?.stage.number },
                    },
                }),
            ),
        enabled: other !== undefined,
    });
    const { shown: rows, more } = useParts(differences.data ?? []);
    return (
        <Sheet title={`“${session.name}”, stage ${stage}, compared`} sub="first this one, second the other" isOpen onClose={onClose} wide>
            {!other ? (
                <p>There is no other session or stage to compare it with.</p>
            ) : (
                <Select aria-label="Compare with" value={index} onChange={(event) => setIndex(Number(event.target.value))}>
                    {others.map((one, at) => (
                        <option key={`${one.session.id}-${one.stage.number}`} value={at}>
                            {readable(one.session.name)}, stage {one.stage.number}, {moment(one.stage.at)}
                        </option>
                    ))}
                </Select>
            )}
            {shown?.slug && shown.document ? (
                <>
                    <p>
                        <TextButton onPress={() => setShown(null)}>Back to the list</TextButton> · <code>{readable(shown.path)}</code>
                    </p>
                    <Place>
                        <ContrastView
                            workspace={shown.slug}
                            left={{ id: shown.document, source: `session-${shown.a}` }}
                            right={{ id: shown.document, source: `session-${shown.b}` }}
                        />
                    </Place>
                </>
            ) : (
                other && (
                    <>
                        {differences.data?.length === 0 && <p>They hold the same.</p>}
                        {differences.isError && <p>{differences.error.message}</p>}
                        {rows.length > 0 && (
                            <List aria-label="Differences">
                                {rows.map((one) => (
                                    <li key={one.workspace + one.path}>
                                        <code title={one.path}>{readable(one.path)}</code>
                                        <span>
                                            {readable(one.differs)}{' '}
                                            {one.document && one.slug && <TextButton onPress={() => setShown(one)}>Look</TextButton>}
                                        </span>
                                    </li>
                                ))}
                            </List>
                        )}
                        {more}
                    </>
                )
            )}
            <SheetActions>
                <Button onPress={onClose}>Done</Button>
            </SheetActions>
        </Sheet>
    );
}
