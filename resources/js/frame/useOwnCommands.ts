import { useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { answer, api, type Person } from '../api/client';
import { askAllAnew, useWorkspaces } from '../api/queries';
import { FIELD } from '../find/FindField';
import type { Command } from '../shell/commands';
import type { Theme } from '../ui/theme';
import type { useWatch } from '../watch/useWatch';
import type { ShownSheet } from './shownSheet';
import type { useSaid } from './useSaid';

interface Needs {
    workspace: string;
    person: Person;
    theme: Theme;
    watch: ReturnType<typeof useWatch>;
    said: ReturnType<typeof useSaid>;
    onShow: (sheet: ShownSheet) => void;
    onTurnTheme: () => void;
    onLogOut: () => void;
}

/** What can be done in every view. */
export function useOwnCommands({ workspace, person, theme, watch, said, onShow, onTurnTheme, onLogOut }: Needs): Command[] {
    const client = useQueryClient();
    const navigate = useNavigate();
    const workspaces = useWorkspaces().data ?? [];
    const path = { params: { path: { workspace } } };
    const go = (place: string) => navigate(`/w/${workspace}/${place}`);
    const show = (name: Exclude<ShownSheet, { row: unknown } | { making: unknown } | { files: unknown }>['name']) => onShow({ name });

    async function goBack() {
        try {
            const done = await answer(api.POST('/workspaces/{workspace}/session/back', path));
            await askAllAnew(client);
            go('quay');
            said.say(`back to what was open before: ${done.words}`, 8);
        } catch (error) {
            said.tell((error as Error).message);
        }
    }
    async function makePoint() {
        try {
            said.say((await watch.makePoint()) ? 'recovery point made' : 'nothing new since the newest point');
        } catch (error) {
            said.tell(`No recovery point was made. ${(error as Error).message}`);
        }
    }
    async function reopen() {
        const { opened } = await answer(api.POST('/workspaces/{workspace}/quay/reopen', path));
        said.say(opened.length > 0 ? null : 'nothing is left to open again');
        await client.invalidateQueries({ queryKey: [workspace] });
    }
    /** On a narrow page the field is there only in its view. */
    function seek() {
        const field = document.getElementById(FIELD) as HTMLInputElement | null;
        if (field?.offsetParent) {
            field.focus();
            field.select();
        } else {
            go('find');
        }
    }
    async function scan() {
        await answer(api.POST('/workspaces/{workspace}/scan', path));
    }
    return [
        { name: 'Open documents …', keys: 'o', run: () => show('open') },
        { name: 'Find anything …', keys: 'Alt+S', run: seek },
        { name: 'Bookmarks, and what was opened and saved of late', keys: 'Alt+L', run: () => go('find') },
        { name: 'Make small what is open …', run: () => go('small') },
        { name: 'Go to the chart', keys: 'Alt+C', run: () => go('chart') },
        { name: 'Replace a text in many documents …', run: () => go('find/replace') },
        { name: 'New document …', keys: 'w', run: () => onShow({ name: 'make', making: {} }) },
        { name: 'Go to the files', keys: 'f', run: () => go('files') },
        { name: 'Settings of this workspace …', run: () => show('settings') },
        { name: 'States of documents …', run: () => show('states') },
        { name: 'What comes in, and what goes along …', run: () => show('incoming') },
        { name: 'Go to the quay', keys: 'q', run: () => go('quay') },
        { name: 'Go to the hold', keys: 'h', run: () => go('hold') },
        { name: 'Open again what was closed last', keys: 'u', run: reopen },
        { name: 'Make a recovery point now', keys: 'Alt+K', run: makePoint },
        { name: 'The watch: autosave and recovery points …', run: () => show('watch') },
        { name: 'Recovery: what the points and this browser hold', run: () => go('recovery') },
        { name: 'What is kept, and what it takes …', run: () => show('keeping') },
        { name: 'Go to the sessions', keys: 'j', run: () => go('sessions') },
        { name: 'Keep this session, or put it away …', keys: 'k', run: () => show('session') },
        { name: 'Back to what was open before another session', keys: 'z', run: goBack },
        { name: 'Your settings …', run: () => show('preferences') },
        { name: 'Go to the strays', keys: 't', run: () => go('strays') },
        { name: 'Take in what lies elsewhere …', run: () => go('strays/take-in') },
        { name: 'Unused files …', run: () => go('strays/unused') },
        { name: 'Devices …', run: () => go('strays/devices') },
        { name: 'Go to the crates', keys: 'r', run: () => go('crates') },
        { name: 'Pack what is open as a crate …', run: () => go('crates/pack?open=1') },
        { name: 'Take in a crate …', run: () => go('crates/take-in') },
        { name: 'Go to the logbook', keys: 'g', run: () => go('logbook') },
        { name: 'Go to the people of this workspace', run: () => go('people') },
        { name: 'For you: mentions, and locks that are asked for', run: () => show('notices') },
        { name: 'Your account …', run: () => go('account') },
        ...(person.isAdministrator
            ? [
                  { name: 'The server: all accounts …', run: () => go('server') },
                  { name: 'Register a folder as a workspace …', run: () => navigate('/new-workspace') },
              ]
            : []),
        { name: 'Find or do …', keys: 'Ctrl+K', run: () => show('palette') },
        { name: 'Look for changed files (scan)', run: scan },
        { name: theme === 'day' ? 'Night colours' : 'Day colours', run: onTurnTheme },
        { name: 'Show the shortcuts', keys: '?', run: () => show('shortcuts') },
        ...workspaces
            .filter((one) => one.slug !== workspace)
            .map((one) => ({ name: `Go to the workspace ${one.name}`, run: () => navigate(`/w/${one.slug}/quay`) })),
        { name: 'Log out', run: onLogOut },
    ];
}
