import type { ReactNode } from 'react';
import styled from 'styled-components';

const Box = styled.div<{ $stop?: boolean }>`
    border-left: 3px solid ${(p) => (p.$stop ? 'var(--stop)' : 'var(--brass)')};
    background: ${(p) => (p.$stop ? 'var(--stop-tint)' : 'var(--brass-tint)')};
    padding: 8px 12px; display: flex; flex-direction: column; gap: 6px; font-size: 14px;
`;

/** Says something in the place that it is about. `stop` is for what keeps a save from happening. */
export function Notice({ stop, children }: { stop?: boolean; children: ReactNode }) {
    return (
        <Box $stop={stop} role={stop ? 'alert' : 'status'}>
            {children}
        </Box>
    );
}
