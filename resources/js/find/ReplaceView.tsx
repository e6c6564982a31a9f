import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useOutletContext, useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { answer, api, type ReplacePreview } from '../api/client';
import type { FrameContext } from '../shell/context';
import { ViewHead } from '../shell/ViewHead';
import { isSingle } from '../theme/sizes';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { Check } from '../ui/Check';
import { Empty } from '../ui/Empty';
import { Field } from '../ui/Field';
import { Scroll, Whole } from '../ui/ledger';
import { Notice } from '../ui/Notice';
import { useParts } from '../ui/useParts';
import { count, fileName, readable } from '../ui/words';
import { useStill } from './useFind';

const Form = styled.div`
    display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 10px 16px; padding: 12px 16px; border-bottom: 1px solid var(--rule);
    > div.ways { grid-column: 1 / -1; display: flex; flex-wrap: wrap; gap: 2px 22px; }
    @media ${isSingle} { grid-template-columns: minmax(0, 1fr); }
`;
const Document = styled.section`
    border-bottom: 1px solid var(--rule-strong); padding: 8px 16px;
    > header { display: flex; gap: 12px; align-items: baseline; flex-wrap: wrap; b { font: 600 15.5px ${font.title}; } code { font: 12px ${font.mono}; color: var(--ink-soft); } small { margin-left: auto; color: var(--ink-soft); font-size: 13.5px; } }
    > p { color: var(--stop); font-size: 14px; padding: 2px 0 4px 26px; }
    ul { list-style: none; margin: 0; padding: 2px 0 0 26px; } li { padding: 1px 0; font-size: 14px; }
    del { background: var(--removed); text-decoration: line-through; } ins { background: var(--added); text-decoration: none; font-weight: 600; }
`;

const NONE: ReplacePreview[] = [];

/** Which places of which documents are left out, each by document and offset. */
type LeftOut = ReadonlySet<string>;

