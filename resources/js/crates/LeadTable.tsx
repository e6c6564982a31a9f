import { Link } from 'react-router';
import styled from 'styled-components';
import type { CrateLead } from '../api/client';
import { TextButton } from '../ui/Button';
import { Figure, Table } from '../ui/ledger';
import { useParts } from '../ui/useParts';
import { count, fileName, readable } from '../ui/words';
import { leadOutWords, unsettled, type Wish, withAccepted, withKind, withOutside } from './wish';

const Box = styled.section<{
    $stops: boolean;
}>`border-bottom: 1px solid var(--rule-strong); border-left: 4px solid ${(p) => (p.$stops ? 'var(--stop)' : 'var(--rule-strong)')}; margin-bottom: 10px;
    > header { display: flex; flex-wrap: wrap; gap: 4px 16px; align-items: baseline; padding: 10px 14px 6px; h2 { font-size: 17px; } p { color: var(--ink-soft); font-size: 14px; flex: 1; } }`;

const COLUMNS = '90px minmax(0, 1.3fr) minmax(0, 1fr) 76px 150px';
const KINDS: Record<CrateLead['kind'], string> = { missing: '∅ missing', outside: '↗ outside', web: '≈ web', device: '⌁ device' };

interface Props {
    workspace: string;
    leads: CrateLead[];
    wish: Wish;
    onChange: (wish: Wish) => void;
}

/** What references lead to that will not be in the crate, and what is done about it. */
export function LeadTable({ workspace, leads, wish, onChange }: Props) {
    const open = unsettled(leads);
    const { shown, more } = useParts(leads, 50);
    const canCome = leads.filter((lead) => lead.canComeAlong);
    const all = (kind: CrateLead['kind']) => leads.some((lead) => lead.kind === kind && lead.mustBeSettled && !lead.isAccepted);
    return (
        <Box $stops={open > 0} aria-label="What leads out">
            <header>
                <h2>{leadOutWords(leads.reduce((sum, lead) => sum + lead.references, 0))}</h2>
                <p>
                    {open > 0
                        ? `${count(open, 'reference')} ${open === 1 ? 'needs' : 'need'} an answer before it is packed`
                        : 'all are answered; the crate says so'}
                </p>
                {canCome.length > 0 && (
                    <TextButton onPress={() => onChange({ ...wish, outside: canCome.map((lead) => lead.end ?? '') })}>
                        take all {canCome.length} along
                    </TextButton>
                )}
                {all('missing') && <TextButton onPress={() => onChange(withKind(wish, 'missing', true))}>leave all missing</TextButton>}
                {all('outside') && <TextButton onPress={() => onChange(withKind(wish, 'outside', true))}>leave all outside</TextButton>}
                {all('missing') && <Link to={`/w/${workspace}/strays`}>mend in Strays</Link>}
            </header>
            <Table $columns={COLUMNS} aria-label="References that lead out">
                <div>
                    <span>kind</span>
                    <span>leads to</span>
                    <span>from</span>
                    <Figure>how many</Figure>
                    <span>answer</span>
                </div>
                {shown.map((lead) => (
                    <div key={`${lead.kind} ${lead.end} ${lead.raw}`} data-lead={lead.end ?? lead.raw}>
                        <span>{KINDS[lead.kind]}</span>
                        <div>
                            <b style={{ overflowWrap: 'anywhere' }}>{readable(lead.end ?? lead.raw)}</b>
                            <small>{lead.why}</small>
                        </div>
                        <small title={lead.paths.join('\n')}>
                            {readable(fileName(lead.paths[0] ?? ''))}
                            {lead.paths.length > 1 ? ` and ${lead.paths.length - 1} more` : ''}
                        </small>
                        <Figure>{lead.references}</Figure>
                        <span style={{ display: 'flex', gap: 10, flexWrap: 'wrap' }}>
                            {!lead.mustBeSettled ? (
                                <small>stays, and the crate says so</small>
                            ) : (
                                <>
                                    {lead.canComeAlong && (
                                        <TextButton onPress={() => onChange(withOutside(wish, lead.end ?? '', true))}>
                                            take along
                                        </TextButton>
                                    )}
                                    {lead.isAccepted ? (
                                        <small>
                                            left{' '}
                                            <TextButton
                                                onPress={() => onChange(withAccepted(withKind(wish, lead.kind, false), lead, false))}
                                            >
                                                not after all
                                            </TextButton>
                                        </small>
                                    ) : (
                                        <TextButton onPress={() => onChange(withAccepted(wish, lead, true))}>leave</TextButton>
                                    )}
                                </>
                            )}
                        </span>
                    </div>
                ))}
            </Table>
            {more && <div style={{ padding: '6px 14px' }}>{more}</div>}
        </Box>
    );
}
