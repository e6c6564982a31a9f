import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { answer, api, type ChartNode } from '../api/client';
import { keys } from '../api/queries';
import { type Folded, fold, foldedAtFirst, unfolded } from './folding';
import { laidOut, type Place, prepare } from './layout';

export interface Scope {
    of: 'document' | 'quay' | 'folder' | 'search';
    which: string;
    way: 'up' | 'down' | 'both';
    depth: number;
}

/** More cannot be read at once; then folders are folded. */
const READABLE = 250;
const NONE: ChartNode[] = [];

/** The chart of a scope, with its folders folded or not, and where all stand once that is worked out. */
export function useChart(workspace: string, scope: Scope) {
    const query = useQuery({
        queryKey: keys.chart(workspace, scope),
        queryFn: ({ signal }) => {
            const { of, which, way, depth } = scope;
            const around = of === 'document' ? { way, depth } : {};
            return answer(
                api.GET('/workspaces/{workspace}/chart', { params: { path: { workspace }, query: { of, which, ...around } }, signal }),
            );
        },
        placeholderData: (before) => before,
    });
    const nodes = query.data?.nodes ?? NONE;
    const [chosen, setChosen] = useState<{ of: string; folded: ReadonlySet<string> } | null>(null);
    useEffect(() => void prepare(), []);
    const name = JSON.stringify(scope);
    const folded = useMemo(() => (chosen?.of === name ? chosen.folded : foldedAtFirst(nodes, READABLE)), [chosen, name, nodes]);
    const chart = useMemo(() => fold(nodes, query.data?.edges ?? [], folded), [nodes, query.data, folded]);
    const [laid, setLaid] = useState<{ chart: Folded; places: Place[] } | null>(null);
    const [problem, setProblem] = useState<string | null>(null);
    // What is only in another state stands where it stood.
    const shape = useMemo(
        () => JSON.stringify([chart.items.map((item) => item.key), chart.lines.map((line) => [line.from, line.to])]),
        [chart],
    );
    // biome-ignore lint/correctness/useExhaustiveDependencies: the shape says whether it must be worked out again
    useEffect(() => {
        const stop = new AbortController();
        setProblem(null);
        if (chart.items.length > 0) {
            laidOut(chart, stop.signal)
                .then((places) => !stop.signal.aborted && setLaid({ chart, places }))
                .catch((error: Error) => !stop.signal.aborted && setProblem(error.message));
        }
        return () => stop.abort();
    }, [shape]);
    const isLaid =
        laid !== null &&
        laid.chart.items.length === chart.items.length &&
        laid.chart.items.every((item, at) => item.key === chart.items[at]?.key);
    return {
        query,
        nodes,
        chart,
        places: isLaid ? laid.places : null,
        problem,
        folded,
        unfold: (path: string) => setChosen({ of: name, folded: unfolded(nodes, folded, path) }),
        fold: (path: string) => setChosen({ of: name, folded: new Set([...folded, path]) }),
        foldAll: () => setChosen({ of: name, folded: foldedAtFirst(nodes, 1) }),
        unfoldAll: () => setChosen({ of: name, folded: new Set() }),
    };
}
