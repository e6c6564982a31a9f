<?php

declare(strict_types=1);

namespace App\Workspace\Files;

/** What the file system last refused, in words that tell a person what to do. */
final class Trouble
{
    private const WORDS = [
        'No space left on device' => 'no space is left on the disk',
        'Disk quota exceeded' => 'the disk quota is used up',
        'Permission denied' => 'permission is missing',
        'Operation not permitted' => 'permission is missing, or the folder takes no such change',
        'Read-only file system' => 'the disk is mounted read-only',
        'No such file or directory' => 'it, or its folder, is not there',
        'Input/output error' => 'the disk fails (input/output error)',
        'File name too long' => 'the name is too long for this disk',
        'Too many open files' => 'too many files are open on the server',
        'Stale file handle' => 'the disk of the network is not what it was',
    ];

    private static ?string $noted = null;

    /** Keeps what a call said that was told to be silent: a framework's handler would swallow it. */
    public static function listen(): void
    {
        $previous = set_error_handler(static function (int $level, string $message, string $file = '', int $line = 0) use (&$previous): bool {
            if ((error_reporting() & $level) === 0) {
                self::$noted = $message;

                return true;
            }

            return is_callable($previous) && $previous($level, $message, $file, $line) !== false;
        });
    }

    public static function forget(): void
    {
        self::$noted = null;
        error_clear_last();
    }

    public static function last(): string
    {
        $message = self::$noted ?? error_get_last()['message'] ?? '';
        self::forget();

        return self::words($message);
    }

    /** @param string $message of the file system, or of a call that passes it on */
    public static function words(string $message): string
    {
        foreach (self::WORDS as $said => $words) {
            if (stripos($message, $said) !== false) {
                return $words;
            }
        }
        $colon = strrpos($message, ': ');

        return match (true) {
            $message === '' => 'the file system gave no reason',
            default => lcfirst($colon === false ? $message : substr($message, $colon + 2)),
        };
    }

    /**
     * Why not all bytes came into a file. Copying in bulk can fall short without a word; a single byte more makes it speak.
     *
     * @param  resource  $file
     */
    public static function writing($file): string
    {
        if (self::$noted === null && error_get_last() === null) {
            @fwrite($file, "\0");
            @fflush($file);
        }

        return self::last();
    }
}
