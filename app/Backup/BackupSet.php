<?php

declare(strict_types=1);

namespace App\Backup;

use App\Support\Refused;

/** What one backup holds: its manifest, by which everything else in it is proven. */
final readonly class BackupSet
{
    public const FORM = 'Hafenbuch backup 1';

    /**
     * @param  array{form: string, version: string, at: string, migrations: list<string>, database: array{sha256: string, bytes: int}, list: array{sha256: string, contents: int, bytes: int}, damaged: list<string>, counts: array<string, int>}  $manifest
     */
    public function __construct(public string $name, public array $manifest) {}

    /** @throws Refused where it was cut short, or is none */
    public static function read(BackupFolder $folder, string $name): self
    {
        $file = $folder->manifest($name);
        if (! is_file($file)) {
            throw Refused::because(is_dir(dirname($file)) ? "The backup {$name} was cut short: it has no manifest ({$file}). Use another one." : "There is no backup {$name} in {$folder->path}.");
        }
        $said = json_decode((string) file_get_contents($file), true);
        if (! is_array($said) || ($said['form'] ?? null) !== self::FORM) {
            throw Refused::because("{$file} is damaged, or was written by another version of Hafenbuch.");
        }
        $body = $said;
        unset($body['sha256']);
        if (($said['sha256'] ?? null) !== self::seal($body)) {
            throw Refused::because("{$file} is damaged: it is not what was written.");
        }

        return new self($name, $body);
    }

    /** @param array<string, mixed> $body */
    public static function seal(array $body): string
    {
        return hash('sha256', json_encode($body, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR));
    }
}
