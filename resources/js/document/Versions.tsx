import { Link } from 'react-router';
import styled from 'styled-components';
import { Strip } from '../history/Strip';
import type { usePast } from '../history/usePast';
import type { Way } from '../history/useStepping';
import { Button } from '../ui/Button';
import { moment, size } from '../ui/words';

const SHOWN = 4;

const List = styled.ul`
    list-style: none; margin: 0; padding: 0; font-size: 14px;
    li { display: grid; grid-template-columns: 24px minmax(0, 1fr) auto; gap: 0 8px; padding: 4px 0; border-bottom: 1px solid var(--rule); }
    b { font-weight: 600; }
    span, small { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    small { color: var(--ink-soft); font-size: 12.5px; grid-column: 2 / -1; }
`;
const Steps = styled.div`display: flex; gap: 8px; align-items: center; margin-bottom: 8px; font-size: 13.5px; span { margin-left: auto; }`;

interface Props {
    workspace: string;
    id: string;
    past: ReturnType<typeof usePast>;
    /** Goes a step; without it the content cannot be changed here. */
    onStep?: (way: Way) => void;
}

/** What the document was after each save and each edit, in short; its past has it whole. */
export function Versions({ workspace, id, past, onStep }: Props) {
    const versions = past.versions.data ?? [];
    const steps = past.steps.data;
    const whole = `/w/${workspace}/documents/${id}/past`;
    return (
        <>
            {steps && steps.count > 0 && (
                <Steps>
                    <Button isDisabled={!onStep || steps.back === null} onPress={() => onStep?.('back')}>
                        ← Step back
                    </Button>
                    <Button isDisabled={!onStep || steps.forward === null} onPress={() => onStep?.('forward')}>
                        Forward →
                    </Button>
                    <span>
                        <Link to={`${whole}?of=steps`}>all {steps.count} steps</Link>
                    </span>
                </Steps>
            )}
            {versions.length === 0 ? (
                <p>
                    {past.versions.isError
                        ? past.versions.error.message
                        : past.versions.isPending
                          ? 'Reading …'
                          : 'No versions yet. Each save makes one.'}
                </p>
            ) : (
                <>
                    <Strip versions={versions} width={306} />
                    <List>
                        {versions.slice(0, SHOWN).map((version) => (
                            <li key={version.number}>
                                <b>{version.number}</b>
                                <span title={version.note ?? ''}>
                                    {version.label ? `“${version.label}”` : (version.note ?? 'saved')}
                                    {version.isSaved && ' · the file now'}
                                </span>
                                <Link to={`${whole}?look=version-${version.number}`} aria-label={`Compare version ${version.number}`}>
                                    compare
                                </Link>
                                <small>
                                    {moment(version.at)}
                                    {version.person ? ` · ${version.person}` : ''} · {size(version.size)}
                                    {version.operationId && (
                                        <>
                                            {' · '}
                                            <Link to={`/w/${workspace}/logbook/${version.operationId}`}>entry {version.entry}</Link>
                                        </>
                                    )}
                                </small>
                            </li>
                        ))}
                    </List>
                </>
            )}
            <p style={{ paddingTop: 6 }}>
                <Link to={whole}>
                    {versions.length > SHOWN ? `All ${versions.length} versions, compare and bring back` : 'Its whole past'}
                </Link>
            </p>
        </>
    );
}
