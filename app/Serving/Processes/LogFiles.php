<?php

declare(strict_types=1);

namespace App\Serving\Processes;

/** Keeps the logs of a folder from filling the disk. */
final readonly class LogFiles
{
    /**
     * @param  int  $bytes  beyond which a file is begun anew
     * @param  int  $kept  how many former ones of each stay
     */
    public function __construct(private string $folder, private int $bytes, private int $kept) {}

    /** Every program appends to its log, and holds it open; so it is copied and then emptied, and what is written between is lost. */
    public function rotate(): void
    {
        foreach (glob("{$this->folder}/*.log") ?: [] as $file) {
            clearstatcache(true, $file);
            if ((int) @filesize($file) <= $this->bytes) {
                continue;
            }
            for ($n = $this->kept; $n > 1; $n--) {
                @rename("{$file}.".($n - 1), "{$file}.{$n}");
            }
            $stream = @fopen($file, 'r+b');
            if ($stream !== false) {
                @copy($file, "{$file}.1");
                ftruncate($stream, 0);
                fclose($stream);
            }
        }
    }
}
