import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useOutletContext, useParams } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Device } from '../api/client';
import type { FrameContext } from '../shell/context';
import { ViewHead } from '../shell/ViewHead';
import { isNarrow } from '../theme/sizes';
import { Button, TextButton } from '../ui/Button';
import { Empty } from '../ui/Empty';
import { Flag } from '../ui/Flag';
import { Main, Scroll, View } from '../ui/ledger';
import { Notice } from '../ui/Notice';
import { count, readable } from '../ui/words';
import { Questions } from './layout';
import { Done, PlanAside } from './PlanAside';
import { usePlanned } from './usePlanned';

const AGAIN_MS = 3000;
const LIVE_MS = 1000;

const One = styled.div`
    display: grid; grid-template-columns: 128px minmax(0, 1fr) minmax(0, 220px); gap: 16px; align-items: center; padding: 9px 16px; border-bottom: 1px solid var(--rule);
    figure { margin: 0; width: 128px; height: 72px; border: 1px solid var(--rule); background: var(--tint-soft); display: grid; place-items: center; overflow: hidden; font-size: 12.5px; color: var(--ink-soft); text-align: center; }
    img { width: 100%; display: block; }
    b { font-weight: 600; svg { margin-right: 7px; vertical-align: -2px; } }
    small { display: block; color: var(--ink-soft); font-size: 13px; }
    meter { width: 96px; height: 10px; background: var(--rule); &::-webkit-meter-bar { background: var(--rule); border: 0; } &::-webkit-meter-optimum-value { background: var(--ink); } &::-moz-meter-bar { background: var(--ink); } }
    select { font: inherit; font-size: 13.5px; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; padding: 4px 6px; width: 100%; }
    @media ${isNarrow} { grid-template-columns: 128px minmax(0, 1fr); > div:last-child { grid-column: 1 / -1; } }
`;

