import styled from 'styled-components';
import type { Workspace } from '../api/client';
import { isNarrow } from '../theme/sizes';
import { Menu } from '../ui/Menu';
import { readable } from '../ui/words';

const Place = styled.span`display: flex; align-items: center; min-width: min(120px, 30vw); @media ${isNarrow} { flex: 1 1 42%; } > span { color: var(--ink-soft); white-space: nowrap; overflow: hidden; text-overflow: ellipsis; } button { display: flex; align-items: center; gap: 4px; font-weight: 400; color: var(--ink-soft); font-size: 15px; white-space: nowrap; max-width: 100%; > span { overflow: hidden; text-overflow: ellipsis; } }`;

interface Props {
    workspaces: Workspace[];
    current: string;
    name: string;
    onGo: (slug: string) => void;
}

/** Where one is, and the way to the other workspaces, each with what is unsaved there. */
export function WorkspaceSwitch({ workspaces, current, name, onGo }: Props) {
    if (workspaces.length < 2) {
        return (
            <Place>
                <span>{readable(name)}</span>
            </Place>
        );
    }
    return (
        <Place>
            <Menu
                small
                label={`Workspace ${name}: go to another`}
                text={readable(name)}
                entries={workspaces.map((one) => ({
                    name: readable(one.name),
                    keys: `${one.open} open, ${one.unsaved} unsaved`,
                    isDisabled: one.slug === current,
                    run: () => onGo(one.slug),
                }))}
            />
        </Place>
    );
}
