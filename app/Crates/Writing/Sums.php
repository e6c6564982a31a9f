<?php

declare(strict_types=1);

namespace App\Crates\Writing;

use Hafenbuch\Core\Crate\Bag\Manifest;
use Hafenbuch\Core\Crate\Bag\RunningSums;

/** The checksums of what is written into a crate, computed as it passes by. */
final class Sums
{
    /** @var array<string, array<string, string>> by algorithm: sums of the payload by path */
    private array $payload = ['sha256' => [], 'sha512' => []];

    /** @var array<string, string> SHA-256 of all else by path */
    private array $tags = [];

    public int $bytes = 0;

    /**
     * @param  iterable<string>  $parts
     * @return \Generator<string> the same
     */
    public function payload(string $path, int $size, iterable $parts): \Generator
    {
        $this->bytes += $size;
        $sums = new RunningSums(array_keys($this->payload), $size);
        foreach ($parts as $part) {
            $sums->add($part);
            yield $part;
        }
        foreach ($sums->all() as $algorithm => $sum) {
            $this->payload[$algorithm][$path] = $sum;
        }
    }

    /**
     * @param  iterable<string>  $parts
     * @return \Generator<string> the same
     */
    public function tag(string $path, iterable $parts): \Generator
    {
        $running = hash_init('sha256');
        foreach ($parts as $part) {
            hash_update($running, $part);
            yield $part;
        }
        $this->tags[$path] = hash_final($running);
    }

    public function hash(string $path): string
    {
        return $this->payload['sha256'][$path];
    }

    public function files(): int
    {
        return count($this->payload['sha256']);
    }

    /** @return array<string, string> by file name */
    public function manifests(): array
    {
        $manifests = [];
        foreach ($this->payload as $algorithm => $sums) {
            $manifests["manifest-{$algorithm}.txt"] = Manifest::write($sums);
        }

        return $manifests;
    }

    /** SHA-256 of the manifest, which stands for all of the payload. */
    public function seal(): string
    {
        return hash('sha256', Manifest::write($this->payload['sha256']));
    }

    public function tagManifest(): string
    {
        return Manifest::write($this->tags);
    }
}
