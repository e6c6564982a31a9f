import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { answer, api, type FoundPlace } from '../api/client';
import { keys } from '../api/queries';

/** Whoever types on has not asked yet. */
const TYPING_MS = 90;

/** A value once it has stood still. */
export function useStill<T>(value: T, ms = TYPING_MS): T {
    const [still, setStill] = useState(value);
    useEffect(() => {
        const timer = setTimeout(() => setStill(value), ms);
        return () => clearTimeout(timer);
    }, [value, ms]);
    return still;
}

export function useFind(workspace: string, query: string, limit: number) {
    return useQuery({
        queryKey: keys.find(workspace, query, limit),
        queryFn: ({ signal }) =>
            answer(api.GET('/workspaces/{workspace}/find', { params: { path: { workspace }, query: { q: query, limit } }, signal })),
        enabled: query.trim() !== '',
        placeholderData: (before) => before,
        staleTime: 5000,
    });
}

/** The server reads so many texts for one question. */
const AT_ONCE = 50;

/** Where in each text the words stand, once the names are there. */
export function usePlaces(workspace: string, query: string, ids: string[]): Map<string, FoundPlace> {
    const asked = ids.slice(0, AT_ONCE);
    const places = useQuery({
        queryKey: [...keys.find(workspace, query, 0), asked],
        queryFn: ({ signal }) =>
            answer(
                api.GET('/workspaces/{workspace}/find/places', {
                    params: { path: { workspace }, query: { q: query, documents: asked.join(',') } },
                    signal,
                }),
            ),
        enabled: asked.length > 0,
        staleTime: 5000,
    });
    return new Map(places.data?.map((place) => [place.document, place]));
}
