import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { SmallPicture } from '../pictures/SmallPicture';
import { font } from '../theme/tokens';
import { Aside } from '../ui/Aside';
import { Button, TextButton } from '../ui/Button';
import { Flag } from '../ui/Flag';
import { useParts } from '../ui/useParts';
import { count, folder, readable } from '../ui/words';
import type { Folded, Item } from './folding';
import { flagOf, marksOf, stateWords } from './states';

const Path = styled.p`font: 12px/1.5 ${font.mono}; color: var(--ink-soft); overflow-wrap: anywhere;`;
const States = styled.ul`list-style: none; margin: 0; padding: 0; li { display: flex; gap: 8px; align-items: center; font-size: 14.5px; padding: 2px 0; }`;
const Ends = styled.section`
    h3 { font: 600 14px ${font.plain}; color: var(--ink-soft); border-bottom: 1px solid var(--rule); padding-bottom: 3px; } ul { list-style: none; margin: 0; padding: 4px 0 0; } li { padding: 3px 0; font-size: 14.5px; }
`;
const Acts = styled.div`display: flex; flex-wrap: wrap; gap: 8px;`;

interface Props {
    workspace: string;
    chart: Folded;
    current: Item | null;
    onCurrent: (key: string) => void;
    onUnfold: (path: string) => void;
    onFold: (path: string) => void;
}

/** What is chosen on the chart, what it refers to and what refers to it, and the ways on from there. */
export function Chosen({ workspace, chart, current, onCurrent, onUnfold, onFold }: Props) {
    const navigate = useNavigate();
    const at = current ? chart.items.indexOf(current) : -1;
    const to = chart.lines.filter((line) => line.from === at).map((line) => chart.items[line.to] as Item);
    const from = chart.lines.filter((line) => line.to === at).map((line) => chart.items[line.from] as Item);
    const go = (path: string) => navigate(`/w/${workspace}/${path}`);
    const id = current?.node?.id;
    const within = current?.node ? folder(current.path) : '';
    return (
        <Aside
            title={current ? readable(current.name) : 'Nothing is chosen'}
            sub={current?.folder ? count(current.folder.documents, 'document') : 'on the chart'}
        >
            {current === null && <p>Press a document, or walk to it with the arrow keys.</p>}
            {current && (
                <>
                    {id && <SmallPicture id={id} width={248} says />}
                    <Path>{readable(current.path)}</Path>
                    <States>
                        {marksOf(current).map((mark, place) => (
                            <li key={mark}>
                                <Flag kind={flagOf(current, mark)} />
                                {stateWords(current)[place]}
                            </li>
                        ))}
                    </States>
                    <Acts>
                        {id && (
                            <>
                                <Button $main onPress={() => go(`documents/${id}`)}>
                                    Open it
                                </Button>
                                <Button onPress={() => go(`chart?${new URLSearchParams({ of: 'document', which: id })}`)}>
                                    Chart around it
                                </Button>
                                <Button onPress={() => go(`documents/${id}/reach`)}>What hangs on it</Button>
                                {within !== '' && <Button onPress={() => onFold(within)}>Fold its folder</Button>}
                            </>
                        )}
                        {current.folder && (
                            <>
                                <Button $main onPress={() => onUnfold(current.folder?.path ?? '')}>
                                    Unfold it
                                </Button>
                                <Button
                                    onPress={() => go(`chart?${new URLSearchParams({ of: 'folder', which: current.folder?.path ?? '' })}`)}
                                >
                                    Chart of it alone
                                </Button>
                            </>
                        )}
                    </Acts>
                    <End title="refers to" items={to} onCurrent={onCurrent} />
                    <End title="is referred to by" items={from} onCurrent={onCurrent} />
                </>
            )}
        </Aside>
    );
}

function End({ title, items, onCurrent }: { title: string; items: Item[]; onCurrent: (key: string) => void }) {
    const { shown, more } = useParts(items, 12);
    return (
        <Ends>
            <h3>
                {title} {items.length === 0 ? 'nothing here' : items.length}
            </h3>
            <ul>
                {shown.map((item) => (
                    <li key={item.key}>
                        <TextButton onPress={() => onCurrent(item.key)}>{readable(item.name)}</TextButton>
                    </li>
                ))}
            </ul>
            {more}
        </Ends>
    );
}
