import createClient, { type Middleware } from 'openapi-fetch';
import type { components, paths } from './schema';

type Schemas = components['schemas'];
export type Row = Schemas['DocumentRow'];
export type Quay = Schemas['Quay'];
export type Plan = Schemas['Plan'];
export type PlanLine = Schemas['PlanLine'];
export type WayOut = Schemas['WayOut'];
export type Change = Schemas['Change'];
export type Decision = Schemas['Decision'];
export type Document = Schemas['Document'];
export type Reference = Schemas['Reference'];
export type FoundDocument = Schemas['FoundDocument'];
export type Found = Schemas['Found'];
export type Hit = Schemas['Hit'];
export type FoundPlace = Schemas['FoundPlace'];
export type FilterChoices = Schemas['FilterChoices'];
export type Remarks = Schemas['Remarks'];
export type ReplacePreview = Schemas['ReplacePreview'];
export type ChartNode = Schemas['ChartNode'];
export type ChartAnswer = Schemas['Chart'];
export type SmallPreview = Schemas['SmallPreview'];
export type Room = Schemas['Room'];
export type Bookmark = Schemas['Bookmark'];
export type Entry = Schemas['Entry'];
export type EntryHead = Schemas['EntryHead'];
export type Comparison = Schemas['Comparison'];
export type CopyRow = Schemas['CopyRow'];
export type CopyTree = Schemas['CopyTree'];
export type NamingRule = Schemas['NamingRule'];
export type Settings = Schemas['Settings'];
export type Stage = Schemas['Stage'];
export type Template = Schemas['Template'];
export type Folder = Schemas['Folder'];
export type Beginning = Schemas['Beginning'];
export type Person = Schemas['Person'];
export type Workspace = Schemas['Workspace'];
export type Pulse = Schemas['Pulse'];
export type Present = Schemas['Present'];
export type PersonalNotice = Schemas['Notice'];
export type Comment = Schemas['Comment'];
export type Members = Schemas['Members'];
export type Member = Schemas['Member'];
export type FolderRight = Schemas['FolderRight'];
export type Account = Schemas['Account'];
export type AccountHead = Schemas['AccountHead'];
export type Token = Schemas['Token'];
export type Version = Schemas['Version'];
export type Step = Schemas['Step'];
export type StepList = Schemas['StepList'];
export type Contrast = Schemas['Contrast'];
export type ContrastSide = Schemas['ContrastSide'];
export type AsOf = Schemas['AsOf'];
export type AsOfRow = Schemas['AsOfRow'];
export type Recovery = Schemas['Recovery'];
export type RecoveryState = Schemas['RecoveryState'];
export type RecoveryDocument = Schemas['RecoveryDocument'];
export type Watch = Schemas['Watch'];
export type RetentionRule = Schemas['RetentionRule'];
export type RetentionPolicy = Schemas['RetentionPolicy'];
export type KeptSession = Schemas['KeptSession'];
export type SessionStage = Schemas['SessionStage'];
export type SessionContents = Schemas['SessionContents'];
export type SessionItem = Schemas['SessionItem'];
export type SessionDifference = Schemas['SessionDifference'];
export type OpeningLine = Schemas['OpeningLine'];
export type OpenSession = Schemas['OpenSession'];
export type Wish = Schemas['Wish'];
export type Preferences = Schemas['Preferences'];
export type SomePreferences = Schemas['SomePreferences'];
export type LookSettings = Schemas['LookSettings'];
export type DocumentViews = Schemas['DocumentViews'];
export type NamedView = Schemas['DocumentView'];
export type Stray = Schemas['Stray'];
export type StrayGroup = Schemas['StrayGroup'];
export type RelinkWish = Schemas['RelinkWish'];
export type TakeInRow = Schemas['TakeInRow'];
export type Crate = Schemas['Crate'];
export type CratePlan = Schemas['CratePlan'];
export type CrateEntry = Schemas['CrateEntry'];
export type CrateLead = Schemas['CrateLead'];
export type PackWish = Schemas['PackWish'];
export type FoundSecret = Schemas['FoundSecret'];
export type ComingCrate = Schemas['ComingCrate'];
export type ComingRow = Schemas['ComingRow'];
export type ComingWish = Schemas['ComingWish'];
export type TakeInWish = Schemas['TakeInWish'];
export type UnusedFile = Schemas['UnusedFile'];
export type Device = Schemas['Device'];
export type IncomingRule = Schemas['IncomingRule'];
export type Reached = Schemas['Reached'];
export type Outline = Schemas['Outline'];
export type Picture = Schemas['Picture'];
export type PictureAspect = Schemas['PictureAspect'];
export type PictureChoice = Schemas['PictureChoice'];
export type ThinningPreview = Schemas['ThinningPreview'];

