<?php

declare(strict_types=1);

namespace App\Sessions\Carrying;

use App\Quay\DocumentViews;
use App\Quay\Preferences;
use App\Support\BoundedJson;
use App\Support\Refused;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\NewPath;

/** session.json as it comes from elsewhere, looked at before anything of it is believed. docs/session.schema.json says what it is. */
final readonly class Description
{
    public const FORMAT = 'hafenbuch-session';

    public const VERSION = 1;

    /** Lists and objects in it; each document has a handful, and its folds. */
    private const CONTAINERS = 400_000;

    private const HASH = '~^[0-9a-f]{64}$~D';

    /** What can be carried to another installation, where no other document that it names has the same identity. */
    public const DECISIONS = ['save', 'discard', 'leave'];

    /**
     * @param  array<string, mixed>  $settings
     * @param  list<array{workspace: string, path: string, title: ?string, savedHash: ?string, size: ?int, held: bool, label: ?string, view: ?array<string, mixed>, decision: ?string, draft: ?array{file: string, sha256: string, size: int, begunOn: ?string, steps: ?string}}>  $documents
     */
    private function __construct(public string $name, public ?string $note, public bool $everything, public array $settings, public array $documents) {}

    /** @throws Refused */
    public static function of(string $json): self
    {
        $given = BoundedJson::decode($json, 32, self::CONTAINERS);
        if (! is_array($given) || ($given['format'] ?? null) !== self::FORMAT) {
            throw self::wrong('', 'is not the description of a session (its `format` must be “'.self::FORMAT.'”)');
        }
        if (! is_int($given['version'] ?? null) || $given['version'] > self::VERSION) {
            throw Refused::because('This session was written in version '.json_encode($given['version'] ?? null).' of the format; this Hafenbuch reads version '.self::VERSION.'. Import it into a newer one, or export it again from an older one. Nothing was taken in.');
        }
        $documents = $given['documents'] ?? null;
        $most = (int) config('limits.session_documents');
        if (! is_array($documents) || ! array_is_list($documents) || $documents === [] || count($documents) > $most) {
            throw self::wrong('documents', "must be a list of 1 to {$most} documents");
        }

        return new self(
            self::text($given, 'name', 120, '') ?? 'from elsewhere', self::text($given, 'note', 2000, ''), ($given['everything'] ?? null) === true,
            self::settings($given['settings'] ?? []), array_map(self::document(...), $documents, array_keys($documents)),
        );
    }

    /**
     * @return array{workspace: string, path: string, title: ?string, savedHash: ?string, size: ?int, held: bool, label: ?string, view: ?array<string, mixed>, decision: ?string, draft: ?array{file: string, sha256: string, size: int, begunOn: ?string, steps: ?string}}
     */
    private static function document(mixed $given, int $number): array
    {
        $where = "documents[{$number}]";
        if (! is_array($given)) {
            throw self::wrong($where, 'must be an object');
        }
        $path = self::text($given, 'path', 4096, "{$where}.") ?? throw self::wrong("{$where}.path", 'is missing');
        try {
            NewPath::of($path);
        } catch (InvalidPath $invalid) {
            throw self::wrong("{$where}.path", "cannot be: {$invalid->getMessage()}");
        }
        $draft = $given['draft'] ?? null;
        $decision = is_array($given['decision'] ?? null) ? $given['decision']['kind'] ?? null : null;

        return [
            'workspace' => self::text($given, 'workspace', 120, "{$where}.") ?? throw self::wrong("{$where}.workspace", 'is missing'), 'path' => $path,
            'title' => self::text($given, 'title', 1000, "{$where}."), 'savedHash' => self::hash($given, 'savedHash', $where), 'size' => self::size($given, 'size', $where, PHP_INT_MAX),
            'held' => ($given['held'] ?? null) === true, 'label' => self::text($given, 'label', 255, "{$where}."),
            'view' => DocumentViews::sound($given['view'] ?? null), 'decision' => in_array($decision, self::DECISIONS, true) ? $decision : null,
            'draft' => $draft === null ? null : self::draft($draft, "{$where}.draft"),
        ];
    }

    /** @return array{file: string, sha256: string, size: int, begunOn: ?string, steps: ?string} */
    private static function draft(mixed $given, string $where): array
    {
        if (! is_array($given)) {
            throw self::wrong($where, 'must be an object');
        }

        return [
            'file' => self::text($given, 'file', 8192, "{$where}.") ?? throw self::wrong("{$where}.file", 'is missing'),
            'sha256' => self::hash($given, 'sha256', $where) ?? throw self::wrong("{$where}.sha256", 'is missing'),
            'size' => self::size($given, 'size', $where, (int) config('limits.content')) ?? throw self::wrong("{$where}.size", 'is missing'),
            'begunOn' => self::hash($given, 'begunOn', $where), 'steps' => self::text($given, 'steps', 8192, "{$where}."),
        ];
    }

    /** @return array<string, mixed> what is known of them, and in its bounds */
    private static function settings(mixed $given): array
    {
        $quay = is_array($given) && is_array($given['quay'] ?? null) ? $given['quay'] : [];

        return ['quay' => array_filter([
            'order' => in_array($quay['order'] ?? null, Preferences::ORDERS, true) ? $quay['order'] : null,
            'filter' => in_array($quay['filter'] ?? null, Preferences::FILTERS, true) ? $quay['filter'] : null,
        ])];
    }

    /** @param array<mixed> $given */
    private static function text(array $given, string $key, int $most, string $where): ?string
    {
        $value = $given[$key] ?? null;
        if ($value === null || $value === '') {
            return null;
        }

        return is_string($value) && mb_check_encoding($value, 'UTF-8') && mb_strlen($value) <= $most && ! str_contains($value, "\0") ? $value : throw self::wrong($where.$key, "must be a text of at most {$most} characters");
    }

    /** @param array<mixed> $given */
    private static function hash(array $given, string $key, string $where): ?string
    {
        $value = $given[$key] ?? null;

        return $value === null || (is_string($value) && preg_match(self::HASH, $value) === 1) ? $value : throw self::wrong("{$where}.{$key}", 'must be a SHA-256 in 64 hexadecimal digits');
    }

    /** @param array<mixed> $given */
    private static function size(array $given, string $key, string $where, int $most): ?int
    {
        $value = $given[$key] ?? null;

        return $value === null || (is_int($value) && $value >= 0 && $value <= $most) ? $value : throw self::wrong("{$where}.{$key}", "must be a number of bytes of at most {$most}");
    }

    private static function wrong(string $where, string $why): Refused
    {
        return Refused::because('session.json'.($where === '' ? '' : ", {$where},")." {$why}. Nothing was taken in.");
    }
}
