import type { RelinkWish, Stray } from '../api/client';

/** What a person has chosen for one stray. */
export type Answer = { to: string } | { remove: true };

export type Answers = Record<string, Answer>;

/** Folders that lay somewhere, and where they are to be found. */
export type Folders = Record<string, string>;

/** Only where the content says so is a candidate chosen beforehand; what a person has chosen counts. */
export function chosenBeforehand(strays: Stray[], answers: Answers, left: ReadonlySet<string>): Answers {
    const chosen: Answers = {};
    for (const stray of strays) {
        const best = stray.candidates[0];
        if (best?.sure && stray.accepted === null && answers[stray.missing] === undefined && !left.has(stray.missing)) {
            chosen[stray.missing] = { to: best.path };
        }
    }
    return { ...chosen, ...answers };
}

export function asWish(answers: Answers, folders: Folders): RelinkWish | null {
    const wish = {
        answers: Object.entries(answers).map(([missing, answer]) => ({ missing, ...answer })),
        folders: Object.entries(folders).map(([from, to]) => ({ from, to })),
    };
    return wish.answers.length + wish.folders.length === 0 ? null : wish;
}

const folderOf = (path: string) => path.replace(/\/?[^/]*$/, '');
const nameOf = (path: string) => path.replace(/^.*\//, '');

/** Where one answer suggests that the others of its folder are: the file has kept its name in another folder. */
export function suggestedFolder(missing: string, answer: Answer | undefined): { from: string; to: string } | null {
    if (answer === undefined || 'remove' in answer || nameOf(missing) !== nameOf(answer.to) || folderOf(missing) === folderOf(answer.to)) {
        return null;
    }
    return { from: folderOf(missing), to: folderOf(answer.to) };
}
