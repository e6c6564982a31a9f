import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { isNarrow, isStacked } from '../theme/sizes';
import { Button } from '../ui/Button';
import { number } from '../ui/locale';
import { count, readable } from '../ui/words';
import { useOpenSession } from './useSessions';

const Line = styled(Button)`
    font-weight: 400; color: var(--ink-soft); min-width: 0; overflow: hidden; text-overflow: ellipsis; white-space: nowrap;
    header > && { flex: 0 1 auto; min-width: 104px; @media ${isNarrow} { flex: 1 1 0; order: 1; min-width: 0; text-align: left; } }
    i, em { font-style: normal; } em { color: var(--ink); } strong { font-weight: 600; color: var(--ink); }
    /* Where there is little room the name gives way first: whether something differs is what one looks for. */
    > span { display: flex; white-space: pre; > * { flex: none; } > em { flex: 0 1 auto; min-width: 2em; overflow: hidden; text-overflow: ellipsis; } @media ${isStacked} { > i { display: none; } } }
`;

/** Which session is open, and whether what is open differs from it. */
export function SessionLine({ workspace, isWanted }: { workspace: string; isWanted: boolean }) {
    const open = useOpenSession(workspace, isWanted).data;
    const navigate = useNavigate();
    if (!open?.name) {
        return null;
    }
    const differs = open.differs === 1 ? 'differs' : 'differ';
    const [brief, whole] =
        open.differs === 0
            ? ['as kept', 'as kept']
            : [`${number(open.differs)} ${differs}`, `${count(open.differs, 'document')} ${differs}`];
    return (
        <Line
            $quiet
            aria-label={`Session ${open.name}, ${whole}`}
            onPress={() => navigate(`/w/${workspace}/sessions?session=${open.session}`)}
        >
            <span title={open.differs > 0 ? open.examples.map(readable).join('\n') : undefined}>
                <i>session </i>
                <em>{readable(open.name)}</em> · {open.differs > 0 ? <strong>{brief}</strong> : <span>{brief}</span>}
            </span>
        </Line>
    );
}
