/** A smaller part of a drawing is not drawn larger. */
const LEAST = 0.1;

interface Box {
    left: number;
    top: number;
    width: number;
    height: number;
}

/** What of a picture lies within a frame: from the left, from the top, width, height, each of the whole; undefined: all of it, or too little. */
export function partWithin(picture: Box, frame: Box): number[] | undefined {
    const along = (from: number, length: number, start: number, room: number): [number, number] => {
        const [first, last] = [Math.max(from, start), Math.min(from + length, start + room)];
        return [(first - from) / length, (last - first) / length];
    };
    const [x, width] = along(picture.left, picture.width, frame.left, frame.width);
    const [y, height] = along(picture.top, picture.height, frame.top, frame.height);
    const isPart = width >= LEAST && height >= LEAST && (width < 0.995 || height < 0.995);
    return isPart ? [x, y, width, height].map((value) => Math.round(value * 10_000) / 10_000) : undefined;
}

/** Where the picture itself is drawn: within its element it keeps its proportions. */
function drawnBox(element: HTMLElement): Box {
    const { left, top, width, height } = element.getBoundingClientRect();
    const [across, down] =
        element instanceof HTMLImageElement
            ? [element.naturalWidth, element.naturalHeight]
            : getComputedStyle(element).aspectRatio.split('/').map(Number);
    if (!across || !down) {
        return { left, top, width, height };
    }
    const scale = Math.min(width / across, height / down);
    return {
        left: left + (width - across * scale) / 2,
        top: top + (height - down * scale) / 2,
        width: across * scale,
        height: down * scale,
    };
}

const pictureIn = (place: HTMLElement) => place.querySelector<HTMLElement>('iframe, img');

export function partInSight(place: HTMLElement): number[] | undefined {
    const picture = pictureIn(place);
    const { left, top } = place.getBoundingClientRect();
    return picture ? partWithin(drawnBox(picture), { left, top, width: place.clientWidth, height: place.clientHeight }) : undefined;
}

/** Scrolls so that this part of the picture begins where the frame does. */
export function bringIntoSight(place: HTMLElement, [x = 0, y = 0]: number[]): void {
    const picture = pictureIn(place);
    if (picture) {
        const box = drawnBox(picture);
        const { left, top } = place.getBoundingClientRect();
        place.scrollLeft += box.left + x * box.width - left;
        place.scrollTop += box.top + y * box.height - top;
    }
}
