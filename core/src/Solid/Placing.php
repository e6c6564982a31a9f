<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Solid;

/** Where something stands: moved, turned and scaled, as three rows of four numbers. */
final readonly class Placing
{
    /** @param list<float> $m */
    private function __construct(private array $m) {}

    public static function none(): self
    {
        return new self([1.0, 0.0, 0.0, 0.0, 0.0, 1.0, 0.0, 0.0, 0.0, 0.0, 1.0, 0.0]);
    }

    /** @param list<float> $by x, y, z */
    public function moved(array $by): self
    {
        return $this->with([1.0, 0.0, 0.0, $by[0], 0.0, 1.0, 0.0, $by[1], 0.0, 0.0, 1.0, $by[2]]);
    }

    /** @param list<float> $by x, y, z */
    public function scaled(array $by): self
    {
        return $this->with([$by[0], 0.0, 0.0, 0.0, 0.0, $by[1], 0.0, 0.0, 0.0, 0.0, $by[2], 0.0]);
    }

    /**
     * @param  list<float>  $axis  x, y, z
     * @param  float  $angle  in radians
     */
    public function turned(array $axis, float $angle): self
    {
        $length = sqrt($axis[0] ** 2 + $axis[1] ** 2 + $axis[2] ** 2);
        if ($length < 1e-12) {
            return $this;
        }
        [$x, $y, $z] = [$axis[0] / $length, $axis[1] / $length, $axis[2] / $length];
        [$c, $s] = [cos($angle), sin($angle)];
        $t = 1 - $c;

        return $this->with([
            $t * $x * $x + $c, $t * $x * $y - $s * $z, $t * $x * $z + $s * $y, 0.0,
            $t * $x * $y + $s * $z, $t * $y * $y + $c, $t * $y * $z - $s * $x, 0.0,
            $t * $x * $z - $s * $y, $t * $y * $z + $s * $x, $t * $z * $z + $c, 0.0,
        ]);
    }

    /** @param list<float> $n twelve numbers, row by row */
    public function with(array $n): self
    {
        $m = $this->m;
        $product = [];
        for ($row = 0; $row < 12; $row += 4) {
            for ($column = 0; $column < 4; $column++) {
                $product[] = $m[$row] * $n[$column] + $m[$row + 1] * $n[4 + $column] + $m[$row + 2] * $n[8 + $column] + ($column === 3 ? $m[$row + 3] : 0.0);
            }
        }

        return new self($product);
    }

    /**
     * @param  list<float>  $point  x, y, z
     * @return list<float>
     */
    public function at(array $point): array
    {
        $m = $this->m;
        [$x, $y, $z] = $point;

        return [$m[0] * $x + $m[1] * $y + $m[2] * $z + $m[3], $m[4] * $x + $m[5] * $y + $m[6] * $z + $m[7], $m[8] * $x + $m[9] * $y + $m[10] * $z + $m[11]];
    }
}
