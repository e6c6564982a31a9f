<?php

declare(strict_types=1);

namespace App\Saving\Logbook;

use App\Models\Workspace;
use App\Support\LineDiff;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Reading\TextOf;
use Hafenbuch\Core\Format\Link\LinkContent;

/** Sets two contents of the store side by side. */
final readonly class Comparer
{
    private const CONTEXT = 3;

    public function __construct(private DiskContentStore $contents) {}

    /**
     * @param  string  $path  that says, with the workspace, how the contents are read
     * @param  ?string  $before  a hash; null: nothing
     * @param  array<string, ?int>  $noted  bytes by hash, as they were noted of contents that may not be kept
     */
    public function compare(Workspace $workspace, string $path, ?string $before, ?string $after, array $noted = []): Comparison
    {
        $kept = array_map(fn (?string $hash): ?int => $hash === null ? 0 : $this->contents->size($hash), [$before, $after]);
        $sizes = array_map(static fn (?string $hash, ?int $size): ?int => $hash === null ? null : $size ?? $noted[$hash] ?? null, [$before, $after], $kept);
        $note = match (true) {
            $before === $after => 'The file stays as it is.',
            in_array(null, $kept, true) => 'Not kept: a file that is copied, moved or taken in as it is lies at its place alone.',
            max($sizes) > (int) config('limits.compared_in_plans') => 'Too large to compare line by line.',
            default => null,
        };
        $lines = $note === null ? $this->lines($workspace, $path, $before, $after) : null;

        return new Comparison($before, $after, $sizes[0], $sizes[1], $lines, $note ?? ($lines === null ? 'Not text.' : null));
    }

    /** @return ?list<DiffLine> null where one of them is no text */
    private function lines(Workspace $workspace, string $path, ?string $before, ?string $after): ?array
    {
        [$old, $new] = array_map(fn (?string $hash): ?string => $this->text($workspace, $path, $hash === null ? '' : $this->contents->bytes($hash)), [$before, $after]);
        if ($old === null || $new === null) {
            return null;
        }
        $lines = [];
        $oldNumber = $newNumber = 0;
        foreach (LineDiff::of(self::split($old), self::split($new)) as [$kind, $text]) {
            $text = rtrim($text, "\r\n");
            $lines[] = match ($kind) {
                LineDiff::ADDED => new DiffLine('added', null, ++$newNumber, $text),
                LineDiff::REMOVED => new DiffLine('removed', ++$oldNumber, null, $text),
                default => new DiffLine('same', ++$oldNumber, ++$newNumber, $text),
            };
        }

        return $this->fold($lines);
    }

    /** Of a link what it names. */
    private function text(Workspace $workspace, string $path, string $bytes): ?string
    {
        return LinkContent::of($bytes)->target ?? TextOf::content($workspace, $path, $bytes)?->text;
    }

    /** @return list<string> lines with their ends, so that one that ends otherwise is another */
    private static function split(string $text): array
    {
        return preg_split('~(?<=\n)|(?<=\r)(?!\n)~', $text, -1, PREG_SPLIT_NO_EMPTY) ?: [];
    }

    /**
     * @param  list<DiffLine>  $lines
     * @return list<DiffLine>
     */
    private function fold(array $lines): array
    {
        $near = [];
        foreach ($lines as $index => $line) {
            if ($line->kind !== 'same') {
                for ($close = $index - self::CONTEXT; $close <= $index + self::CONTEXT; $close++) {
                    $near[$close] = true;
                }
            }
        }
        $folded = [];
        $hidden = 0;
        foreach ($lines as $index => $line) {
            if (isset($near[$index])) {
                if ($hidden > 0) {
                    $folded[] = new DiffLine('folded', null, null, (string) $hidden);
                    $hidden = 0;
                }
                $folded[] = $line;
            } else {
                $hidden++;
            }
        }
        if ($hidden > 0) {
            $folded[] = new DiffLine('folded', null, null, (string) $hidden);
        }

        return $folded;
    }
}
