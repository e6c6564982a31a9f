<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** Which paths, or other ends of references, lead elsewhere: from one to that which references to it are to name. */
final readonly class PathMap
{
    /** @param list<array<string, string>> $layers of several that lead from one path, the first counts; so large ones are never merged */
    private function __construct(private array $layers) {}

    public static function none(): self
    {
        return new self([]);
    }

    /** @param array<string, string> ...$layers */
    public static function of(array ...$layers): self
    {
        return new self(array_values(array_filter($layers)));
    }

    /** @param array<string, string> $first leads that count before these */
    public function after(array ...$first): self
    {
        return new self([...array_values(array_filter($first)), ...$this->layers]);
    }

    public function from(string $path): string
    {
        foreach ($this->layers as $layer) {
            if (isset($layer[$path])) {
                return $layer[$path];
            }
        }

        return $path;
    }

    public function has(string $path): bool
    {
        foreach ($this->layers as $layer) {
            if (isset($layer[$path])) {
                return true;
            }
        }

        return false;
    }

    /** @param list<string> $paths */
    public function hasAny(array $paths): bool
    {
        foreach ($paths as $path) {
            if ($this->has($path)) {
                return true;
            }
        }

        return false;
    }

    public function leadsTo(string $end): bool
    {
        foreach ($this->layers as $layer) {
            if (in_array($end, $layer, true)) {
                return true;
            }
        }

        return false;
    }

    public function isEmpty(): bool
    {
        return $this->layers === [];
    }
}