/** A text in place of another, in many documents at once: each place is seen before, and what comes of it are drafts. */
export function ReplaceView() {
    const { workspace = '' } = useParams();
    const navigate = useNavigate();
    const client = useQueryClient();
    const { say } = useOutletContext<FrameContext>();
    const [search] = useSearchParams();
    const [find, setFind] = useState(search.get('find') ?? '');
    const [put, setPut] = useState('');
    const [within, setWithin] = useState(search.get('within') ?? '');
    const [ways, setWays] = useState({ matchesCase: true, wholeWords: false, inReferences: false });
    const [leftOut, setLeftOut] = useState<LeftOut>(new Set());
    const [problem, setProblem] = useState<string | null>(null);
    const [refused, setRefused] = useState<{ path: string; why: string }[]>([]);
    const [isBusy, setBusy] = useState(false);
    const now = JSON.stringify({ find, put, within, ...ways });
    const wish = useStill(find === '' ? null : now, 250);
    const preview = useQuery({
        queryKey: [workspace, 'replace', wish],
        queryFn: ({ signal }) =>
            answer(
                api.POST('/workspaces/{workspace}/find/replace/preview', {
                    params: { path: { workspace } },
                    body: JSON.parse(wish ?? '{}'),
                    signal,
                }),
            ),
        enabled: wish !== null,
        placeholderData: (before) => before,
        staleTime: 0,
    });
    const all = (wish !== null && preview.data) || NONE;
    const { shown, more } = useParts(all, 40);
    const key = (one: ReplacePreview, offset: number) => `${one.document} ${offset}`;
    const placesOf = (one: ReplacePreview) => (one.isPossible ? one.places.filter((place) => !leftOut.has(key(one, place.offset))) : []);
    const chosen = all
        .map((one) => ({ id: one.document, revision: one.revision, offsets: placesOf(one).map((place) => place.offset) }))
        .filter((one) => one.offsets.length > 0);
    const places = chosen.reduce((sum, one) => sum + one.offsets.length, 0);
    const isCurrent = wish === now && !preview.isFetching;

    function leave(keys: string[], isOut: boolean) {
        const next = new Set(leftOut);
        for (const one of keys) {
            isOut ? next.add(one) : next.delete(one);
        }
        setLeftOut(next);
    }
    async function make() {
        setBusy(true);
        setProblem(null);
        try {
            const done = await answer(
                api.POST('/workspaces/{workspace}/find/replace', {
                    params: { path: { workspace } },
                    body: { find, put, ...ways, documents: chosen },
                }),
            );
            await client.invalidateQueries({ queryKey: [workspace] });
            setRefused(done.refused);
            if (done.changed.length > 0) {
                say(`${count(done.changed.length, 'document')} changed as drafts; nothing is saved yet`);
            }
            if (done.refused.length === 0) {
                navigate(`/w/${workspace}/quay`);
            }
        } catch (error) {
            setProblem((error as Error).message);
        }
        setBusy(false);
    }
    const way = (name: keyof typeof ways, words: string) => (
        <Check isSelected={ways[name]} onChange={(on) => setWays({ ...ways, [name]: on })}>
            {words}
        </Check>
    );
    return (
        <Whole>
            <ViewHead
                title="Replace a text"
                sub="in many documents at once; what comes of it are drafts, and the plan shows them before anything is written"
            >
                <Button $main isDisabled={places === 0 || !isCurrent || isBusy} onPress={() => void make()}>
                    {places === 0 ? 'Nothing to replace' : `Make ${count(chosen.length, 'draft')}: ${count(places, 'place')}`}
                </Button>
            </ViewHead>
            <Form>
                <Field label="This text" value={find} onChange={setFind} autoFocus={find === ''} mono />
                <Field label="becomes" value={put} onChange={setPut} mono />
                <Field label="only in what this finds" value={within} onChange={setWithin} placeholder="everything" />
                <div className="ways">
                    {way('matchesCase', 'letter case as typed')}
                    {way('wholeWords', 'whole words')}
                    {way('inReferences', 'inside references too, which then point elsewhere')}
                </div>
            </Form>
            {problem && <Notice stop>{problem}</Notice>}
            {preview.isError && <Notice stop>{preview.error.message}</Notice>}
            {refused.map((one) => (
                <Notice key={one.path} stop>
                    {readable(one.path)} was left as it is: {one.why}
                </Notice>
            ))}
            <Scroll tabIndex={0} role="region" aria-label="Where it stands">
                {shown.map((one) => {
                    const mine = placesOf(one);
                    return (
                        <Document key={one.document}>
                            <header>
                                <Check
                                    isSelected={mine.length > 0}
                                    isDisabled={!one.isPossible}
                                    onChange={(on) =>
                                        leave(
                                            one.places.map((place) => key(one, place.offset)),
                                            !on,
                                        )
                                    }
                                >
                                    <b>{readable(one.title ?? fileName(one.path))}</b>
                                </Check>
                                <code>{readable(one.path)}</code>
                                <small>
                                    {mine.length} of {one.isMore ? 'the first ' : ''}
                                    {count(one.places.length, 'place')}
                                </small>
                            </header>
                            {one.problem && <p>{one.problem}</p>}
                            <ul>
                                {one.places.slice(0, 20).map((place) => (
                                    <li key={place.offset}>
                                        <Check
                                            isSelected={one.isPossible && !leftOut.has(key(one, place.offset))}
                                            isDisabled={!one.isPossible}
                                            onChange={(on) => leave([key(one, place.offset)], !on)}
                                        >
                                            {readable(place.before)}
                                            <del>{readable(place.found)}</del>
                                            <ins>{readable(put)}</ins>
                                            {readable(place.after)}{' '}
                                            <small>
                                                line {place.line}
                                                {place.isReference && ', a reference'}
                                            </small>
                                        </Check>
                                    </li>
                                ))}
                                {one.places.length > 20 && (
                                    <li>
                                        and {count(one.places.length - 20, 'place')} more, {mine.length === 0 ? 'left out' : 'replaced too'}
                                    </li>
                                )}
                            </ul>
                        </Document>
                    );
                })}
                <div style={{ padding: '0 16px' }}>{more}</div>
                {all.length === 0 && (
                    <Empty
                        title={
                            find === '' ? 'Which text, and what shall it become?' : preview.isFetching ? 'Looking …' : 'It stands nowhere'
                        }
                    >
                        <p>
                            {find === ''
                                ? 'Every place is shown with what stands around it, and can be left out. References are left alone unless you ask.'
                                : 'Not as it is typed here. Look at letter case, and at what it is narrowed to.'}
                        </p>
                    </Empty>
                )}
            </Scroll>
        </Whole>
    );
}
