<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Solid;

use Hafenbuch\Core\Text\Patience;

/** Triangles in space, each with a colour. Of more than it takes the rest is left out, and it says so. */
final class Mesh
{
    public const MOST = 40_000;

    /** @var list<array{list<float>, int}> nine coordinates, and a colour as 0xRRGGBB */
    private array $triangles = [];

    private bool $isWhole = true;

    /**
     * @param  list<float>  $a  x, y, z
     * @param  list<float>  $b
     * @param  list<float>  $c
     */
    public function add(array $a, array $b, array $c, int $colour): void
    {
        Patience::spend();
        if (count($this->triangles) >= self::MOST) {
            $this->isWhole = false;

            return;
        }
        $corners = [...$a, ...$b, ...$c];
        foreach ($corners as $value) {
            if (! is_finite($value)) {
                return;
            }
        }
        $this->triangles[] = [$corners, $colour];
    }

    public function isFull(): bool
    {
        return count($this->triangles) >= self::MOST;
    }

    public function isWhole(): bool
    {
        return $this->isWhole;
    }

    /** @return list<array{list<float>, int}> */
    public function triangles(): array
    {
        return $this->triangles;
    }
}
