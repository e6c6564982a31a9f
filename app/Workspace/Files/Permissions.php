<?php

declare(strict_types=1);

namespace App\Workspace\Files;

/** Who owns a file, and who may do what with it. */
final readonly class Permissions
{
    private function __construct(private int $owner, private int $group, private int $mode) {}

    /**
     * @param  array<array-key, int>|false  $stat  as lstat() gives it
     * @return ?self null: there is nothing, or a link, which has none of its own
     */
    public static function of(array|false $stat): ?self
    {
        return $stat === false || FileStat::of($stat)->isLink() ? null : new self($stat['uid'], $stat['gid'], $stat['mode'] & 0o7777);
    }

    /** As far as the process may give them away. */
    public function giveTo(string $file): void
    {
        $stat = @lstat($file);
        @chmod($file, $this->mode);
        if ($stat !== false && ($this->owner !== $stat['uid'] || $this->group !== $stat['gid'])) {
            @chown($file, $this->owner);
            @chgrp($file, $this->group);
        }
    }
}
