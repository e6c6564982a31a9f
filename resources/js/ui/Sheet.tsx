import type { ReactNode } from 'react';
import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';
import { isSingle } from '../theme/sizes';
import { useBack } from './useBack';
import { readable } from './words';

const Shade = styled(ModalOverlay)`
    position: fixed; inset: 0; background: var(--shade); display: grid; justify-items: center; align-items: start; padding-top: 9vh; z-index: 20;
    @media ${isSingle} { padding-top: 0; align-items: end; }
`;
const Frame = styled(Modal)<{
    $wide?: boolean;
}>`width: min(${(p) => (p.$wide ? '760px' : '520px')}, calc(100vw - 40px)); @media ${isSingle} { width: 100vw; }`;
const Page = styled(Dialog)`
    background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 4px; box-shadow: 0 10px 40px var(--shade);
    --above: 20px; --beside: 22px; padding: var(--above) var(--beside); max-height: 80vh; @media ${isSingle} { max-height: 92vh; --above: 16px; --beside: 16px; } overflow-y: auto; display: flex; flex-direction: column; gap: 14px; outline: none;
`;
const Title = styled(Heading)`font-size: 20px;`;
const Sub = styled.p`color: var(--ink-soft); margin-top: -10px;`;

interface Props {
    title: string;
    sub?: string;
    isOpen: boolean;
    onClose: () => void;
    wide?: boolean;
    children: ReactNode;
}

/** A sheet of paper laid over the page: for a task of its own that ends with it. */
export function Sheet({ title, sub, isOpen, onClose, wide, children }: Props) {
    return (
        <Shade isOpen={isOpen} onOpenChange={(open) => !open && onClose()} isDismissable>
            <Frame $wide={wide}>
                <Page>
                    <Back onBack={onClose} />
                    <Title slot="title">{readable(title)}</Title>
                    {sub && <Sub>{sub}</Sub>}
                    {children}
                </Page>
            </Frame>
        </Shade>
    );
}

function Back({ onBack }: { onBack: () => void }) {
    useBack(onBack);
    return null;
}

/** What ends the task, in sight however long the sheet is. */
export const SheetActions = styled.div`
    display: flex; justify-content: flex-end; gap: 8px; align-items: center;
    position: sticky; bottom: calc(-1 * var(--above)); margin: 0 calc(-1 * var(--beside)) calc(-1 * var(--above)); padding: 8px var(--beside) var(--above); background: var(--sheet); z-index: 1;
`;
