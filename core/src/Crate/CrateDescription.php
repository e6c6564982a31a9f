<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

use Hafenbuch\Core\Crate\Bag\BagCheck;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Text\Pattern;

/** crate.json as it comes from elsewhere. docs/crate.schema.json says what it is; nothing in it is believed beyond its shape. */
final readonly class CrateDescription
{
    public const FORMAT = 'hafenbuch-crate';

    public const VERSION = 1;

    public const FILE = 'crate.json';

    private const HASH = '~^[0-9a-f]{64}$~D';

    private const IDENTITY = '~^[0-9A-Za-z]{26}$~D';

    /**
     * @param  array<string, DescribedFile>  $documents  by path in the payload
     * @param  array<string, string>  $madeAgain  how what was left out can be made again, by path in the payload; '' where nobody said
     * @param  array<string, string>  $homes  by path in the payload, of what is not in it: path in the workspace that it was packed from
     * @param  list<array{path: string, raw: string}>  $leadOut  paths in the payload
     * @param  ?list<string>  $frontMatter
     */
    private function __construct(
        public string $identity, public string $name, public ?string $recipient, public ?string $by, public ?string $packedAt, public bool $isToBeWorkedOn,
        public array $documents, public array $madeAgain, public array $homes, public array $leadOut, public ?string $charset, public ?array $frontMatter,
    ) {}

    /**
     * @param  mixed  $given  as decoded from JSON
     *
     * @throws InvalidDescription
     */
    public static function of(mixed $given): self
    {
        if (! is_array($given) || ($given['format'] ?? null) !== self::FORMAT) {
            throw InvalidDescription::at('', 'is not the description of a crate (its `format` must be “'.self::FORMAT.'”)');
        }
        if (! is_int($given['version'] ?? null) || $given['version'] > self::VERSION) {
            throw InvalidDescription::at('version', 'is of a newer Hafenbuch than this one, which reads '.self::VERSION);
        }
        $documents = $leadOut = $madeAgain = $homes = [];
        foreach (self::list($given, 'documents') as $number => $one) {
            $file = self::document($one, "documents[{$number}]");
            $documents[$file->path] = $file;
        }
        foreach (self::list($given, 'leadOut') as $number => $one) {
            $leadOut[] = ['path' => self::path($one, 'path', "leadOut[{$number}]"), 'raw' => self::text($one, 'raw', "leadOut[{$number}]", 1 << 20) ?? ''];
        }
        foreach (self::list($given, 'leftOut') as $number => $one) {
            $path = self::path($one, 'path', "leftOut[{$number}]");
            $madeAgain[$path] = self::text($one, 'recipe', "leftOut[{$number}]", 4000) ?? '';
            $homes[$path] = self::workspacePath($one, 'cameFrom', "leftOut[{$number}]");
        }
        foreach (self::list($given, 'missing') as $number => $one) {
            $homes[self::path($one, 'path', "missing[{$number}]")] = self::workspacePath($one, 'was', "missing[{$number}]");
        }
        $reading = is_array($given['reading'] ?? null) ? $given['reading'] : [];
        $keys = is_array($reading['frontMatter'] ?? null) ? array_values(array_filter($reading['frontMatter'], is_string(...))) : null;

        return new self(
            self::identity($given, 'identity', '') ?? throw InvalidDescription::at('identity', 'is missing'), self::text($given, 'name', '', 120) ?? 'a crate',
            self::text($given, 'for', '', 200), self::text($given, 'by', '', 200), self::text($given, 'packedAt', '', 40), ($given['toBeWorkedOn'] ?? null) === true,
            $documents, $madeAgain, array_filter($homes), $leadOut, self::text($reading, 'charset', 'reading', 40), $keys,
        );
    }

    private static function document(mixed $given, string $where): DescribedFile
    {
        if (! is_array($given)) {
            throw InvalidDescription::at($where, 'must be an object');
        }
        $versions = [];
        foreach (self::list($given, 'versions') as $number => $one) {
            $at = "{$where}.versions[{$number}]";
            $versions[] = new DescribedVersion((int) ($one['number'] ?? 0), self::text($one, 'at', $at, 40) ?? '', self::text($one, 'note', $at, 2000), self::text($one, 'label', $at, 255), self::hash($one, 'sha256', $at) ?? '', max(0, (int) ($one['bytes'] ?? 0)));
        }

        return new DescribedFile(
            self::path($given, 'path', $where), self::workspacePath($given, 'cameFrom', $where), self::identity($given, 'identity', $where),
            array_values(array_filter(is_array($given['lineage'] ?? null) ? $given['lineage'] : [], static fn (mixed $id): bool => is_string($id) && Pattern::matches(self::IDENTITY, $id))),
            self::text($given, 'title', $where, 1000), self::hash($given, 'sha256', $where) ?? throw InvalidDescription::at("{$where}.sha256", 'is missing'), self::hash($given, 'wasSha256', $where), $versions,
        );
    }

    /**
     * @param  array<mixed>  $given
     * @return list<array<mixed>>
     */
    private static function list(array $given, string $key): array
    {
        $list = $given[$key] ?? [];
        if (! is_array($list) || ! array_is_list($list) || array_filter($list, static fn (mixed $one): bool => ! is_array($one)) !== []) {
            throw InvalidDescription::at($key, 'must be a list of objects');
        }

        return $list;
    }

    /** @param array<mixed> $given */
    private static function path(array $given, string $key, string $where): string
    {
        $path = self::text($given, $key, $where, Path::PATH_BYTES + 5) ?? '';
        if (! str_starts_with($path, BagCheck::PAYLOAD) || Path::normalise($path) !== $path) {
            throw InvalidDescription::at("{$where}.{$key}", 'must be a path below data/');
        }

        return substr($path, strlen(BagCheck::PAYLOAD));
    }

    /** @param array<mixed> $given */
    private static function workspacePath(array $given, string $key, string $where): ?string
    {
        $path = self::text($given, $key, $where, Path::PATH_BYTES);

        return $path !== null && Path::normalise($path) === $path ? $path : null;
    }

    /** @param array<mixed> $given */
    private static function text(array $given, string $key, string $where, int $most): ?string
    {
        $value = $given[$key] ?? null;
        if ($value === null || $value === '') {
            return null;
        }

        return is_string($value) && strlen($value) <= 4 * $most && mb_check_encoding($value, 'UTF-8') && ! str_contains($value, "\0") ? mb_substr($value, 0, $most)
            : throw InvalidDescription::at(ltrim("{$where}.{$key}", '.'), "must be a text of at most {$most} characters");
    }

    /** @param array<mixed> $given */
    private static function hash(array $given, string $key, string $where): ?string
    {
        $value = $given[$key] ?? null;

        return $value === null || (is_string($value) && Pattern::matches(self::HASH, $value)) ? $value : throw InvalidDescription::at(ltrim("{$where}.{$key}", '.'), 'must be a SHA-256 in 64 hexadecimal digits');
    }

    /** @param array<mixed> $given */
    private static function identity(array $given, string $key, string $where): ?string
    {
        $value = $given[$key] ?? null;

        return $value === null || (is_string($value) && Pattern::matches(self::IDENTITY, $value)) ? $value : throw InvalidDescription::at(ltrim("{$where}.{$key}", '.'), 'must be a ULID');
    }
}
