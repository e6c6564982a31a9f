<?php

declare(strict_types=1);

namespace App\Workspace\Files;

/**
 * All files below a folder with what the file system says of each, listed by find (of GNU findutils) in a process of its own while whoever
 * asked goes on. It follows no link and looks at no name that begins with a dot: what is not in it must be looked at by itself.
 */
final class FileList
{
    /** Size, when it was written, when it was changed, number; times with fractions, since to have whole seconds of find takes three times as long. */
    private const STAT = '%s:%T@:%C@:%i';

    private const PIECE = 1 << 20;

    private const PROCESSES = 2;

    /** More names than a command should have. */
    private const STARTS = 2000;

    /** @var array<string, string> by path: whether it may be written, and its stat */
    private array $files = [];

    /** @var array<string, true> folders in which something may be written */
    private array $folders = [];

    /** @param list<array{resource, resource}> $processes each with its output */
    private function __construct(private array $processes) {}

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
            $process = count($starts) > self::STARTS ? false : @proc_open($command, [['file', '/dev/null', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']], $pipes, $root, ['PATH' => (string) getenv('PATH'), 'LC_ALL' => 'C']);
            if (! is_resource($process)) {
                return null;
            }
            $processes[] = [$process, $pipes[1]];
        }

        return new self($processes);
    }

    /** Waits until all are listed. */
    public function finish(): void
    {
        $left = array_fill(0, count($this->processes), '');
        while ($this->processes !== []) {
            $ready = $all = array_column($this->processes, 1);
            $nothing = null;
            if (@stream_select($ready, $nothing, $nothing, null) === false) {
                // A signal came in between, or more is open than it can tell apart: then each is waited for.
                $ready = $all;
            }
            foreach ($this->processes as $number => [$process, $output]) {
                if (! in_array($output, $ready, true)) {
                    continue;
                }
                $piece = (string) fread($output, self::PIECE);
                if ($piece === '' && feof($output)) {
                    fclose($output);
                    proc_close($process);
                    unset($this->processes[$number]);
                }
                $left[$number] = $this->take($left[$number].$piece);
            }
        }
    }

    /** @return string what is not a whole pair yet */
    private function take(string $heard): string
    {
        $said = explode("\0", $heard);
        // The last is not whole yet, and neither is a pair of which only the first is.
        $pairs = count($said) - 1 & ~1;
        for ($i = 0; $i < $pairs; $i += 2) {
            $path = substr($said[$i + 1], 2);
            if ($said[$i] === 'd') {
                $this->folders[$path] = true;
            } else {
                $this->files[$path] = $said[$i];
            }
        }

        return implode("\0", array_slice($said, $pairs));
    }

    /**
     * Whether a file still has the content that it had when it was seen, as FileStat proves it. Each is asked for once; then it is forgotten.
     *
     * @return ?bool whether it may be written too; null: nothing is proved
     */
    public function proves(string $path, string $folder, string $knownSignature, int $seenAt): ?bool
    {
        $said = $this->files[$path] ?? null;
        if ($said === null) {
            return null;
        }
        unset($this->files[$path]);
        [$size, $written, $changed, $number] = explode(':', substr($said, 1));
        [$written, $changed] = [(int) $written, (int) $changed];
        if ("{$size}:{$written}:{$changed}:{$number}" !== $knownSignature || ! FileStat::wasCalm($written, $changed, $seenAt)) {
            return null;
        }

        return $said[0] === 'w' && ($folder === '' || isset($this->folders[$folder]));
    }
}
