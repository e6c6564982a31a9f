<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Place;

use Hafenbuch\Core\Text\Pattern;

/** The file systems of a machine as its kernel lists them (proc_pid_mountinfo(5)). */
final readonly class MountTable
{
    /** @param list<Mount> $mounts in the order in which they were mounted */
    private function __construct(private array $mounts) {}

    public static function of(string $mountinfo): self
    {
        $mounts = [];
        foreach (explode("\n", $mountinfo) as $line) {
            $parts = explode(' ', $line);
            $dash = array_search('-', $parts, true);
            if (count($parts) > 6 && is_int($dash) && isset($parts[$dash + 1])) {
                $options = [...explode(',', $parts[5]), ...explode(',', $parts[$dash + 3] ?? '')];
                $mounts[] = new Mount(self::decoded($parts[4]), $parts[$dash + 1], in_array('ro', $options, true));
            }
        }

        return new self($mounts);
    }

    /**
     * The file system that has a path.
     *
     * @param  string  $path  absolute, without links
     */
    public function holding(string $path): ?Mount
    {
        $best = null;
        foreach ($this->mounts as $mount) {
            $isAround = $mount->point === '/' || $path === $mount->point || str_starts_with($path, $mount->point.'/');
            // Of two at one point the later one is seen.
            if ($isAround && ($best === null || strlen($mount->point) >= strlen($best->point))) {
                $best = $mount;
            }
        }

        return $best;
    }

    /** Spaces and the like stand there as octal numbers. */
    private static function decoded(string $field): string
    {
        return Pattern::replaceWith('~\\\\([0-7]{3})~', static fn (array $found): string => chr((int) octdec($found[1]) & 0xFF), $field);
    }
}
