import { useQuery } from '@tanstack/react-query';
import { answer, api } from '../api/client';
import { ByEye, isSeen } from '../contrast/ByEye';
import { ComparisonBox, ComparisonView, ComparisonWords } from '../ui/ComparisonView';

interface Props {
    workspace: string;
    entry: string;
    position: number;
    path: string;
    /** Compares what recovery found with what was to be written, in place of before and after. */
    found?: boolean;
}

export function Difference({ workspace, entry, position, path, found }: Props) {
    const query = useQuery({
        queryKey: [workspace, 'difference', entry, position, found],
        queryFn: () =>
            answer(
                api.GET(
                    found
                        ? '/workspaces/{workspace}/logbook/{operation}/lines/{position}/found'
                        : '/workspaces/{workspace}/logbook/{operation}/lines/{position}',
                    {
                        params: { path: { workspace, operation: entry, position: String(position) } },
                    },
                ),
            ),
        staleTime: Number.POSITIVE_INFINITY,
    });
    if (!query.data) {
        return (
            <ComparisonBox>
                <ComparisonWords>{query.isError ? query.error.message : 'Comparing …'}</ComparisonWords>
            </ComparisonBox>
        );
    }
    if (isSeen(path, query.data)) {
        return <ByEye workspace={workspace} comparison={query.data} />;
    }
    return <ComparisonView comparison={query.data} />;
}
