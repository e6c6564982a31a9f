import { useQuery, useQueryClient } from '@tanstack/react-query';
import { answer, api, type Preferences, type SomePreferences } from './client';
import { inTurn } from './inTurn';
import { keys, preferencesQuery } from './queries';

const changeInTurn = inTurn();

/** How the person likes it, in every browser. A change shows here at once and follows on the server. */
export function usePreferences() {
    const client = useQueryClient();
    const query = useQuery<Preferences>(preferencesQuery);
    return {
        query,
        now: query.data,
        change: async (some: SomePreferences) => {
            client.setQueryData<Preferences>(keys.preferences, (before) => before && merged(before, some));
            try {
                const { value, isLast } = await changeInTurn(() => answer(api.PATCH('/preferences', { body: some })));
                if (isLast) {
                    client.setQueryData<Preferences>(keys.preferences, value);
                }
            } catch (error) {
                await client.invalidateQueries({ queryKey: keys.preferences });
                throw error;
            }
        },
    };
}

function merged(before: Preferences, some: SomePreferences): Preferences {
    return {
        watch: { ...before.watch, ...some.watch },
        colours: { ...before.colours, ...some.colours },
        quay: { ...before.quay, ...some.quay },
        views: { ...before.views, ...some.views },
        sessions: { ...before.sessions, ...some.sessions },
        language: { ...before.language, ...some.language },
    };
}
