import { expect, it } from 'vitest';
import { cellsOf } from './columns';

it('shares what is free between names and states', () => {
    expect(cellsOf(['picture'], null, 814, 60).template).toBe('52px minmax(0, 1fr) minmax(0, 1.1fr) 172px 30px');
    expect(cellsOf([], null, 814, 60).template).toBe('minmax(0, 1fr) minmax(0, 1.1fr) 172px 30px');
    expect(cellsOf(['size', 'kind'], null, 1200, 60).columns).toEqual(['kind', 'size']);
});

it('leaves room for the names, however wide the states were drawn', () => {
    const { behind, fixed, most } = cellsOf(['picture'], 900, 814, 60);
    expect(behind - fixed).toBe(most);
    expect(814 - 60 - 62 - behind - 10).toBe(150);
    expect(cellsOf(['picture'], 200, 1200, 60).template).toContain('200px');
});
