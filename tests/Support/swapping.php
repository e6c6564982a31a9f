<?php

declare(strict_types=1);

/* Swaps, as fast as it can and until it is ended, a folder and a file for links that lead out: swapping.php FOLDER OUTSIDE [FILE FOR THE NUMBER OF SWAPS] */

[, $root, $outside] = $argv;
for ($swaps = 2; ; $swaps += 2) {
    @rename("{$root}/sub", "{$root}/aside");
    @symlink($outside, "{$root}/sub");
    @unlink("{$root}/sub");
    @rename("{$root}/aside", "{$root}/sub");
    @rename("{$root}/one.md", "{$root}/one-aside");
    @symlink("{$outside}/a.md", "{$root}/one.md");
    @unlink("{$root}/one.md");
    @rename("{$root}/one-aside", "{$root}/one.md");
    if (isset($argv[3]) && $swaps % 100 === 0) {
        file_put_contents($argv[3], (string) $swaps);
    }
}
