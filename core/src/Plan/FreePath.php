<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\OnDiskKind;
use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Path\Path;

/** Finds a name near a taken one that nothing has, in no letter case and no Unicode form. */
final class FreePath
{
    /** @param array<string, true> $taken more paths that are taken, folded */
    public static function near(Snapshot $snapshot, string $path, array $taken = []): string
    {
        $extension = Path::extensionOf($path);
        $stem = $extension === '' ? $path : substr($path, 0, -strlen($extension) - 1);
        $ending = substr($path, strlen($stem));
        for ($number = 2; ; $number++) {
            $free = "{$stem}-{$number}{$ending}";
            if ($snapshot->at($free) === null && $snapshot->likeNames($free) === [] && ! isset($taken[Path::fold($free)])
                && $snapshot->look($free)->kind === OnDiskKind::Nothing) {
                return $free;
            }
        }
    }
}
