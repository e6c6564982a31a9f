import type { HTMLAttributes } from 'react';
import { NavLink } from 'react-router';
import type { Person } from '../api/client';
import { TextButton } from '../ui/Button';
import type { Theme } from '../ui/theme';
import { readable } from '../ui/words';
import { Nav } from './layout';

interface Props {
    workspace: string;
    person: Person;
    /** How many documents are on the quay and in the hold. */
    open: number;
    held: number;
    theme: Theme;
    /** Whether the list is a menu, and what makes it one. */
    isMenu: boolean;
    menu: HTMLAttributes<HTMLElement>;
    onTurnTheme: () => void;
    onShortcuts: () => void;
    onLogOut: () => void;
}

/** The views of a workspace, beside what is shown. */
export function Places({ workspace, person, open, held, theme, isMenu, menu, onTurnTheme, onShortcuts, onLogOut }: Props) {
    return (
        <Nav aria-label="Views" {...menu}>
            <NavLink to={`/w/${workspace}/quay`}>
                Quay <small>{open || ''}</small>
            </NavLink>
            <NavLink to={`/w/${workspace}/hold`}>
                Hold <small>{held || ''}</small>
            </NavLink>
            <NavLink to={`/w/${workspace}/sessions`}>Sessions</NavLink>
            <NavLink to={`/w/${workspace}/files`}>Files</NavLink>
            <NavLink to={`/w/${workspace}/chart`}>Chart</NavLink>
            <NavLink to={`/w/${workspace}/find`}>Find</NavLink>
            <NavLink to={`/w/${workspace}/strays`}>Strays</NavLink>
            <NavLink to={`/w/${workspace}/crates`}>Crates</NavLink>
            <NavLink to={`/w/${workspace}/logbook`}>Logbook</NavLink>
            <NavLink to={`/w/${workspace}/people`}>People</NavLink>
            {person.isAdministrator && <NavLink to={`/w/${workspace}/server`}>The server</NavLink>}
            <div>
                {isMenu && <NavLink to={`/w/${workspace}/account`}>{readable(person.name)}: your account</NavLink>}
                <TextButton onPress={onTurnTheme}>{theme === 'day' ? 'Night colours' : 'Day colours'}</TextButton>
                <TextButton onPress={onShortcuts}>Shortcuts ( ? )</TextButton>
                <TextButton onPress={onLogOut}>Log out</TextButton>
            </div>
        </Nav>
    );
}
