<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Solid;

use Hafenbuch\Core\Text\Patience;

/** The triangles of a glTF 2.0 asset (https://registry.khronos.org/glTF/specs/2.0/glTF-2.0.html), as JSON or as GLB. */
final class GltfMesh
{
    private const NODES_DEEP = 64;

    private const TRIANGLES = 4;

    private const FLOAT = 5126;

    /** Bytes of an index, by its kind. */
    private const INDEX = [5121 => [1, 'C'], 5123 => [2, 'v'], 5125 => [4, 'V']];

    private const GLB_JSON = 0x4E4F534A;

    private const GLB_BINARY = 0x004E4942;

    /** @var array<int, string> */
    private array $buffers = [];

    /**
     * @param  array<array-key, mixed>  $asset
     * @param  \Closure(string): ?string  $fetch  the content that an address leads to
     */
    private function __construct(private readonly array $asset, private readonly ?string $binary, private readonly Mesh $mesh, private readonly \Closure $fetch) {}

    /** @param \Closure(string): ?string $fetch */
    public static function read(string $bytes, Mesh $mesh, \Closure $fetch): void
    {
        $binary = null;
        if (str_starts_with($bytes, 'glTF')) {
            $json = '';
            for ($at = 12; $at + 8 <= strlen($bytes); $at += 8 + $length) {
                ['length' => $length, 'kind' => $kind] = unpack('Vlength/Vkind', $bytes, $at);
                if ($kind === self::GLB_JSON) {
                    $json = substr($bytes, $at + 8, $length);
                } elseif ($kind === self::GLB_BINARY) {
                    $binary ??= substr($bytes, $at + 8, $length);
                }
            }
            $bytes = $json;
        }
        $asset = json_decode($bytes, true, 64);
        if (is_array($asset)) {
            (new self($asset, $binary, $mesh, $fetch))->scene();
        }
    }

    private function scene(): void
    {
        $scene = $this->item('scenes', is_int($this->asset['scene'] ?? null) ? $this->asset['scene'] : 0);
        $roots = $scene['nodes'] ?? null;
        foreach (is_array($roots) ? $roots : array_keys((array) ($this->asset['nodes'] ?? [])) as $root) {
            $this->node((int) $root, Placing::none(), 0);
        }
    }

    private function node(int $number, Placing $placing, int $deep): void
    {
        Patience::spend();
        $node = $this->item('nodes', $number);
        if ($node === null || $deep > self::NODES_DEEP || $this->mesh->isFull()) {
            return;
        }
        $placing = $this->placed($node, $placing);
        if (is_int($node['mesh'] ?? null)) {
            foreach ((array) ($this->item('meshes', $node['mesh'])['primitives'] ?? []) as $primitive) {
                if (is_array($primitive) && ($primitive['mode'] ?? self::TRIANGLES) === self::TRIANGLES) {
                    $this->triangles($primitive, $placing);
                }
            }
        }
        foreach ((array) ($node['children'] ?? []) as $child) {
            $this->node((int) $child, $placing, $deep + 1);
        }
    }

    /** @param array<array-key, mixed> $node */
    private function placed(array $node, Placing $placing): Placing
    {
        $numbers = static fn (string $name, int $count): ?array => is_array($node[$name] ?? null) && count($node[$name]) === $count && array_is_list($node[$name]) ? array_map(static fn (mixed $value): float => is_numeric($value) ? (float) $value : 0.0, $node[$name]) : null;
        $m = $numbers('matrix', 16);
        if ($m !== null) {
            // Column by column there, row by row here.
            return $placing->with([$m[0], $m[4], $m[8], $m[12], $m[1], $m[5], $m[9], $m[13], $m[2], $m[6], $m[10], $m[14]]);
        }
        $placing = $placing->moved($numbers('translation', 3) ?? [0.0, 0.0, 0.0]);
        $turn = $numbers('rotation', 4);
        if ($turn !== null) {
            $placing = $placing->turned(array_slice($turn, 0, 3), 2 * acos(max(-1.0, min(1.0, $turn[3]))));
        }

        return $placing->scaled($numbers('scale', 3) ?? [1.0, 1.0, 1.0]);
    }

