import { asValues, escaped } from '../ui/exports';
import type { Folded } from './folding';
import { CARD, type Place } from './layout';
import { stateWords } from './states';

/** The table of the chart as a list of values. */
export function asList({ items, lines }: Folded): string {
    const to = new Map<number, string[]>();
    for (const line of lines) {
        to.set(line.from, [...(to.get(line.from) ?? []), items[line.to]?.path ?? '']);
    }
    return asValues([
        ['path', 'title', 'state', 'refers to'],
        ...items.map((item, at) => [item.path, item.name, stateWords(item).join(', '), (to.get(at) ?? []).join(' ')]),
    ]);
}

/** The chart as a drawing of its own (SVG 2). */
export function asDrawing({ items, lines }: Folded, places: Place[], title: string): string {
    const width = Math.max(...places.map((place) => place.x)) + CARD.width + 20;
    const height = Math.max(...places.map((place) => place.y)) + CARD.height + 20;
    let [ways, cards, words] = ['', '', ''];
    for (const line of lines) {
        const [from, to] = [places[line.from], places[line.to]];
        if (from && to) {
            const [x, y, toX, toY] = [from.x + CARD.width, from.y + CARD.height / 2, to.x, to.y + CARD.height / 2];
            const bend = Math.max(30, Math.abs(toX - x) / 2);
            ways += `<path d="M${x} ${y}C${x + bend} ${y} ${toX - bend} ${toY} ${toX} ${toY}"/>`;
        }
    }
    items.forEach((item, at) => {
        const place = places[at];
        if (place) {
            cards += `<rect x="${place.x}" y="${place.y}" width="${CARD.width}" height="${CARD.height}" rx="3"/>`;
            words += `<text x="${place.x + 9}" y="${place.y + 20}" font-weight="600">${escaped(item.name.slice(0, 28))}</text>`;
            words += `<text x="${place.x + 9}" y="${place.y + 37}" font-size="10">${escaped([item.path.slice(-24), ...stateWords(item)].join(' · ').slice(0, 40))}</text>`;
        }
    });
    return (
        `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-10 -10 ${width} ${height}" width="${width}" height="${height}" font-family="sans-serif" font-size="13">` +
        `<title>${escaped(title)}</title>` +
        `<g fill="none" stroke="#8A6420">${ways}</g><g fill="#FCFAF5" stroke="#B9AE95">${cards}</g><g fill="#17303A">${words}</g></svg>\n`
    );
}
