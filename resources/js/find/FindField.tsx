import { useEffect, useRef } from 'react';
import { useLocation, useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import { isNarrow } from '../theme/sizes';
import { font } from '../theme/tokens';

const Box = styled.input`
    font: 14.5px ${font.plain}; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; padding: 5px 10px; width: 190px; min-width: 90px;
    &::placeholder { color: var(--ink-soft); }
    &[data-wide] { width: clamp(250px, 26vw, 520px); flex-shrink: 0; } &::-webkit-search-cancel-button { display: none; }
    @media ${isNarrow} { display: none; order: 9; &[data-wide] { display: block; width: auto; flex: 1 0 100%; margin: 4px 0; } }
`;

/** By this the view and the frame's key find it. */
export const FIELD = 'find-field';

/** The one field in which everything is looked for. What is typed is in the address, so that it can be kept and sent. */
export function FindField() {
    const { workspace = '' } = useParams();
    const navigate = useNavigate();
    const { pathname, search } = useLocation();
    const place = `/w/${workspace}/find`;
    const isThere = pathname === place;
    const field = useRef<HTMLInputElement>(null);
    const query = isThere ? (new URLSearchParams(search).get('q') ?? '') : '';
    // What is typed stands at once, and the address follows letter by letter; only what comes from elsewhere goes into the field.
    const typed = useRef(new Set<string>());
    useEffect(() => {
        if (!typed.current.has(query) && field.current) {
            field.current.value = query;
        }
        if (query === (field.current?.value ?? '')) {
            typed.current.clear();
        }
    }, [query]);
    function go(words: string) {
        typed.current.add(words);
        navigate(words === '' ? place : `${place}?${new URLSearchParams({ q: words })}`, { replace: isThere });
    }
    return (
        <Box
            id={FIELD}
            ref={field}
            type="search"
            aria-label="Find anything in this workspace"
            placeholder="find …"
            title="Alt+S"
            data-wide={isThere || undefined}
            autoComplete="off"
            spellCheck={false}
            defaultValue={query}
            onChange={(event) => go(event.target.value)}
            onKeyDown={(event) => {
                if (event.key === 'Enter' && !isThere) {
                    navigate(place);
                } else if (event.key === 'ArrowDown') {
                    event.preventDefault();
                    document.querySelector<HTMLElement>('[data-hit]')?.focus();
                } else if (event.key === 'Escape' && field.current?.value === '') {
                    field.current.blur();
                }
            }}
        />
    );
}
