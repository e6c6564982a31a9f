import { useMemo } from 'react';
import styled from 'styled-components';
import { number } from '../ui/locale';

const Place = styled.div`height: 100%; overflow: auto; padding: 14px 18px; table { border-collapse: collapse; font-size: 14px; } th, td { border-bottom: 1px solid var(--rule); padding: 4px 14px 4px 0; text-align: left; white-space: nowrap; } th { position: sticky; top: -14px; background: var(--paper); font-weight: 600; } p { color: var(--ink-soft); padding-top: 8px; }`;
const SHOWN = 500;

/** Values that are parted by commas, semicolons or tabs (RFC 4180). */
export function rowsOf(text: string, most: number): string[][] {
    const first = text.slice(0, text.search(/\r?\n|$/));
    const mark = [',', ';', '\t'].reduce((best, one) => (first.split(one).length > first.split(best).length ? one : best));
    const rows: string[][] = [];
    let row: string[] = [];
    const value = new RegExp(`(?:"((?:[^"]|"")*)"|([^${mark}\\r\\n]*))(${mark}|\\r?\\n|$)`, 'gy');
    while (value.lastIndex < text.length && rows.length < most) {
        const found = value.exec(text);
        if (!found) {
            break;
        }
        row.push(found[1]?.replaceAll('""', '"') ?? found[2] ?? '');
        if (found[3] !== mark) {
            rows.push(row);
            row = [];
        }
    }
    return rows;
}

/** A table of values as such, with its first rows. */
export function Rows({ text, name }: { text: string; name: string }) {
    const rows = useMemo(() => rowsOf(text, SHOWN + 2), [text]);
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
            {values.length > SHOWN && <p>The first {number(SHOWN)} rows.</p>}
        </Place>
    );
}
