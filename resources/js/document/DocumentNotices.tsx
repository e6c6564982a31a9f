import { useNavigate } from 'react-router';
import type { Document } from '../api/client';
import { LockPart } from '../together/LockPart';
import { TextButton } from '../ui/Button';
import { Notice } from '../ui/Notice';

/** What a person should know of a document before they work on it. `isLook`: they only look at it. */
export function DocumentNotices({ workspace, document, isLook }: { workspace: string; document: Document; isLook: boolean }) {
    const navigate = useNavigate();
    const { row } = document;
    const here = `/w/${workspace}/documents/${row.id}`;
    return (
        <>
            {row.withheld && (
                <Notice stop>
                    <span>{row.withheld}</span>
                </Notice>
            )}
            {document.lock && <LockPart workspace={workspace} document={document} />}
            {isLook && (
                <Notice>
                    <span>
                        You only look at this one; it cannot be changed here.{' '}
                        <TextButton onPress={() => navigate(here)}>Open it to work on</TextButton>
                    </span>
                </Notice>
            )}
            {(row.file === 'changed outside' || row.file === 'gone') && row.content === 'modified' && (
                <Notice stop>
                    <span>
                        {row.file === 'gone'
                            ? 'Its file went away since this draft was begun. '
                            : 'Another program has written its file since this draft was begun. '}
                        <TextButton onPress={() => navigate(`${here}/outside`)}>
                            {row.file === 'gone' ? 'Write it again or let it go' : 'Compare and merge'}
                        </TextButton>
                    </span>
                </Notice>
            )}
            {document.note && <Notice>{document.note}</Notice>}
        </>
    );
}
