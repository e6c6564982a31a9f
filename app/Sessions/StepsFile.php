<?php

declare(strict_types=1);

namespace App\Sessions;

use App\Drafts\Steps;
use App\Models\Document;
use App\Models\DraftStep;
use App\Models\SessionItem;
use App\Support\BoundedJson;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use Hafenbuch\Core\Change\Change;
use Illuminate\Support\Carbon;

/**
 * The steps of a draft as a file that people and programs can read: JSON lines (RFC 8259, one object a line), the oldest first.
 * Each says what it changes in its parent; the first, and those that change very much, name the file with their whole content.
 */
final readonly class StepsFile
{
    /** Steps of one draft, and bytes of one line. */
    public const STEPS = 20_000;

    public const LINE_BYTES = 3 * 1024 * 1024;

    /** Lists and objects of a line, those in its text included. */
    private const CONTAINERS = 300_000;

    private const JSON = JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE;

    public function __construct(private Steps $steps, private DiskContentStore $contents) {}

    /**
     * Writes the steps that a session has kept with a draft.
     *
     * @param  resource  $to
     * @param  array<string, string>  $files  by hash: where a content is already
     * @param  string  $folder  of all other contents
     * @return list<string> the hashes of the whole contents that they name; all are in the store
     */
    public function pack(SessionItem $item, $to, array $files, string $folder = 'contents'): array
    {
        if ($item->steps_hash !== null) {
            $whole = [];
            foreach ($this->lines($item->steps_hash) as $line) {
                if (! isset($line['change'])) {
                    $whole[$line['sha256']] = true;
                    $line['file'] = $files[$line['sha256']] ?? "{$folder}/{$line['sha256']}";
                }
                fwrite($to, json_encode($line, self::JSON)."\n");
            }

            return array_map(strval(...), array_keys($whole));
        }
        $whole = $seen = [];
        $steps = DraftStep::query()->with('person')->where('document_id', $item->document_id)->where('id', '<=', (int) $item->last_step)->when($item->first_step !== null, static fn ($query) => $query->where('id', '>=', $item->first_step))
            ->orderByDesc('id')->limit(self::STEPS)->get()->reverse();
        foreach ($steps as $step) {
            $isRoot = $step->parent_id === null || ! isset($seen[$step->parent_id]);
            $seen[$step->id] = true;
            $line = ['step' => $step->id, 'parent' => $isRoot ? null : $step->parent_id, 'sha256' => $step->hash, 'size' => $step->size, 'summary' => $step->summary, 'at' => $step->at->toIso8601ZuluString('millisecond'), 'by' => $step->person?->name];
            if ($isRoot || $step->isWhole()) {
                if (! $this->contents->has($step->hash)) {
                    $this->contents->putBytes($this->steps->bytes($step));
                }
                $whole[$step->hash] = true;
                $line['file'] = $files[$step->hash] ?? "{$folder}/{$step->hash}";
            } else {
                $inserted = (string) $step->inserted;
                $line['change'] = ['at' => $step->at_byte, 'removed' => $step->removed, ...(mb_check_encoding($inserted, 'UTF-8') ? ['inserted' => $inserted] : ['insertedBase64' => base64_encode($inserted)])];
            }
            fwrite($to, json_encode($line, self::JSON)."\n");
        }

        return array_map(strval(...), array_keys($whole));
    }

    /**
     * Makes the steps those of a document, beside the ones that it has.
     *
     * @return ?DraftStep the one with this content; null: there is none
     */
    public function unpack(Document $document, string $steps, string $hash): ?DraftStep
    {
        $made = [];
        $stood = null;
        foreach ($this->lines($steps) as $line) {
            $parent = $made[$line['parent'] ?? 0] ?? null;
            $step = $this->steps->adopt($document, $parent, $line['sha256'], $line['size'], self::change($line), $line['summary'], Carbon::parse($line['at'])->utc());
            $made[$line['step']] = $step;
            $stood = $step->hash === $hash ? $step : $stood;
        }

        return $stood;
    }

    /**
     * What each line says, checked.
     *
     * @return \Generator<int, array{step: int, parent: ?int, sha256: string, size: int, summary: string, at: string, file?: string, change?: array{at: int, removed: int, inserted?: string, insertedBase64?: string}}>
     *
     * @throws Refused
     */
    public function lines(string $steps): \Generator
    {
        $file = $this->contents->open($steps);
        $sizes = [];
        try {
            for ($number = 1; ($text = fgets($file, self::LINE_BYTES)) !== false; $number++) {
                $line = BoundedJson::decode($text, 6, self::CONTAINERS);
                $wrong = is_array($line) ? self::wrong($line, $sizes) : 'is no JSON object of at most '.self::LINE_BYTES.' bytes';
                $wrong ??= $number > self::STEPS ? 'is one more than the '.self::STEPS.' steps that one draft may have' : null;
                if ($wrong !== null) {
                    throw Refused::because("Line {$number} of the steps {$wrong}.");
                }
                $sizes[$line['step']] = $line['size'];

                yield $number => $line;
            }
        } finally {
            fclose($file);
        }
    }

    /**
     * @param  array<mixed>  $line
     * @param  array<int, int>  $sizes  of the steps before
     * @return ?string null: nothing is wrong
     */
    private static function wrong(array $line, array $sizes): ?string
    {
        $parent = $line['parent'] ?? null;
        $change = $line['change'] ?? null;
        $size = $line['size'] ?? null;
        $isNumber = static fn (mixed $value): bool => is_int($value) && $value >= 0;
        if (! $isNumber($line['step'] ?? null) || isset($sizes[$line['step']]) || ! $isNumber($size) || ! is_string($line['summary'] ?? null) || mb_strlen($line['summary']) > 500
            || ! is_string($line['sha256'] ?? null) || preg_match('~^[0-9a-f]{64}$~D', $line['sha256']) !== 1 || ! is_string($line['at'] ?? null) || strtotime($line['at']) === false) {
            return 'does not say which step it is, with what content, when';
        }
        if ($change === null) {
            return is_string($line['file'] ?? null) ? null : 'has neither what it changes nor the file with its content';
        }
        if (! $isNumber($parent) || ! isset($sizes[$parent])) {
            return 'changes a step that no line before it has';
        }
        $inserted = is_array($change) ? (is_string($change['insertedBase64'] ?? null) ? base64_decode($change['insertedBase64'], true) : $change['inserted'] ?? null) : null;
        if (! is_array($change) || ! is_string($inserted) || ! $isNumber($change['at'] ?? null) || ! $isNumber($change['removed'] ?? null)) {
            return 'does not say what it changes';
        }

        return $sizes[$parent] >= $change['at'] + $change['removed'] && $size === $sizes[$parent] - $change['removed'] + strlen($inserted) ? null : 'does not fit the step that it changes';
    }

    /** @param array<string, mixed> $line */
    private static function change(array $line): ?Change
    {
        $change = $line['change'] ?? null;

        return $change === null ? null : new Change($change['at'], $change['removed'], isset($change['insertedBase64']) ? (string) base64_decode($change['insertedBase64'], true) : $change['inserted']);
    }
}
