/** Dates and numbers as the person writes them, whatever the words around them are written in (BCP 47, ECMA-402). */

/** What the browser says where it says no country: the words are in the English of Europe, so a bare "en" means that. */
function ofBrowser(): string {
    const language = navigator.language || 'en';
    return language === 'en' ? 'en-GB' : language;
}

let current = typeof navigator === 'undefined' ? 'en-GB' : ofBrowser();

export function locale(): string {
    return current;
}

/** @param chosen null: as the browser says */
export function useLocaleOf(chosen: string | null | undefined): string {
    const wanted = chosen ?? ofBrowser();
    current = Intl.DateTimeFormat.supportedLocalesOf(wanted).length > 0 ? wanted : ofBrowser();
    return current;
}

export function number(value: number, digits = 0): string {
    return value.toLocaleString(current, { minimumFractionDigits: digits, maximumFractionDigits: digits });
}

/** A day and the time of it. */
export function moment(time: string | number): string {
    return new Date(time).toLocaleString(current, { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
}

export function day(time: string | number): string {
    return new Date(time).toLocaleDateString(current, { day: 'numeric', month: 'short' });
}

export function clock(time: string | number): string {
    return new Date(time).toLocaleTimeString(current, { hour: '2-digit', minute: '2-digit' });
}

/** The locales that are offered; any other that the browser has is what the browser says. */
export const LOCALES = [
    'cs-CZ',
    'da-DK',
    'de-AT',
    'de-CH',
    'de-DE',
    'en-CA',
    'en-GB',
    'en-IE',
    'en-US',
    'es-ES',
    'fi-FI',
    'fr-CA',
    'fr-CH',
    'fr-FR',
    'is-IS',
    'it-IT',
    'ja-JP',
    'nb-NO',
    'nl-BE',
    'nl-NL',
    'pl-PL',
    'pt-BR',
    'pt-PT',
    'sv-SE',
];

/** A locale in English words: "German (Switzerland)". */
export function localeName(tag: string): string {
    return new Intl.DisplayNames('en', { type: 'language', languageDisplay: 'standard' }).of(tag) ?? tag;
}
