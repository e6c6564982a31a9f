import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { NavLink, Outlet, useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Person, type Row } from '../api/client';
import { askAllAnew, changePerson, useHere, useQuay, useWorkspaces } from '../api/queries';
import { usePreferences } from '../api/usePreferences';
import { usePulse } from '../api/usePulse';
import { FIELD, FindField } from '../find/FindField';
import { useDecisions } from '../plan/decisions';
import { SessionLine } from '../sessions/SessionLine';
import { type Command, CommandBookContext } from '../shell/commands';
import type { FrameContext, Incoming, Making } from '../shell/context';
import { isNarrow, LEAST_HEIGHT, TARGET } from '../theme/sizes';
import { font } from '../theme/tokens';
import { useNotices } from '../together/useNotices';
import { Button, TextButton } from '../ui/Button';
import { later, loadTheRest } from '../ui/later';
import { useLocaleOf } from '../ui/locale';
import { Notice } from '../ui/Notice';
import { isUnsaved } from '../ui/rows';
import { showTheme, themeOfMachine } from '../ui/theme';
import { fileName, readable } from '../ui/words';
import { Kept } from '../watch/Kept';
import { useUnsent } from '../watch/useUnsent';
import { endVisit, useVisit } from '../watch/useVisit';
import { useWatch } from '../watch/useWatch';
import { useCommandBook } from './useCommandBook';
import { useFocusHome } from './useFocusHome';
import { useLeaving } from './useLeaving';
import { usePlaces } from './usePlaces';
import { useRecoveryOffer } from './useRecoveryOffer';
import { useShortcuts } from './useShortcuts';
import { WorkspaceSwitch } from './WorkspaceSwitch';

const SetAsideSheet = later(async () => (await import('../copy/SetAsideSheet')).SetAsideSheet);
const NewSheet = later(async () => (await import('../open/NewSheet')).NewSheet);
const OpenSheet = later(async () => (await import('../open/OpenSheet')).OpenSheet);
const UploadSheet = later(async () => (await import('../open/UploadSheet')).UploadSheet);
const IncomingSheet = later(async () => (await import('../settings/IncomingSheet')).IncomingSheet);
const KeepingSheet = later(async () => (await import('../settings/KeepingSheet')).KeepingSheet);
const ReleaseSheet = later(async () => (await import('../plan/ReleaseSheet')).ReleaseSheet);
const StatesSheet = later(async () => (await import('../settings/StatesSheet')).StatesSheet);
const LockSheet = later(async () => (await import('../together/LockSheet')).LockSheet);
const NoticesSheet = later(async () => (await import('../together/NoticesSheet')).NoticesSheet);
const KeepSheet = later(async () => (await import('../sessions/KeepSheet')).KeepSheet);
const PreferencesSheet = later(async () => (await import('../settings/PreferencesSheet')).PreferencesSheet);
const SettingsSheet = later(async () => (await import('../settings/SettingsSheet')).SettingsSheet);
const WatchSheet = later(async () => (await import('../watch/WatchSheet')).WatchSheet);
const LeaveSheet = later(async () => (await import('./LeaveSheet')).LeaveSheet);
const Palette = later(async () => (await import('./Palette')).Palette);
const Shortcuts = later(async () => (await import('./Shortcuts')).Shortcuts);

/** After the first rows, so that nothing competes with them. */
const REST_MS = 1500;

