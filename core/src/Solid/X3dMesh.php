<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Solid;

use DOMDocument;
use DOMElement;
use Hafenbuch\Core\Format\X3d\MfString;
use Hafenbuch\Core\Text\Patience;
use Hafenbuch\Core\Text\Pattern;

/** The shapes of an X3D scene in XML (ISO/IEC 19776-1), with the files that it takes in by Inline. */
final class X3dMesh
{
    /** Files, one taken in by another; and nodes, one in the other. */
    private const FILES_DEEP = 8;

    private const NODES_DEEP = 64;

    private const COLOUR = 0xB7BFC2;

    /** @var array<string, DOMElement> of this file, by their DEF */
    private array $named = [];

    /** @param \Closure(string, string): ?array{string, string} $fetch what an address leads to, as its path and content, seen from the path of a file */
    private function __construct(private readonly string $path, private readonly Mesh $mesh, private readonly \Closure $fetch, private readonly int $filesDeep) {}

    /** @param \Closure(string, string): ?array{string, string} $fetch */
    public static function read(string $path, string $bytes, Mesh $mesh, \Closure $fetch): void
    {
        (new self($path, $mesh, $fetch, 0))->file($bytes, Placing::none());
    }

    private function file(string $bytes, Placing $placing): void
    {
        $document = new DOMDocument;
        // Nothing is fetched and nothing is put in by what the file itself says.
        $before = libxml_use_internal_errors(true);
        $isRead = $bytes !== '' && $document->loadXML($bytes, LIBXML_NONET | LIBXML_COMPACT);
        libxml_clear_errors();
        libxml_use_internal_errors($before);
        foreach ($isRead ? $document->getElementsByTagName('*') : [] as $element) {
            if ($element->hasAttribute('DEF')) {
                $this->named[$element->getAttribute('DEF')] ??= $element;
            }
        }
        foreach ($isRead ? $document->getElementsByTagName('Scene') : [] as $scene) {
            $this->children($scene, $placing, 0);
        }
    }

    private function children(DOMElement $parent, Placing $placing, int $deep): void
    {
        foreach ($deep > self::NODES_DEEP || $this->mesh->isFull() ? [] : $parent->childNodes as $child) {
            if ($child instanceof DOMElement) {
                Patience::spend();
                $this->node($this->meant($child), $placing, $deep + 1);
            }
        }
    }

    private function node(DOMElement $node, Placing $placing, int $deep): void
    {
        if ($node->localName === 'Shape') {
            $this->shape($node, $placing);
        } elseif ($node->localName === 'Inline') {
            $this->inline($node, $placing);
        } elseif (in_array($node->localName, ['Transform', 'Group', 'Anchor', 'Collision', 'StaticGroup', 'Billboard', 'Switch', 'LOD', 'HAnimHumanoid', 'CADAssembly', 'CADPart', 'CADFace', 'CADLayer'], true)) {
            $this->children($node, $node->localName === 'Transform' || $node->localName === 'CADPart' ? $this->placed($node, $placing) : $placing, $deep);
        }
    }

    private function placed(DOMElement $node, Placing $placing): Placing
    {
        $center = $this->numbers($node, 'center', [0.0, 0.0, 0.0]);
        $turn = $this->numbers($node, 'rotation', [0.0, 0.0, 1.0, 0.0]);
        $moved = $placing->moved($this->numbers($node, 'translation', [0.0, 0.0, 0.0]))->moved($center)->turned(array_slice($turn, 0, 3), $turn[3]);

        return $moved->scaled($this->numbers($node, 'scale', [1.0, 1.0, 1.0]))->moved(array_map(static fn (float $value): float => -$value, $center));
    }

    private function inline(DOMElement $node, Placing $placing): void
    {
        if ($this->filesDeep >= self::FILES_DEEP) {
            return;
        }
        Pattern::matchAll(MfString::PATTERN, $node->getAttribute('url'), $found);
        foreach (array_slice($found[1] ?? [], 0, 4) as $address) {
            $file = ($this->fetch)($this->path, (new MfString)->decode((string) $address));
            if ($file !== null) {
                (new self($file[0], $this->mesh, $this->fetch, $this->filesDeep + 1))->file($file[1], $placing);

                return;
            }
        }
    }

