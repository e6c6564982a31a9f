import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { answer, api, type Crate, type CratePlan, Problem } from '../api/client';
import { ViewHead } from '../shell/ViewHead';
import { Button } from '../ui/Button';
import { Main, Scroll, View } from '../ui/ledger';
import { Notice } from '../ui/Notice';
import { useParts } from '../ui/useParts';
import { readable } from '../ui/words';
import { CrateAside } from './CrateAside';
import { EntryTable } from './EntryTable';
import { LeadTable } from './LeadTable';
import { PackBar } from './PackBar';
import { SecretsSheet } from './SecretsSheet';
import type { Wish } from './wish';

/** Choosing what goes into a crate: every file once, why it is in, and what leads out of it. */
export function PackView() {
    const { workspace = '' } = useParams();
    const [search] = useSearchParams();
    const begun = useBeginning(workspace, search);
    if (begun.problem) {
        return <Notice stop>{begun.problem}</Notice>;
    }
    return begun.wish ? <Packing key={search.toString()} workspace={workspace} begin={begun.wish} /> : null;
}

/** What is chosen to begin with: by the address, by kept choices, or as another crate had it. */
function useBeginning(workspace: string, search: URLSearchParams): { wish: Wish | null; problem: string | null } {
    const crate = search.get('crate');
    const recipe = search.get('recipe');
    const params = { path: { workspace } };
    const kept = useQuery({
        queryKey: [workspace, 'packing', crate, recipe],
        enabled: crate !== null || recipe !== null,
        queryFn: async (): Promise<Wish> => {
            if (crate !== null) {
                const found = await answer(
                    api.GET('/workspaces/{workspace}/crates/{crate}', { params: { path: { workspace, crate: Number(crate) } } }),
                );
                return found.wish;
            }
            const all = await answer(api.GET('/workspaces/{workspace}/crate-recipes', { params }));
            return all.find((one) => one.name === recipe)?.wish ?? {};
        },
    });
    if (crate !== null || recipe !== null) {
        return { wish: kept.data ?? null, problem: kept.error?.message ?? null };
    }
    const documents = search.getAll('of');
    const folders = search.getAll('folder');
    const session = search.get('session');
    const paths = search.getAll('path');
    return {
        wish: {
            documents,
            paths,
            folders,
            session,
            open: documents.length + folders.length + paths.length === 0 && session === null,
            name: search.get('name') ?? '',
        },
        problem: null,
    };
}

function Packing({ workspace, begin }: { workspace: string; begin: Wish }) {
    const client = useQueryClient();
    const [wish, setWish] = useState<Wish>(begin);
    const [isLooking, setLooking] = useState(false);
    const [done, setDone] = useState<{ crate: Crate; still: { value: string; files: string[] }[] } | null>(null);
    const params = { path: { workspace } };
    const planned = useQuery({
        queryKey: [workspace, 'packing', 'plan', planOnly(wish)],
        queryFn: () => answer(api.POST('/workspaces/{workspace}/crates/plan', { params, body: planOnly(wish) })),
        placeholderData: (before) => before,
        retry: false,
    });
    const pack = useMutation({
        mutationFn: (plan: CratePlan) =>
            answer(api.POST('/workspaces/{workspace}/crates', { params, body: { ...wish, fingerprint: plan.fingerprint } })),
        onSuccess: (made) => {
            setDone(made);
            void client.invalidateQueries({ queryKey: [workspace, 'crates'] });
        },
        onError: (error) => {
            if (error instanceof Problem && error.status === 409) {
                void planned.refetch();
            }
        },
    });
    const change = (next: Wish) => {
        setWish(next);
        setDone(null);
        pack.reset();
    };
    const plan = planned.isError ? undefined : planned.data;
    const name = proposedName(wish, plan);
    useEffect(() => {
        if (!wish.name && name) {
            setWish((now) => (now.name ? now : { ...now, name }));
        }
    }, [name, wish.name]);
    const partly = useParts(plan?.partlyRead ?? [], 20);

    return (
        <View>
            <Main>
                <ViewHead title="Pack a crate" sub="what you choose, everything below it, and nothing else">
                    <Button onPress={() => setLooking(true)} isDisabled={!plan}>
                        What could it give away?
                    </Button>
                </ViewHead>
                <PackBar workspace={workspace} wish={wish} onChange={change} />
                {planned.isError && <Notice stop>{planned.error.message}</Notice>}
                <Scroll aria-busy={planned.isFetching}>
                    {plan && plan.leads.length > 0 && <LeadTable workspace={workspace} leads={plan.leads} wish={wish} onChange={change} />}
                    {partly.shown.length > 0 && (
                        <Notice>
                            <span>These may refer to more than was read, so that it cannot be said that the crate is complete:</span>
                            {partly.shown.map((path) => (
                                <code key={path}>{readable(path)}</code>
                            ))}
                            {partly.more}
                        </Notice>
                    )}
                    {plan && <EntryTable workspace={workspace} entries={plan.entries} wish={wish} onChange={change} />}
                </Scroll>
            </Main>
            <CrateAside
                workspace={workspace}
                plan={plan}
                wish={wish}
                onChange={change}
                isBusy={pack.isPending}
                problem={pack.error?.message ?? null}
                done={done}
                onPack={() => plan && pack.mutate(plan)}
            />
            {isLooking && plan && <SecretsSheet workspace={workspace} wish={wish} onChange={change} onClose={() => setLooking(false)} />}
        </View>
    );
}

/** What the plan rests on; words for the receiver change nothing in it. */
function planOnly({ name, note, for: recipient, lent, deflate, withVersions, blank, secrets, ...rest }: Wish): Wish {
    return rest;
}

function proposedName(wish: Wish, plan: CratePlan | undefined): string {
    if (wish.folders?.length === 1 && wish.folders[0]) {
        return wish.folders[0].slice(wish.folders[0].lastIndexOf('/') + 1);
    }
    const top = plan?.entries.find((entry) => entry.isTop);
    return wish.session ?? (top ? (top.title ?? top.place.slice(top.place.lastIndexOf('/') + 1)) : '').slice(0, 120);
}