/** A failure that the server has explained (RFC 9457), or that kept us from reaching it (status 0). */
export class Problem extends Error {
    constructor(
        readonly status: number,
        message: string,
        readonly body: Record<string, unknown> = {},
    ) {
        super(message);
    }
}

/** Only what changes something needs it, and reading it takes a while. */
function crossSiteToken(): string {
    const match = document.cookie.match(/(?:^|; )XSRF-TOKEN=([^;]*)/);
    return match ? decodeURIComponent(match[1] ?? '') : '';
}

/** By which the server knows what day it is here, as for the name of a stage. */
const TIME_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone ?? 'UTC';

const changes = (method = 'GET') => method !== 'GET' && method !== 'HEAD';

const middleware: Middleware = {
    onRequest({ request }) {
        request.headers.set('Accept', 'application/json');
        request.headers.set('X-Time-Zone', TIME_ZONE);
        if (changes(request.method)) {
            request.headers.set('X-XSRF-TOKEN', crossSiteToken());
        }
        return request;
    },
    async onResponse({ response }) {
        if (!response.ok) {
            throw await problemOf(response);
        }
    },
    onError() {
        return new Problem(0, 'The server cannot be reached. What you see may be out of date; nothing is lost.');
    },
};

async function problemOf(response: Response): Promise<Problem> {
    const body = await response.json().catch(() => ({}));
    // A session that is gone has no token either, of which whoever changes something hears first.
    if (response.status === 419 && (await fetch('/api/session', { headers: { Accept: 'application/json' } })).status === 401) {
        return new Problem(401, 'You were logged out.', body);
    }
    return new Problem(response.status, typeof body.detail === 'string' ? body.detail : `The server answered ${response.status}.`, body);
}

export const api = createClient<paths>({ baseUrl: '/api', fetch: (request: Request) => fetch(request) });
api.use(middleware);

/** The answer's data; a failure has been thrown before. */
export async function answer<T>(call: Promise<{ data?: T }>): Promise<T> {
    return (await call).data as T;
}

/** Bytes go outside of the generated client, which knows JSON only. */
export async function bytes(path: string, options: RequestInit = {}): Promise<Response> {
    const token: Record<string, string> = changes(options.method) ? { 'X-XSRF-TOKEN': crossSiteToken() } : {};
    const headers = { Accept: 'application/json', ...token, ...options.headers };
    const response = await fetch(`/api${path}`, { ...options, headers }).catch(() => {
        throw new Problem(0, 'The server cannot be reached. What you see may be out of date; nothing is lost.');
    });
    if (!response.ok) {
        throw await problemOf(response);
    }
    return response;
}

/** A content as text, with a byte order mark where it has one. */
export async function textOf(response: Response): Promise<string> {
    return decoded(await response.arrayBuffer());
}

export function decoded(content: ArrayBuffer): string {
    return new TextDecoder('utf-8', { ignoreBOM: true }).decode(content);
}

/** The header by which whoever writes says what they have read. */
export const ifMatch = (revision: number) => ({ 'If-Match': `"${revision}"` });

/** The revision that an answer names in its entity tag. */
export function revisionOf(response: Response): number {
    return Number((response.headers.get('ETag') ?? '"0"').replace(/\D/g, ''));
}
