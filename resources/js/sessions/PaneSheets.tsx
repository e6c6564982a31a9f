import { type ReactNode, useState } from 'react';
import { answer, api, type KeptSession, type SessionStage } from '../api/client';
import { useWorkspaces } from '../api/queries';
import { Button } from '../ui/Button';
import { Check } from '../ui/Check';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { readable } from '../ui/words';
import { useAfterwards } from './useSessions';

interface ActProps {
    title: string;
    sub?: string;
    does: string;
    isDisabled?: boolean;
    act: () => Promise<unknown>;
    onClose: () => void;
    children: ReactNode;
}

/** A small question about a session, with one act that answers it. */
function ActSheet({ title, sub, does, isDisabled, act, onClose, children }: ActProps) {
    const afterwards = useAfterwards();
    const [problem, setProblem] = useState<string | null>(null);
    async function run() {
        try {
            await act();
            await afterwards();
            onClose();
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    return (
        <Sheet title={title} sub={sub} isOpen onClose={onClose}>
            {children}
            {problem && <Notice stop>{problem}</Notice>}
            <SheetActions>
                <Button onPress={onClose}>Leave it</Button>
                <Button $main isDisabled={isDisabled} onPress={run}>
                    {does}
                </Button>
            </SheetActions>
        </Sheet>
    );
}

const change = (session: KeptSession, body: { name?: string; sharedWith?: string[]; stage?: number; label?: string | null }) =>
    answer(api.PATCH('/sessions/{session}', { params: { path: { session: session.id } }, body }));

export function ShareSheet({ session, onClose }: { session: KeptSession; onClose: () => void }) {
    const workspaces = useWorkspaces();
    const [chosen, setChosen] = useState<Set<string>>(new Set(session.sharedWith));
    return (
        <ActSheet
            title={`Share “${session.name}”`}
            sub="others read it and open it as their own copy; what is yours stays yours"
            does={chosen.size === 0 ? 'Share it with nobody' : 'Share it'}
            act={() => change(session, { sharedWith: [...chosen] })}
            onClose={onClose}
        >
            <p>The members of these workspaces may read it, each as far as its documents are theirs too. Its drafts can be read with it.</p>
            {(workspaces.data ?? []).map((one) => (
                <Check
                    key={one.slug}
                    isSelected={chosen.has(one.slug)}
                    onChange={(on) => setChosen(new Set(on ? [...chosen, one.slug] : [...chosen].filter((slug) => slug !== one.slug)))}
                >
                    {readable(one.name)}
                </Check>
            ))}
        </ActSheet>
    );
}

export function NameSheet({ session, onClose }: { session: KeptSession; onClose: () => void }) {
    const [name, setName] = useState(session.isBefore ? '' : session.name);
    return (
        <ActSheet
            title={`Another name for “${session.name}”`}
            does="Name it"
            isDisabled={name.trim() === ''}
            act={() => change(session, { name: name.trim() })}
            onClose={onClose}
        >
            <Field
                label="Name"
                value={name}
                onChange={setName}
                autoFocus
                hint={session.isBefore ? 'With a name of its own it stays, however often something else is opened.' : undefined}
            />
        </ActSheet>
    );
}

export function LabelSheet({ session, stage, onClose }: { session: KeptSession; stage: SessionStage; onClose: () => void }) {
    const [label, setLabel] = useState(stage.label ?? '');
    return (
        <ActSheet
            title={`Label stage ${stage.number} of “${session.name}”`}
            sub="a labelled stage stays, however many come after it"
            does={label.trim() === '' ? 'Take the label away' : 'Label it'}
            act={() => change(session, { stage: stage.number, label: label.trim() || null })}
            onClose={onClose}
        >
            <Field label="Label" value={label} onChange={setLabel} autoFocus />
        </ActSheet>
    );
}

export function DeleteSheet({
    session,
    frees,
    onClose,
    onDone,
}: {
    session: KeptSession;
    frees: string;
    onClose: () => void;
    onDone: () => void;
}) {
    return (
        <ActSheet
            title={`Delete “${session.name}”?`}
            does={session.stages.length > 1 ? `Delete its ${session.stages.length} stages` : 'Delete it'}
            act={async () => {
                await answer(api.DELETE('/sessions/{session}', { params: { path: { session: session.id } } }));
                onDone();
            }}
            onClose={onClose}
        >
            <p>
                What is open stays open, and documents and their drafts stay as they are. {frees} that only this session keeps come free
                within the next hours. This cannot be taken back.
            </p>
        </ActSheet>
    );
}
