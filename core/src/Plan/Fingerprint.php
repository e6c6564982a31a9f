<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\OnDisk;

/** The value by which a plan that was read is known to be the plan that runs. */
final class Fingerprint
{
    /**
     * @param  list<PlanLine>  $lines
     * @param  list<Warning>  $warnings
     * @param  list<Blocker>  $blockers
     * @param  array<string, DocumentSnapshot>  $read  every document that the plan rests on
     * @param  array<string, DocumentSnapshot>  $below  those on whose files it rests, and on whether they are unsaved
     * @param  array<string, OnDisk>  $looks  what is at the other paths that it rests on
     */
    public static function of(array $lines, array $warnings, array $blockers, array $read, array $below = [], array $looks = []): string
    {
        ksort($read, SORT_STRING);
        ksort($looks, SORT_STRING);
        $context = hash_init('sha256');
        foreach ($lines as $line) {
            self::add($context, $line->documentId, $line->path, $line->action->value, $line->before, $line->after, $line->reason->text(), $line->draftBefore, $line->draftAfter, $line->origin, ...$line->marking === null ? [] : [$line->marking->before->words(), $line->marking->after->words()]);
        }
        foreach ($warnings as $warning) {
            self::add($context, $warning->path, $warning->message);
        }
        foreach ($blockers as $blocker) {
            self::add($context, $blocker->path, $blocker->message);
        }
        foreach ($read as $document) {
            self::add($context, $document->id, $document->path, $document->savedHash, $document->draftHash, $document->draftBase, $document->onDisk->hash, $document->onDisk->stat);
        }
        ksort($below, SORT_STRING);
        foreach (array_diff_key($below, $read) as $document) {
            self::add($context, $document->id, $document->path, $document->savedHash, $document->isUnsaved() ? 'unsaved' : null, $document->onDisk->hash, $document->onDisk->stat);
        }
        foreach ($looks as $path => $look) {
            self::add($context, (string) $path, $look->kind->name, $look->hash, $look->stat);
        }

        return hash_final($context);
    }

    private static function add(\HashContext $context, ?string ...$values): void
    {
        hash_update($context, json_encode($values, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE)."\n");
    }
}
