import type { RetentionRule } from '../api/client';

type Band = NonNullable<RetentionRule['bands']>[number];

export const EVERY: Record<Band['every'], string> = {
    version: 'every version',
    hour: 'one an hour',
    day: 'one a day',
    week: 'one a week',
    month: 'one a month',
};

/** A rule as a sentence. */
export function ruleWords(rule: RetentionRule): string {
    switch (rule.kind) {
        case 'all':
            return 'all stay';
        case 'last':
            return `the last ${rule.last ?? 5} stay`;
        default:
            return (rule.bands ?? [])
                .map((band) => (band.days ? `${EVERY[band.every]} up to ${band.days} days` : `then ${EVERY[band.every]}`))
                .join(', ');
    }
}
