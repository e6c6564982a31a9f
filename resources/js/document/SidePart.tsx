import type { CSSProperties, ReactNode } from 'react';
import styled from 'styled-components';
import { font } from '../theme/tokens';

const Whole = styled.section`h2 { font: 600 13px ${font.plain}; color: var(--ink-soft); border-bottom: 1px solid var(--rule-strong); padding-bottom: 3px; margin-bottom: 8px; }`;
const Turn = styled.button`font: inherit; color: inherit; background: none; border: 0; padding: 0; width: 100%; text-align: left; cursor: pointer; display: flex; justify-content: space-between; &:hover { color: var(--ink); }`;

interface Props {
    /** By which a view remembers that it is closed. */
    name?: string;
    title?: string;
    closed?: string[];
    onTurn?: (name: string) => void;
    style?: CSSProperties;
    children: ReactNode;
}

/** A part of what stands beside the content. One with a title can be closed. */
export function SidePart({ name, title, closed = [], onTurn, style, children }: Props) {
    const isClosed = name !== undefined && closed.includes(name);
    return (
        <Whole style={style}>
            {title && name && (
                <h2>
                    <Turn type="button" aria-expanded={!isClosed} onClick={() => onTurn?.(name)}>
                        {title} <span aria-hidden="true">{isClosed ? '+' : '–'}</span>
                    </Turn>
                </h2>
            )}
            {!isClosed && children}
        </Whole>
    );
}
