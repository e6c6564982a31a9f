import { useMemo, useRef } from 'react';
import { useNavigate } from 'react-router';
import type { Row } from '../api/client';
import { useKeeping } from '../bookmarks/useKeeping';
import { useDecisions } from '../plan/decisions';
import { PlanPanel } from '../plan/PlanPanel';
import { useCommands } from '../shell/commands';
import { useSettled, type Watched } from '../ui/watched';
import { fileName } from '../ui/words';
import { type Entry, rowOf } from './order';

const STAYS_MS = 100;

interface Props {
    workspace: string;
    /** What is shown, of which one row is current, and all of quay and hold. */
    entries: Entry[];
    all: Row[];
    current: Watched<string | null>;
    onEverything: () => void;
    onClose: (ids: string[]) => void;
}

/** The plan beside the ledger, and what can be done with the row that is current there. */
export function BesideQuay({ workspace, entries, all, current, onEverything, onClose }: Props) {
    const navigate = useNavigate();
    const keeping = useKeeping(workspace);
    const decisions = useDecisions(workspace);
    // Who goes through the rows sees each lit at once; what stands beside them follows where they stay.
    const id = useSettled(current, STAYS_MS);
    const row = useMemo(() => rowOf(entries, id), [entries, id]);
    const below = (one: Row) => decisions.decideScope('below', one.id, { kind: 'save' });
    const latest = useRef({ below, onEverything });
    latest.current = { below, onEverything };
    const hands = useMemo(() => ({ everything: () => latest.current.onEverything(), below: (one: Row) => latest.current.below(one) }), []);
    // A key is for the row that is lit when it is pressed.
    const on = (work: (one: Row) => void) => () => {
        const one = rowOf(entries, current.now());
        if (one) {
            work(one);
        }
    };
    const name = row === null ? '' : (row.title ?? fileName(row.path));
    useCommands(
        row === null
            ? []
            : [
                  { name: `Save ${name} with all below it`, keys: 'b', run: on(below) },
                  { name: `What hangs on ${name}`, keys: 'e', run: on((one) => navigate(`/w/${workspace}/documents/${one.id}/reach`)) },
                  { ...keeping.command([row]), run: on((one) => void keeping.keepDocuments([one])) },
                  { name: `Close ${name}`, keys: 'c', run: on((one) => onClose([one.id])) },
              ],
    );
    return <PlanPanel workspace={workspace} rows={all} current={row} onEverything={hands.everything} onBelow={hands.below} />;
}
