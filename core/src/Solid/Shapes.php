<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Solid;

/** The shapes that X3D names (ISO/IEC 19775-1, section 13.3), as triangles around the origin. */
final readonly class Shapes
{
    private const AROUND = 20;

    private const RINGS = 10;

    public function __construct(private Mesh $mesh, private Placing $placing, private int $colour) {}

    /** @param list<float> $size */
    public function box(array $size): void
    {
        [$x, $y, $z] = array_map(static fn (float $length): float => $length / 2, $size);
        foreach ([
            [[-$x, -$y, $z], [$x, -$y, $z], [$x, $y, $z], [-$x, $y, $z]], [[$x, -$y, -$z], [-$x, -$y, -$z], [-$x, $y, -$z], [$x, $y, -$z]],
            [[$x, -$y, $z], [$x, -$y, -$z], [$x, $y, -$z], [$x, $y, $z]], [[-$x, -$y, -$z], [-$x, -$y, $z], [-$x, $y, $z], [-$x, $y, -$z]],
            [[-$x, $y, $z], [$x, $y, $z], [$x, $y, -$z], [-$x, $y, -$z]], [[-$x, -$y, -$z], [$x, -$y, -$z], [$x, -$y, $z], [-$x, -$y, $z]],
        ] as $face) {
            $this->face($face);
        }
    }

    /** A cylinder, or a cone where the upper radius is 0. */
    public function cylinder(float $lower, float $upper, float $height): void
    {
        $ring = static fn (float $radius, float $y): array => array_map(static fn (int $n): array => [$radius * cos(2 * M_PI * $n / self::AROUND), $y, $radius * sin(2 * M_PI * $n / self::AROUND)], range(0, self::AROUND));
        [$bottom, $top] = [$ring($lower, -$height / 2), $ring($upper, $height / 2)];
        for ($n = 0; $n < self::AROUND; $n++) {
            $this->face([$bottom[$n], $bottom[$n + 1], $top[$n + 1], $top[$n]]);
            $this->face([[0.0, -$height / 2, 0.0], $bottom[$n], $bottom[$n + 1]]);
            $this->face([[0.0, $height / 2, 0.0], $top[$n + 1], $top[$n]]);
        }
    }

    public function sphere(float $radius): void
    {
        $at = static fn (int $ring, int $n): array => [
            $radius * sin(M_PI * $ring / self::RINGS) * cos(2 * M_PI * $n / self::AROUND), $radius * cos(M_PI * $ring / self::RINGS), $radius * sin(M_PI * $ring / self::RINGS) * sin(2 * M_PI * $n / self::AROUND),
        ];
        for ($ring = 0; $ring < self::RINGS; $ring++) {
            for ($n = 0; $n < self::AROUND; $n++) {
                $this->face([$at($ring, $n), $at($ring, $n + 1), $at($ring + 1, $n + 1), $at($ring + 1, $n)]);
            }
        }
    }

    /** @param list<list<float>> $corners of one flat face, in their order */
    public function face(array $corners): void
    {
        for ($n = 2; $n < count($corners); $n++) {
            $this->mesh->add($this->placing->at($corners[0]), $this->placing->at($corners[$n - 1]), $this->placing->at($corners[$n]), $this->colour);
        }
    }
}
