import { useState } from 'react';
import styled from 'styled-components';
import { TextButton } from '../ui/Button';
import { remember, remembered } from '../ui/browserMemory';

const KEY = 'hafenbuch.guide';

const Steps = styled.ol`
    text-align: left; max-width: 560px; margin: 8px 0 0; padding: 14px 18px 14px 38px; border-top: 1px solid var(--rule-strong); border-bottom: 1px solid var(--rule-strong);
    li { padding: 3px 0; } b { font-weight: 600; color: var(--ink); }
`;

/** The first way through, for somebody who has nothing open yet; gone for good when they say so. */
export function Guide() {
    const [isGone, setGone] = useState(() => remembered(KEY) === 'gone');
    if (isGone) {
        return null;
    }
    return (
        <>
            <Steps aria-label="The first way through">
                <li>
                    <b>Open</b> a document. What it refers to is drawn down the margin.
                </li>
                <li>
                    <b>Edit</b> it. What you type is kept as a draft at once; the file stays as it is.
                </li>
                <li>
                    <b>Plan</b>: choose “save” in its row. Beside the rows stands every file that would be written, and why.
                </li>
                <li>
                    <b>Save</b>: press the plan’s one button. All of it is written, or nothing.
                </li>
                <li>
                    <b>Take back</b>: in the logbook, every save can be taken back as one act.
                </li>
            </Steps>
            <p>
                <TextButton
                    onPress={() => {
                        remember(KEY, 'gone');
                        setGone(true);
                    }}
                >
                    I know the way
                </TextButton>
            </p>
        </>
    );
}
