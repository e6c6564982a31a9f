<?php

declare(strict_types=1);

namespace App\Relink;

use App\Models\Workspace;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\Relink\CandidateFinder;
use Hafenbuch\Core\Relink\LostFile;

/** Finds out, for strays, what has become of the files that they miss, and which may be meant now. */
final class StrayKnowledge
{
    /**
     * @param  array<string, Stray>  $strays  by end
     * @return array<string, KnownStray> by end, in that order
     */
    public static function of(Workspace $workspace, array $strays): array
    {
        $files = array_filter($strays, static fn (Stray $stray): bool => self::namesFile($stray));
        $paths = array_map(static fn (Stray $stray): string => $stray->name(), array_values($files));
        $inside = array_values(array_filter($paths, static fn (string $path): bool => ! str_starts_with($path, '/')));
        $lost = array_combine($inside, LostFiles::at($workspace, $inside));
        $lost = array_map(static fn (string $path): LostFile => $lost[$path] ?? new LostFile($path), $paths);
        $candidates = CandidateFinder::find($lost, PresentFiles::of($workspace));
        $candidates = AlikeMedia::added($workspace, $lost, $candidates);
        $numbers = array_flip(array_map(strval(...), array_keys($files)));
        $known = [];
        foreach ($strays as $end => $stray) {
            $number = $numbers[$end] ?? null;
            $known[$end] = new KnownStray($stray, $number === null ? null : $lost[$number], $number === null ? [] : $candidates[$number]);
        }

        return $known;
    }

    /** Whether a file is named, which another can stand in for. What is outside may lie in the workspace by now too. */
    private static function namesFile(Stray $stray): bool
    {
        $address = Address::of($stray->end);

        return match ($stray->kind) {
            StrayKind::Missing, StrayKind::Link => $address === null || Address::isFile($address),
            StrayKind::Outside => $address !== null && mb_check_encoding($address, 'UTF-8') && Path::nameOf($address) !== '',
            default => false,
        };
    }
}
