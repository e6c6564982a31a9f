import { memo } from 'react';
import styled from 'styled-components';
import { fileName, folder, readable } from './words';

const Folder = styled.bdi<{ $beside: number }>`
    display: inline-block; vertical-align: bottom; max-width: calc(100% - ${(p) => p.$beside}ch); overflow: hidden; text-overflow: ellipsis; white-space: nowrap;
`;

/** A path in a letter of one width. Where room is short its folders are cut, since its end tells documents apart. */
export const PathText = memo(function PathText({ path: raw }: { path: string }) {
    const path = readable(raw);
    const name = fileName(path);
    return (
        <>
            {name !== path && <Folder $beside={[...name].length + 1}>{folder(path)}</Folder>}
            {name === path ? name : `/${name}`}
        </>
    );
});
