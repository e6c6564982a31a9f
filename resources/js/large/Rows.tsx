import styled from 'styled-components';
import { number } from '../ui/locale';

const Place = styled.div`height: 100%; overflow: auto; padding: 14px 18px; table { border-collapse: collapse; font-size: 14px; } th, td { border-bottom: 1px solid var(--rule); padding: 4px 14px 4px 0; text-align: left; white-space: nowrap; } th { position: sticky; top: -14px; background: var(--paper); font-weight: 600; } p { color: var(--ink-soft); padding-top: 8px; }`;
/** The server sends no more. */
const SHOWN = 500;

/** A table of values as such, with its first rows. */
export function Rows({ rows, name }: { rows: string[][]; name: string }) {
    const [heads = [], ...values] = rows;
    return (
        <Place tabIndex={0} role="region" aria-label={`${name} as a table`}>
            <table>
                <thead>
                    <tr>
                        {heads.map((head, index) => (
                            // biome-ignore lint/suspicious/noArrayIndexKey: a column is known by its place only
                            <th key={index} scope="col">
                                {head}
                            </th>
                        ))}
                    </tr>
                </thead>
                <tbody>
                    {values.slice(0, SHOWN).map((row, line) => (
                        // biome-ignore lint/suspicious/noArrayIndexKey: a row is known by its place only
                        <tr key={line}>
                            {row.map((one, index) => (
                                // biome-ignore lint/suspicious/noArrayIndexKey: see above
                                <td key={index}>{one}</td>
                            ))}
                        </tr>
                    ))}
                </tbody>
            </table>
            {values.length >= SHOWN && <p>The first {number(SHOWN)} rows.</p>}
        </Place>
    );
}