/** Devices that documents refer to: which are there, and another in the place of one that is not. */
export function DevicesView() {
    const { workspace = '' } = useParams();
    const { tell } = useOutletContext<FrameContext>();
    const [pair, setPair] = useState<{ old: string; new: string } | null>(null);
    const devices = useQuery({
        queryKey: [workspace, 'devices'],
        queryFn: () => answer(api.GET('/workspaces/{workspace}/devices', { params: { path: { workspace } } })),
        refetchInterval: AGAIN_MS,
    });
    const planned = usePlanned(
        workspace,
        'replace',
        pair,
        (body: { old: string; new: string }) =>
            answer(api.POST('/workspaces/{workspace}/devices/replace/plan', { params: { path: { workspace } }, body })),
        (body, fingerprint, note) =>
            answer(
                api.POST('/workspaces/{workspace}/devices/replace', {
                    params: { path: { workspace } },
                    body: { ...body, fingerprint, note },
                }),
            ),
    );
    const all = devices.data?.devices ?? [];
    const missing = all.filter((one) => !one.there && one.references > 0);
    async function turn(device: Device) {
        try {
            await answer(
                api.PUT('/workspaces/{workspace}/devices/{kind}/{name}', {
                    params: { path: { workspace, kind: device.kind, name: device.name } },
                    body: { on: !device.there },
                }),
            );
            await devices.refetch();
        } catch (error) {
            tell((error as Error).message);
        }
    }
    const ordered = [...all].sort((a, b) => Number(b.references > 0) - Number(a.references > 0) || a.device.localeCompare(b.device));

    return (
        <View>
            <Main>
                <ViewHead
                    title="Devices"
                    sub={`what documents refer to that is no file${missing.length > 0 ? ` · ${count(missing.length, 'device')} not there` : ''}`}
                />
                <Questions workspace={workspace} />
                {devices.isError && <Notice stop>{devices.error.message}</Notice>}
                {devices.data?.problem && <Notice>{devices.data.problem}</Notice>}
                {devices.data?.replaced
                    .filter((one) => one.isBack)
                    .map((one) => (
                        <Notice key={one.entry}>
                            <span>
                                {one.old} is there again; references in {count(one.documents, 'document')} were moved to {one.new}.{' '}
                                <Link to={`/w/${workspace}/logbook/${one.entry}`}>Put it back: take back entry {one.number}</Link>
                            </span>
                        </Notice>
                    ))}
                <Scroll>
                    {ordered.map((device) => (
                        <One key={device.device} data-device={device.device}>
                            <Live workspace={workspace} device={device} />
                            <div>
                                <b>
                                    <Flag kind={device.there ? 'as saved' : 'gone'} />
                                    {readable(device.name || device.device)}
                                </b>
                                <small>
                                    {device.kind || 'device'} ·{' '}
                                    {device.there ? 'there' : device.isKnown ? 'switched off or away' : 'not known to the rack'} ·{' '}
                                    {device.references > 0 ? count(device.references, 'reference') : 'nothing refers to it'}
                                </small>
                                {device.isKnown && (
                                    <TextButton onPress={() => turn(device)}>{device.there ? 'switch it off' : 'switch it on'}</TextButton>
                                )}
                            </div>
                            <div>
                                {device.references > 0 && (
                                    <select
                                        aria-label={`In place of ${device.device}`}
                                        value={pair?.old === device.device ? pair.new : ''}
                                        onChange={(event) => {
                                            planned.forget();
                                            setPair(event.target.value === '' ? null : { old: device.device, new: event.target.value });
                                        }}
                                    >
                                        <option value="">leave it</option>
                                        {all
                                            .filter((one) => one.kind === device.kind && one.device !== device.device && one.isKnown)
                                            .map((one) => (
                                                <option key={one.device} value={one.device}>
                                                    {one.name}
                                                    {one.there ? '' : ' (not there)'} in its place
                                                </option>
                                            ))}
                                    </select>
                                )}
                            </div>
                        </One>
                    ))}
                    {devices.data && all.length === 0 && (
                        <Empty title="No device is known">
                            <p>A reference to a device is written device:KIND/NAME, wherever a format takes an address.</p>
                            <Button onPress={() => void devices.refetch()}>Look again</Button>
                        </Empty>
                    )}
                </Scroll>
            </Main>
            <PlanAside
                sub="what putting another in its place would write"
                planned={planned}
                onCarryOut={async () => {
                    if (await planned.run()) {
                        setPair(null);
                    }
                }}
            >
                {planned.done && (
                    <Done workspace={workspace} entry={planned.done}>
                        Another device is in its place; what is set for it has stayed.
                    </Done>
                )}
                {pair === null && !planned.done && (
                    <p>
                        Choose another device of the same kind for one that is not there. All references to it follow, and what is set for
                        it stays.
                    </p>
                )}
            </PlanAside>
        </View>
    );
}

/** What it shows at this moment. */
function Live({ workspace, device }: { workspace: string; device: Device }) {
    const [turn, setTurn] = useState(0);
    const live = `/workspaces/${encodeURIComponent(workspace)}/devices/${device.kind}/${device.name}/live`;
    const level = useQuery({
        queryKey: [workspace, 'devices', device.device, 'level'],
        queryFn: () =>
            answer(
                api.GET('/workspaces/{workspace}/devices/{kind}/{name}/live', {
                    params: { path: { workspace, kind: device.kind, name: device.name }, query: { level: true } },
                }),
            ),
        enabled: device.there && !device.hasPicture,
        refetchInterval: LIVE_MS,
        retry: false,
    });
    useEffect(() => {
        if (device.there && device.hasPicture) {
            const timer = setInterval(() => setTurn((now) => now + 1), LIVE_MS);
            return () => clearInterval(timer);
        }
    }, [device.there, device.hasPicture]);
    if (!device.there) {
        return <figure>{device.isKnown ? 'not there' : 'not known'}</figure>;
    }
    if (device.hasPicture) {
        return (
            <figure>
                <img src={`/api${live}?${turn}`} alt={`What ${device.name} shows now`} />
            </figure>
        );
    }
    const value = (level.data as { level?: number } | undefined)?.level ?? 0;
    return (
        <figure>
            <span>
                <meter min={0} max={1} value={value} aria-label={`Level of ${device.name}`} />
                <br />
                {Math.round(value * 100)} %
            </span>
        </figure>
    );
}
