import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, type ComingRow, type ComingWish } from '../api/client';
import { ByEye, isSeen } from '../contrast/ByEye';
import { TextButton } from '../ui/Button';
import { Check } from '../ui/Check';
import { ComparisonView } from '../ui/ComparisonView';
import { Choice, Figure, Table, Unseen } from '../ui/ledger';
import { Notice } from '../ui/Notice';
import { useParts } from '../ui/useParts';
import { count, fileName, folder, moment, readable, size } from '../ui/words';

const COLUMNS = '20px 156px minmax(0, 1.4fr) minmax(0, 1fr) 76px';
/** A mark beside its word, so that states are told apart at a glance and without colour. */
const MARKS: Record<ComingRow['state'], string> = {
    'as you sent it': '·',
    'changed by them': '◂',
    'changed here since': '▸',
    'changed by both': '◂▸',
    new: '+',
    'gone there': '−',
};
const ORDER: ComingRow['state'][] = ['changed by both', 'changed by them', 'new', 'gone there', 'changed here since', 'as you sent it'];

interface Props {
    workspace: string;
    rows: ComingRow[];
    wish: ComingWish;
    left: string[];
    theirs: string[];
    onLeave: (place: string, stays: boolean) => void;
    onTheirs: (place: string, on: boolean) => void;
    isDone: boolean;
}

/** Each file of a crate that came, with what has become of it there and here. */
export function ComingTable({ workspace, rows, wish, left, theirs, onLeave, onTheirs, isDone }: Props) {
    const [which, setWhich] = useState<'bring' | 'all'>('bring');
    const [open, setOpen] = useState<string | null>(null);
    const sorted = [...rows].sort((a, b) => ORDER.indexOf(a.state) - ORDER.indexOf(b.state) || a.path.localeCompare(b.path));
    const changed = sorted.filter((row) => row.state !== 'as you sent it');
    const { shown, more } = useParts(which === 'all' ? sorted : changed, 200);
    return (
        <section aria-label="What came">
            <div style={{ padding: '4px 12px' }}>
                <Choice $on={which === 'bring'} onClick={() => setWhich('bring')}>
                    what differs {changed.length}
                </Choice>
                <Choice $on={which === 'all'} onClick={() => setWhich('all')}>
                    all {rows.length}
                </Choice>
            </div>
            {shown.length === 0 && <p style={{ padding: '12px 16px' }}>Everything is as you sent it. There is nothing to do.</p>}
            {shown.length > 0 && (
                <Table $columns={COLUMNS} aria-label="Files that came">
                    <div>
                        <span />
                        <span>what became of it</span>
                        <span>file</span>
                        <span>comes to</span>
                        <Figure>size</Figure>
                    </div>
                    {shown.flatMap((row) => [
                        <div key={row.place + row.path} data-coming={row.path}>
                            {row.brings && !isDone ? (
                                <Check isSelected={!left.includes(row.place)} onChange={(on) => onLeave(row.place, !on)}>
                                    <Unseen>{`Take in ${fileName(row.place)}`}</Unseen>
                                </Check>
                            ) : (
                                <span />
                            )}
                            <span>
                                <span aria-hidden style={{ display: 'inline-block', width: 24 }}>
                                    {MARKS[row.state]}
                                </span>
                                {row.state}
                            </span>
                            <div>
                                <b style={{ overflowWrap: 'anywhere' }}>{readable(row.title ?? fileName(row.place))}</b>
                                <code title={row.place}>{readable(row.place)}</code>
                                {row.versions.length > 0 && (
                                    <small
                                        title={row.versions
                                            .map((one) => `${one.number} of ${moment(one.at)}${one.note ? `: ${one.note}` : ''}`)
                                            .join('\n')}
                                    >
                                        {count(row.versions.length, 'version')} of theirs
                                    </small>
                                )}
                            </div>
                            <div>
                                <code title={row.path}>{readable(folder(row.path) || fileName(row.path))}</code>
                                {row.clash && <small>{row.clash}</small>}
                                {row.state === 'changed by both' && row.hasDraft && !isDone && (
                                    <small>
                                        <label>
                                            <input
                                                type="checkbox"
                                                checked={theirs.includes(row.place)}
                                                onChange={(event) => onTheirs(row.place, event.target.checked)}
                                            />{' '}
                                            theirs in place of the draft here, which stays a step back
                                        </label>
                                    </small>
                                )}
                                {row.brings && !isDone && (
                                    <TextButton onPress={() => setOpen(open === row.place ? null : row.place)}>
                                        {open === row.place ? 'close' : row.state === 'new' ? 'look at it' : 'compare'}
                                    </TextButton>
                                )}
                            </div>
                            <Figure>{size(row.size)}</Figure>
                        </div>,
                        ...(open === row.place
                            ? [<Compared key={`${row.place} compared`} workspace={workspace} wish={wish} place={row.place} />]
                            : []),
                    ])}
                </Table>
            )}
            {more && <div style={{ padding: '0 16px' }}>{more}</div>}
        </section>
    );
}

/** What came beside what is here, without taking it in. */
function Compared({ workspace, wish, place }: { workspace: string; wish: ComingWish; place: string }) {
    const compared = useQuery({
        queryKey: [workspace, 'coming', wish, place],
        queryFn: () =>
            answer(api.POST('/workspaces/{workspace}/crates/compare', { params: { path: { workspace } }, body: { ...wish, place } })),
        retry: false,
    });
    const kind = /\.(png|jpe?g|gif|webp|avif|svg)$/i.test(place)
        ? 'picture'
        : /\.(wav|mp3|ogg|opus|flac|m4a)$/i.test(place)
          ? 'sound'
          : null;
    const query = new URLSearchParams({ ...(wish.part ? { part: wish.part } : { from: wish.from ?? '' }), place });
    const address = `/api/workspaces/${workspace}/crates/content?${query}`;
    // Where both are shown beside each other, it is one of them.
    const isAlone = !compared.isPending && !(compared.data && isSeen(place, compared.data));
    return (
        <div style={{ display: 'block', padding: 0 }}>
            {kind === 'picture' && isAlone && (
                <img
                    src={address}
                    alt={fileName(place)}
                    style={{
                        display: 'block',
                        maxWidth: '60%',
                        maxHeight: 280,
                        margin: '10px 56px',
                        border: '1px solid var(--rule)',
                        background: '#fff',
                    }}
                />
            )}
            {/* biome-ignore lint/a11y/useMediaCaption: a sound that someone sent has none */}
            {kind === 'sound' && isAlone && <audio controls src={address} style={{ margin: '10px 56px' }} />}
            {compared.isPending && <p style={{ padding: '8px 16px' }}>Comparing …</p>}
            {compared.isError && <Notice stop>{compared.error.message}</Notice>}
            {compared.data &&
                (isSeen(place, compared.data) ? (
                    <ByEye workspace={workspace} comparison={compared.data} />
                ) : (
                    <ComparisonView comparison={compared.data} />
                ))}
        </div>
    );
}
