<?php

declare(strict_types=1);

namespace App\Workspace;

use App\Models\Workspace;
use App\Workspace\Files\Mounts;
use Hafenbuch\Core\Place\Place;

/** Looks at folders of the server before anything is written there. */
final class Places
{
    private const STICKY = 0o1000;

    private const WORLD = 0o002;

    /**
     * @param  string  $folder  absolute; it need not be there yet
     * @param  ?Workspace  $own  the workspace that may be there
     */
    public static function at(string $folder, ?Workspace $own = null): Place
    {
        $there = rtrim($folder, '/');
        // What is not there yet will be in the first folder above that is.
        while ($there !== '' && ! is_dir($there)) {
            $there = dirname($there) === $there ? '' : dirname($there);
        }
        $real = $there === '' ? '/' : (realpath($there) ?: $there);
        $mode = (int) @fileperms($real);
        $room = @disk_free_space($real);

        return new Place(
            rtrim($real.substr(rtrim($folder, '/'), strlen($there)), '/'), Mounts::now()->holding($real), $room === false ? null : (int) $room, is_writable($real),
            ($mode & self::WORLD) !== 0 && ($mode & self::STICKY) === 0,
            Workspace::query()->when($own !== null, static fn ($query) => $query->whereKeyNot($own?->id))->pluck('root', 'name')->all(),
        );
    }
}
