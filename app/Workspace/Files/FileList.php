<?php

declare(strict_types=1);

namespace App\Workspace\Files;

use Hafenbuch\Core\Path\Path;

/**
 * All files below a folder with what the file system says of each, listed by find (of GNU findutils) in processes of its own while whoever
 * asked goes on. It follows no link and looks at no name that begins with a dot: what is not in it must be looked at by itself.
 */
final class FileList
{
    /** What a row of documents says of a file and when it was seen, as SQL. */
    public const SEEN = "concat(stat, ':', seen_at)";

    /** Size, when it was written, when it was changed, number; of the times ten digits, which since 2001 are the seconds. All others are looked at by themselves. */
    private const STAT = '%s:%.10T@:%.10C@:%i';

    private const PIECE = 1 << 17;

    private const PROCESSES = 2;

    /** More names than a command should have. */
    private const STARTS = 2000;

    /** @var array<string, bool> by path: whether something may be written in it */
    private array $folders;

    /** @param list<array{resource, resource}> $processes each with the file that it writes to, since a pipe would have it wait for whoever asked */
    private function __construct(private array $processes, bool $isRootWritable)
    {
        $this->folders = ['' => $isRootWritable];
    }

    /** @return ?self null: that cannot be done here */
    public static function begin(string $root): ?self
    {
        $names = array_values(array_filter((array) @scandir($root), static fn (mixed $name): bool => is_string($name) && $name !== '' && $name[0] !== '.'));
        $processes = [];
        for ($part = 0; $part < self::PROCESSES && $part < count($names); $part++) {
            $starts = array_map(static fn (string $name): string => "./{$name}", array_filter($names, static fn (int $number): bool => $number % self::PROCESSES === $part, ARRAY_FILTER_USE_KEY));
            $command = [
                'find', ...$starts, '-name', '.*', '-prune', '-o', '-type', 'd', '-writable', '-printf', 'd\0%p\0',
                '-o', '-type', 'f', '-writable', '-perm', '/222', '-printf', 'w'.self::STAT.'\0%p\0', '-o', '-type', 'f', '-printf', 'r'.self::STAT.'\0%p\0',
            ];
            $output = count($starts) > self::STARTS ? false : @tmpfile();
            $process = $output === false ? false : @proc_open($command, [['file', '/dev/null', 'r'], $output, ['file', '/dev/null', 'w']], $pipes, $root, ['PATH' => (string) getenv('PATH'), 'LC_ALL' => 'C']);
            if ($output === false || ! is_resource($process)) {
                return null;
            }
            // Without a name nothing is left of it, whatever becomes of this process.
            @unlink((string) stream_get_meta_data($output)['uri']);
            $processes[] = [$process, $output];
        }

        return new self($processes, is_writable($root));
    }

    /**
     * What a file was when it was seen, for `proved`.
     *
     * @param  string  $seen  as by SEEN
     * @param  string  $note  whatever whoever asks wants to know again
     */
    public static function known(string $seen, string $note): string
    {
        return "{$seen}:{$note}";
    }

    public static function noteOf(string $known): string
    {
        // Behind the four numbers of a stat and the time.
        return explode(':', $known, 6)[5];
    }

    /**
     * Waits until all are listed, and tells which files still have the content that they had when they were seen, as FileStat proves it.
     *
     * @param  array<array-key, string>  $known  by path; those that are told of are taken out
     * @return \Generator<array{string, string, bool}> path, what was noted, and whether it may be written
     */
    public function proved(array &$known): \Generator
    {
        foreach ($this->pieces() as [$said, $count]) {
            for ($i = 0; $i < $count; $i += 2) {
                [$listed, $path] = [$said[$i], substr($said[$i + 1], 2)];
                if ($listed === 'd') {
                    $this->folders[$path] = true;

                    continue;
                }
                $one = $known[$path] ?? null;
                if ($one === null || ! str_starts_with($one, substr($listed, 1).':')) {
                    continue;
                }
                [, $writtenAt, $changedAt, , $seenAt, $note] = explode(':', $one, 6);
                if (FileStat::wasCalm((int) $writtenAt, (int) $changedAt, (int) $seenAt)) {
                    unset($known[$path]);
                    yield [$path, $note, $listed[0] === 'w' && ($this->folders[Path::folderOf($path)] ?? false)];
                }
            }
        }
    }

    /** @return \Generator<array{list<string>, int}> what is said and of what by turns, each folder in which something may be written before what is in it; and how much of it */
    private function pieces(): \Generator
    {
        foreach ($this->processes as [$process, $output]) {
            proc_close($process);
            rewind($output);
            $left = '';
            while (($piece = (string) fread($output, self::PIECE)) !== '') {
                $said = explode("\0", $left.$piece);
                // The last is not whole yet, and neither is a pair of which only the first is.
                $count = count($said) - 1 & ~1;
                yield [$said, $count];
                $left = implode("\0", array_slice($said, $count));
            }
            fclose($output);
        }
        $this->processes = [];
    }
}
