import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { isNarrow } from '../theme/sizes';
import { Button } from '../ui/Button';
import { count, readable } from '../ui/words';
import { useOpenSession } from './useSessions';

const Line = styled(Button)`
    font-weight: 400; color: var(--ink-soft); min-width: 0; overflow: hidden; text-overflow: ellipsis; white-space: nowrap;
    header > && { flex: 0 1 auto; @media ${isNarrow} { flex: 1 1 0; order: 1; text-align: left; } }
    em { font-style: normal; color: var(--ink); } strong { font-weight: 600; color: var(--ink); }
`;

/** Which session is open, and whether what is open differs from it. */
export function SessionLine({ workspace, isWanted }: { workspace: string; isWanted: boolean }) {
    const open = useOpenSession(workspace, isWanted).data;
    const navigate = useNavigate();
    if (!open?.name) {
        return null;
    }
    const differs = open.differs === 0 ? 'as kept' : `${count(open.differs, 'document')} ${open.differs === 1 ? 'differs' : 'differ'}`;
    return (
        <Line
            $quiet
            aria-label={`Session ${open.name}, ${differs}`}
            onPress={() => navigate(`/w/${workspace}/sessions?session=${open.session}`)}
        >
            <span title={open.differs > 0 ? open.examples.map(readable).join('\n') : undefined}>
                session <em>{readable(open.name)}</em> · {open.differs > 0 ? <strong>{differs}</strong> : differs}
            </span>
        </Line>
    );
}
