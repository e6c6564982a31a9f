import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import type { CopyRow } from '../api/client';
import { SmallPicture } from '../pictures/SmallPicture';
import { isSingle, isTouched } from '../theme/sizes';
import { font } from '../theme/tokens';
import { TextButton } from '../ui/Button';
import { TextBox } from '../ui/Field';
import { Flag } from '../ui/Flag';
import { Menu, type MenuEntry } from '../ui/Menu';
import { PathText } from '../ui/PathText';
import { useDrawn } from '../ui/useDrawn';
import { useMedia } from '../ui/useMedia';
import { count, fileName, folder, readable } from '../ui/words';

const ROW = 62;
/** Where fingers press. */
const TALL_ROW = 104;
/** Where its cells stand one below the other. */
const STACKED_ROW = 206;
const COLUMNS = 'minmax(0, 1fr) 128px minmax(0, 1fr) minmax(0, 0.8fr)';
const Page = styled.section`flex: 1; display: flex; flex-direction: column; min-height: 0; min-width: 0;`;
const Heads = styled.div`
    display: grid; grid-template-columns: ${COLUMNS}; gap: 12px; padding: 6px 31px 6px 16px; border-bottom: 1px solid var(--rule-strong); font-size: 13px; color: var(--ink-soft); align-items: center;
    @media ${isSingle} { grid-template-columns: minmax(0, 1fr) auto; > :nth-child(n + 3) { display: none; } }
`;
const Scroller = styled.div`flex: 1; overflow-y: auto; scrollbar-gutter: stable; min-height: 0;`;
const Line = styled.div<{ $stop: boolean }>`
    position: absolute; left: 0; right: 0; display: grid; grid-template-columns: ${COLUMNS}; gap: 12px; align-items: center; padding: 0 16px; border-bottom: 1px solid var(--rule);
    background: ${(p) => (p.$stop ? 'var(--stop-tint)' : 'transparent')};
    > div { min-width: 0; }
    @media ${isSingle} { grid-template: 52px 92px auto / minmax(0, 1fr) auto; gap: 4px 8px; align-content: start; padding-top: 6px; > :nth-child(n + 3) { grid-column: 1 / 3; } }
`;
const Name = styled.div<{ $depth: number }>`
    padding-left: ${(p) => Math.min(p.$depth, 6) * 16}px; display: grid; grid-template-columns: 44px minmax(0, 1fr); gap: 0 9px; > :first-child { grid-row: 1 / 3; }
    b, > span + b + span { display: block; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    b { font: 600 15px/20px ${font.title}; }
    span { font: 11.5px/16px ${font.mono}; color: var(--ink-soft); }
    svg { vertical-align: -2px; margin-right: 5px; width: 11px; height: 11px; }
`;
const Pair = styled.div`display: flex; gap: 2px;`;
const Option = styled.button<{ $on: boolean }>`
    font: ${(p) => (p.$on ? 600 : 400)} 14px ${font.plain}; padding: 3px 8px; border-radius: 3px; cursor: pointer; color: ${(p) => (p.$on ? 'var(--ink)' : 'var(--ink-soft)')};
    border: 1px solid ${(p) => (p.$on ? 'var(--brass)' : 'transparent')}; background: ${(p) => (p.$on ? 'var(--brass-tint)' : 'transparent')};
    &:hover { background: var(--tint); }
    &:disabled { cursor: default; opacity: 0.7; }
`;
const PathBox = styled(TextBox)`font: 12.5px ${font.mono}; padding: 4px 7px;`;
const Small = styled.small`display: block; font-size: 12.5px; line-height: 16px; color: var(--ink-soft); overflow: hidden; text-overflow: ellipsis; white-space: nowrap;`;
const Why = styled.small`display: -webkit-box; -webkit-line-clamp: 3; -webkit-box-orient: vertical; overflow: hidden; font-size: 12.5px; line-height: 16px; color: var(--stop);`;
const FolderBox = styled.input`
    display: block; width: 100%; font: 11.5px/18px ${font.mono}; color: var(--ink-soft); background: none; border: 0; padding: 1px 8px; text-overflow: ellipsis; border-radius: 2px;
    &:hover:not(:disabled) { background: var(--tint-soft); }
`;

interface Props {
    rows: CopyRow[];
    top: string;
    isDone: boolean;
    onShare: (ids: string[], on: boolean) => void;
    onPath: (id: string, path: string | null) => void;
    overridden: Record<string, string>;
}

