import type { Plan, PlanLine } from '../api/client';
import { count } from '../ui/words';

/** What happens to a file, or to a draft, in a word or two. */
export const ACTIONS: Record<PlanLine['action'], string> = {
    create: 'new file',
    write: 'written',
    replace: 'replaces',
    remove: 'removed',
    discard: 'draft dropped',
    redraft: 'draft changed',
    state: 'moves on',
};

export function happens(line: PlanLine): string {
    if (line.reasonKind === 'moved from') {
        return 'moved';
    }
    return line.reasonKind === 'goes on' ? 'as last saved' : ACTIONS[line.action];
}

/** What the one button will do, in words. A move is one thing, though it writes one file and removes another. */
export function deed(plan: Plan): string {
    const of = (...actions: PlanLine['action'][]) => plan.lines.filter((line) => actions.includes(line.action)).length;
    const moved = plan.lines.filter((line) => line.reasonKind === 'moved from').length;
    const written = of('create', 'write', 'replace') - moved;
    const removed = of('remove') - plan.lines.filter((line) => line.reasonKind === 'moves to').length;
    // What goes on under another name loses no draft; its content is in the new file.
    const dropped = plan.lines.filter((line) => line.action === 'discard' && line.reasonKind !== 'goes on').length;
    const parts = [
        moved > 0 ? `move ${count(moved, 'file')}` : '',
        written > 0 ? `write ${count(written, 'file')}` : '',
        removed > 0 ? `remove ${count(removed, 'file')}` : '',
        dropped > 0 ? `drop ${count(dropped, 'draft')}` : '',
        of('state') > 0 ? `move ${count(of('state'), 'document')} on` : '',
        of('redraft') > 0 ? `change ${count(of('redraft'), 'draft')}` : '',
    ].filter(Boolean);
    const words = parts.join(', ');
    return words.charAt(0).toUpperCase() + words.slice(1);
}
