import styled from 'styled-components';

/** The row in which a comparison says what differs. */
export const Words = styled.div`
    display: flex; flex-wrap: wrap; gap: 2px 18px; padding: 7px 16px; font-size: 14px; align-items: baseline; max-height: 132px; overflow-y: auto;
    > ul { order: 3; flex-basis: 100%; list-style: none; margin: 2px 0 0; padding: 0; display: grid; gap: 1px 20px; grid-template-columns: repeat(auto-fill, minmax(330px, 1fr)); }
    li { font-size: 13.5px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
    li b { font-weight: 600; }
    code { font-size: 12.5px; }
    del { text-decoration-color: var(--ink-soft); color: var(--ink-soft); }
    > span.way { margin-left: auto; display: flex; gap: 14px; }
`;
