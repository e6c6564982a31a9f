import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { answer, api, type NamedView, type PictureAspect, type PictureChoice } from '../api/client';
import { keys } from '../api/queries';
import { SmallPicture } from '../pictures/SmallPicture';
import { Button } from '../ui/Button';
import { Check, OneOf } from '../ui/Check';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { moment, readable } from '../ui/words';
import type { LookKeeper } from './LookKeeper';
import { useViews } from './useLooks';

const Whole = styled.div`display: grid; grid-template-columns: 246px minmax(0, 1fr); gap: 20px; align-items: start; @media (max-width: 640px) { grid-template-columns: minmax(0, 1fr); } > div { display: grid; gap: 12px; [role='radiogroup'] > div { flex-direction: column; } } p { font-size: 13.5px; color: var(--ink-soft); }`;

interface Props {
    workspace: string;
    id: string;
    name: string;
    keeper: LookKeeper;
    onClose: () => void;
}

const AS_CHOSEN = 'as it is chosen';
const WHOLE = 'all of it';
const IN_SIGHT = 'what is in sight';

const hasSight = (view: NamedView) => view.view.sight !== undefined && view.view.sight !== null;

/** What of a document its small picture shows, and whether that follows what is written. */
export function PictureSheet({ workspace, id, name, keeper, onClose }: Props) {
    const client = useQueryClient();
    const choice = useQuery<PictureChoice>({
        queryKey: keys.pictureChoice(workspace, id),
        queryFn: () =>
            answer(api.GET('/workspaces/{workspace}/documents/{document}/picture', { params: { path: { workspace, document: id } } })),
    });
    const views = (useViews(workspace, id).data?.named ?? []).filter(hasSight);
    const sight = keeper.now().sight ?? null;
    const [which, setWhich] = useState<string | null>(null);
    const [stays, setStays] = useState<boolean | null>(null);
    const [problem, setProblem] = useState<string | null>(null);
    const chosen = choice.data;
    const isChosen = chosen !== undefined && (chosen.aspect !== null || chosen.stays);
    const now = which ?? (isChosen ? AS_CHOSEN : WHOLE);
    const aspects: Record<string, PictureAspect | null> = {
        ...(isChosen && { [AS_CHOSEN]: chosen.aspect }),
        [WHOLE]: null,
        ...(sight && { [IN_SIGHT]: sight }),
        ...Object.fromEntries(views.map((view) => [`view ${view.id}`, view.view.sight ?? null])),
    };
    const words = (key: string) =>
        key === AS_CHOSEN
            ? `as ${readable(chosen?.by ?? 'somebody')} chose it${chosen?.at ? ` (${moment(chosen.at)})` : ''}`
            : key === WHOLE
              ? 'all of it, as it is drawn where nobody chooses'
              : key === IN_SIGHT
                ? 'what is in sight now'
                : `the view “${readable(views.find((view) => `view ${view.id}` === key)?.name ?? '')}”`;

    async function keep() {
        setProblem(null);
        try {
            await answer(
                api.PUT('/workspaces/{workspace}/documents/{document}/picture', {
                    params: { path: { workspace, document: id } },
                    body: { aspect: aspects[now] ?? null, stays: stays ?? chosen?.stays ?? false },
                }),
            );
            for (const key of [keys.pictureChoice, keys.picture, keys.pictureThen]) {
                await client.invalidateQueries({ queryKey: key(workspace, id) });
            }
            setWhich(null);
            setStays(null);
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    return (
        <Sheet
            title={`The small picture of ${name}`}
            sub="as everyone sees it, wherever this document is named"
            isOpen
            wide
            onClose={onClose}
        >
            <Whole>
                <SmallPicture id={id} width={240} says />
                <div>
                    <OneOf
                        label="It shows"
                        value={now}
                        onChange={setWhich}
                        options={Object.fromEntries(Object.keys(aspects).map((key) => [key, words(key)]))}
                    />
                    {!sight && (
                        <p>
                            To have it show a part, a side or a while of it, look at the document like that first, or keep such a look as a
                            view with a name.
                        </p>
                    )}
                    <Check isSelected={!(stays ?? chosen?.stays ?? false)} onChange={(on) => setStays(!on)}>
                        Renew it when the content changes
                        <br />
                        <small>Else it goes on showing what is on the screen now.</small>
                    </Check>
                    {choice.isError && <Notice stop>{choice.error.message}</Notice>}
                    {problem && <Notice stop>{problem}</Notice>}
                </div>
            </Whole>
            <SheetActions>
                <Button onPress={onClose}>Done</Button>
                <Button $main isDisabled={which === null && stays === null} onPress={keep}>
                    Show it so
                </Button>
            </SheetActions>
        </Sheet>
    );
}
