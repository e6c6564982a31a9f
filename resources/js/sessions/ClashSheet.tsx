import styled from 'styled-components';
import type { SessionItem } from '../api/client';
import { ContrastView } from '../contrast/ContrastView';
import { Button } from '../ui/Button';
import { Sheet, SheetActions } from '../ui/Sheet';
import { fileName } from '../ui/words';
import type { Take } from './useSessions';

const Place = styled.div`height: 46vh; min-height: 240px; border: 1px solid var(--rule); margin: 0 -6px; overflow: hidden;`;

interface Props {
    item: SessionItem;
    workspace: string;
    document: string;
    take: Take;
    onTake: (take: Take) => void;
    onClose: () => void;
}

/** Two drafts of one document, side by side: one comes on the screen, the other stays as a recovery point. */
export function ClashSheet({ item, workspace, document, take, onTake, onClose }: Props) {
    return (
        <Sheet
            title={`Two drafts of ${item.title ?? fileName(item.path)}`}
            sub="both are kept: one on the screen, the other as a recovery point"
            isOpen
            onClose={onClose}
            wide
        >
            <Place>
                <ContrastView
                    workspace={workspace}
                    left={{ id: document, source: `session-${item.key}` }}
                    right={{ id: document, source: 'draft' }}
                />
            </Place>
            <SheetActions>
                <Button onPress={onClose}>Decide later</Button>
                <span style={{ flex: 1 }} />
                <Button $main={take === 'session'} onPress={() => onTake('session')}>
                    Take that of the session (left)
                </Button>
                <Button $main={take !== 'session'} onPress={() => onTake('now')}>
                    Keep that of now (right)
                </Button>
            </SheetActions>
        </Sheet>
    );
}