    /** @param array<array-key, mixed> $primitive */
    private function triangles(array $primitive, Placing $placing): void
    {
        $points = array_chunk($this->values((int) ($primitive['attributes']['POSITION'] ?? -1), [self::FLOAT => [4, 'g']], 3), 3);
        $indices = is_int($primitive['indices'] ?? null) ? $this->values($primitive['indices'], self::INDEX, 1) : array_keys($points);
        $colour = $this->colour(is_int($primitive['material'] ?? null) ? $primitive['material'] : -1);
        for ($i = 0; $i + 2 < count($indices) && ! $this->mesh->isFull(); $i += 3) {
            [$a, $b, $c] = [$points[(int) $indices[$i]] ?? null, $points[(int) $indices[$i + 1]] ?? null, $points[(int) $indices[$i + 2]] ?? null];
            if ($a !== null && $b !== null && $c !== null) {
                $this->mesh->add($placing->at($a), $placing->at($b), $placing->at($c), $colour);
            }
        }
    }

    /**
     * What an accessor gives (section 5.1).
     *
     * @param  array<int, array{int, string}>  $kinds  bytes and unpack code by component type
     * @return list<float|int>
     */
    private function values(int $number, array $kinds, int $each): array
    {
        $accessor = $this->item('accessors', $number);
        $kind = $kinds[$accessor['componentType'] ?? 0] ?? null;
        $view = $this->item('bufferViews', (int) ($accessor['bufferView'] ?? -1));
        if ($accessor === null || $kind === null || $view === null) {
            return [];
        }
        [$size, $code] = $kind;
        $bytes = $this->buffer((int) ($view['buffer'] ?? 0));
        $from = (int) ($view['byteOffset'] ?? 0) + (int) ($accessor['byteOffset'] ?? 0);
        $stride = max($size * $each, (int) ($view['byteStride'] ?? 0));
        $count = min((int) ($accessor['count'] ?? 0), 3 * Mesh::MOST, $from < 0 ? 0 : intdiv(max(0, strlen($bytes) - $from + $stride - $size * $each), $stride));
        $values = [];
        for ($n = 0; $n < $count; $n++) {
            array_push($values, ...array_values((array) unpack("{$code}{$each}", $bytes, $from + $n * $stride)));
        }

        return $values;
    }

    private function buffer(int $number): string
    {
        return $this->buffers[$number] ??= (function () use ($number): string {
            $uri = $this->item('buffers', $number)['uri'] ?? null;
            if (! is_string($uri)) {
                return $number === 0 ? (string) $this->binary : '';
            }
            if (str_starts_with($uri, 'data:')) {
                return (string) base64_decode(substr($uri, (int) strpos($uri, ',') + 1), true);
            }

            return ($this->fetch)($uri) ?? '';
        })();
    }

    private function colour(int $material): int
    {
        $factor = $this->item('materials', $material)['pbrMetallicRoughness']['baseColorFactor'] ?? null;
        [$red, $green, $blue] = array_map(static fn (mixed $value): int => (int) (255 * max(0.0, min(1.0, is_numeric($value) ? (float) $value : 0.75))), is_array($factor) && count($factor) >= 3 ? array_slice(array_values($factor), 0, 3) : [0.72, 0.75, 0.76]);

        return $red << 16 | $green << 8 | $blue;
    }

    /** @return ?array<array-key, mixed> */
    private function item(string $list, int $number): ?array
    {
        $items = $this->asset[$list] ?? null;
        $item = is_array($items) ? ($items[$number] ?? null) : null;

        return is_array($item) ? $item : null;
    }
}