const Page = styled.div`
    display: grid; grid-template: minmax(46px, auto) auto minmax(0, 1fr) / 136px minmax(0, 1fr); height: max(100%, ${LEAST_HEIGHT}px);
    @media ${isNarrow} { grid-template-columns: minmax(0, 1fr); }
`;
const Top = styled.header`
    grid-column: 1 / -1; display: flex; align-items: center; gap: 16px; padding: 0 16px; border-bottom: 1px solid var(--rule-strong); background: var(--tint);
    b { font: 600 17px ${font.title}; }
    span.room { flex: 1; }
    a.who { text-decoration: none; } a.who:hover, a.who.active { text-decoration: underline; text-decoration-color: var(--brass); }
    span.kept, .who { font-size: 14px; white-space: nowrap; }
    > button { white-space: nowrap; flex: none; }
    @media ${isNarrow} { gap: 0 6px; padding: 0 6px; flex-wrap: wrap; > b, > .who, > button > small, > span.room { display: none; } }
`;
const Nav = styled.nav`
    grid-row: 3; border-right: 1px solid var(--rule); padding: 12px 0; display: flex; flex-direction: column; gap: 1px;
    a { display: flex; justify-content: space-between; padding: 6px 14px; color: var(--ink); text-decoration: none; border-left: 3px solid transparent; }
    a:hover { background: var(--tint-soft); }
    a.active { border-left-color: var(--brass); background: var(--tint-soft); font-weight: 600; }
    a:focus-visible { outline-offset: -2px; }
    small { color: var(--ink-soft); font-size: 13px; font-weight: 400; }
    div { margin-top: auto; padding: 8px 14px; display: flex; flex-direction: column; align-items: flex-start; gap: 6px; font-size: 14px; }
    @media ${isNarrow} {
        grid-area: 3 / 1; z-index: 8; width: min(280px, 88vw); background: var(--paper); border-right: 1px solid var(--rule-strong); box-shadow: 4px 0 18px var(--shade); overflow-y: auto;
        a { min-height: ${TARGET}px; align-items: center; }
        div { gap: 0; > * { min-height: ${TARGET}px; display: flex; align-items: center; text-decoration: underline; } }
        &[hidden] { display: none; }
    }
`;
const Main = styled.main`grid-row: 3; min-height: 0; min-width: 0; position: relative; @media ${isNarrow} { grid-column: 1; }`;

