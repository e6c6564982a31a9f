<?php

declare(strict_types=1);

namespace App\Backup;

/** Proves a backup from its own bytes. */
final class CheckBackup
{
    /** So many faults are named; of more only the number is told. */
    private const NAMED = 20;

    /** @return list<string> what is wrong, and where; empty: everything is as it was written */
    public static function faults(BackupFolder $folder, BackupSet $set): array
    {
        $faults = [];
        foreach (['database' => $folder->database($set->name), 'list' => $folder->contentList($set->name)] as $part => $file) {
            if (! is_file($file)) {
                $faults[] = "{$file} is missing.";
            } elseif (hash_file('sha256', $file) !== $set->manifest[$part]['sha256']) {
                $faults[] = "{$file} is not what was written: it is damaged or cut short.";
            }
        }
        if ($faults !== []) {
            return $faults;
        }
        if (! DatabaseDump::isWhole($folder->database($set->name))) {
            $faults[] = "{$folder->database($set->name)} ends before its end.";
        }
        $count = $wrong = 0;
        foreach ($folder->contentsOf($set) as $hash => $size) {
            $count++;
            $file = $folder->content((string) $hash);
            $fault = match (true) {
                ! is_file($file) => 'is missing.',
                filesize($file) !== $size => 'is cut short.',
                hash_file('sha256', $file) !== $hash => 'is damaged.',
                default => null,
            };
            if ($fault !== null && ++$wrong <= self::NAMED) {
                $faults[] = "The content {$file} {$fault}";
            }
        }
        if ($wrong > self::NAMED) {
            $faults[] = ($wrong - self::NAMED).' more contents are missing, cut short or damaged.';
        }
        if ($count !== $set->manifest['list']['contents']) {
            $faults[] = "The list names {$count} contents, the manifest {$set->manifest['list']['contents']}.";
        }

        return $faults;
    }
}
