import { useState } from 'react';
import { TextButton } from './Button';
import { number } from './locale';

/** What is shown at once of a list that may have thousands, and the way to the rest. */
export function useParts<T>(all: T[], atOnce = 50) {
    const [room, setRoom] = useState(atOnce);
    const left = all.length - room;
    const next = Math.min(4 * atOnce, left);
    return {
        shown: left > 0 ? all.slice(0, room) : all,
        more: left > 0 && (
            <p style={{ padding: '6px 0' }}>
                <TextButton onPress={() => setRoom(room + next)}>
                    {`${number(left)} more${next < left ? `: show the next ${next}` : ': show them'}`}
                </TextButton>
            </p>
        ),
    };
}
