import { type CalendarDateTime, parseDateTime, toCalendarDateTime } from '@internationalized/date';
import {
    Button,
    Calendar,
    CalendarCell,
    CalendarGrid,
    DateInput,
    DatePicker,
    DateSegment,
    Dialog,
    Group,
    Heading,
    I18nProvider,
    Popover,
} from 'react-aria-components';
import styled from 'styled-components';
import { TARGET } from '../theme/sizes';
import { font } from '../theme/tokens';
import { FieldLabel } from './Field';
import { locale } from './locale';

const Line = styled(Group)`
    display: flex; align-items: center; background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; min-width: 0;
    &[data-focus-within] { outline: 2px solid var(--brass); }
    > button { border: 0; border-left: 1px solid var(--rule); background: none; color: var(--ink-soft); font: 14px ${font.plain}; padding: 6px 10px; cursor: pointer; align-self: stretch; }
    > button[data-hovered] { background: var(--tint); }
`;
const Input = styled(DateInput)`display: flex; flex: 1; min-width: 0; padding: 5px 8px; font: 15px ${font.plain}; white-space: pre;`;
const Segment = styled(DateSegment)`
    padding: 1px; border-radius: 2px; outline: none; color: var(--ink);
    &[data-placeholder] { color: var(--ink-soft); } &[data-focused] { background: var(--ink); color: var(--paper); }
`;
const Paper = styled(
    Popover,
)`background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 4px; box-shadow: 0 6px 24px var(--shade); padding: 12px;`;
const Month = styled(Calendar)`
    header { display: flex; align-items: center; gap: 8px; margin-bottom: 8px; } h2 { flex: 1; font-size: 16px; text-align: center; }
    header button { border: 1px solid var(--rule-strong); background: none; color: inherit; border-radius: 3px; min-width: 34px; min-height: 34px; cursor: pointer; }
    table { border-collapse: collapse; } th { font: 12.5px ${font.plain}; color: var(--ink-soft); padding: 4px; }
`;
const Day = styled(CalendarCell)`
    display: grid; place-items: center; width: 38px; height: 34px; border-radius: 3px; cursor: pointer; outline: none; font-variant-numeric: tabular-nums;
    &[data-outside-month] { visibility: hidden; } &[data-hovered] { background: var(--tint); } &[data-focus-visible] { outline: 2px solid var(--brass); }
    &[data-selected] { background: var(--ink); color: var(--paper); }
    @media (pointer: coarse) { width: ${TARGET}px; height: ${TARGET}px; }
`;

interface Props {
    label: string;
    /** `2026-11-27T09:30`, as the clock here says; empty: none. */
    value: string;
    onChange: (value: string) => void;
}

/** A moment, its parts in the order and its weeks with the first day that the person is used to. */
export function MomentField({ label, value, onChange }: Props) {
    return (
        <I18nProvider locale={locale()}>
            <DatePicker<CalendarDateTime>
                granularity="minute"
                hideTimeZone
                value={value === '' ? null : toCalendarDateTime(parseDateTime(value))}
                onChange={(next) => onChange(next === null ? '' : next.toString().slice(0, 16))}
            >
                <FieldLabel>{label}</FieldLabel>
                <Line>
                    <Input>{(segment) => <Segment segment={segment} />}</Input>
                    <Button>▾</Button>
                </Line>
                <Paper>
                    <Dialog style={{ outline: 'none' }}>
                        <Month>
                            <header>
                                <Button slot="previous">‹</Button>
                                <Heading />
                                <Button slot="next">›</Button>
                            </header>
                            <CalendarGrid>{(date) => <Day date={date} />}</CalendarGrid>
                        </Month>
                    </Dialog>
                </Paper>
            </DatePicker>
        </I18nProvider>
    );
}
