import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { answer, api, type Version } from '../api/client';
import { keys } from '../api/queries';
import { Button } from '../ui/Button';
import { Check } from '../ui/Check';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { count, moment, size } from '../ui/words';

const List = styled.div`
    overflow-y: auto; max-height: 46vh; border-block: 1px solid var(--rule);
    > div { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 12px; border-bottom: 1px solid var(--rule); padding: 4px 2px; align-items: center; }
    small { color: var(--ink-soft); font-size: 12.5px; }
`;

interface Props {
    workspace: string;
    id: string;
    /** Newest first. */
    versions: Version[];
    /** The one that is chosen to begin with. */
    chosen: number;
    onDone: () => void;
    onClose: () => void;
}

/** Lets versions of one document go, by hand. */
export function ThinSheet({ workspace, id, versions, chosen, onDone, onClose }: Props) {
    const client = useQueryClient();
    const stays = (version: Version) =>
        version.number === 0
            ? 'as found, stays'
            : version.number === versions[0]?.number
              ? 'the newest, stays'
              : version.label
                ? 'labelled, stays'
                : null;
    const [picked, setPicked] = useState<ReadonlySet<number>>(new Set([chosen]));
    // Which can go may change while this is open: the newest is no longer that when someone saves.
    const going = new Set(versions.filter((one) => picked.has(one.number) && stays(one) === null).map((one) => one.number));
    const [problem, setProblem] = useState<string | null>(null);
    const bytes = versions.filter((one) => going.has(one.number)).reduce((sum, one) => sum + one.size, 0);

    async function thin() {
        try {
            await answer(
                api.POST('/workspaces/{workspace}/documents/{document}/versions/thin', {
                    params: { path: { workspace, document: id } },
                    body: { numbers: [...going] },
                }),
            );
            await client.invalidateQueries({ queryKey: keys.document(workspace, id) });
            onDone();
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    return (
        <Sheet title="Let versions go" sub="for good, once the entries that made them can no longer be taken back" isOpen onClose={onClose}>
            <List aria-label="Versions">
                {versions.map((version) => {
                    const why = stays(version);
                    return (
                        <div key={version.number}>
                            <Check
                                isSelected={going.has(version.number)}
                                isDisabled={why !== null}
                                onChange={(on) => {
                                    const next = new Set(going);
                                    on ? next.add(version.number) : next.delete(version.number);
                                    setPicked(next);
                                }}
                            >
                                {version.number}. {version.label ? `“${version.label}”` : (version.note ?? 'saved')}
                            </Check>
                            <small>{why ?? `${moment(version.at)} · ${size(version.size) || '0 B'}`}</small>
                        </div>
                    );
                })}
            </List>
            {problem && <Notice stop>{problem}</Notice>}
            <SheetActions>
                <span style={{ flex: 1, fontSize: 13 }}>{going.size > 0 && `up to ${size(bytes) || '0 B'} come free`}</span>
                <Button onPress={onClose}>Keep them</Button>
                <Button $main isDisabled={going.size === 0} onPress={thin}>
                    {going.size === 0 ? 'None chosen' : `Let ${count(going.size, 'version')} go`}
                </Button>
            </SheetActions>
        </Sheet>
    );
}
