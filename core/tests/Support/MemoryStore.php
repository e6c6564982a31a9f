<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support;

use Hafenbuch\Core\Write\ContentStore;
use Hafenbuch\Core\Write\FileChanged;
use Hafenbuch\Core\Write\UnableToRead;

final class MemoryStore implements ContentStore
{
    /** @var array<string, string> */
    public array $contents = [];

    /** @var list<string> hashes of contents that lie where others write them */
    public array $changedMeanwhile = [];

    public function has(string $hash): bool
    {
        return isset($this->contents[$hash]);
    }

    public function put($content): string
    {
        $bytes = (string) stream_get_contents($content);
        $hash = hash('sha256', $bytes);
        $this->contents[$hash] = $bytes;

        return $hash;
    }

    public function putAll(iterable $contents): array
    {
        $hashes = [];
        foreach ($contents as $content) {
            $hashes[] = $this->put($content);
        }

        return $hashes;
    }

    public function open(string $hash)
    {
        return self::stream($this->contents[$hash] ?? throw UnableToRead::content($hash));
    }

    public function confirm(array $hashes): void
    {
        if (array_intersect($hashes, $this->changedMeanwhile) !== []) {
            throw FileChanged::at('/elsewhere');
        }
    }

    /** @return resource */
    public static function stream(string $bytes)
    {
        $stream = fopen('php://memory', 'w+b') ?: throw new \RuntimeException('no memory stream');
        fwrite($stream, $bytes);
        rewind($stream);

        return $stream;
    }
}
