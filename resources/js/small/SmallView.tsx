import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useOutletContext, useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { answer, api, type SmallPreview } from '../api/client';
import { keys, useQuay } from '../api/queries';
import { ByEye, isSeen } from '../contrast/ByEye';
import { SmallPicture } from '../pictures/SmallPicture';
import type { FrameContext } from '../shell/context';
import { ViewHead } from '../shell/ViewHead';
import { font } from '../theme/tokens';
import { Button, TextButton } from '../ui/Button';
import { Check } from '../ui/Check';
import { ComparisonView } from '../ui/ComparisonView';
import { Empty } from '../ui/Empty';
import { Bar, Scroll, Whole } from '../ui/ledger';
import { Notice } from '../ui/Notice';
import { count, fileName, readable, size } from '../ui/words';

const Document = styled.section`
    display: grid; grid-template-columns: 66px minmax(0, 1fr); gap: 4px 14px; border-bottom: 1px solid var(--rule-strong); padding: 10px 16px;
    > header { display: flex; gap: 4px 12px; align-items: baseline; flex-wrap: wrap; b { font: 600 15.5px ${font.title}; } code { font: 12px ${font.mono}; color: var(--ink-soft); } small { margin-left: auto; color: var(--ink-soft); font-size: 13.5px; } }
    > div { grid-column: 2; } p { font-size: 14px; color: var(--ink-soft); }
    code.gone { font: 12px/18px ${font.mono}; color: var(--ink-soft); display: block; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; text-decoration: line-through; }
`;

/** What it is beside what it would be, when somebody wants to see it. */
function Beside({ workspace, one, keys: chosen }: { workspace: string; one: SmallPreview; keys: string[] }) {
    const [isOpen, setOpen] = useState(false);
    const compared = useQuery({
        queryKey: [...keys.small(workspace, [one.document]), one.revision, chosen.join()],
        queryFn: () =>
            answer(
                api.POST('/workspaces/{workspace}/small/compare', {
                    params: { path: { workspace } },
                    body: { id: one.document, revision: one.revision, keys: chosen },
                }),
            ),
        enabled: isOpen && chosen.length > 0,
        retry: false,
    });
    if (one.problem !== null || chosen.length === 0) {
        return null;
    }
    return (
        <>
            <TextButton aria-expanded={isOpen} onPress={() => setOpen(!isOpen)}>
                {isOpen ? 'close the comparison' : 'compare it with what it would be'}
            </TextButton>
            {isOpen && compared.isPending && <p>Working it out …</p>}
            {isOpen && compared.isError && <Notice stop>{compared.error.message}</Notice>}
            {isOpen &&
                compared.data &&
                (isSeen(one.path, compared.data) ? (
                    <ByEye workspace={workspace} comparison={compared.data} />
                ) : (
                    <ComparisonView comparison={compared.data} />
                ))}
        </>
    );
}

/** The server looks at so many for one question. */
const AT_ONCE = 100;
const NONE: SmallPreview[] = [];
/** What may be wanted although nothing shows it is left in until someone says otherwise. */
const CAREFUL = new Set(['metadata', 'comments']);

