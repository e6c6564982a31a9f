import { useState } from 'react';
import { Link } from 'react-router';
import type { CrateEntry } from '../api/client';
import { SmallPicture } from '../pictures/SmallPicture';
import { TextButton } from '../ui/Button';
import { Check } from '../ui/Check';
import { Choice, Figure, Table, Unseen } from '../ui/ledger';
import { useParts } from '../ui/useParts';
import { count, fileName, readable, size } from '../ui/words';
import { RecipeSheet } from './RecipeSheet';
import { type Wish, withFile, withOutside } from './wish';

const COLUMNS = '20px minmax(0, 1.4fr) 92px 78px minmax(0, 1fr)';
const FROM: Record<CrateEntry['from'], string> = { draft: 'draft', saved: 'file', version: 'as it was', outside: 'elsewhere' };

interface Props {
    workspace: string;
    entries: CrateEntry[];
    wish: Wish;
    onChange: (wish: Wish) => void;
}

/** Every file of a crate once: its size, its kind, and why it is in. */
export function EntryTable({ workspace, entries, wish, onChange }: Props) {
    const [which, setWhich] = useState<'all' | 'out' | 'renamed'>('all');
    const [saying, setSaying] = useState<CrateEntry | null>(null);
    const out = entries.filter((entry) => entry.whyOut !== null);
    const renamed = entries.filter((entry) => entry.renamed !== null);
    const { shown, more } = useParts(which === 'out' ? out : which === 'renamed' ? renamed : entries, 200);
    const turn = (entry: CrateEntry, isIn: boolean) =>
        onChange(entry.from === 'outside' && !isIn ? withOutside(wish, entry.path, false) : withFile(wish, entry.path, isIn));
    return (
        <section aria-label="What is in it">
            {(out.length > 0 || renamed.length > 0) && (
                <div style={{ padding: '4px 12px' }}>
                    <Choice $on={which === 'all'} onClick={() => setWhich('all')}>
                        all {entries.length}
                    </Choice>
                    {out.length > 0 && (
                        <Choice $on={which === 'out'} onClick={() => setWhich('out')}>
                            left out {out.length}
                        </Choice>
                    )}
                    {renamed.length > 0 && (
                        <Choice $on={which === 'renamed'} onClick={() => setWhich('renamed')}>
                            with another name {renamed.length}
                        </Choice>
                    )}
                </div>
            )}
            <Table $columns={COLUMNS} aria-label="Files of the crate">
                <div>
                    <span />
                    <span>file</span>
                    <span>content</span>
                    <Figure>size</Figure>
                    <span>why it is in</span>
                </div>
                {shown.map((entry) => (
                    <div key={entry.path} data-entry={entry.path} style={entry.whyOut === null ? undefined : { color: 'var(--ink-soft)' }}>
                        <Check isSelected={entry.whyOut === null} onChange={(on) => turn(entry, on)}>
                            <Unseen>{`Pack ${fileName(entry.path)}`}</Unseen>
                        </Check>
                        <div style={{ display: 'grid', gridTemplateColumns: '44px minmax(0, 1fr)', gap: 10, alignItems: 'center' }}>
                            {entry.id ? <SmallPicture id={entry.id} width={44} /> : <span />}
                            <div style={{ minWidth: 0 }}>
                                {entry.id ? (
                                    <Link to={`/w/${workspace}/documents/${entry.id}`} style={{ color: 'inherit' }}>
                                        <b>{readable(entry.title ?? fileName(entry.path))}</b>
                                    </Link>
                                ) : (
                                    <b>{readable(fileName(entry.path))}</b>
                                )}
                                <code title={entry.path}>{readable(entry.place)}</code>
                                {entry.renamed && (
                                    <small>
                                        was {readable(fileName(entry.path))}. {entry.renamed}
                                    </small>
                                )}
                            </div>
                        </div>
                        <span>
                            {FROM[entry.from]}
                            <small>{entry.kind}</small>
                        </span>
                        <Figure>
                            {size(entry.size)}
                            {entry.cutTo !== null && <small>cut to {entry.cutTo} s</small>}
                        </Figure>
                        <small>
                            {why(entry)}
                            {entry.whole !== null && ` · whole, since ${entry.whole}`}
                            {entry.id && entry.format === 'file' && (
                                <>
                                    {' · '}
                                    <TextButton
                                        onPress={() => setSaying(entry)}
                                        aria-label={`can it be made again? ${fileName(entry.path)}`}
                                    >
                                        {entry.recipe === null ? 'can it be made again?' : 'how it is made again'}
                                    </TextButton>
                                </>
                            )}
                        </small>
                    </div>
                ))}
            </Table>
            {more && <div style={{ padding: '0 16px' }}>{more}</div>}
            {saying && <RecipeSheet workspace={workspace} entry={saying} onClose={() => setSaying(null)} />}
        </section>
    );
}

function why(entry: CrateEntry): string {
    if (entry.whyOut !== null) {
        return `left out: ${entry.whyOut}${entry.recipe ? ` (${entry.recipe})` : ''}`;
    }
    if (entry.isTop) {
        return 'you chose it';
    }
    if (entry.companionOf !== null) {
        return `belongs to ${readable(fileName(entry.companionOf))}`;
    }
    const [first = '', ...others] = entry.referredBy;
    const rest = entry.referrers - 1;
    return `${readable(fileName(first))}${rest > 0 ? ` and ${count(rest, 'other')}` : ''} ${others.length + rest > 0 ? 'refer' : 'refers'} to it`;
}