export function Frame({ person }: { person: Person }) {
    const { workspace = '' } = useParams();
    const client = useQueryClient();
    const navigate = useNavigate();
    const isReached = usePulse(workspace);
    const quay = useQuay(workspace);
    const workspaces = useWorkspaces();
    const preferences = usePreferences();
    useLocaleOf(preferences.now?.language.language);
    const theme = preferences.now?.colours.colours ?? themeOfMachine();
    const turnTheme = () =>
        void preferences
            .change({ colours: { colours: theme === 'day' ? 'night' : 'day' } })
            .catch((error: Error) => setTold(error.message));
    const [sheet, setSheet] = useState<
        'open' | 'palette' | 'shortcuts' | 'settings' | 'incoming' | 'keeping' | 'watch' | 'preferences' | 'notices' | 'states' | null
    >(null);
    const [making, setMaking] = useState<Making | null>(null);
    const [aside, setAside] = useState<Row | null>(null);
    const [moving, setMoving] = useState<Row | null>(null);
    const [locking, setLocking] = useState<Row | null>(null);
    const [incoming, setIncoming] = useState<{ files: Incoming[]; folder: string } | null>(null);
    const [told, setTold] = useState<string | null>(null);
    const [isKeeping, setKeeping] = useState(false);
    const book = useCommandBook();
    const here = useHere(workspace);
    const decisions = useDecisions(workspace);
    const places = usePlaces();
    const notices = useNotices(workspace, quay.data !== undefined);
    const name = here?.name ?? workspace;

    const rows = quay.data?.rows ?? [];
    const hold = quay.data?.hold ?? [];
    const isShown = quay.data !== undefined;
    useEffect(() => {
        if (isShown) {
            const timer = setTimeout(() => void loadTheRest(), REST_MS);
            return () => clearTimeout(timer);
        }
    }, [isShown]);
    const isThemeKnown = preferences.now !== undefined;
    useEffect(() => {
        if (isThemeKnown) {
            showTheme(theme);
        }
    }, [isThemeKnown, theme]);
    useVisit(workspace);
    useFocusHome();
    const offer = useRecoveryOffer(workspace, person.id);
    const waiting = useUnsent(workspace, person.id, isReached, offer.isOpen);
    const watch = useWatch(workspace);
    const [said, setSaid] = useState<string | null>(null);
    const [leaving, setLeaving] = useState<{ act: string; onLeave: () => Promise<void> | void } | null>(null);
    useLeaving(rows.some(isUnsaved), () => setLeaving({ act: 'Close the page', onLeave: () => setLeaving(null) }));

    async function leave(act: string, onLeave: () => Promise<void> | void) {
        // Asked anew: before the first answer nothing is known, and what others have written since counts too.
        const { data } = await quay.refetch();
        await ([...(data?.rows ?? []), ...(data?.hold ?? [])].some(isUnsaved) ? setLeaving({ act, onLeave }) : onLeave());
    }
    function say(message: string | null, seconds = 4) {
        setSaid(message);
        setTimeout(() => setSaid((now) => (now === message ? null : now)), 1000 * seconds);
    }
    async function goBack() {
        try {
            const done = await answer(api.POST('/workspaces/{workspace}/session/back', { params: { path: { workspace } } }));
            await askAllAnew(client);
            navigate(`/w/${workspace}/quay`);
            say(`back to what was open before: ${done.words}`, 8);
        } catch (error) {
            setTold((error as Error).message);
        }
    }
    async function makePoint() {
        try {
            say((await watch.makePoint()) ? 'recovery point made' : 'nothing new since the newest point');
        } catch (error) {
            setTold(`No recovery point was made. ${(error as Error).message}`);
        }
    }
    async function reopen() {
        const { opened } = await answer(api.POST('/workspaces/{workspace}/quay/reopen', { params: { path: { workspace } } }));
        say(opened.length > 0 ? null : 'nothing is left to open again');
        await client.invalidateQueries({ queryKey: [workspace] });
    }
    async function logOut() {
        await endVisit(workspace);
        await answer(api.DELETE('/session')).catch(() => {});
        changePerson(client, null);
        navigate('/');
    }
    /** On a narrow page the field is there only in its view. */
    function seek() {
        const field = document.getElementById(FIELD) as HTMLInputElement | null;
        if (field?.offsetParent) {
            field.focus();
            field.select();
        } else {
            navigate(`/w/${workspace}/find`);
        }
    }
    async function scan() {
        await answer(api.POST('/workspaces/{workspace}/scan', { params: { path: { workspace } } }));
    }
    const own: Command[] = [
        { name: 'Open documents …', keys: 'o', run: () => setSheet('open') },
        { name: 'Find anything …', keys: 'Alt+S', run: seek },
        { name: 'Bookmarks, and what was opened and saved of late', keys: 'Alt+L', run: () => navigate(`/w/${workspace}/find`) },
        { name: 'Make small what is open …', run: () => navigate(`/w/${workspace}/small`) },
        { name: 'Go to the chart', keys: 'Alt+C', run: () => navigate(`/w/${workspace}/chart`) },
        { name: 'Replace a text in many documents …', run: () => navigate(`/w/${workspace}/find/replace`) },
        { name: 'New document …', keys: 'w', run: () => setMaking({}) },
        { name: 'Go to the files', keys: 'f', run: () => navigate(`/w/${workspace}/files`) },
        { name: 'Settings of this workspace …', run: () => setSheet('settings') },
        { name: 'States of documents …', run: () => setSheet('states') },
        { name: 'What comes in, and what goes along …', run: () => setSheet('incoming') },
        { name: 'Go to the quay', keys: 'q', run: () => navigate(`/w/${workspace}/quay`) },
        { name: 'Go to the hold', keys: 'h', run: () => navigate(`/w/${workspace}/hold`) },
        { name: 'Open again what was closed last', keys: 'u', run: reopen },
        { name: 'Make a recovery point now', keys: 'Alt+K', run: makePoint },
        { name: 'The watch: autosave and recovery points …', run: () => setSheet('watch') },
        { name: 'Recovery: what the points and this browser hold', run: () => navigate(`/w/${workspace}/recovery`) },
        { name: 'What is kept, and what it takes …', run: () => setSheet('keeping') },
        { name: 'Go to the sessions', keys: 'j', run: () => navigate(`/w/${workspace}/sessions`) },
        { name: 'Keep this session, or put it away …', keys: 'k', run: () => setKeeping(true) },
        { name: 'Back to what was open before another session', keys: 'z', run: goBack },
        { name: 'Your settings …', run: () => setSheet('preferences') },
        { name: 'Go to the strays', keys: 't', run: () => navigate(`/w/${workspace}/strays`) },
        { name: 'Take in what lies elsewhere …', run: () => navigate(`/w/${workspace}/strays/take-in`) },
        { name: 'Unused files …', run: () => navigate(`/w/${workspace}/strays/unused`) },
        { name: 'Devices …', run: () => navigate(`/w/${workspace}/strays/devices`) },
        { name: 'Go to the crates', keys: 'r', run: () => navigate(`/w/${workspace}/crates`) },
        { name: 'Pack what is open as a crate …', run: () => navigate(`/w/${workspace}/crates/pack?open=1`) },
        { name: 'Take in a crate …', run: () => navigate(`/w/${workspace}/crates/take-in`) },
        { name: 'Go to the logbook', keys: 'g', run: () => navigate(`/w/${workspace}/logbook`) },
        { name: 'Go to the people of this workspace', run: () => navigate(`/w/${workspace}/people`) },
        { name: 'For you: mentions, and locks that are asked for', run: () => setSheet('notices') },
        { name: 'Your account …', run: () => navigate(`/w/${workspace}/account`) },
        ...(person.isAdministrator
            ? [
                  { name: 'The server: all accounts …', run: () => navigate(`/w/${workspace}/server`) },
                  { name: 'Register a folder as a workspace …', run: () => navigate('/new-workspace') },
              ]
            : []),
        { name: 'Find or do …', keys: 'Ctrl+K', run: () => setSheet('palette') },
        { name: 'Look for changed files (scan)', run: scan },
        { name: theme === 'day' ? 'Night colours' : 'Day colours', run: turnTheme },
        { name: 'Show the shortcuts', keys: '?', run: () => setSheet('shortcuts') },
        ...(workspaces.data ?? [])
            .filter((one) => one.slug !== workspace)
            .map((one) => ({ name: `Go to the workspace ${one.name}`, run: () => navigate(`/w/${one.slug}/quay`) })),
        { name: 'Log out', run: () => leave('Log out', logOut) },
    ];
    const find = (
        <Button $quiet onPress={() => setSheet('palette')}>
            do … <small>Ctrl+K</small>
        </Button>
    );
    const commands = [...book.commands(), ...own];
    useShortcuts(
        () => [...book.commands(), ...own],
        sheet !== null ||
            isKeeping ||
            making !== null ||
            aside !== null ||
            locking !== null ||
            moving !== null ||
            incoming !== null ||
            leaving !== null,
    );
    const context: FrameContext = {
        open: () => setSheet('open'),
        make: (what) => setMaking(what ?? {}),
        setAside,
        lock: setLocking,
        moveOn: setMoving,
        take: (files, folder) => setIncoming({ files, folder }),
        tell: setTold,
        say: (message) => say(message, 8),
        keepSession: () => setKeeping(true),
        chooseIncoming: () => setSheet('incoming'),
        person,
        recovered: offer.close,
    };

    return (
        <CommandBookContext.Provider value={book.book}>
            <Page>
                <Top>
                    {places.button}
                    <b>Hafenbuch</b>
                    <WorkspaceSwitch
                        workspaces={workspaces.data ?? []}
                        current={workspace}
                        name={name}
                        onGo={(slug) => navigate(`/w/${slug}/quay`)}
                    />
                    {places.isMenu && find}
                    <SessionLine workspace={workspace} isWanted={isShown} />
                    <span className="room" />
                    {said && <span role="status">{said}</span>}
                    <Kept rows={[...rows, ...hold]} isReached={isReached} onOpen={() => setSheet('watch')} />
                    <FindField />
                    {!places.isMenu && find}
                    {(notices.data?.length ?? 0) > 0 && (
                        <Button $quiet onPress={() => setSheet('notices')}>
                            {notices.data?.length} for you
                        </Button>
                    )}
                    {here?.mayDraft === false && <span className="who">you only read here</span>}
                    <NavLink className="who" to={`/w/${workspace}/account`} title="Your account">
                        {readable(person.name)}
                    </NavLink>
                </Top>
                <div style={{ gridColumn: '1 / -1', gridRow: 2 }}>
                    {!isReached && (
                        <Notice stop>
                            <span>
                                The server cannot be reached. What you see may be out of date. It goes on by itself when the server answers
                                again.
                            </span>
                        </Notice>
                    )}
                    {waiting.length > 0 && !offer.isOpen && (
                        <Notice>
                            <span>
                                This browser holds edits that the server never got, of documents that have gone on since.{' '}
                                <TextButton onPress={() => navigate(`/w/${workspace}/recovery`)}>Look at both</TextButton>
                            </span>
                        </Notice>
                    )}
                    {told && (
                        <Notice stop>
                            <span>
                                {told} <TextButton onPress={() => setTold(null)}>All right</TextButton>
                            </span>
                        </Notice>
                    )}
                </div>
                <Nav aria-label="Views" {...places.menu}>
                    <NavLink to={`/w/${workspace}/quay`}>
                        Quay <small>{rows.length || ''}</small>
                    </NavLink>
                    <NavLink to={`/w/${workspace}/hold`}>
                        Hold <small>{hold.length || ''}</small>
                    </NavLink>
                    <NavLink to={`/w/${workspace}/sessions`}>Sessions</NavLink>
                    <NavLink to={`/w/${workspace}/files`}>Files</NavLink>
                    <NavLink to={`/w/${workspace}/chart`}>Chart</NavLink>
                    <NavLink to={`/w/${workspace}/find`}>Find</NavLink>
                    <NavLink to={`/w/${workspace}/strays`}>Strays</NavLink>
                    <NavLink to={`/w/${workspace}/crates`}>Crates</NavLink>
                    <NavLink to={`/w/${workspace}/logbook`}>Logbook</NavLink>
                    <NavLink to={`/w/${workspace}/people`}>People</NavLink>
                    {person.isAdministrator && <NavLink to={`/w/${workspace}/server`}>The server</NavLink>}
                    <div>
                        {places.isMenu && <NavLink to={`/w/${workspace}/account`}>{readable(person.name)}: your account</NavLink>}
                        <TextButton onPress={turnTheme}>{theme === 'day' ? 'Night colours' : 'Day colours'}</TextButton>
                        <TextButton onPress={() => setSheet('shortcuts')}>Shortcuts ( ? )</TextButton>
                        <TextButton onPress={() => leave('Log out', logOut)}>Log out</TextButton>
                    </div>
                </Nav>
                <Main>
                    <Outlet context={context} />
                </Main>
            </Page>
            {sheet === 'open' && <OpenSheet workspace={workspace} onClose={() => setSheet(null)} />}
            {making && <NewSheet workspace={workspace} making={making} onClose={() => setMaking(null)} />}
            {aside && <SetAsideSheet workspace={workspace} row={aside} onClose={() => setAside(null)} />}
            {moving && (
                <ReleaseSheet
                    workspace={workspace}
                    row={moving}
                    onDecide={(choice) => {
                        void answer(
                            api.POST('/workspaces/{workspace}/quay', { params: { path: { workspace } }, body: { documents: [moving.id] } }),
                        )
                            .then(() => client.invalidateQueries({ queryKey: [workspace, 'quay'] }))
                            .catch((error: Error) => setTold(error.message));
                        decisions.decide([moving.id], choice);
                        navigate(`/w/${workspace}/quay`);
                    }}
                    onClose={() => setMoving(null)}
                />
            )}
            {sheet === 'states' && <StatesSheet workspace={workspace} onClose={() => setSheet(null)} />}
            {locking && <LockSheet workspace={workspace} row={locking} onClose={() => setLocking(null)} />}
            {sheet === 'notices' && <NoticesSheet workspace={workspace} onClose={() => setSheet(null)} />}
            {incoming && <UploadSheet workspace={workspace} {...incoming} onClose={() => setIncoming(null)} />}
            {isKeeping && (
                <KeepSheet
                    workspace={workspace}
                    rows={[...rows, ...hold]}
                    onClose={() => setKeeping(false)}
                    onDone={(what) => {
                        setKeeping(false);
                        say(what, 8);
                    }}
                />
            )}
            {sheet === 'preferences' && <PreferencesSheet onClose={() => setSheet(null)} />}
            {sheet === 'settings' && <SettingsSheet workspace={workspace} onClose={() => setSheet(null)} />}
            {sheet === 'incoming' && <IncomingSheet workspace={workspace} onClose={() => setSheet(null)} />}
            {sheet === 'keeping' && <KeepingSheet workspace={workspace} onClose={() => setSheet(null)} />}
            {sheet === 'watch' && <WatchSheet workspace={workspace} onClose={() => setSheet(null)} />}
            {leaving && <LeaveSheet workspace={workspace} rows={rows} hold={hold} {...leaving} onClose={() => setLeaving(null)} />}
            {sheet === 'shortcuts' && <Shortcuts commands={commands} onClose={() => setSheet(null)} />}
            {sheet === 'palette' && (
                <Palette
                    workspace={workspace}
                    commands={[
                        ...commands,
                        ...rows.map((row) => ({
                            name: `${row.title ?? fileName(row.path)}  ·  ${row.path}`,
                            run: () => navigate(`/w/${workspace}/documents/${row.id}`),
                        })),
                    ]}
                    onClose={() => setSheet(null)}
                />
            )}
        </CommandBookContext.Provider>
    );
}
