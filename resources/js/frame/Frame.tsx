import { useEffect, useState } from 'react';
import { NavLink, Outlet, useNavigate, useParams } from 'react-router';
import type { Person } from '../api/client';
import { useHere, useQuay, useWorkspaces } from '../api/queries';
import { usePreferences } from '../api/usePreferences';
import { usePulse } from '../api/usePulse';
import { FindField } from '../find/FindField';
import { SessionLine } from '../sessions/SessionLine';
import { CommandBookContext } from '../shell/commands';
import type { FrameContext } from '../shell/context';
import { useNotices } from '../together/useNotices';
import { Button, TextButton } from '../ui/Button';
import { later, loadTheRest } from '../ui/later';
import { useLocaleOf } from '../ui/locale';
import { Notice } from '../ui/Notice';
import { showTheme, themeOfMachine } from '../ui/theme';
import { fileName, readable } from '../ui/words';
import { Kept } from '../watch/Kept';
import { useUnsent } from '../watch/useUnsent';
import { useVisit } from '../watch/useVisit';
import { useWatch } from '../watch/useWatch';
import { FrameSheets } from './FrameSheets';
import { Main, Page, Top } from './layout';
import { Places } from './Places';
import type { ShownSheet } from './shownSheet';
import { useCommandBook } from './useCommandBook';
import { useFocusHome } from './useFocusHome';
import { useLogOut } from './useLogOut';
import { useOwnCommands } from './useOwnCommands';
import { usePlaces } from './usePlaces';
import { useRecoveryOffer } from './useRecoveryOffer';
import { useSaid } from './useSaid';
import { useShortcuts } from './useShortcuts';
import { WorkspaceSwitch } from './WorkspaceSwitch';

const LeaveSheet = later(async () => (await import('./LeaveSheet')).LeaveSheet);

/** After the first rows, so that nothing competes with them. */
const REST_MS = 1500;

export function Frame({ person }: { person: Person }) {
    const { workspace = '' } = useParams();
    const navigate = useNavigate();
    const isReached = usePulse(workspace);
    const quay = useQuay(workspace);
    const workspaces = useWorkspaces();
    const preferences = usePreferences();
    useLocaleOf(preferences.now?.language.language);
    const said = useSaid();
    const theme = preferences.now?.colours.colours ?? themeOfMachine();
    const turnTheme = () =>
        void preferences
            .change({ colours: { colours: theme === 'day' ? 'night' : 'day' } })
            .catch((error: Error) => said.tell(error.message));
    const [sheet, show] = useState<ShownSheet | null>(null);
    const book = useCommandBook();
    const here = useHere(workspace);
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
    const { leaving, logOut, stay } = useLogOut(workspace, quay);
    const own = useOwnCommands({ workspace, person, theme, watch, said, onShow: show, onTurnTheme: turnTheme, onLogOut: logOut });
    const find = (
        <Button $quiet onPress={() => show({ name: 'palette' })}>
            do … <small>Ctrl+K</small>
        </Button>
    );
    const commands = [...book.commands(), ...own];
    useShortcuts(() => [...book.commands(), ...own], sheet !== null || leaving !== null);
    const context: FrameContext = {
        open: () => show({ name: 'open' }),
        make: (making = {}) => show({ name: 'make', making }),
        setAside: (row) => show({ name: 'set aside', row }),
        lock: (row) => show({ name: 'lock', row }),
        moveOn: (row) => show({ name: 'move on', row }),
        take: (files, folder) => show({ name: 'upload', files, folder }),
        tell: said.tell,
        say: (message) => said.say(message, 8),
        keepSession: () => show({ name: 'session' }),
        chooseIncoming: () => show({ name: 'incoming' }),
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
                    {said.said && <span role="status">{said.said}</span>}
                    <Kept rows={[...rows, ...hold]} isReached={isReached} onOpen={() => show({ name: 'watch' })} />
                    <FindField />
                    {!places.isMenu && find}
                    {(notices.data?.length ?? 0) > 0 && (
                        <Button $quiet onPress={() => show({ name: 'notices' })}>
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
                    {said.told && (
                        <Notice stop>
                            <span>
                                {said.told} <TextButton onPress={() => said.tell(null)}>All right</TextButton>
                            </span>
                        </Notice>
                    )}
                </div>
                <Places
                    workspace={workspace}
                    person={person}
                    open={rows.length}
                    held={hold.length}
                    theme={theme}
                    isMenu={places.isMenu}
                    menu={places.menu}
                    onTurnTheme={turnTheme}
                    onShortcuts={() => show({ name: 'shortcuts' })}
                    onLogOut={logOut}
                />
                <Main>
                    <Outlet context={context} />
                </Main>
            </Page>
            {sheet && (
                <FrameSheets
                    workspace={workspace}
                    sheet={sheet}
                    rows={[...rows, ...hold]}
                    commands={commands}
                    documents={rows.map((row) => ({
                        name: `${row.title ?? fileName(row.path)}  ·  ${row.path}`,
                        run: () => navigate(`/w/${workspace}/documents/${row.id}`),
                    }))}
                    onSay={(what) => said.say(what, 8)}
                    onTell={said.tell}
                    onClose={() => show(null)}
                />
            )}
            {leaving && <LeaveSheet workspace={workspace} rows={rows} hold={hold} {...leaving} onClose={stay} />}
        </CommandBookContext.Provider>
    );
}