    private function shape(DOMElement $shape, Placing $placing): void
    {
        $shapes = new Shapes($this->mesh, $placing, $this->colour($shape));
        foreach ($shape->childNodes as $child) {
            $child = $child instanceof DOMElement ? $this->meant($child) : null;
            match ($child?->localName) {
                'Box' => $shapes->box($this->numbers($child, 'size', [2.0, 2.0, 2.0])),
                'Cylinder' => $shapes->cylinder($radius = $this->numbers($child, 'radius', [1.0])[0], $radius, $this->numbers($child, 'height', [2.0])[0]),
                'Cone' => $shapes->cylinder($this->numbers($child, 'bottomRadius', [1.0])[0], 0.0, $this->numbers($child, 'height', [2.0])[0]),
                'Sphere' => $shapes->sphere($this->numbers($child, 'radius', [1.0])[0]),
                'IndexedFaceSet' => $this->faces($child, $shapes, 'coordIndex', false),
                'IndexedTriangleSet' => $this->faces($child, $shapes, 'index', true),
                'TriangleSet' => $this->faces($child, $shapes, null, true),
                default => null,
            };
        }
    }

    /** @param ?string $index the attribute with the numbers of the corners; null: they follow one another */
    private function faces(DOMElement $set, Shapes $shapes, ?string $index, bool $areTriangles): void
    {
        $points = [];
        foreach ($set->childNodes as $child) {
            if ($child instanceof DOMElement && $this->meant($child)->localName === 'Coordinate') {
                $points = array_chunk(self::listed($this->meant($child)->getAttribute('point')), 3);
            }
        }
        $corners = [];
        foreach ($index === null ? array_keys($points) : [...self::listed($set->getAttribute($index)), -1.0] as $number) {
            $point = $number < 0 ? null : ($points[(int) $number] ?? null);
            if ($point !== null && count($point) === 3) {
                $corners[] = $point;
            }
            if ($areTriangles ? count($corners) === 3 : $number < 0) {
                $shapes->face($corners);
                $corners = [];
            }
        }
    }

    private function colour(DOMElement $shape): int
    {
        foreach ($shape->childNodes as $child) {
            $appearance = $child instanceof DOMElement ? $this->meant($child) : null;
            foreach ($appearance?->localName === 'Appearance' ? $appearance->childNodes : [] as $part) {
                $material = $part instanceof DOMElement ? $this->meant($part) : null;
                if ($material !== null && in_array($material->localName, ['Material', 'PhysicalMaterial', 'UnlitMaterial'], true)) {
                    $name = ['Material' => 'diffuseColor', 'PhysicalMaterial' => 'baseColor', 'UnlitMaterial' => 'emissiveColor'][$material->localName];
                    [$red, $green, $blue] = array_map(static fn (float $value): int => (int) (255 * max(0.0, min(1.0, $value))), $this->numbers($material, $name, [0.8, 0.8, 0.8]));

                    return $red << 16 | $green << 8 | $blue;
                }
            }
        }

        return self::COLOUR;
    }

    /** The node itself, or the one that it says it is. */
    private function meant(DOMElement $node): DOMElement
    {
        return $node->hasAttribute('USE') ? $this->named[$node->getAttribute('USE')] ?? $node : $node;
    }

    /**
     * @param  non-empty-list<float>  $else
     * @return non-empty-list<float>
     */
    private function numbers(DOMElement $node, string $attribute, array $else): array
    {
        $given = self::listed(substr($node->getAttribute($attribute), 0, 400));

        return count($given) >= count($else) ? $given : $else;
    }

    /** @return list<float> */
    private static function listed(string $numbers): array
    {
        $list = [];
        for ($part = strtok($numbers, " \n\r\t,"); $part !== false; $part = strtok(" \n\r\t,")) {
            $list[] = (float) $part;
        }

        return $list;
    }
}
