import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import styled from 'styled-components';

import { isNarrow } from '../theme/sizes';

const STEP = 16;

const Bar = styled.hr`
    position: absolute; top: 0; bottom: 0; width: 9px; margin: 0 0 0 -5px; border: 0; cursor: col-resize; touch-action: none; z-index: 2;
    &:hover { background: var(--tint); } &:focus-visible { outline-offset: -2px; }
    @media ${isNarrow} { display: none; }
`;

interface Props {
    label: string;
    /** Width of what stands on its right, in pixels. */
    value: number;
    least: number;
    most: number;
    onChange: (value: number) => void;
}

/** The line between two panes, moved with the pointer or with the arrow keys. */
export function Divider({ label, value, least, most, onChange }: Props) {
    const from = useRef<{ x: number; value: number } | null>(null);
    const within = (wanted: number) => Math.round(Math.min(most, Math.max(least, wanted)));
    function key(event: KeyboardEvent) {
        const step = event.key === 'ArrowLeft' ? STEP : event.key === 'ArrowRight' ? -STEP : 0;
        if (step !== 0) {
            event.preventDefault();
            onChange(within(value + step));
        }
    }
    function move(event: PointerEvent) {
        if (from.current) {
            onChange(within(from.current.value + from.current.x - event.clientX));
        }
    }
    return (
        <Bar
            tabIndex={0}
            aria-label={label}
            aria-orientation="vertical"
            aria-valuenow={value}
            aria-valuemin={least}
            aria-valuemax={most}
            style={{ right: value - 5 }}
            onKeyDown={key}
            onPointerDown={(event) => {
                event.currentTarget.setPointerCapture(event.pointerId);
                from.current = { x: event.clientX, value };
            }}
            onPointerMove={move}
            onPointerUp={() => {
                from.current = null;
            }}
        />
    );
}
