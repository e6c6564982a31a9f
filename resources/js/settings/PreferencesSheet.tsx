import { useRef, useState } from 'react';
import styled from 'styled-components';
import type { Preferences, SomePreferences } from '../api/client';
import { usePreferences } from '../api/usePreferences';
import { font } from '../theme/tokens';
import { Button } from '../ui/Button';
import { Check, OneOf } from '../ui/Check';
import { download } from '../ui/download';
import { Field, FieldLabel } from '../ui/Field';
import { LOCALES, localeName, moment, number } from '../ui/locale';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';

const Select = styled.select`font: 15px ${font.plain}; color: var(--ink); background: var(--sheet); border: 1px solid var(--rule-strong); border-radius: 3px; padding: 5px 8px;`;
const FORMAT = 'hafenbuch-preferences';
const GROUPS: Record<keyof Preferences, string> = {
    watch: 'the watch',
    colours: 'colours',
    quay: 'order and filter of the quay',
    views: 'how documents open',
    sessions: 'stages of sessions',
    language: 'dates and numbers',
};
type Group = keyof Preferences;
const GROUP_NAMES = Object.keys(GROUPS) as Group[];

/** How the person likes it: changed here, taken elsewhere as a file, and taken in from one, whole or by group. */
export function PreferencesSheet({ onClose }: { onClose: () => void }) {
    const preferences = usePreferences();
    const picker = useRef<HTMLInputElement>(null);
    const [found, setFound] = useState<SomePreferences | null>(null);
    const [wanted, setWanted] = useState<Set<Group>>(new Set());
    const [stages, setStages] = useState<string | null>(null);
    const [said, setSaid] = useState<string | null>(null);
    const [problem, setProblem] = useState<string | null>(null);
    const now = preferences.now;

    async function attempt(some: SomePreferences, done: string | null = null) {
        setProblem(null);
        try {
            await preferences.change(some);
            setSaid(done);
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    async function read(file: File) {
        setProblem(null);
        setSaid(null);
        const given = (await file
            .text()
            .then((text) => JSON.parse(text))
            .catch(() => null)) as ({ format?: string } & SomePreferences) | null;
        if (given?.format !== FORMAT) {
            setProblem(`${file.name} holds no settings of a person. Nothing was changed.`);
            return;
        }
        const there = GROUP_NAMES.filter((group) => typeof given[group] === 'object' && given[group] !== null);
        setFound(Object.fromEntries(there.map((group) => [group, given[group]])) as SomePreferences);
        setWanted(new Set(there));
    }
    function save() {
        download('hafenbuch-preferences.json', `${JSON.stringify({ format: FORMAT, version: 1, ...now }, null, 4)}\n`, 'application/json');
    }
    if (!now) {
        return (
            <Sheet title="Your settings" isOpen onClose={onClose}>
                <p>{preferences.query.isError ? preferences.query.error.message : 'Reading …'}</p>
            </Sheet>
        );
    }
    return (
        <Sheet title="Your settings" sub="for you, in every workspace and browser" isOpen onClose={onClose}>
            <OneOf
                label="Colours"
                options={{ machine: 'as the machine has them', day: 'day', night: 'night' }}
                value={now.colours.colours ?? 'machine'}
                onChange={(colours) => attempt({ colours: { colours: colours === 'machine' ? null : colours } })}
            />
            <div>
                <FieldLabel htmlFor="language">Dates and numbers as in</FieldLabel>
                <Select
                    id="language"
                    value={now.language.language ?? ''}
                    onChange={(event) => attempt({ language: { language: event.target.value || null } })}
                >
                    <option value="">what this browser says</option>
                    {LOCALES.map((tag) => (
                        <option key={tag} value={tag}>
                            {localeName(tag)}
                        </option>
                    ))}
                </Select>{' '}
                <small>
                    now: {moment(Date.now())}, {number(1234.5, 1)}
                </small>
            </div>
            <Check isSelected={now.views.remembersViews} onChange={(remembersViews) => attempt({ views: { remembersViews } })}>
                Open a document as I last looked at it{' '}
                <small>the caret, what is folded, what stands beside it; else only as a view that I have kept</small>
            </Check>
            <Field
                label="Former stages of a session that stay"
                value={stages ?? String(now.sessions.stages)}
                onChange={setStages}
                onBlur={() =>
                    stages !== null && Number(stages) !== now.sessions.stages && attempt({ sessions: { stages: Number(stages) } })
                }
                hint="1 to 200; labelled ones always stay."
            />
            <input
                ref={picker}
                type="file"
                accept=".json,application/json"
                hidden
                aria-label="File with settings"
                onChange={(event) => {
                    const file = event.target.files?.[0];
                    if (file) {
                        void read(file);
                    }
                    event.target.value = '';
                }}
            />
            {found && (
                <div>
                    <p>Take in from the file:</p>
                    {GROUP_NAMES.filter((group) => found[group] !== undefined).map((group) => (
                        <Check
                            key={group}
                            isSelected={wanted.has(group)}
                            onChange={(on) => setWanted(new Set(on ? [...wanted, group] : [...wanted].filter((one) => one !== group)))}
                        >
                            {GROUPS[group]}
                        </Check>
                    ))}
                </div>
            )}
            {said && <Notice>{said}</Notice>}
            {problem && <Notice stop>{problem}</Notice>}
            <SheetActions>
                <Button onPress={save}>Save as a file</Button>
                <Button onPress={() => picker.current?.click()}>From a file …</Button>
                <span style={{ flex: 1 }} />
                {found ? (
                    <Button
                        $main
                        isDisabled={wanted.size === 0}
                        onPress={async () => {
                            await attempt(
                                Object.fromEntries([...wanted].map((group) => [group, found[group]])) as SomePreferences,
                                'Taken in.',
                            );
                            setFound(null);
                            setStages(null);
                        }}
                    >
                        Take these in
                    </Button>
                ) : (
                    <Button $main onPress={onClose}>
                        Done
                    </Button>
                )}
            </SheetActions>
        </Sheet>
    );
}
