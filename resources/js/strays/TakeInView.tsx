import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useOutletContext, useParams } from 'react-router';
import { answer, api, type TakeInRow, type TakeInWish } from '../api/client';
import type { FrameContext } from '../shell/context';
import { ViewHead } from '../shell/ViewHead';
import { Button } from '../ui/Button';
import { Check } from '../ui/Check';
import { Empty } from '../ui/Empty';
import { Bar, Figure, Main, Scroll, Table, Unseen, View } from '../ui/ledger';
import { Notice } from '../ui/Notice';
import { useParts } from '../ui/useParts';
import { count, fileName, readable, size } from '../ui/words';
import { Questions } from './layout';
import { Done, PlanAside } from './PlanAside';
import { usePlanned } from './usePlanned';
import { useScope } from './useScope';

type Choices = NonNullable<TakeInWish['choices']>;

const COLUMNS = '20px minmax(0, 1.2fr) 84px 76px minmax(0, 1fr)';

/** What lies outside and is referred to, and bringing it into the workspace. */
export function TakeInView() {
    const { workspace = '' } = useParams();
    const { chooseIncoming } = useOutletContext<FrameContext>();
    const { asked, control } = useScope(workspace);
    const [choices, setChoices] = useState<Choices>([]);
    const wish: TakeInWish = { ...asked, choices };
    const list = useQuery({
        queryKey: [workspace, 'take-in', wish],
        queryFn: () => answer(api.POST('/workspaces/{workspace}/take-in/list', { params: { path: { workspace } }, body: wish })),
        placeholderData: (before) => before,
    });
    const rows = list.data?.rows ?? [];
    const coming = rows.filter((row) => row.to !== null);
    const planned = usePlanned(
        workspace,
        'take in',
        coming.length > 0 ? wish : null,
        (body: TakeInWish) => answer(api.POST('/workspaces/{workspace}/take-in/plan', { params: { path: { workspace } }, body })),
        (body, fingerprint, note) =>
            answer(api.POST('/workspaces/{workspace}/take-in', { params: { path: { workspace } }, body: { ...body, fingerprint, note } })),
    );
    const { shown, more } = useParts(rows, 200);
    const refused = useParts(list.data?.refused ?? [], 50);
    const folders = [...new Set(rows.map((row) => row.folder))].sort();
    const kinds = [...new Set(rows.map((row) => row.kind))].sort();
    const copied = coming.filter((row) => !row.isThere);
    const sum = copied.reduce((all, row) => all + row.size, 0);
    const without = (same: (one: Choices[number]) => boolean) => choices.filter((one) => !same(one));
    const stay = (row: TakeInRow, stays: boolean) =>
        setChoices([...without((one) => one.path === row.path), { path: row.path, stays, folder: stays ? null : placeOf(row) }]);
    const putInto = (row: TakeInRow, folder: string) =>
        setChoices([...without((one) => one.path === row.path), { path: row.path, stays: false, folder }]);

    return (
        <View>
            <Main>
                <ViewHead title="Taking in" sub="what lies elsewhere and is referred to, brought into the workspace once">
                    <Button onPress={chooseIncoming}>Rules …</Button>
                </ViewHead>
                <Questions workspace={workspace} />
                <Bar role="toolbar" aria-label="What is taken in">
                    {control}
                    <Together
                        label="all of"
                        options={[
                            ...folders.map((one) => ({ key: `from:${one}`, name: one })),
                            ...kinds.map((one) => ({ key: `kind:${one}`, name: `every ${one}` })),
                        ]}
                        onChoose={(key, folder, stays) => {
                            const which = key.startsWith('kind:') ? { kind: key.slice(5) } : { from: key.slice(5) };
                            setChoices([...choices, { ...which, stays, folder: stays ? null : folder }]);
                        }}
                    />
                    <span style={{ flex: 1 }} />
                    <span>
                        {count(copied.length, 'file')}, {size(sum)}
                    </span>
                </Bar>
                {list.isError && <Notice stop>{list.error.message}</Notice>}
                <Scroll>
                    {rows.length > 0 && (
                        <Table $columns={COLUMNS} aria-label="Files elsewhere">
                            <div>
                                <span />
                                <span>file</span>
                                <span>kind</span>
                                <Figure>size</Figure>
                                <span>becomes</span>
                            </div>
                            {shown.map((row) => (
                                <div key={row.path} data-source={row.path}>
                                    <Check isSelected={row.to !== null} onChange={(on) => stay(row, !on)}>
                                        <Unseen>{`Take in ${fileName(row.path)}`}</Unseen>
                                    </Check>
                                    <div>
                                        <b>{readable(fileName(row.path))}</b>
                                        <small title={row.path}>{readable(row.folder)}</small>
                                        <small>
                                            {row.references > 0 ? `${count(row.references, 'reference')}, first in ` : 'referred to by '}
                                            {readable(fileName(row.referrer))}
                                        </small>
                                    </div>
                                    <span>{row.kind}</span>
                                    <Figure>{size(row.size)}</Figure>
                                    {row.to === null ? (
                                        <small>stays where it is</small>
                                    ) : row.isThere ? (
                                        <div>
                                            <code title={row.to}>{readable(row.to)}</code>
                                            <small>the same bytes are there or come in already</small>
                                        </div>
                                    ) : (
                                        <div>
                                            <FolderInput row={row} onFolder={(folder) => putInto(row, folder)} />
                                            <small title={row.to}>{readable(row.to)}</small>
                                        </div>
                                    )}
                                </div>
                            ))}
                        </Table>
                    )}
                    {more && <div style={{ padding: '0 16px' }}>{more}</div>}
                    {refused.shown.length > 0 && (
                        <section style={{ padding: '14px 16px' }} aria-label="What cannot come in">
                            <h2 style={{ fontSize: 17, marginBottom: 6 }}>
                                {count(list.data?.refused.length ?? 0, 'reference')} that cannot come in
                            </h2>
                            {refused.shown.map((one) => (
                                <p key={`${one.path} ${one.raw}`} style={{ padding: '4px 0', overflowWrap: 'anywhere', fontSize: 14 }}>
                                    <b>{readable(one.raw)}</b> in {readable(one.path)}: {one.why}
                                </p>
                            ))}
                            {refused.more}
                        </section>
                    )}
                    {list.data && rows.length === 0 && refused.shown.length === 0 && (
                        <Empty title="Nothing is referred to outside">
                            <p>Every file that a document refers to lies in the workspace, or is in the web.</p>
                        </Empty>
                    )}
                </Scroll>
            </Main>
            <PlanAside sub="what taking in would write" planned={planned} onCarryOut={() => void planned.run()}>
                {planned.done &&
                    (planned.done.entry ? (
                        <Done workspace={workspace} entry={planned.done.entry}>
                            On disk: {count(planned.done.taken, 'file')} taken in, {count(planned.done.inside, 'reference')} now inside,{' '}
                            {planned.done.outside.length} still outside.
                        </Done>
                    ) : (
                        <Notice>There was nothing to do.</Notice>
                    ))}
                {coming.length === 0 && !planned.done && (
                    <p>Nothing is chosen. Rules for what comes in, and where to, are in the workspace’s settings.</p>
                )}
            </PlanAside>
        </View>
    );
}

