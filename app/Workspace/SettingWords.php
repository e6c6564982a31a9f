<?php

declare(strict_types=1);

namespace App\Workspace;

/** Which settings have changed, in words for the logbook. */
final class SettingWords
{
    private const NAMES = [
        'ignore' => 'what a scan leaves out', 'follow' => 'who follows a save as', 'templates' => 'the folder of templates', 'numbering' => 'numbering',
        'namingRules' => 'naming rules', 'retention' => 'which versions stay', 'charset' => 'the charset of texts that say none', 'frontMatter' => 'keys of front matter',
        'incoming' => 'what is taken in', 'companions' => 'companions', 'undoDays' => 'days in which an entry can be taken back', 'steps' => 'steps that are kept',
        'secretNames' => 'names of secrets', 'starts' => 'from where it is counted what is used', 'stays' => 'files that stay without a reference',
        'release' => 'the states of documents', 'autoLock' => 'locking while somebody writes', 'lockMinutes' => 'minutes after which a lock is offered',
    ];

    /**
     * @param  array<string, mixed>  $before
     * @param  array<string, mixed>  $after
     * @return array{words: string, details: array<string, array{mixed, mixed}>}
     */
    public static function of(array $before, array $after): array
    {
        $details = $names = [];
        foreach (array_unique([...array_keys($before), ...array_keys($after)]) as $key) {
            // As the table keeps them: equal values in another order of keys are the same.
            if (($before[$key] ?? null) != ($after[$key] ?? null)) {
                $names[] = self::NAMES[$key] ?? $key;
                $details[self::NAMES[$key] ?? $key] = [$before[$key] ?? null, $after[$key] ?? null];
            }
        }

        return ['words' => $names === [] ? '' : 'Changed the settings: '.implode(', ', $names), 'details' => $details];
    }
}
