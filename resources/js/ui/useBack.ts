import { useEffect, useRef } from 'react';

/** The sheets that lie over the page, the topmost last. */
const sheets: { current: () => void }[] = [];

/** Whether the browser's history has a step of ours, which “Back” takes in place of the page's. */
let hasStep = false;

/** Whether that step is on its way to be taken back; the browser does that some time after it was told to. */
let isTakenBack = false;

function makeStep(): void {
    if (!hasStep && !isTakenBack) {
        history.pushState({ ...history.state, sheet: true }, '');
        hasStep = true;
    }
}

/** Closed in another way, sheets leave no step behind; where the page has gone on meanwhile, theirs stays behind it. */
function takeStepBack(): void {
    if (sheets.length === 0 && hasStep) {
        hasStep = false;
        if (history.state?.sheet) {
            isTakenBack = true;
            history.back();
        }
    }
}

function goBack(): void {
    if (isTakenBack) {
        isTakenBack = false;
        // A sheet that has come in between has no step yet.
        if (sheets.length > 0) {
            makeStep();
        }
        return;
    }
    if (hasStep && !history.state?.sheet) {
        hasStep = false;
        const top = sheets.at(-1);
        if (sheets.length > 1) {
            makeStep();
        }
        top?.current();
    }
}

let isHeard = false;

/** The browser's “Back” closes a sheet, and leaves the page behind it as it is. */
export function useBack(onBack: () => void): void {
    const latest = useRef(onBack);
    latest.current = onBack;
    useEffect(() => {
        if (!isHeard) {
            window.addEventListener('popstate', goBack);
            isHeard = true;
        }
        sheets.push(latest);
        makeStep();
        return () => {
            sheets.splice(sheets.indexOf(latest), 1);
            // One sheet can make place for the next, which takes over its step.
            setTimeout(takeStepBack);
        };
    }, []);
}
