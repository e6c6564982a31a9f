<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support;

use Hafenbuch\Core\Document\Access;
use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Document\Snapshot;

/** Short ways to say what a test's workspace holds. A document's id is its path. */
final class Docs
{
    /** @param list<string> $refersTo */
    public static function saved(string $path, array $refersTo = [], ?OnDisk $onDisk = null, ?Access $access = null): DocumentSnapshot
    {
        return new DocumentSnapshot($path, $path, self::hash($path), null, null, $onDisk ?? self::file($path), $access ?? Access::writable(), $refersTo, $refersTo);
    }

    /**
     * @param  list<string>  $refersTo
     * @param  list<string>  $savedRefersTo
     */
    public static function modified(string $path, array $refersTo = [], array $savedRefersTo = [], ?OnDisk $onDisk = null, ?Access $access = null): DocumentSnapshot
    {
        return new DocumentSnapshot($path, $path, self::hash($path), self::hash("{$path} draft"), self::hash($path), $onDisk ?? self::file($path), $access ?? Access::writable(), $refersTo, $savedRefersTo);
    }

    /** @param list<string> $refersTo */
    public static function fresh(string $path, array $refersTo = [], ?OnDisk $onDisk = null, ?string $id = null): DocumentSnapshot
    {
        return new DocumentSnapshot($id ?? $path, $path, null, self::hash("{$path} draft"), null, $onDisk ?? OnDisk::nothing(), Access::writable(), $refersTo, []);
    }

    public static function file(string $content, bool $writable = true): OnDisk
    {
        return OnDisk::file(self::hash($content), "stat of {$content}", $writable);
    }

    public static function hash(string $content): string
    {
        return hash('sha256', $content);
    }

    public static function snapshot(DocumentSnapshot ...$documents): Snapshot
    {
        return new Snapshot($documents);
    }
}
