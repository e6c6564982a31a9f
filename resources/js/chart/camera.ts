/** How the chart is looked at: where its corner lies in the window, and how large it is drawn. */
export interface Camera {
    x: number;
    y: number;
    scale: number;
}

interface Size {
    width: number;
    height: number;
}

interface Box extends Size {
    x: number;
    y: number;
}

const LEAST = 0.02;
const MOST = 2;
const EDGE = 28;

const within = (scale: number): number => Math.min(MOST, Math.max(LEAST, scale));

/** Nearer or farther, with what lies under a place of the window staying there. */
export function zoomed(camera: Camera, by: number, at: { x: number; y: number }): Camera {
    const scale = within(camera.scale * by);
    const ratio = scale / camera.scale;
    return { scale, x: at.x - (at.x - camera.x) * ratio, y: at.y - (at.y - camera.y) * ratio };
}

/** All of it in the window, no larger than it is. */
export function fitted(all: Box, window: Size): Camera {
    const scale = within(Math.min(1, (window.width - 2 * EDGE) / all.width, (window.height - 2 * EDGE) / all.height));
    return {
        scale,
        x: (window.width - all.width * scale) / 2 - all.x * scale,
        y: (window.height - all.height * scale) / 2 - all.y * scale,
    };
}

/** Moved no more than is needed for a box to be in sight. */
export function showing(camera: Camera, box: Box, window: Size): Camera {
    const left = box.x * camera.scale + camera.x;
    const top = box.y * camera.scale + camera.y;
    const [width, height] = [box.width * camera.scale, box.height * camera.scale];
    const shift = (from: number, length: number, room: number) =>
        from < EDGE ? EDGE - from : from + length > room - EDGE ? room - EDGE - from - length : 0;
    return { ...camera, x: camera.x + shift(left, width, window.width), y: camera.y + shift(top, height, window.height) };
}

/** The part of the chart that is in the window. */
export function inSight(camera: Camera, window: Size): Box {
    return {
        x: -camera.x / camera.scale,
        y: -camera.y / camera.scale,
        width: window.width / camera.scale,
        height: window.height / camera.scale,
    };
}

/** The least box around all. */
export function around(places: { x: number; y: number }[], card: Size): Box {
    if (places.length === 0) {
        return { x: 0, y: 0, width: 1, height: 1 };
    }
    let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
    for (const place of places) {
        left = Math.min(left, place.x);
        top = Math.min(top, place.y);
        right = Math.max(right, place.x + card.width);
        bottom = Math.max(bottom, place.y + card.height);
    }
    return { x: left, y: top, width: right - left, height: bottom - top };
}
