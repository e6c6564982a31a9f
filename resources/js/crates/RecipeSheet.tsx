import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, type CrateEntry } from '../api/client';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Sheet, SheetActions } from '../ui/Sheet';
import { fileName } from '../ui/words';

/** Says of a document how it can be made again, so that a crate may leave it out. */
export function RecipeSheet({ workspace, entry, onClose }: { workspace: string; entry: CrateEntry; onClose: () => void }) {
    const client = useQueryClient();
    const [recipe, setRecipe] = useState(entry.recipe ?? '');
    const [problem, setProblem] = useState<string | null>(null);
    async function say(words: string | null) {
        try {
            await answer(
                api.PUT('/workspaces/{workspace}/documents/{document}/recipe', {
                    params: { path: { workspace, document: entry.id ?? '' } },
                    body: { recipe: words },
                }),
            );
            await client.invalidateQueries({ queryKey: [workspace, 'packing'] });
            onClose();
        } catch (error) {
            setProblem((error as Error).message);
        }
    }
    return (
        <Sheet
            title={`Can ${fileName(entry.path)} be made again?`}
            sub="kept with the document; crates can leave it out and say how it comes back"
            isOpen
            onClose={onClose}
        >
            <Field
                label="From what, and by what"
                value={recipe}
                onChange={setRecipe}
                lines
                rows={3}
                placeholder="from stems/*.wav, by the mixing desk’s preset 4"
                autoFocus
            />
            {problem && <Notice stop>{problem}</Notice>}
            <SheetActions>
                <Button onPress={onClose}>Leave it</Button>
                {entry.recipe !== null && <Button onPress={() => say(null)}>It cannot</Button>}
                <Button $main isDisabled={!recipe.trim()} onPress={() => say(recipe.trim())}>
                    So it is made
                </Button>
            </SheetActions>
        </Sheet>
    );
}
