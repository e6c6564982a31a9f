import { Link } from 'react-router';
import styled from 'styled-components';
import type { Remarks } from '../api/client';
import { font } from '../theme/tokens';
import { moment } from '../ui/locale';
import { readable } from '../ui/words';

const Part = styled.section`
    padding: 12px 16px 4px;
    h2 { font: 600 14px ${font.plain}; color: var(--ink-soft); border-bottom: 1px solid var(--rule-strong); padding-bottom: 4px; }
    ul { list-style: none; margin: 0; padding: 0; } li { padding: 6px 0; border-bottom: 1px solid var(--rule); font-size: 14.5px; overflow-wrap: anywhere; } small { color: var(--ink-soft); font-size: 13px; display: block; }
`;

/** What people have written beside the documents. */
export function Beside({ workspace, remarks }: { workspace: string; remarks: Remarks }) {
    return (
        <>
            {remarks.entries.length > 0 && (
                <Part>
                    <h2>In notes of the logbook</h2>
                    <ul>
                        {remarks.entries.map((entry) => (
                            <li key={entry.number}>
                                <Link to={`/w/${workspace}/logbook/${entry.id}`}>{readable(entry.note)}</Link>
                                <small>
                                    entry {entry.number}, {moment(entry.at)}
                                    {entry.person ? `, ${readable(entry.person)}` : ''}
                                </small>
                            </li>
                        ))}
                    </ul>
                </Part>
            )}
            {remarks.versions.length > 0 && (
                <Part>
                    <h2>In labels of versions</h2>
                    <ul>
                        {remarks.versions.map((version) => (
                            <li key={`${version.document} ${version.number}`}>
                                <Link to={`/w/${workspace}/documents/${version.document}/past`}>{readable(version.label)}</Link>
                                <small>
                                    version {version.number} of {readable(version.name)}
                                </small>
                            </li>
                        ))}
                    </ul>
                </Part>
            )}
            {remarks.sessions.length > 0 && (
                <Part>
                    <h2>In sessions</h2>
                    <ul>
                        {remarks.sessions.map((session) => (
                            <li key={session.id}>
                                <Link to={`/w/${workspace}/sessions?session=${session.id}`}>{readable(session.name)}</Link>
                                {session.note && <small>{readable(session.note)}</small>}
                            </li>
                        ))}
                    </ul>
                </Part>
            )}
        </>
    );
}
