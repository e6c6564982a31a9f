import { useNavigate } from 'react-router';
import styled from 'styled-components';
import type { Document, LookSettings, Reference } from '../api/client';
import type { usePast } from '../history/usePast';
import type { Way } from '../history/useStepping';
import type { LookKeeper } from '../looks/LookKeeper';
import { States } from '../quay/States';
import { font } from '../theme/tokens';
import { Comments, useComments } from '../together/Comments';
import { TextButton } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { count, size } from '../ui/words';
import { Fields } from './Fields';
import { KnownFacts } from './KnownFacts';
import { Lineage } from './Lineage';
import { Mentions } from './Mentions';
import { Preview } from './Preview';
import { References } from './References';
import { ReleasePart } from './ReleasePart';
import { SidePart } from './SidePart';
import type { ShownAs } from './shownAs';
import type { useEdits } from './useEdits';
import { Versions } from './Versions';

const Side = styled.div`display: flex; flex-direction: column; gap: 18px; padding: 14px 18px 24px;`;
const Facts = styled.p`font: 12px/1.5 ${font.mono}; color: var(--ink-soft); overflow-wrap: anywhere;`;

interface Props {
    workspace: string;
    document: Document;
    as: ShownAs;
    look: LookSettings;
    keeper: LookKeeper | null;
    edits: ReturnType<typeof useEdits>;
    past: ReturnType<typeof usePast>;
    /** What the person may do here; what they may not has no function. */
    onPoint?: (references: Reference[]) => void;
    onRemove?: (references: Reference[]) => void;
    onAdd?: () => void;
    onMove?: () => void;
    onStep?: (way: Way) => void;
}

/** What is known of a document, beside its content. */
export function AboutDocument({ workspace, document, as, look, keeper, edits, past, onPoint, onRemove, onAdd, onMove, onStep }: Props) {
    const navigate = useNavigate();
    const { row } = document;
    const comments = useComments(workspace, row.id);
    const closed = look.closedParts ?? [];
    const turn = (name: string) =>
        keeper?.change({ closedParts: closed.includes(name) ? closed.filter((one) => one !== name) : [...closed, name] });
    return (
        <Side>
            <SidePart>
                <States row={row} />
            </SidePart>
            <KnownFacts workspace={workspace} document={document} />
            {document.isText && as.kind === 'picture' && (
                <SidePart name="picture" title="Its picture" closed={closed} onTurn={turn}>
                    {as.shown === 'source' && <Preview document={document} workspace={workspace} />}
                    <p style={{ paddingTop: 4 }}>
                        <TextButton onPress={() => keeper?.change({ shown: look.shown === 'preview' ? 'source' : 'preview' })}>
                            {as.shown === 'preview' ? 'show the source' : 'show it large, in place of the source'}
                        </TextButton>
                    </p>
                </SidePart>
            )}
            {document.fields.length > 0 && (
                <SidePart style={{ display: 'flex', flexDirection: 'column', gap: 10 }}>
                    <Fields document={document} onWrite={edits.writeField} />
                </SidePart>
            )}
            {edits.problem && <Notice stop>{edits.problem}</Notice>}
            <SidePart name="refers-to" title={`Refers to (${count(document.refersTo.length, 'reference')})`} closed={closed} onTurn={turn}>
                {document.refersTo.length > 0 ? (
                    <References references={document.refersTo} workspace={workspace} onPoint={onPoint} onRemove={onRemove} />
                ) : (
                    <p>Nothing.</p>
                )}
                {onAdd && document.addable.length > 0 && (
                    <p style={{ paddingTop: 6 }}>
                        <TextButton onPress={onAdd}>Add a reference …</TextButton>
                    </p>
                )}
            </SidePart>
            <SidePart
                name="referred-by"
                title={`Referred to by (${count(document.referredBy.length, 'reference')})`}
                closed={closed}
                onTurn={turn}
            >
                {document.referredBy.length > 0 ? (
                    <References references={document.referredBy} workspace={workspace} incoming />
                ) : (
                    <p>Nothing{document.mentionedIn.length > 0 ? ' that is known' : ''}.</p>
                )}
                {document.referredBy.length > 0 && (
                    <p style={{ paddingTop: 6 }}>
                        <TextButton onPress={() => navigate(`/w/${workspace}/documents/${row.id}/reach`)}>
                            All that hangs on it, at any depth …
                        </TextButton>
                    </p>
                )}
                {document.mentionedIn.length > 0 && <Mentions mentions={document.mentionedIn} workspace={workspace} />}
            </SidePart>
            <SidePart name="release" title="State and revision" closed={closed} onTurn={turn}>
                <ReleasePart workspace={workspace} document={document} onMove={onMove} />
            </SidePart>
            <SidePart
                name="comments"
                title={`Comments (${comments.data?.filter((one) => !one.isSettled).length ?? 0} open)`}
                closed={closed}
                onTurn={turn}
            >
                <Comments workspace={workspace} document={row.id} />
            </SidePart>
            <SidePart name="past" title="Its past" closed={closed} onTurn={turn}>
                <Versions workspace={workspace} id={row.id} past={past} onStep={onStep} />
            </SidePart>
            {(document.madeFrom || document.madeFromIt.length > 0) && (
                <SidePart name="lineage" title="Where it comes from, where it went" closed={closed} onTurn={turn}>
                    <Lineage document={document} workspace={workspace} />
                </SidePart>
            )}
            <Facts>
                {row.format}, {size(row.size)}, revision {row.revision}
            </Facts>
        </Side>
    );
}
