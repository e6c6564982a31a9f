import { Menu as AriaMenu, MenuItem, MenuTrigger, Popover, Separator } from 'react-aria-components';
import styled from 'styled-components';
import { font } from '../theme/tokens';
import { Button } from './Button';

const Paper = styled(
    Popover,
)`background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 4px; box-shadow: 0 6px 24px var(--shade); min-width: 210px;`;
const List = styled(AriaMenu)`outline: none; padding: 4px 0; max-height: 70vh; overflow-y: auto;`;
const Item = styled(MenuItem)`
    font: 14.5px ${font.plain}; padding: 5px 14px; cursor: pointer; outline: none; display: flex; justify-content: space-between; gap: 18px;
    &[data-focused] { background: var(--tint); }
    &[data-focus-visible] { box-shadow: inset 3px 0 var(--brass); }
    &[data-disabled] { color: var(--ink-soft); opacity: 0.6; cursor: default; }
    small { color: var(--ink-soft); font-size: 12.5px; }
`;
const Line = styled(Separator)`border: 0; border-top: 1px solid var(--rule); margin: 4px 0;`;

export interface MenuEntry {
    name: string;
    keys?: string;
    run: () => void;
    isDisabled?: boolean;
    /** A ruled line before it. */
    apart?: boolean;
}

interface Props {
    label: string;
    text?: string;
    /** Where there are many such menus, what makes its entries when it is opened. */
    entries: MenuEntry[] | (() => MenuEntry[]);
    tabIndex?: number;
    small?: boolean;
}

/** Further actions on one thing. */
export function Menu({ label, text = 'more', entries, tabIndex, small }: Props) {
    return (
        <MenuTrigger>
            <Button
                $quiet={small}
                aria-label={label}
                excludeFromTabOrder={tabIndex === -1}
                style={small ? { padding: '3px 6px', fontWeight: 400, color: 'var(--ink-soft)', whiteSpace: 'nowrap' } : undefined}
            >
                <span>{text}</span> ▾
            </Button>
            <Paper placement="bottom end">
                <Entries entries={entries} />
            </Paper>
        </MenuTrigger>
    );
}

function Entries({ entries: given }: { entries: Props['entries'] }) {
    const entries = typeof given === 'function' ? given() : given;
    return (
        <List
            onAction={(key) => {
                entries[Number(key)]?.run();
            }}
            disabledKeys={entries.flatMap((entry, index) => (entry.isDisabled ? [String(index)] : []))}
        >
            {entries.flatMap((entry, index) => [
                ...(entry.apart ? [<Line key={`line-${entry.name}`} />] : []),
                <Item key={entry.name} id={String(index)} textValue={entry.name}>
                    {entry.name}
                    {entry.keys && <small>{entry.keys}</small>}
                </Item>,
            ])}
        </List>
    );
}
