import type { UseQueryResult } from '@tanstack/react-query';
import { useRef } from 'react';
import type { Version } from '../api/client';
import { SmallPicture } from '../pictures/SmallPicture';
import { usePicture } from '../pictures/usePicture';
import { Empty } from '../ui/Empty';
import { useDrawn } from '../ui/useDrawn';
import { moment, size } from '../ui/words';
import { moveInRows, PastRow, Rows } from './rows';
import { Strip } from './Strip';

const ROW = 50;
const PICTURE = 52;

interface Props {
    workspace: string;
    id: string;
    query: UseQueryResult<Version[]>;
    chosen: number | null;
    onChoose: (number: number) => void;
}

/** Every version of a document, newest first, under a strip that shows when it changed and by how much. */
export function VersionRows({ workspace, id, query, chosen, onChoose }: Props) {
    const versions = query.data ?? [];
    const picture = usePicture(workspace, id);
    const areSeen = picture !== undefined && picture.state !== 'none';
    const scroller = useRef<HTMLDivElement>(null);
    const { items, height } = useDrawn(scroller, versions.length, () => ROW);
    if (versions.length === 0) {
        return <Empty title={query.isPending ? 'Reading …' : 'No versions'}>{query.isError && <p>{query.error.message}</p>}</Empty>;
    }
    return (
        <>
            <div style={{ padding: '6px 0', borderBottom: '1px solid var(--rule)' }}>
                <Strip versions={versions} width={330} chosen={chosen} onChoose={onChoose} />
            </div>
            <Rows ref={scroller} aria-label="Versions" onKeyDown={moveInRows}>
                <div style={{ height, position: 'relative' }}>
                    {items.map((item) => {
                        const version = versions[item.index];
                        return (
                            version && (
                                <PastRow
                                    key={version.number}
                                    type="button"
                                    $on={version.number === chosen}
                                    $here={version.isSaved}
                                    $picture={areSeen ? PICTURE : undefined}
                                    aria-current={version.number === chosen}
                                    data-version={version.number}
                                    style={{ position: 'absolute', top: item.start, height: ROW }}
                                    onClick={() => onChoose(version.number)}
                                >
                                    <b>{version.number}</b>
                                    {areSeen && <SmallPicture id={id} source={`version-${version.number}`} width={PICTURE} />}
                                    <span title={version.note ?? ''}>
                                        {version.label ? <em>“{version.label}”</em> : (version.note ?? 'saved')}
                                    </span>
                                    <small>{version.changedBytes ? `± ${size(version.changedBytes)}` : ''}</small>
                                    <small className="below">
                                        {[
                                            moment(version.at),
                                            version.person,
                                            version.label && version.note,
                                            size(version.size),
                                            version.isSaved && 'in the file now',
                                        ]
                                            .filter(Boolean)
                                            .join(' · ')}
                                    </small>
                                </PastRow>
                            )
                        );
                    })}
                </div>
            </Rows>
        </>
    );
}
