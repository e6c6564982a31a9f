import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import { answer, api, type Decision, type PlanLine } from '../api/client';
import { ByEye, isSeen } from '../contrast/ByEye';
import { FactTable } from '../contrast/FactTable';
import { Summary } from '../contrast/Summary';
import { Words } from '../contrast/Words';
import { Button } from '../ui/Button';
import { ComparisonView } from '../ui/ComparisonView';
import { Drawing } from '../ui/Drawing';
import { Sheet, SheetActions } from '../ui/Sheet';
import { ACTIONS } from './words';

const PICTURE = /\.(svg|png|jpe?g|gif|webp)$/i;
const Pictures = styled.div`
    display: grid; grid-template-columns: 1fr 1fr; gap: 14px;
    figure { margin: 0; background: var(--paper); border: 1px solid var(--rule); padding: 8px; display: grid; justify-items: center; gap: 6px; }
    img { max-width: 100%; max-height: 180px; }
    iframe { border: 0; width: 100%; height: 180px; background: #fff; }
    figcaption { font-size: 13px; color: var(--ink-soft); }
`;

/** What one line of the plan changes, before it is written. */
export function CompareSheet({
    workspace,
    decisions,
    line,
    onClose,
}: {
    workspace: string;
    decisions: Decision[];
    line: PlanLine;
    onClose: () => void;
}) {
    const query = useQuery({
        queryKey: [workspace, 'plan', 'compare', line.path, line.before, line.after, line.draftAfter],
        queryFn: () =>
            answer(
                api.POST('/workspaces/{workspace}/plan/compare', { params: { path: { workspace } }, body: { decisions, path: line.path } }),
            ),
    });
    return (
        <Sheet title={line.path} sub={`${ACTIONS[line.action]}: as it is, and as it will be`} isOpen onClose={onClose} wide>
            {line.action === 'replace' && PICTURE.test(line.path) && (
                <Pictures>
                    {[line.path, line.reasonOf ?? line.path].map((path, index) => {
                        const words = index === 0 ? 'what is there' : 'what replaces it';
                        return (
                            <figure key={words}>
                                {path.toLowerCase().endsWith('.svg') ? (
                                    <Drawing workspace={workspace} path={path} name={words} state={line.before ?? ''} />
                                ) : (
                                    <img
                                        src={`/api/workspaces/${workspace}/show/${path.split('/').map(encodeURIComponent).join('/')}`}
                                        alt={words}
                                    />
                                )}
                                <figcaption>{words}</figcaption>
                            </figure>
                        );
                    })}
                </Pictures>
            )}
            <div style={{ overflowY: 'auto', minHeight: 80 }}>
                {query.isPending ? (
                    <p>Reading …</p>
                ) : query.isError ? (
                    <p>{query.error.message}</p>
                ) : isSeen(line.path, query.data) ? (
                    <ByEye workspace={workspace} comparison={query.data} />
                ) : (
                    <>
                        {query.data.contrast && !query.data.contrast.isAlike && (
                            <Words>
                                <Summary contrast={query.data.contrast} />
                            </Words>
                        )}
                        {query.data.contrast && !query.data.lines ? (
                            <FactTable left={query.data.contrast.left} right={query.data.contrast.right} />
                        ) : (
                            <ComparisonView comparison={query.data} />
                        )}
                    </>
                )}
            </div>
            <SheetActions>
                <Button onPress={onClose}>Back to the plan</Button>
            </SheetActions>
        </Sheet>
    );
}