function placeOf(row: TakeInRow): string | null {
    return row.to === null ? null : row.to.replace(/\/?[^/]*$/, '');
}

/** Told when it is left, so that a plan is not made at every letter. */
function FolderInput({ row, onFolder }: { row: TakeInRow; onFolder: (folder: string) => void }) {
    const now = placeOf(row) ?? '';
    const [text, setText] = useState<string | null>(null);
    const tell = () => {
        if (text !== null && text.trim() !== now) {
            onFolder(text.trim());
        }
        setText(null);
    };
    return (
        <input
            type="text"
            aria-label={`Folder for ${fileName(row.path)}`}
            value={text ?? now}
            placeholder="the top folder"
            onChange={(event) => setText(event.target.value)}
            onBlur={tell}
            onKeyDown={(event) => event.key === 'Enter' && tell()}
        />
    );
}

interface TogetherProps {
    label: string;
    options: { key: string; name: string }[];
    onChoose: (key: string, folder: string, stays: boolean) => void;
}

/** One choice for all of a folder or of a kind. */
function Together({ label, options, onChoose }: TogetherProps) {
    const [key, setKey] = useState('');
    const [folder, setFolder] = useState('');
    if (options.length < 2) {
        return null;
    }
    return (
        <>
            <label>
                {label}
                <select value={key} onChange={(event) => setKey(event.target.value)} style={{ maxWidth: 200 }}>
                    <option value="">choose …</option>
                    {options.map((one) => (
                        <option key={one.key} value={one.key}>
                            {readable(one.name)}
                        </option>
                    ))}
                </select>
            </label>
            {key !== '' && (
                <>
                    <label>
                        into
                        <input
                            value={folder}
                            onChange={(event) => setFolder(event.target.value)}
                            placeholder="the top folder"
                            style={{ width: 130 }}
                        />
                    </label>
                    <button type="button" onClick={() => onChoose(key, folder.trim(), false)}>
                        take in
                    </button>
                    <button type="button" onClick={() => onChoose(key, '', true)}>
                        leave
                    </button>
                </>
            )}
        </>
    );
}
