import type { Reached, Row } from '../api/client';
import { asValues, escaped } from '../ui/exports';
import { fileName } from '../ui/words';
import { CARD, left, type Node, size, top } from './tree';

/** What is reached, as a list: how far, path, title, and by way of which path. */
export function asList(start: Row, rows: Reached[]): string {
    const paths = new Map([[start.id, start.path], ...rows.map(({ row }): [string, string] => [row.id, row.path])]);
    const lines = rows.map(({ row, distance, by }) => [String(distance), row.path, row.title ?? '', paths.get(by) ?? '']);
    return asValues([['references away', 'path', 'title', 'by way of'], ...lines]);
}

/** The chart as a drawing of its own (SVG 2). */
export function asDrawing(start: Row, nodes: Node[], lines: number, columns: number): string {
    const { width, height } = size(lines, columns);
    const byId = new Map(nodes.map((node) => [node.id, node]));
    let [ways, cards, words] = ['', '', ''];
    for (const node of nodes) {
        const [x, y] = [left(node), top(node)];
        const row = node.reached?.row ?? start;
        const by = byId.get(node.by ?? '');
        if (by) {
            const [fromX, fromY, toY] = [left(by) + CARD.width, top(by) + CARD.height / 2, y + CARD.height / 2];
            ways += `<path d="M${fromX} ${fromY}C${(fromX + x) / 2} ${fromY} ${(fromX + x) / 2} ${toY} ${x} ${toY}"/>`;
        }
        cards += `<rect x="${x}" y="${y}" width="${CARD.width}" height="${CARD.height}" rx="3"/>`;
        words += `<text x="${x + 9}" y="${y + 20}" font-weight="600">${escaped((row.title ?? fileName(row.path)).slice(0, 30))}</text>`;
        words += `<text x="${x + 9}" y="${y + 37}" font-size="10">${escaped(row.path.slice(-38))}</text>`;
    }
    return (
        `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" font-family="sans-serif" font-size="13">` +
        `<title>${escaped(`What hangs on ${start.title ?? start.path}`)}</title>` +
        `<g fill="none" stroke="#8A6420">${ways}</g><g fill="#FCFAF5" stroke="#B9AE95">${cards}</g><g fill="#17303A">${words}</g></svg>\n`
    );
}
