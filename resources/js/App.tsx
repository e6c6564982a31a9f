import { Navigate, Route, Routes, useLocation, useNavigate } from 'react-router';
import { Problem } from './api/client';
import { useSession, useWorkspaces } from './api/queries';
import { Frame } from './frame/Frame';
import { Login } from './login/Login';
import { QuayView } from './quay/QuayView';
import { Button } from './ui/Button';
import { Empty } from './ui/Empty';
import { later } from './ui/later';

const CopyView = later(async () => (await import('./copy/CopyView')).CopyView);
const DocumentView = later(async () => (await import('./document/DocumentView')).DocumentView);
const OutsideView = later(async () => (await import('./document/OutsideView')).OutsideView);
const FilesView = later(async () => (await import('./files/FilesView')).FilesView);
const AsOfView = later(async () => (await import('./history/AsOfView')).AsOfView);
const PastView = later(async () => (await import('./history/PastView')).PastView);
const HoldView = later(async () => (await import('./hold/HoldView')).HoldView);
const Logbook = later(async () => (await import('./logbook/Logbook')).Logbook);
const RecoveryView = later(async () => (await import('./recovery/RecoveryView')).RecoveryView);
const SessionsView = later(async () => (await import('./sessions/SessionsView')).SessionsView);
const StraysView = later(async () => (await import('./strays/StraysView')).StraysView);
const TakeInView = later(async () => (await import('./strays/TakeInView')).TakeInView);
const UnusedView = later(async () => (await import('./strays/UnusedView')).UnusedView);
const CratesView = later(async () => (await import('./crates/CratesView')).CratesView);
const PackView = later(async () => (await import('./crates/PackView')).PackView);
const ComingView = later(async () => (await import('./crates/ComingView')).ComingView);
const DevicesView = later(async () => (await import('./strays/DevicesView')).DevicesView);
const PeopleView = later(async () => (await import('./people/PeopleView')).PeopleView);
const AccountView = later(async () => (await import('./people/AccountView')).AccountView);
const ServerView = later(async () => (await import('./people/ServerView')).ServerView);
const NewWorkspace = later(async () => (await import('./people/NewWorkspace')).NewWorkspace);
const Enter = later(async () => (await import('./login/Enter')).Enter);
const ReachView = later(async () => (await import('./reach/ReachView')).ReachView);
const SmallView = later(async () => (await import('./small/SmallView')).SmallView);
const ChartView = later(async () => (await import('./chart/ChartView')).ChartView, true);
const FindView = later(async () => (await import('./find/FindView')).FindView);
const ReplaceView = later(async () => (await import('./find/ReplaceView')).ReplaceView);
const SeriesView = later(async () => (await import('./series/SeriesView')).SeriesView);

export function App() {
    const session = useSession();
    const { pathname } = useLocation();
    if (pathname === '/enter') {
        return <Enter />;
    }
    if (session.isPending) {
        return null;
    }
    if (session.isError && !(session.error instanceof Problem && session.error.status === 401)) {
        return (
            <Empty whole title="The server does not answer">
                <p>{session.error.message}</p>
                <Button onPress={() => session.refetch()}>Try again</Button>
            </Empty>
        );
    }
    if (!session.data) {
        return <Login />;
    }
    return (
        <Routes>
            <Route path="/w/:workspace" element={<Frame person={session.data} />}>
                <Route index element={<Navigate to="quay" replace />} />
                <Route path="quay" element={<QuayView />} />
                <Route path="documents/:id" element={<DocumentView />} />
                <Route path="documents/:id/copy" element={<CopyView />} />
                <Route path="documents/:id/reach" element={<ReachView />} />
                <Route path="documents/:id/series" element={<SeriesView />} />
                <Route path="documents/:id/past" element={<PastView />} />
                <Route path="documents/:id/as-of" element={<AsOfView />} />
                <Route path="documents/:id/outside" element={<OutsideView />} />
                <Route path="small" element={<SmallView />} />
                <Route path="chart" element={<ChartView />} />
                <Route path="find" element={<FindView />} />
                <Route path="find/replace" element={<ReplaceView />} />
                <Route path="hold" element={<HoldView />} />
                <Route path="sessions" element={<SessionsView />} />
                <Route path="recovery" element={<RecoveryView />} />
                <Route path="files" element={<FilesView />} />
                <Route path="strays" element={<StraysView />} />
                <Route path="strays/take-in" element={<TakeInView />} />
                <Route path="strays/unused" element={<UnusedView />} />
                <Route path="strays/devices" element={<DevicesView />} />
                <Route path="crates" element={<CratesView />} />
                <Route path="crates/pack" element={<PackView />} />
                <Route path="crates/take-in" element={<ComingView />} />
                <Route path="people" element={<PeopleView />} />
                <Route path="account" element={<AccountView />} />
                <Route path="server" element={<ServerView />} />
                <Route path="logbook" element={<Logbook />} />
                <Route path="logbook/:entry" element={<Logbook />} />
                <Route path="*" element={<Empty whole title="There is nothing at this address" />} />
            </Route>
            <Route path="/new-workspace" element={<NewWorkspace />} />
            <Route path="*" element={<FirstWorkspace isAdministrator={session.data.isAdministrator} />} />
        </Routes>
    );
}

function FirstWorkspace({ isAdministrator }: { isAdministrator: boolean }) {
    const navigate = useNavigate();
    const workspaces = useWorkspaces();
    if (workspaces.isPending) {
        return null;
    }
    // Where the person was last; one that they have never been in comes after those.
    const first = [...(workspaces.data ?? [])].sort((a, b) => (b.visitedAt ?? '').localeCompare(a.visitedAt ?? ''))[0];
    if (first) {
        return <Navigate to={`/w/${first.slug}/quay`} replace />;
    }
    return (
        <Empty whole title="You are in no workspace yet">
            <p>
                A workspace is a folder on the server.{' '}
                {isAdministrator
                    ? 'Register the first one, and invite the others there.'
                    : 'Ask one of its keepers, or an administrator, to let you in.'}
            </p>
            {isAdministrator && (
                <Button $main onPress={() => navigate('/new-workspace')}>
                    Register a folder …
                </Button>
            )}
        </Empty>
    );
}
