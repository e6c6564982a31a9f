import { useState } from 'react';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';

/** Something that is told only now: a link, a token, codes. */
export function Shown({ words, value, onDone }: { words: string; value: string; onDone: () => void }) {
    const [isCopied, setCopied] = useState(false);
    return (
        <Notice>
            <span>{words}</span>
            <code style={{ overflowWrap: 'anywhere', whiteSpace: 'pre-wrap', userSelect: 'all' }}>{value}</code>
            <span style={{ display: 'flex', gap: 8 }}>
                <Button
                    onPress={() =>
                        void navigator.clipboard
                            ?.writeText(value)
                            .then(() => setCopied(true))
                            .catch(() => {})
                    }
                >
                    {isCopied ? 'Copied' : 'Copy'}
                </Button>
                <Button onPress={onDone}>I have it</Button>
            </span>
        </Notice>
    );
}
