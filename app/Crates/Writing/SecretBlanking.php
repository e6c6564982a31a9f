<?php

declare(strict_types=1);

namespace App\Crates\Writing;

use Hafenbuch\Core\Crate\Blanking;
use Hafenbuch\Core\Crate\Secrets\PictureSecret;
use Hafenbuch\Core\Crate\Secrets\PictureSecrets;
use Hafenbuch\Core\Crate\Secrets\SecretChoices;
use Hafenbuch\Core\Crate\Secrets\SecretFinder;
use Hafenbuch\Core\Crate\Secrets\SecretRule;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Path\Path;

/** Takes out of packed contents what is not to be given away, remembers what that was, and looks for it again in what was packed. */
final class SecretBlanking implements Blanking
{
    private const PICTURES = ['jpg', 'jpeg', 'png'];

    /** A shorter value stands in many a word. */
    private const SEARCHED_BYTES = 4;

    /** @var list<array{path: string, rule: string, what: string, with: string}> */
    private array $report = [];

    /** @var array<string, true> values that were taken out */
    private array $removed = [];

    /** @var array<string, array<string, true>> by value: the packed files that still have it */
    private array $still = [];

    /** @var array{string, string} the file that is searched, and the end of its last part */
    private array $searched = ['', ''];

    public function __construct(private readonly FormatRegistry $formats, private readonly SecretFinder $finder, private readonly SecretChoices $choices) {}

    public function concerns(string $path, int $bytes): bool
    {
        return $bytes <= ContentsOfCrate::AT_ONCE && (in_array(Path::extensionOf($path), self::PICTURES, true) || $this->formats->isReadable($path, $bytes));
    }

    public function blanked(string $path, string $bytes): string
    {
        if (PictureSecrets::isOne(substr($bytes, 0, 16))) {
            $gone = array_values(array_filter(PictureSecrets::find($bytes), fn (PictureSecret $secret): bool => $this->notes($path, $secret->rule, $secret->name, $secret->value) !== null));

            return PictureSecrets::without($bytes, $gone);
        }
        $replacements = [];
        foreach ($this->finder->find($path, $bytes) as $site) {
            $with = $this->notes($path, $site->rule, $site->name, $site->raw);
            if ($with !== null) {
                $replacements[] = [$site, $with];
            }
        }

        return $replacements === [] ? $bytes : $this->formats->spliced($path, $bytes, $replacements);
    }

    public function quietly(string $path, string $bytes): string
    {
        return (new self($this->formats, $this->finder, $this->choices))->blanked($path, $bytes);
    }

    private function notes(string $path, SecretRule $rule, string $name, string $value): ?string
    {
        $with = $this->choices->instead($rule, $value);
        if ($with !== null) {
            // The value itself is nowhere in the report, which goes along.
            $this->report[] = ['path' => $path, 'rule' => $rule->value, 'what' => $name, 'with' => $with];
            if (strlen($value) >= self::SEARCHED_BYTES && $value !== $with && $value !== 'a position') {
                $this->removed[$value] = true;
            }
        }

        return $with;
    }

    /** Whether the names of people are among what is taken out. */
    public function hidesPeople(): bool
    {
        return isset($this->choices->rules[SecretRule::People->value]);
    }

    /** @return list<array{path: string, rule: string, what: string, with: string}> */
    public function report(): array
    {
        return $this->report;
    }

    /** Looks for what was taken out in a part of a packed file; a value can begin in one part and end in the next. */
    public function searchAgain(string $path, string $part): void
    {
        $text = ($this->searched[0] === $path ? $this->searched[1] : '').$part;
        $longest = 0;
        foreach (array_map(strval(...), array_keys($this->removed)) as $value) {
            if (str_contains($text, $value)) {
                $this->still[$value][$path] = true;
            }
            $longest = max($longest, strlen($value));
        }
        $this->searched = [$path, $longest > 1 ? substr($text, 1 - $longest) : ''];
    }

    /** @return list<array{value: string, files: list<string>}> what was taken out of one place and still stands in another */
    public function foundAgain(): array
    {
        return array_map(static fn (string|int $value, array $files): array => ['value' => (string) $value, 'files' => array_map(strval(...), array_keys($files))], array_keys($this->still), $this->still);
    }
}
