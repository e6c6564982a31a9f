/** What is typed is the whole query, filters too; these change it as if it had been typed. */

/** The query without one of its filters. `offset` in characters of the query. */
export function without(query: string, filter: { offset: number; words: string }): string {
    const letters = [...query];
    const rest = [...letters.slice(0, filter.offset), ...letters.slice(filter.offset + [...filter.words].length)].join('');
    return tidied(rest);
}

/** The query with one more filter at its end. */
export function withFilter(query: string, filter: string): string {
    return tidied(`${query} ${filter}`);
}

/** A name as it can stand in a query. */
export function named(name: string): string {
    return /\s/.test(name) ? `"${name}"` : name;
}

function tidied(query: string): string {
    return query.replace(/ {2,}/g, ' ').trim();
}

/** The words of a query that are no filters, to be shown lit up. */
export function unfiltered(query: string, filters: { offset: number; words: string }[]): string {
    return [...filters].sort((a, b) => b.offset - a.offset).reduce((rest, filter) => without(rest, filter), query);
}
