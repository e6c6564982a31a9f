import styled from 'styled-components';
import type { Command } from '../shell/commands';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { Sheet, SheetActions } from '../ui/Sheet';

const Table = styled.dl`
    display: grid; grid-template-columns: 110px minmax(0, 1fr); margin: 0; flex: none;
    dt, dd { margin: 0; padding: 5px 0; border-bottom: 1px solid var(--rule); }
    dt { font: 13px ${font.mono}; }
`;
const IN_ROWS: [string, string][] = [
    ['↑ ↓', 'move between rows (Page Up, Page Down, Home and End too)'],
    ['Enter', 'open the document of the row'],
    ['s', 'save the document of the row, or not'],
    ['d', 'discard its draft, or not'],
    ['l', 'leave it'],
    ['v', 'save it as …'],
    ['x', 'save it as the next stage …'],
    ['y', 'save a copy of it …'],
    ['m', 'rename or move it …'],
];

export function Shortcuts({ commands, onClose }: { commands: Command[]; onClose: () => void }) {
    return (
        <Sheet title="Shortcuts" sub="Letters work wherever you are not typing." isOpen onClose={onClose}>
            <Table>
                {[...IN_ROWS, ...commands.filter((one) => one.keys).map((one): [string, string] => [one.keys ?? '', one.name])].map(
                    ([keys, name]) => (
                        <div key={keys + name} style={{ display: 'contents' }}>
                            <dt>{keys}</dt>
                            <dd>{name}</dd>
                        </div>
                    ),
                )}
            </Table>
            <SheetActions>
                <Button $main onPress={onClose}>
                    Done
                </Button>
            </SheetActions>
        </Sheet>
    );
}
