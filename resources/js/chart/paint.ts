import type { Camera } from './camera';
import { inSight } from './camera';
import type { Folded } from './folding';
import { CARD, type Place } from './layout';
import { marksOf } from './states';

/** Below this, cards are boxes without words. */
export const CARDS_FROM = 0.5;

/** Pixels; smaller letters only cost time. */
const LEGIBLE = 6.5;

interface Inks {
    sheet: string;
    rule: string;
    ruleStrong: string;
    ink: string;
    tint: string;
    brass: string;
    stop: string;
}

/** Colours by role, as the page has them now. */
export function inksOf(element: Element): Inks {
    const style = getComputedStyle(element);
    const get = (role: string) => style.getPropertyValue(`--${role}`).trim();
    return {
        sheet: get('sheet'),
        rule: get('rule'),
        ruleStrong: get('rule-strong'),
        ink: get('ink'),
        tint: get('tint'),
        brass: get('brass'),
        stop: get('stop'),
    };
}

export interface Picture {
    chart: Folded;
    places: Place[];
    camera: Camera;
    current: number;
}

/** Paints the lines, and from afar the boxes. `size` in pixels of the page. */
export function paint(canvas: HTMLCanvasElement, size: { width: number; height: number }, picture: Picture, inks: Inks): void {
    const { chart, places, camera, current } = picture;
    const ratio = window.devicePixelRatio || 1;
    if (canvas.width !== Math.round(size.width * ratio) || canvas.height !== Math.round(size.height * ratio)) {
        canvas.width = Math.round(size.width * ratio);
        canvas.height = Math.round(size.height * ratio);
    }
    const context = canvas.getContext('2d');
    if (!context) {
        return;
    }
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    context.clearRect(0, 0, size.width, size.height);
    context.setTransform(ratio * camera.scale, 0, 0, ratio * camera.scale, ratio * camera.x, ratio * camera.y);
    const seen = inSight(camera, size);
    const isFar = camera.scale < CARDS_FROM;
    const lineOf = (from: Place, to: { x: number; y: number }) => {
        const [x, y, toX, toY] = [from.x + CARD.width, from.y + CARD.height / 2, to.x, to.y];
        context.moveTo(x, y);
        if (isFar && chart.lines.length > 1500) {
            context.lineTo(toX, toY);
        } else {
            const bend = Math.max(30, Math.abs(toX - x) / 2);
            context.bezierCurveTo(x + bend, y, toX - bend, toY, toX, toY);
        }
    };
    const stroke = (which: (line: Folded['lines'][number]) => boolean, colour: string, width: number, dash: number[] = []) => {
        context.beginPath();
        context.strokeStyle = colour;
        context.lineWidth = width / Math.min(1, Math.max(camera.scale, 0.15) * 1.4);
        context.setLineDash(dash);
        for (const line of chart.lines) {
            const [from, to] = [places[line.from], places[line.to]];
            if (from && to && which(line) && mayCross(from, to, seen)) {
                lineOf(from, { x: to.x, y: to.y + CARD.height / 2 });
            }
        }
        context.stroke();
        context.setLineDash([]);
    };
    const isCurrent = (line: Folded['lines'][number]) => line.from === current || line.to === current;
    stroke((line) => !isCurrent(line) && !line.isCircle, inks.ruleStrong, 1.1);
    // Those of a circle are dashed, so that it reads without colour.
    stroke((line) => !isCurrent(line) && line.isCircle, inks.ink, 1.4, [7, 4]);
    stroke((line) => isCurrent(line) && !line.isCircle, inks.brass, 2.2);
    stroke((line) => isCurrent(line) && line.isCircle, inks.brass, 2.2, [7, 4]);
    if (isFar) {
        boxes(context, picture, inks, seen);
    }
}

function boxes(context: CanvasRenderingContext2D, { chart, places, camera, current }: Picture, inks: Inks, seen: Box): void {
    chart.items.forEach((item, at) => {
        const place = places[at];
        if (!place || !mayCross(place, place, seen)) {
            return;
        }
        const marks = marksOf(item);
        const isStopped = marks.includes('stray') || marks.includes('gone');
        context.fillStyle = marks.includes('unsaved') ? inks.ink : marks.includes('unsettled') ? inks.tint : inks.sheet;
        context.strokeStyle = at === current ? inks.brass : isStopped ? inks.stop : inks.ruleStrong;
        context.lineWidth = (at === current || isStopped ? 2.4 : 1) / Math.max(camera.scale, 0.2);
        context.fillRect(place.x, place.y, CARD.width, CARD.height);
        context.strokeRect(place.x, place.y, CARD.width, CARD.height);
        const letter = item.folder ? 26 : 21;
        if (letter * camera.scale >= LEGIBLE) {
            context.fillStyle = marks.includes('unsaved') ? inks.sheet : inks.ink;
            context.font = `600 ${letter}px 'Source Sans 3', sans-serif`;
            context.fillText(item.name.slice(0, 20), place.x + 8, place.y + CARD.height * 0.64, CARD.width - 16);
        }
    });
}

interface Box {
    x: number;
    y: number;
    width: number;
    height: number;
}

/** Whether anything between two cards may be in sight. */
function mayCross(from: Place, to: Place, seen: Box): boolean {
    const slack = 160;
    return (
        Math.min(from.x, to.x) - slack < seen.x + seen.width &&
        Math.max(from.x, to.x) + CARD.width + slack > seen.x &&
        Math.min(from.y, to.y) < seen.y + seen.height &&
        Math.max(from.y, to.y) + CARD.height > seen.y
    );
}
