import { useQuery } from '@tanstack/react-query';
import { answer, api } from '../api/client';
import { count } from '../ui/words';

/** What a copy has become, read from the files on disk and not from what was meant. */
export function Statement({ workspace, entry }: { workspace: string; entry: string }) {
    const query = useQuery({
        queryKey: [workspace, 'statement', entry],
        queryFn: () =>
            answer(api.GET('/workspaces/{workspace}/logbook/{operation}/statement', { params: { path: { workspace, operation: entry } } })),
    });
    const found = query.data;
    if (!found) {
        return query.isError ? <span>{query.error.message}</span> : <span>Reading the copies …</span>;
    }
    const rest = [
        found.shared > 0 ? `${count(found.shared, 'reference')} to what is shared` : '',
        found.strays > 0 ? count(found.strays, 'stray') : '',
        found.unread.length > 0 ? `${count(found.unread.length, 'file')} not there any more` : '',
    ].filter(Boolean);
    return (
        <span>
            On disk: {count(found.copied, 'document')} copied, {count(found.inside, 'reference')} inside the copy, {found.back} leading back
            into what was copied{rest.length > 0 ? `, ${rest.join(', ')}` : ''}.
        </span>
    );
}
