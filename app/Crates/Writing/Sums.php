<?php

declare(strict_types=1);

namespace App\Crates\Writing;

use Hafenbuch\Core\Crate\Bag\Manifest;

/** The checksums of what is written into a crate, computed as it passes by. */
final class Sums
{
    /** Contents that come in one part are given to OpenSSL, which is faster and takes whole ones only. */
    private const WORTH = 2048;

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
        $running = null;
        $this->bytes += $size;
        foreach ($parts as $part) {
            if ($running === null && strlen($part) === $size && $size >= self::WORTH) {
                $this->payload['sha256'][$path] = (string) openssl_digest($part, 'sha256');
                $this->payload['sha512'][$path] = (string) openssl_digest($part, 'sha512');
            } else {
                $running ??= ['sha256' => hash_init('sha256'), 'sha512' => hash_init('sha512')];
                hash_update($running['sha256'], $part);
                hash_update($running['sha512'], $part);
            }
            yield $part;
        }
        foreach ($running ?? (isset($this->payload['sha256'][$path]) ? [] : ['sha256' => hash_init('sha256'), 'sha512' => hash_init('sha512')]) as $algorithm => $hash) {
            $this->payload[$algorithm][$path] = hash_final($hash);
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
