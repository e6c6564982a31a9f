<?php

declare(strict_types=1);

namespace App\Workspace\Files;

/**
 * What files carry beside their content: notes of other programs, access lists. PHP knows no way to them, so Debian’s
 * attr does it, for many files at once; where it is missing they are not kept.
 */
final class ExtendedAttributes
{
    /** So many files are named in one command. */
    private const CHUNK = 200;

    private static ?bool $isAble = null;

    /** @param array<string, string> $likes by the absolute path of a file: that of the file whose attributes it takes */
    public static function copy(array $likes): void
    {
        self::$isAble ??= trim((string) shell_exec('command -v getfattr setfattr')) !== '';
        foreach (self::$isAble ? array_chunk($likes, self::CHUNK, true) : [] as $chunk) {
            $attributes = self::read(array_values(array_unique($chunk)));
            $dump = '';
            foreach ($chunk as $new => $old) {
                $dump .= isset($attributes[$old]) ? '# file: '.self::escaped((string) $new)."\n{$attributes[$old]}\n" : '';
            }
            if ($dump !== '') {
                self::run(['setfattr', '--restore=-'], $dump);
            }
        }
    }

    /**
     * @param  list<string>  $files
     * @return array<string, string> by absolute path: lines as setfattr reads them; of those that have any
     */
    private static function read(array $files): array
    {
        $found = [];
        $file = null;
        foreach (explode("\n", self::run(['getfattr', '--absolute-names', '--dump', '--match=-', '--encoding=base64', '--', ...$files])) as $line) {
            if (str_starts_with($line, '# file: ')) {
                $file = self::unescaped(substr($line, 8));
            } elseif ($file !== null && $line !== '') {
                $found[$file] = ($found[$file] ?? '').$line."\n";
            }
        }

        return $found;
    }

    /** @param list<string> $command */
    private static function run(array $command, string $input = ''): string
    {
        $process = @proc_open($command, [['pipe', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']], $pipes);
        if (! is_resource($process)) {
            return '';
        }
        fwrite($pipes[0], $input);
        fclose($pipes[0]);
        $said = (string) stream_get_contents($pipes[1]);
        fclose($pipes[1]);
        proc_close($process);

        return $said;
    }

    /** In a dump, what a line cannot hold of a name stands as a backslash with three octal digits. */
    private static function escaped(string $path): string
    {
        return (string) preg_replace_callback('~[\x00-\x1f\x7f\\\\=]~', static fn (array $found): string => sprintf('\\%03o', ord($found[0])), $path);
    }

    private static function unescaped(string $path): string
    {
        return (string) preg_replace_callback('~\\\\([0-7]{3})~', static fn (array $found): string => chr((int) octdec($found[1])), $path);
    }
}