/** Every document of the tree once: shared or copied, its new path, and who refers to it. */
export function CopyTable({ rows, top, isDone, onShare, onPath, overridden }: Props) {
    const scroller = useRef<HTMLDivElement>(null);
    const [isSmall, isTouch] = [useMedia(isSingle), useMedia(isTouched)];
    const height = isSmall ? STACKED_ROW : isTouch ? TALL_ROW : ROW;
    const drawn = useDrawn(scroller, rows.length, () => height);
    // biome-ignore lint/correctness/useExhaustiveDependencies: its rows are of another height then
    useEffect(drawn.measure, [height]);
    const ids = (test: (row: CopyRow) => boolean) => rows.filter((row) => row.documentId !== top && test(row)).map((row) => row.documentId);
    const distinct = <T extends string | number>(of: (row: CopyRow) => T) =>
        [...new Set(rows.filter((row) => row.documentId !== top).map(of))].sort();
    const entries = (on: boolean): MenuEntry[] => {
        const verb = on ? 'Share' : 'Copy';
        return [
            {
                name: `${verb} all`,
                run: () =>
                    onShare(
                        ids(() => true),
                        on,
                    ),
            },
            ...distinct((row) => folder(row.path)).map((place, index) => ({
                name: `${verb} what is in ${place || 'the top folder'}`,
                apart: index === 0,
                run: () =>
                    onShare(
                        ids((row) => folder(row.path) === place),
                        on,
                    ),
            })),
            ...distinct((row) => row.format).map((format, index) => ({
                name: `${verb} every ${format}`,
                apart: index === 0,
                run: () =>
                    onShare(
                        ids((row) => row.format === format),
                        on,
                    ),
            })),
            ...distinct((row) => row.depth).map((depth, index) => ({
                name: `${verb} from depth ${depth} on`,
                apart: index === 0,
                run: () =>
                    onShare(
                        ids((row) => row.depth >= depth),
                        on,
                    ),
            })),
        ];
    };
    return (
        <Page>
            <Heads>
                <span>{count(rows.length, 'document')}, each once</span>
                {isDone ? (
                    <span />
                ) : (
                    <Pair>
                        <Menu label="Share several" text="share" small entries={entries(true)} />
                        <Menu label="Copy several" text="copy" small entries={entries(false)} />
                    </Pair>
                )}
                <span>name and folder of the copy</span>
                <span>referred to by</span>
            </Heads>
            <Scroller ref={scroller}>
                {/* biome-ignore lint/a11y/useSemanticElements: a virtualised table cannot be one of the browser's own */}
                <div role="table" aria-label="What is copied" style={{ height: drawn.height, position: 'relative' }}>
                    {drawn.items.map((item) => {
                        const row = rows[item.index] as CopyRow;
                        const name = row.title ?? fileName(row.path);
                        const isCopied = row.newPath !== null;
                        return (
                            <Line
                                key={row.documentId}
                                role="row"
                                data-path={row.path}
                                $stop={row.clash !== null}
                                style={{ top: item.start, height }}
                            >
                                <Name role="cell" $depth={row.depth}>
                                    <SmallPicture id={row.documentId} width={44} />
                                    <b title={name}>
                                        {row.content !== 'as saved' && <Flag kind={row.content} />}
                                        {name}
                                    </b>
                                    <span title={row.path}>
                                        <PathText path={row.path} />
                                    </span>
                                </Name>
                                {/* biome-ignore lint/a11y/useSemanticElements: see above */}
                                <div role="cell">
                                    <Pair>
                                        {(['share', 'copy'] as const).map((one) => (
                                            <Option
                                                key={one}
                                                type="button"
                                                $on={isCopied === (one === 'copy')}
                                                aria-pressed={isCopied === (one === 'copy')}
                                                aria-label={`${one} ${name}`}
                                                disabled={isDone || row.documentId === top}
                                                onClick={() => onShare([row.documentId], one === 'share')}
                                            >
                                                {one}
                                            </Option>
                                        ))}
                                    </Pair>
                                </div>
                                {/* biome-ignore lint/a11y/useSemanticElements: see above */}
                                <div role="cell">
                                    {isCopied ? (
                                        <PathFields
                                            name={name}
                                            path={row.newPath ?? ''}
                                            isDisabled={isDone}
                                            onChange={(path) => onPath(row.documentId, path)}
                                        />
                                    ) : (
                                        <Small>the copy goes on pointing at the original</Small>
                                    )}
                                </div>
                                {/* biome-ignore lint/a11y/useSemanticElements: see above */}
                                <div role="cell">
                                    {row.clash ? (
                                        <Why title={row.clash}>
                                            {row.suggestion && (
                                                <TextButton onPress={() => onPath(row.documentId, row.suggestion)}>
                                                    Call it {readable(fileName(row.suggestion))}
                                                </TextButton>
                                            )}{' '}
                                            {row.clash}
                                        </Why>
                                    ) : (
                                        <Small title={row.referredBy.join('\n')}>
                                            {row.referredBy.length === 0 ? '·' : row.referredBy.map(fileName).slice(0, 2).join(', ')}
                                            {row.referredBy.length > 2 ? ` and ${row.referredBy.length - 2} more` : ''}
                                        </Small>
                                    )}
                                    {row.documentId in overridden && !isDone && !row.clash && (
                                        <Small>
                                            named by hand ·{' '}
                                            <TextButton onPress={() => onPath(row.documentId, null)}>by the rule</TextButton>
                                        </Small>
                                    )}
                                </div>
                            </Line>
                        );
                    })}
                </div>
            </Scroller>
        </Page>
    );
}

/** A path as its name and its folder. What is typed stands until the field is left, whatever the server answers meanwhile. */
function PathFields({
    name,
    path,
    isDisabled,
    onChange,
}: {
    name: string;
    path: string;
    isDisabled: boolean;
    onChange: (path: string) => void;
}) {
    const [typed, setTyped] = useState<string | null>(null);
    const shown = typed ?? path;
    const parts = { name: fileName(shown), place: folder(shown) };
    function type(next: Partial<typeof parts>) {
        const { name: file, place } = { ...parts, ...next };
        const whole = place === '' ? file : `${place}/${file}`;
        setTyped(whole);
        onChange(whole);
    }
    return (
        <>
            <PathBox
                aria-label={`Name of the copy of ${name}`}
                value={parts.name}
                disabled={isDisabled}
                onChange={(event) => type({ name: event.target.value.replaceAll('/', '') })}
                onBlur={() => setTyped(null)}
            />
            <FolderBox
                aria-label={`Folder of the copy of ${name}`}
                title={shown}
                value={parts.place}
                disabled={isDisabled}
                onChange={(event) => type({ place: event.target.value })}
                onBlur={() => setTyped(null)}
            />
        </>
    );
}
