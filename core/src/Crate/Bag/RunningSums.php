<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Bag;

/** Checksums of a content that comes in parts. One that comes whole is given to OpenSSL, which is faster and takes no parts. */
final class RunningSums
{
    /** Less is not worth that call. */
    private const WORTH = 2048;

    /** @var array<string, string> by algorithm, of a content that came whole */
    private array $whole = [];

    /** @var ?array<string, \HashContext> */
    private ?array $running = null;

    /**
     * @param  list<string>  $algorithms  of Manifest::ALGORITHMS
     * @param  int  $size  bytes that are to come
     */
    public function __construct(private readonly array $algorithms, private readonly int $size) {}

    public function add(string $part): void
    {
        if ($this->running === null && strlen($part) === $this->size && $this->size >= self::WORTH) {
            foreach ($this->algorithms as $algorithm) {
                $this->whole[$algorithm] = (string) openssl_digest($part, $algorithm);
            }

            return;
        }
        foreach ($this->running() as $hash) {
            hash_update($hash, $part);
        }
    }

    /** @return array<string, string> by algorithm */
    public function all(): array
    {
        return $this->whole !== [] ? $this->whole : array_map(hash_final(...), $this->running());
    }

    /** @return array<string, \HashContext> */
    private function running(): array
    {
        if ($this->running === null) {
            $this->running = [];
            foreach ($this->algorithms as $algorithm) {
                $this->running[$algorithm] = hash_init($algorithm);
            }
        }

        return $this->running;
    }
}
