import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { answer, api, type Template } from '../api/client';
import type { Making } from '../shell/context';
import { font } from '../theme/tokens';
import { Button, TextButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { count } from '../ui/words';

const Kinds = styled.div`display: flex; flex-wrap: wrap; gap: 2px 4px;`;
const Kind = styled.button<{ $on: boolean }>`
    font: ${(p) => (p.$on ? 600 : 400)} 14px ${font.plain}; color: inherit; border: 1px solid ${(p) => (p.$on ? 'var(--brass)' : 'transparent')}; border-radius: 3px; padding: 4px 9px; cursor: pointer;
    background: ${(p) => (p.$on ? 'var(--brass-tint)' : 'transparent')};
    &:hover { background: var(--tint-soft); }
`;
const Templates = styled.div`border: 1px solid var(--rule); max-height: 168px; overflow-y: auto; flex: none;`;
const One = styled.button<{ $on: boolean }>`
    display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 0 10px; width: 100%; text-align: left; font: inherit; color: inherit; cursor: pointer; border: 0; border-bottom: 1px solid var(--rule); padding: 5px 10px;
    background: ${(p) => (p.$on ? 'var(--brass-tint)' : 'transparent')}; box-shadow: ${(p) => (p.$on ? 'inset 3px 0 var(--brass)' : 'none')};
    &:hover { background: ${(p) => (p.$on ? 'var(--brass-tint)' : 'var(--tint-soft)')}; }
    &:focus-visible { outline-offset: -2px; }
    &:disabled { color: var(--ink-soft); cursor: default; background: none; }
    small { color: var(--ink-soft); font-size: 13px; }
    small.why { grid-column: 1 / -1; }
`;
const Caption = styled.p`font-size: 13px; color: var(--ink-soft); margin-bottom: 3px;`;

/** A file name that a title suggests: plain letters, words joined by hyphens. */
export function nameFor(title: string): string {
    const plain = title
        .normalize('NFKD')
        .replace(/\p{M}/gu, '')
        .toLowerCase()
        .replace(/[^\p{L}\p{N}]+/gu, '-')
        .replace(/^-+|-+$/g, '');
    return plain.slice(0, 80) || 'untitled';
}

export function NewSheet({ workspace, making, onClose }: { workspace: string; making: Making; onClose: () => void }) {
    const client = useQueryClient();
    const navigate = useNavigate();
    const templates = useQuery({
        queryKey: [workspace, 'templates'],
        queryFn: () => answer(api.GET('/workspaces/{workspace}/templates', { params: { path: { workspace } } })),
        enabled: !making.from,
    });
    const formats = [...new Set(templates.data?.map((one) => one.format))];
    const [format, setFormat] = useState<string | null>(making.from?.format ?? null);
    const kind = format ?? formats.find((one) => one === 'Markdown') ?? formats[0];
    const offered = templates.data?.filter((one) => one.format === kind) ?? [];
    const [picked, setPicked] = useState<string | null>(null);
    const template = offered.find((one) => one.id === picked) ?? offered.find((one) => !one.obstacle);
    const ending = making.from?.ending ?? template?.ending ?? '';
    const [title, setTitle] = useState('');
    const [path, setPath] = useState<string | null>(null);
    const [problem, setProblem] = useState<{ path: string; message: string } | null>(null);
    const reserved = useNumber(workspace, template);
    const number = reserved ?? null;
    const isReady = Boolean(making.from || template) && reserved !== undefined;
    const [isAsked, setAsked] = useState(false);
    const stem = number ? `${number} ${nameFor(title)}`.trim() : nameFor(title);
    const prefix = making.folder ? `${making.folder}/` : '';
    const proposed = path ?? prefix + (ending.startsWith('.') ? stem + ending : ending);
    const check = useQuery({
        queryKey: [workspace, 'name', proposed],
        queryFn: () => answer(api.GET('/workspaces/{workspace}/names', { params: { path: { workspace }, query: { path: proposed } } })),
        placeholderData: (before) => before,
        enabled: title.trim() !== '' || path !== null,
    });
    // What is known of the path before is shown until more is, and stops nobody who asks with the new one.
    const found = title.trim() !== '' || path !== null ? check.data : undefined;

    // Who types quickly asks before the templates are here; that is done as soon as they are.
    useEffect(() => {
        if (isAsked && isReady) {
            setAsked(false);
            void make();
        }
    });

    function ask(event: FormEvent) {
        event.preventDefault();
        setAsked(true);
    }

    async function make() {
        setProblem(null);
        try {
            const body = { path: proposed, title, template: making.from?.id ?? template?.id ?? null, number };
            const made = await answer(api.POST('/workspaces/{workspace}/documents', { params: { path: { workspace } }, body }));
            await making.given?.(made);
            await client.invalidateQueries({ queryKey: [workspace] });
            onClose();
            if (!making.given) {
                navigate(`/w/${workspace}/documents/${made.id}`);
            }
        } catch (error) {
            setProblem({ path: proposed, message: (error as Error).message });
        }
    }
    return (
        <Sheet
            title={making.from ? `New document from ${making.from.name}` : 'New document'}
            sub="it has no file until you save it"
            isOpen
            onClose={onClose}
            wide={!making.from}
        >
            <form onSubmit={ask} style={{ display: 'flex', flexDirection: 'column', gap: 12, overflowY: 'auto', padding: 3, margin: -3 }}>
                {!making.from && (
                    <>
                        <div>
                            <Caption id="new-kind">Kind</Caption>
                            <Kinds role="group" aria-labelledby="new-kind">
                                {formats.map((one) => (
                                    <Kind
                                        key={one}
                                        type="button"
                                        $on={one === kind}
                                        aria-pressed={one === kind}
                                        onClick={() => setFormat(one)}
                                    >
                                        {one}
                                    </Kind>
                                ))}
                            </Kinds>
                        </div>
                        <div>
                            <Caption id="new-template">Begins with</Caption>
                            <Templates role="group" aria-labelledby="new-template">
                                {offered.map((one) => (
                                    <One
                                        key={one.id}
                                        type="button"
                                        $on={one.id === template?.id}
                                        aria-pressed={one.id === template?.id}
                                        disabled={one.obstacle !== null}
                                        onClick={() => setPicked(one.id)}
                                    >
                                        <span>{one.name}</span>
                                        <small>{one.isBuiltIn ? 'comes with Hafenbuch' : 'of this workspace'}</small>
                                        {one.obstacle && <small className="why">{one.obstacle}</small>}
                                    </One>
                                ))}
                                {templates.isPending && <p style={{ padding: 8 }}>Reading the templates …</p>}
                            </Templates>
                        </div>
                    </>
                )}
                <Field label="Title" value={title} onChange={setTitle} autoFocus />
                <Field
                    label={number ? `Proposed path; ${number} is reserved for you` : 'Proposed path in the workspace'}
                    value={proposed}
                    onChange={setPath}
                    mono
                    hint={found?.remark ?? 'It can be changed until the first save.'}
                />
                {found?.obstacle && (
                    <Notice stop>
                        <span>
                            {found.obstacle}{' '}
                            {found.free && <TextButton onPress={() => setPath(found.free)}>Call it {found.free}</TextButton>}
                        </span>
                    </Notice>
                )}
                {/* What is known of this path already stands above, and another path is another question. */}
                {problem?.path === proposed && !found?.obstacle && <Notice stop>{problem.message}</Notice>}
                <SheetActions>
                    <span style={{ flex: 1, fontSize: 13 }}>
                        {!making.from && offered.length > 1 && `${count(offered.length, 'template')} of this kind`}
                    </span>
                    <Button onPress={onClose}>Cancel</Button>
                    <Button type="submit" $main isDisabled={title.trim() === '' || (Boolean(found?.obstacle) && !check.isPlaceholderData)}>
                        Make it
                    </Button>
                </SheetActions>
            </form>
        </Sheet>
    );
}

/** The next number of the kind's scheme, reserved as soon as the kind is chosen; null: there is none; undefined: it is on its way. */
function useNumber(workspace: string, template: Template | undefined): string | null | undefined {
    const format = template?.scheme ? template.format : null;
    const [answered, setAnswered] = useState<{ format: string; name: string | null } | null>(null);
    useEffect(() => {
        if (format) {
            answer(api.POST('/workspaces/{workspace}/numbers', { params: { path: { workspace } }, body: { format } }))
                .then((reserved) => setAnswered({ format, name: reserved.name }))
                .catch(() => setAnswered({ format, name: null }));
        }
    }, [workspace, format]);
    if (!format) {
        return null;
    }
    return answered?.format === format ? answered.name : undefined;
}
