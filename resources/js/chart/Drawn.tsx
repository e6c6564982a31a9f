import { type KeyboardEvent, type PointerEvent, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { Button } from '../ui/Button';
import { Card } from './Card';
import { around, type Camera, fitted, inSight, showing, zoomed } from './camera';
import type { Folded } from './folding';
import { CARD, type Place } from './layout';
import { CARDS_FROM, inksOf, paint } from './paint';

const Whole = styled.div`flex: 1; min-height: 0; min-width: 0; position: relative; overflow: hidden; touch-action: none; cursor: grab; background: var(--paper); &[data-dragging] { cursor: grabbing; }`;
const Canvas = styled.canvas`position: absolute; left: 0; top: 0; transform-origin: 0 0; pointer-events: none;`;
const Pulled = styled.svg`position: absolute; left: 0; top: 0; width: 1px; height: 1px; overflow: visible; pointer-events: none;`;
const Layer = styled.div`position: absolute; left: 0; top: 0; width: 0; height: 0; transform-origin: 0 0;`;
const Handle = styled.button`
    &&& { min-height: 0; min-width: 0; }
    position: absolute; width: 16px; height: 16px; margin: -8px 0 0 -8px; padding: 0; border: 2px solid var(--brass); background: var(--sheet); border-radius: 2px; transform: rotate(45deg); cursor: crosshair;
    &:hover, &:focus-visible { background: var(--brass); }
`;
const Tools = styled.div`position: absolute; right: 12px; bottom: 12px; display: flex; gap: 6px; cursor: default; > button { background: var(--sheet); }`;

/** So many cards at once are elements of the page. */
const CARDS = 140;
const SIGHT_MS = 90;
/** A press that moves no more than this is a click. */
const STILL = 4;

interface Props {
    chart: Folded;
    places: Place[];
    current: string | null;
    onCurrent: (key: string) => void;
    onOpen: (key: string) => void;
    /** A reference was dragged from the item at its old end to another, or is to be asked where it goes. */
    onPoint: ((from: string, old: string, to: string | null) => void) | null;
}

/** The chart, drawn: dragged, zoomed, and walked along its references by the arrow keys. */
export function Drawn({ chart, places, current, onCurrent, onOpen, onPoint }: Props) {
    const whole = useRef<HTMLDivElement>(null);
    const canvas = useRef<HTMLCanvasElement>(null);
    const layer = useRef<HTMLDivElement>(null);
    const camera = useRef<Camera>({ x: 20, y: 20, scale: 1 });
    const frame = useRef(0);
    /** As which camera the canvas was painted, and how far around the window. */
    const painted = useRef({ x: 0, y: 0, scale: 1, edge: { x: 0, y: 0 } });
    const late = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
    const pulled = useRef<SVGPathElement>(null);
    const sight = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
    const wantsFocus = useRef(false);
    const [cards, setCards] = useState<number[]>([]);
    const [aimed, setAimed] = useState<number | null>(null);
    const numbers = useMemo(() => new Map(chart.items.map((item, at) => [item.key, at])), [chart]);
    const at = (current !== null ? numbers.get(current) : undefined) ?? -1;
    const latest = useRef({ chart, places, at });
    latest.current = { chart, places, at };
    const box = useCallback(() => ({ width: whole.current?.clientWidth ?? 0, height: whole.current?.clientHeight ?? 0 }), []);

    /** Paints anew, with as much around as half a window: within that a drag only shifts what is painted. */
    const repaint = useCallback(() => {
        clearTimeout(late.current);
        late.current = undefined;
        if (!canvas.current) {
            return;
        }
        const { width, height } = box();
        const edge = { x: Math.round(width / 2), y: Math.round(height / 2) };
        const { x, y, scale } = camera.current;
        painted.current = { ...camera.current, edge };
        const size = { width: width + 2 * edge.x, height: height + 2 * edge.y };
        canvas.current.style.width = `${size.width}px`;
        canvas.current.style.height = `${size.height}px`;
        const { chart, places, at } = latest.current;
        paint(
            canvas.current,
            size,
            { chart, places, camera: { x: x + edge.x, y: y + edge.y, scale }, current: at },
            inksOf(canvas.current),
        );
    }, [box]);
    const place = useCallback(
        (isAnew: boolean) => {
            if (!canvas.current || !layer.current) {
                return;
            }
            const { x, y, scale } = camera.current;
            layer.current.style.transform = `translate(${x}px, ${y}px) scale(${scale})`;
            const before = painted.current;
            const isBeyond = Math.abs(x - before.x) > before.edge.x || Math.abs(y - before.y) > before.edge.y;
            if (isAnew || (isBeyond && scale === before.scale)) {
                repaint();
            } else if (scale !== before.scale) {
                // What is zoomed is shown larger at once, and sharp when it stands still.
                clearTimeout(late.current);
                late.current = setTimeout(repaint, SIGHT_MS);
            }
            const now = painted.current;
            const by = scale / now.scale;
            canvas.current.style.transform = `translate(${x - (now.x + now.edge.x) * by}px, ${y - (now.y + now.edge.y) * by}px) scale(${by})`;
        },
        [repaint],
    );
    const anew = useRef(false);
    const schedule = useCallback(
        (isAnew: boolean) => {
            anew.current ||= isAnew;
            if (frame.current === 0) {
                frame.current = requestAnimationFrame(() => {
                    frame.current = 0;
                    place(anew.current);
                    anew.current = false;
                });
            }
        },
        [place],
    );
    const draw = useCallback(() => schedule(true), [schedule]);
    const look = useCallback(() => {
        const { places } = latest.current;
        const seen = inSight(camera.current, box());
        const near: number[] = [];
        if (camera.current.scale >= CARDS_FROM) {
            const slack = CARD.width;
            for (let n = 0; n < places.length && near.length < CARDS; n++) {
                const place = places[n] as Place;
                if (
                    place.x + CARD.width > seen.x - slack &&
                    place.x < seen.x + seen.width + slack &&
                    place.y + CARD.height > seen.y - slack &&
                    place.y < seen.y + seen.height + slack
                ) {
                    near.push(n);
                }
            }
        }
        setCards((before) => (before.length === near.length && before.every((one, n) => one === near[n]) ? before : near));
    }, [box]);
    const move = useCallback(
        (next: Camera) => {
            camera.current = next;
            schedule(false);
            clearTimeout(sight.current);
            sight.current = setTimeout(look, SIGHT_MS);
        },
        [schedule, look],
    );
    const fit = useCallback(() => {
        move(fitted(around(latest.current.places, CARD), box()));
        look();
    }, [move, look, box]);
    // Another chart is shown as a whole; one that can be read begins at its own size.
    // biome-ignore lint/correctness/useExhaustiveDependencies: only when all stand elsewhere
    useLayoutEffect(() => {
        const start = at >= 0 ? places[at] : undefined;
        const all = fitted(around(places, CARD), box());
        if (all.scale >= CARDS_FROM || !start) {
            move(all);
        } else {
            const { width, height } = box();
            move({ scale: 0.8, x: width / 2 - (start.x + CARD.width / 2) * 0.8, y: height / 2 - start.y * 0.8 });
        }
        look();
    }, [places]);
    // biome-ignore lint/correctness/useExhaustiveDependencies: what is chosen is drawn so
    useEffect(draw, [chart, at]);
    useEffect(() => {
        const element = whole.current;
        if (!element) {
            return;
        }
        const sized = new ResizeObserver(() => {
            draw();
            look();
        });
        sized.observe(element);
        // Turning the wheel must not scroll the page, which only a listener that says so may keep it from.
        const wheel = (event: WheelEvent) => {
            event.preventDefault();
            const from = element.getBoundingClientRect();
            const by = event.ctrlKey ? Math.exp(-event.deltaY / 90) : Math.exp(-event.deltaY / 420);
            move(zoomed(camera.current, by, { x: event.clientX - from.left, y: event.clientY - from.top }));
        };
        element.addEventListener('wheel', wheel, { passive: false });
        // Colours of the night are painted too.
        const themed = new MutationObserver(draw);
        themed.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
        return () => {
            sized.disconnect();
            themed.disconnect();
            element.removeEventListener('wheel', wheel);
            clearTimeout(late.current);
            clearTimeout(sight.current);
            cancelAnimationFrame(frame.current);
            frame.current = 0;
        };
    }, [draw, look, move]);
    useEffect(() => {
        if (wantsFocus.current && current !== null) {
            const card = whole.current?.querySelector<HTMLElement>(`[data-item="${CSS.escape(current)}"]`);
            if (card) {
                wantsFocus.current = false;
                card.focus({ preventScroll: true });
            }
        }
    });

    function placeAt(event: { clientX: number; clientY: number }) {
        const from = whole.current?.getBoundingClientRect();
        const { x, y, scale } = camera.current;
        return { x: (event.clientX - (from?.left ?? 0) - x) / scale, y: (event.clientY - (from?.top ?? 0) - y) / scale };
    }
    function under(event: { clientX: number; clientY: number }): number {
        const { x, y } = placeAt(event);
        return places.findIndex((place) => x >= place.x && x <= place.x + CARD.width && y >= place.y && y <= place.y + CARD.height);
    }
    function press(event: PointerEvent) {
        if (event.button !== 0) {
            return;
        }
        const start = { x: event.clientX, y: event.clientY, camera: camera.current };
        let isMoved = false;
        const go = (next: globalThis.PointerEvent) => {
            const [x, y] = [next.clientX - start.x, next.clientY - start.y];
            isMoved ||= Math.hypot(x, y) > STILL;
            if (isMoved) {
                whole.current?.setAttribute('data-dragging', '');
                move({ ...start.camera, x: start.camera.x + x, y: start.camera.y + y });
            }
        };
        const end = (next: globalThis.PointerEvent) => {
            window.removeEventListener('pointermove', go);
            window.removeEventListener('pointerup', end);
            window.removeEventListener('pointercancel', end);
            whole.current?.removeAttribute('data-dragging');
            const item = isMoved ? undefined : chart.items[under(next)];
            if (item) {
                onCurrent(item.key);
            }
        };
        window.addEventListener('pointermove', go);
        window.addEventListener('pointerup', end);
        window.addEventListener('pointercancel', end);
    }
    function drag(event: PointerEvent, old: number) {
        event.stopPropagation();
        event.preventDefault();
        const isDocument = (n: number) => n >= 0 && chart.items[n]?.node !== null && n !== at && n !== old;
        const go = (next: globalThis.PointerEvent) => {
            const [start, to] = [places[at], placeAt(next)];
            if (start) {
                pulled.current?.setAttribute('d', `M${start.x + CARD.width} ${start.y + CARD.height / 2}L${to.x} ${to.y}`);
            }
            const over = under(next);
            setAimed(isDocument(over) ? over : null);
        };
        const end = (next: globalThis.PointerEvent) => {
            window.removeEventListener('pointermove', go);
            window.removeEventListener('pointerup', end);
            window.removeEventListener('pointercancel', end);
            const over = under(next);
            if (isDocument(over)) {
                onPoint?.(
                    (chart.items[at] as { key: string }).key,
                    (chart.items[old] as { key: string }).key,
                    (chart.items[over] as { key: string }).key,
                );
            }
            pulled.current?.removeAttribute('d');
            setAimed(null);
        };
        window.addEventListener('pointermove', go);
        window.addEventListener('pointerup', end);
        window.addEventListener('pointercancel', end);
    }
    function goTo(n: number | undefined) {
        const [item, place] = n === undefined ? [] : [chart.items[n], places[n]];
        if (item && place) {
            wantsFocus.current = true;
            move(showing(camera.current, { ...place, ...CARD }, box()));
            look();
            onCurrent(item.key);
        }
    }
    function beside(by: 1 | -1): number | undefined {
        const here = places[at];
        let [best, distance] = [undefined as number | undefined, Infinity];
        places.forEach((place, n) => {
            const away = here ? (place.y - here.y) * by : 0;
            if (here && n !== at && away > 0 && Math.abs(place.x - here.x) < CARD.width / 2 && away < distance) {
                [best, distance] = [n, away];
            }
        });
        return best;
    }
    const middle = () => ({ x: box().width / 2, y: box().height / 2 });
    const zoom = (by: number) => {
        move(zoomed(camera.current, by, middle()));
        look();
    };
    function onKey(event: KeyboardEvent) {
        const byHeight = (all: number[]) => all.sort((a, b) => (places[a]?.y ?? 0) - (places[b]?.y ?? 0))[0];
        const keys: Record<string, () => void> = {
            arrowright: () => goTo(byHeight(chart.lines.filter((line) => line.from === at).map((line) => line.to))),
            arrowleft: () => goTo(byHeight(chart.lines.filter((line) => line.to === at).map((line) => line.from))),
            arrowup: () => goTo(beside(-1)),
            arrowdown: () => goTo(beside(1)),
            enter: () => current !== null && onOpen(current),
            ' ': () => current !== null && onOpen(current),
            '+': () => zoom(1.3),
            '-': () => zoom(1 / 1.3),
            '0': fit,
        };
        const run = keys[event.key.toLowerCase()];
        if (run && !event.ctrlKey && !event.altKey && !event.metaKey) {
            event.preventDefault();
            event.stopPropagation();
            run();
        }
    }
    const shown = at >= 0 && !cards.includes(at) ? [...cards, at] : cards;
    const own = at >= 0 && chart.items[at]?.node ? chart.lines.filter((line) => line.from === at && chart.items[line.to]?.node) : [];
    return (
        <Whole
            ref={whole}
            data-panned=""
            role="group"
            aria-label="The chart: arrow keys go along the references, + and - nearer and farther, 0 shows all"
            onPointerDown={press}
        >
            <Canvas ref={canvas} aria-hidden="true" />
            <Layer ref={layer}>
                <Pulled aria-hidden="true">
                    <path ref={pulled} fill="none" stroke="var(--brass)" strokeWidth="2.5" />
                </Pulled>
                {shown.map((n) => {
                    const [item, place] = [chart.items[n], places[n]];
                    return (
                        item &&
                        place && (
                            <Card
                                key={item.key}
                                item={item}
                                place={place}
                                isCurrent={n === at}
                                isAimed={n === aimed}
                                onFocus={() => n !== at && onCurrent(item.key)}
                                onOpen={() => onOpen(item.key)}
                                onKey={onKey}
                            />
                        )
                    );
                })}
                {onPoint &&
                    own.slice(0, CARDS).map((line) => {
                        const [to, place] = [chart.items[line.to], places[line.to]];
                        return (
                            to &&
                            place && (
                                <Handle
                                    key={to.key}
                                    type="button"
                                    aria-label={`point the reference to ${to.name} elsewhere`}
                                    title="drag it to another document"
                                    style={{ left: place.x - 10, top: place.y + CARD.height / 2 }}
                                    onPointerDown={(event) => drag(event, line.to)}
                                    onClick={(event) =>
                                        event.detail === 0 && onPoint((chart.items[at] as { key: string }).key, to.key, null)
                                    }
                                />
                            )
                        );
                    })}
            </Layer>
            <Tools onPointerDown={(event) => event.stopPropagation()}>
                <Button aria-label="nearer" onPress={() => zoom(1.3)}>
                    +
                </Button>
                <Button aria-label="farther" onPress={() => zoom(1 / 1.3)}>
                    −
                </Button>
                <Button onPress={fit}>all</Button>
            </Tools>
        </Whole>
    );
}
