import { memo } from 'react';
import { useParams } from 'react-router';
import styled from 'styled-components';
import { font } from '../theme/tokens';
import { useBegun } from '../ui/useBegun';
import { usePicture } from './usePicture';

/** It stands in lists whose own look is not meant for what is in it. */
const Place = styled.span<{ $width: number; $isBare: boolean }>`
    &&& {
        display: grid; grid-template: minmax(0, 1fr) / minmax(0, 1fr); place-items: center; flex: none; overflow: hidden; padding: 0; width: ${(p) => p.$width}px; height: ${(p) => Math.round(p.$width * 0.75)}px;
        border: 1px solid ${(p) => (p.$isBare ? 'transparent' : 'var(--rule)')}; border-radius: 2px; background: ${(p) => (p.$isBare ? 'none' : 'var(--picture)')};
    }
    &&& > img { max-width: 100%; max-height: 100%; object-fit: contain; }
    &&& > i { font: 12.5px/16px ${font.plain}; color: var(--stop); background: var(--sheet); border: 0; width: 100%; height: 100%; display: grid; place-items: center; text-align: center; }
`;

interface Props {
    id: string;
    /** Pixels; its height is three quarters of that. */
    width: number;
    /** Whether there is room to say why something cannot be shown. */
    says?: boolean;
    /** A content that it had, as `version-3`, instead of what is on the screen. */
    source?: string;
    /** Where it lies, if that is not where the page is. */
    in?: string;
}

/** A first list of many is there sooner without them. */
let wereSome = false;

/** What a document looks like, in small. Its name stands beside it, so it says nothing to who hears the page, but where it cannot be shown. */
export const SmallPicture = memo(function SmallPicture(props: Props) {
    const isBegun = useBegun(wereSome);
    wereSome ||= isBegun;
    return isBegun ? <Asked {...props} /> : <Place $width={props.width} $isBare />;
});

function Asked({ id, width, says, source, in: other }: Props) {
    const { workspace: here = '' } = useParams();
    const workspace = other ?? here;
    const picture = usePicture(workspace, id, source);
    const why = picture?.state === 'cannot be shown' ? `cannot be shown, ${picture.why}` : null;
    return (
        <Place data-picture={picture?.state} $width={width} $isBare={picture?.state !== 'made' && why === null} title={why ?? undefined}>
            {picture?.state === 'made' && <img src={`/api/workspaces/${workspace}/pictures/${picture.key}`} alt="" loading="lazy" />}
            {why && (says ? <i style={{ padding: 8 }}>{why}</i> : <i aria-hidden="true">⊘</i>)}
        </Place>
    );
}
