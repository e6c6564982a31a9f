import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, ifMatch, type Settings } from '../api/client';
import { keys, useSettings } from '../api/queries';
import { OneOf } from '../ui/Check';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Sheet } from '../ui/Sheet';
import { KeeperActions } from './KeeperActions';

/** What the workspace's members have agreed on. */
export function SettingsSheet({ workspace, onClose }: { workspace: string; onClose: () => void }) {
    const settings = useSettings(workspace);
    return (
        <Sheet title="Settings of this workspace" sub="for everyone who works in it" isOpen onClose={onClose}>
            {settings.data ? (
                <Form workspace={workspace} settings={settings.data} onClose={onClose} />
            ) : (
                <p>{settings.isError ? settings.error.message : 'Reading …'}</p>
            )}
        </Sheet>
    );
}

function Form({ workspace, settings, onClose }: { workspace: string; settings: Settings; onClose: () => void }) {
    const client = useQueryClient();
    const [ignore, setIgnore] = useState(settings.ignore.join('\n'));
    const [follow, setFollow] = useState(settings.follow);
    const [templates, setTemplates] = useState(settings.templates ?? '');
    const [charset, setCharset] = useState(settings.charset ?? '');
    const [frontMatter, setFrontMatter] = useState(settings.frontMatter.join(', '));
    const [secretNames, setSecretNames] = useState(settings.secretNames.join(', '));
    const [numbering, setNumbering] = useState(
        Object.entries(settings.numbering)
            .map(([format, scheme]) => `${format}: ${scheme}`)
            .join('\n'),
    );
    const [autoLock, setAutoLock] = useState(settings.autoLock.join('\n'));
    const [lockMinutes, setLockMinutes] = useState(String(settings.lockMinutes));
    // What these fields began with; the answer to “has someone else changed it since?” rests on it.
    const [revision] = useState(settings.revision);
    const [problem, setProblem] = useState<string | null>(null);

    async function keep() {
        setProblem(null);
        const schemes = numbering
            .split('\n')
            .map((line) => line.trim())
            .filter(Boolean)
            .map((line): [string, string] => [line.slice(0, line.indexOf(':')).trim(), line.slice(line.indexOf(':') + 1).trim()]);
        if (schemes.some(([format, scheme]) => format === '' || scheme === '')) {
            setProblem('A numbering scheme is written as “SVG: GH-{0000}”, one a line.');
            return;
        }
        try {
            const body = {
                ignore: ignore
                    .split('\n')
                    .map((line) => line.trim())
                    .filter(Boolean),
                follow,
                templates: templates.trim() || null,
                frontMatter: frontMatter
                    .split(/[\s,]+/)
                    .map((key) => key.trim())
                    .filter(Boolean),
                secretNames: secretNames
                    .split(',')
                    .map((name) => name.trim())
                    .filter(Boolean),
                autoLock: autoLock
                    .split('\n')
                    .map((line) => line.trim())
                    .filter(Boolean),
                lockMinutes: Number(lockMinutes),
                charset: charset.trim().toLowerCase() || null,
                numbering: Object.fromEntries(schemes),
            };
            await answer(
                api.PATCH('/workspaces/{workspace}/settings', { params: { path: { workspace }, header: ifMatch(revision) }, body }),
            );
            await client.invalidateQueries({ queryKey: [workspace, 'templates'] });
            await client.invalidateQueries({ queryKey: keys.settings(workspace) });
            onClose();
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    return (
        <>
            <Field
                label="Files and folders that are left out, one name or pattern a line"
                value={ignore}
                onChange={setIgnore}
                lines
                hint="* stands for any letters, ? for one. Changing this looks through the folder again."
            />
            <OneOf
                label="Who follows a save as, unless said otherwise"
                options={{ nobody: 'nobody', quay: 'those open on the quay', everyone: 'everyone' }}
                value={follow}
                onChange={setFollow}
            />
            <Field label="Folder that holds templates" value={templates} onChange={setTemplates} mono placeholder="templates" />
            <Field
                label="Charset of texts that say none and are no UTF-8"
                value={charset}
                onChange={setCharset}
                mono
                placeholder="guessed, and said so"
                hint="For example windows-1252, koi8-r, shift_jis or euc-kr. Changing this reads all documents again."
            />
            <Field
                label="Keys of front matter whose values are paths"
                value={frontMatter}
                onChange={setFrontMatter}
                mono
                hint="What they name counts as a reference of a Markdown document."
            />
            <Field
                label="Fields and keys that a crate should not give away"
                value={secretNames}
                onChange={setSecretNames}
                placeholder="inventory number, insured value"
                hint="Beside the usual ones: tokens, passwords, people, e-mail addresses, positions. With commas between them."
            />
            <Field
                label="Numbering, one kind a line"
                value={numbering}
                onChange={setNumbering}
                lines
                hint="For example “SVG: GH-{0000}”. The zeros are the digits that a number has at least."
            />
            <Field
                label="Folders in which a document is locked for whoever writes it, one a line"
                value={autoLock}
                onChange={setAutoLock}
                lines
                mono
                placeholder="mechanism/"
                hint="The lock ends when the draft is saved or discarded. “/” is the whole workspace; empty: nowhere."
            />
            <Field
                label="Minutes after which the lock of somebody who is gone can be taken over"
                value={lockMinutes}
                onChange={setLockMinutes}
                type="number"
            />
            {problem && <Notice stop>{problem}</Notice>}
            <KeeperActions workspace={workspace} keeps="Keep these settings" onKeep={keep} onClose={onClose} />
        </>
    );
}
