import { NavLink } from 'react-router';
import styled from 'styled-components';

const Nav = styled.nav`
    display: flex; gap: 4px; padding: 0 12px; border-bottom: 1px solid var(--rule); flex-wrap: wrap;
    a { padding: 7px 6px 6px; color: var(--ink-soft); text-decoration: none; font-size: 14.5px; border-bottom: 2px solid transparent; }
    a:hover { color: var(--ink); }
    a.active { color: var(--ink); font-weight: 600; border-bottom-color: var(--brass); }
`;

/** The four questions of where references end. */
export function Questions({ workspace }: { workspace: string }) {
    const to = (part: string) => `/w/${workspace}/strays${part}`;
    return (
        <Nav aria-label="Where references end">
            <NavLink to={to('')} end>
                Strays
            </NavLink>
            <NavLink to={to('/take-in')}>Taking in</NavLink>
            <NavLink to={to('/unused')}>Unused files</NavLink>
            <NavLink to={to('/devices')}>Devices</NavLink>
        </Nav>
    );
}