/** Takes out of documents what carries nothing, as far as it is chosen; what comes of it are drafts. */
export function SmallView() {
    const { workspace = '' } = useParams();
    const [search] = useSearchParams();
    const navigate = useNavigate();
    const client = useQueryClient();
    const quay = useQuay(workspace);
    const { say } = useOutletContext<FrameContext>();
    const of = search.get('of');
    const ids = (of ? of.split(',') : (quay.data?.rows ?? []).map((row) => row.id)).slice(0, AT_ONCE);
    const preview = useQuery({
        queryKey: keys.small(workspace, ids),
        queryFn: () =>
            answer(api.POST('/workspaces/{workspace}/small/preview', { params: { path: { workspace } }, body: { documents: ids } })),
        enabled: ids.length > 0,
        staleTime: 0,
    });
    const [turned, setTurned] = useState<ReadonlySet<string>>(new Set());
    const [refused, setRefused] = useState<{ path: string; why: string }[]>([]);
    const [problem, setProblem] = useState<string | null>(null);
    const [isBusy, setBusy] = useState(false);
    const all = preview.data ?? NONE;
    const hopeful = all.filter((one) => one.savings.length > 0);
    const rest = all.length - hopeful.length;
    const key = (one: SmallPreview, saving: string) => `${one.document} ${saving}`;
    const isChosen = (one: SmallPreview, saving: string) => one.problem === null && turned.has(key(one, saving)) === CAREFUL.has(saving);
    const chosen = hopeful
        .map((one) => ({ one, savings: one.savings.filter((saving) => isChosen(one, saving.key)) }))
        .filter(({ savings }) => savings.length > 0);
    const bytes = chosen.reduce((sum, { savings }) => sum + savings.reduce((part, saving) => part + saving.bytes, 0), 0);

    function turn(name: string) {
        const next = new Set(turned);
        next.has(name) ? next.delete(name) : next.add(name);
        setTurned(next);
    }
    async function make() {
        setBusy(true);
        setProblem(null);
        try {
            const documents = chosen.map(({ one, savings }) => ({
                id: one.document,
                revision: one.revision,
                keys: savings.map((saving) => saving.key),
            }));
            const done = await answer(api.POST('/workspaces/{workspace}/small', { params: { path: { workspace } }, body: { documents } }));
            await client.invalidateQueries({ queryKey: [workspace] });
            setRefused(done.refused);
            if (done.changed.length > 0) {
                say(`${count(done.changed.length, 'document')} made smaller as drafts; compare them before you save`);
            }
            if (done.refused.length === 0) {
                navigate(`/w/${workspace}/quay`);
            }
        } catch (error) {
            setProblem((error as Error).message);
        }
        setBusy(false);
    }
    return (
        <Whole>
            <ViewHead
                title="Make small"
                sub="takes out what carries nothing, as drafts; the plan compares each with what was saved before anything is written"
            >
                <Button $main isDisabled={chosen.length === 0 || isBusy || preview.isFetching} onPress={() => void make()}>
                    {chosen.length === 0 ? 'Nothing is chosen' : `Make ${count(chosen.length, 'draft')}, about ${size(bytes)} smaller`}
                </Button>
            </ViewHead>
            {(problem ?? preview.error?.message) && <Notice stop>{problem ?? preview.error?.message}</Notice>}
            {refused.map((one) => (
                <Notice key={one.path} stop>
                    {readable(one.path)} was left as it is: {one.why}
                </Notice>
            ))}
            {all.length > 0 && (
                <Bar as="div">
                    <span>
                        {count(all.length, 'document')}
                        {rest > 0 && `; in ${rest === all.length ? 'none of them' : 'the others'} there is nothing to take out`}
                    </span>
                    {hopeful.length > 0 && <span>Comments and metadata stay unless you choose them.</span>}
                </Bar>
            )}
            <Scroll tabIndex={0} role="region" aria-label="What can be taken out">
                {hopeful.map((one) => (
                    <Document key={one.document}>
                        <SmallPicture id={one.document} width={64} />
                        <header>
                            <b>{readable(one.title ?? fileName(one.path))}</b>
                            <code>{readable(one.path)}</code>
                            <small>
                                {size(one.bytes)} now, about{' '}
                                {size(
                                    Math.max(
                                        0,
                                        one.bytes -
                                            one.savings
                                                .filter((saving) => isChosen(one, saving.key))
                                                .reduce((sum, saving) => sum + saving.bytes, 0),
                                    ),
                                )}{' '}
                                then
                            </small>
                        </header>
                        <div>
                            {one.problem && <p>{one.problem}</p>}
                            {one.savings.map((saving) => (
                                <Check
                                    key={saving.key}
                                    isSelected={isChosen(one, saving.key)}
                                    isDisabled={one.problem !== null}
                                    onChange={() => turn(key(one, saving.key))}
                                >
                                    {readable(saving.words)} <small>{size(saving.bytes)}</small>
                                    {saving.examples.slice(0, 3).map((example) => (
                                        <code key={example} className="gone">
                                            {readable(example)}
                                        </code>
                                    ))}
                                </Check>
                            ))}
                            <Beside
                                workspace={workspace}
                                one={one}
                                keys={one.savings.filter((saving) => isChosen(one, saving.key)).map((saving) => saving.key)}
                            />
                        </div>
                    </Document>
                ))}
                {!preview.isFetching && hopeful.length === 0 && (
                    <Empty title={ids.length === 0 ? 'Nothing is open' : 'There is nothing to take out'}>
                        <p>
                            {ids.length === 0
                                ? 'Open the documents that shall be smaller, or choose “Make small …” for one of them.'
                                : 'Drawings, models, timelines, playlists and data are looked at: comments, notes of programs, definitions and parts that nothing uses, white space.'}
                        </p>
                    </Empty>
                )}
                {preview.isFetching && <Empty title="Looking for what carries nothing …" />}
            </Scroll>
        </Whole>
    );
}
