import { useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Crate, type CratePlan } from '../api/client';
import { font } from '../theme/tokens';
import { Aside } from '../ui/Aside';
import { Button, TextButton } from '../ui/Button';
import { Check } from '../ui/Check';
import { Field } from '../ui/Field';
import { Choice } from '../ui/ledger';
import { Notice } from '../ui/Notice';
import { useParts } from '../ui/useParts';
import { count, readable, size } from '../ui/words';
import { CrateProgress } from './CrateProgress';
import { sums, unsettled, type Wish } from './wish';

const Total = styled.p`font: 600 21px ${font.title}; font-variant-numeric: tabular-nums; small { display: block; font: 13.5px ${font.plain}; color: var(--ink-soft); }`;
const Sums = styled.table`width: 100%; border-collapse: collapse; font-size: 13.5px; td { padding: 2px 0; border-bottom: 1px solid var(--rule); overflow-wrap: anywhere; } td + td { text-align: right; white-space: nowrap; font-variant-numeric: tabular-nums; padding-left: 10px; }`;

const SHOWN = 12;

interface Props {
    workspace: string;
    plan: CratePlan | undefined;
    wish: Wish;
    onChange: (wish: Wish) => void;
    isBusy: boolean;
    problem: string | null;
    done: { crate: Crate; still: { value: string; files: string[] }[] } | null;
    onPack: () => void;
}

/** What the crate will be, and the one button that packs it. */
export function CrateAside({ workspace, plan, wish, onChange, isBusy, problem, done, onPack }: Props) {
    const [by, setBy] = useState<'kind' | 'folder'>('kind');
    const [kept, setKept] = useState<string | null>(null);
    const open = plan ? unsettled(plan.leads) : 0;
    const out = plan?.leads.reduce((sum, lead) => sum + lead.references, 0) ?? 0;
    const rows = plan ? sums(plan.entries, by) : [];
    const some = useParts(rows, SHOWN);
    const still = useParts(done?.still ?? [], SHOWN);
    const blanks = (wish.blank?.length ?? 0) + (wish.secrets ?? []).filter((one) => one.with !== null).length;
    async function keep() {
        const name = wish.name?.trim() ?? '';
        try {
            await answer(api.POST('/workspaces/{workspace}/crate-recipes', { params: { path: { workspace } }, body: { name, wish } }));
            setKept(`These choices are kept as “${name}”.`);
        } catch (error) {
            setKept((error as Error).message);
        }
    }
    return (
        <Aside
            title="The crate"
            sub="what will be handed over"
            summary={plan ? `${count(plan.files, 'file')}, ${size(plan.bytes)}` : undefined}
            foot={
                <>
                    {isBusy && <CrateProgress />}
                    <Button
                        $main
                        data-kept
                        isDisabled={!plan || isBusy || open > 0 || plan.files === 0 || !wish.name?.trim()}
                        onPress={onPack}
                    >
                        {isBusy
                            ? 'Packing …'
                            : open > 0
                              ? `${count(open, 'reference')} to answer first`
                              : `Pack ${count(plan?.files ?? 0, 'file')}${out > 0 ? `, ${out} ${out === 1 ? 'leads' : 'lead'} out` : ''}`}
                    </Button>
                </>
            }
        >
            {done && (
                <Notice>
                    <span>
                        “{readable(done.crate.name)}” is packed: {count(done.crate.files, 'file')}, {size(done.crate.bytes)}.{' '}
                        {done.crate.leadOut === 0
                            ? 'It is complete.'
                            : `It says of ${count(done.crate.leadOut, 'reference')} that ${done.crate.leadOut === 1 ? 'it leads' : 'they lead'} out.`}
                    </span>
                    <a href={`/api/workspaces/${workspace}/crates/${done.crate.number}/file`}>Download it</a>
                    <Link to={`/w/${workspace}/crates`}>All crates</Link>
                </Notice>
            )}
            {done && done.still.length > 0 && (
                <Notice stop>
                    <span>What you had taken out still stands elsewhere in it:</span>
                    {still.shown.map((one) => (
                        <span key={one.value}>
                            “{readable(one.value)}” in {one.files.map(readable).join(', ')}
                        </span>
                    ))}
                    {still.more}
                </Notice>
            )}
            {problem && <Notice stop>{problem}</Notice>}
            {plan?.troubles.map((trouble) => (
                <Notice key={trouble.why} stop={trouble.stops}>
                    {trouble.why} {trouble.wayOut}
                </Notice>
            ))}
            {plan && (
                <Total>
                    {count(plan.files, 'file')}, {size(plan.bytes)}
                    <small>
                        {count(plan.references, 'reference')}, {out === 0 ? 'none leads out' : `${out} ${out === 1 ? 'leads' : 'lead'} out`}
                    </small>
                </Total>
            )}
            {rows.length > 0 && (
                <div>
                    <Choice $on={by === 'kind'} onClick={() => setBy('kind')}>
                        by kind
                    </Choice>
                    <Choice $on={by === 'folder'} onClick={() => setBy('folder')}>
                        by folder
                    </Choice>
                    <Sums aria-label="Sums">
                        <tbody>
                            {some.shown.map((row) => (
                                <tr key={row.name}>
                                    <td>{readable(row.name)}</td>
                                    <td>{row.files}</td>
                                    <td>{size(row.bytes)}</td>
                                </tr>
                            ))}
                        </tbody>
                    </Sums>
                    {some.more}
                </div>
            )}
            <Field label="Name" value={wish.name ?? ''} onChange={(name) => onChange({ ...wish, name })} />
            <Field label="For whom" value={wish.for ?? ''} onChange={(value) => onChange({ ...wish, for: value })} />
            <Field label="Note" value={wish.note ?? ''} onChange={(note) => onChange({ ...wish, note })} lines rows={2} />
            <div>
                <Check isSelected={wish.lent ?? false} onChange={(lent) => onChange({ ...wish, lent })}>
                    to be worked on: its documents are lent until it comes back
                </Check>
                <Check isSelected={wish.withVersions ?? false} onChange={(withVersions) => onChange({ ...wish, withVersions })}>
                    with the versions of its documents
                </Check>
                <Check isSelected={wish.deflate ?? false} onChange={(deflate) => onChange({ ...wish, deflate })}>
                    make it smaller, which takes longer
                </Check>
            </div>
            {blanks > 0 && <small>{count(blanks, 'choice')} of what is taken out so that nothing is given away</small>}
            <span>
                <TextButton onPress={keep} isDisabled={!wish.name?.trim()}>
                    Keep these choices under this name
                </TextButton>
                {kept && <small style={{ display: 'block' }}>{readable(kept)}</small>}
            </span>
        </Aside>
    );
}
