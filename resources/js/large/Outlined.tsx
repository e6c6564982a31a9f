import { useQuery } from '@tanstack/react-query';
import { answer, api, type LookSettings } from '../api/client';
import { keys } from '../api/queries';
import { Empty } from '../ui/Empty';
import { Rows } from './Rows';
import { Tracks } from './Tracks';

interface Props {
    workspace: string;
    id: string;
    name: string;
    /** Asks anew when the content, or what it shows, changes. */
    state: string;
    look: LookSettings;
    onLook: (look: LookSettings) => void;
    onOpen: (id: string) => void;
}

/** A table or a timeline as what it holds, which the server reads. */
export function Outlined({ workspace, id, name, state, look, onLook, onOpen }: Props) {
    const outline = useQuery({
        queryKey: [...keys.document(workspace, id), 'outline', state],
        queryFn: () =>
            answer(api.GET('/workspaces/{workspace}/documents/{document}/outline', { params: { path: { workspace, document: id } } })),
        placeholderData: (before) => before,
    });
    if (!outline.data) {
        return (
            <Empty title={outline.isError ? 'It cannot be shown' : 'Reading …'}>{outline.isError && <p>{outline.error.message}</p>}</Empty>
        );
    }
    const { rows, tracks } = outline.data;
    if (tracks.length > 0) {
        return <Tracks tracks={tracks} name={name} look={look} onLook={onLook} onOpen={onOpen} />;
    }
    return rows.length > 0 ? <Rows rows={rows} name={name} /> : <Empty title="There is nothing in it to show" />;
}
