<?php

declare(strict_types=1);

namespace App\Pictures\Drawing;

use App\Pictures\CannotDraw;
use App\Pictures\Subject;
use App\Workspace\MediaType;
use App\Workspace\Reading\Formats;
use App\Workspace\Reading\Ways;
use Hafenbuch\Core\Format\Embedding;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Picture\PlaylistSketch;
use Hafenbuch\Core\Picture\Table;
use Hafenbuch\Core\Picture\TableSketch;
use Hafenbuch\Core\Picture\TextSketch;
use Hafenbuch\Core\Picture\Timeline;
use Hafenbuch\Core\Picture\TimelineSketch;
use Hafenbuch\Core\Picture\WavePeaks;
use Hafenbuch\Core\Picture\WaveSketch;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Solid\GltfMesh;
use Hafenbuch\Core\Solid\Mesh;
use Hafenbuch\Core\Solid\ObjMesh;
use Hafenbuch\Core\Solid\X3dMesh;
use Hafenbuch\Core\Text\OutOfPatience;
use Hafenbuch\Core\Text\Patience;

/** Draws one content in small, in whatever way shows what it is. Runs in a process of its own (bin/draw-pictures). */
final readonly class Drawer
{
    /** Larger sources are not drawn. */
    public const SOURCE_BYTES = 16 << 20;

    /** Of pictures that a drawing places, together. */
    private const PLACED_BYTES = 16 << 20;

    /** Of the pictures on a timeline. */
    private const STILLS = 12;

    /** Below what the process may take before it is ended from outside. */
    private const SECONDS = 8.0;

    /** Whether anything is drawn of it at all; other contents are only named. */
    public static function draws(string $path): bool
    {
        return self::way($path) !== null;
    }

    /** Whether what it shows is also what it refers to. */
    public static function showsOthers(string $path): bool
    {
        return in_array(self::way($path), ['svg', 'x3d', 'gltf', 'data', 'timeline'], true);
    }

    /** @throws CannotDraw */
    public function draw(Subject $subject): Drawn
    {
        try {
            return Patience::within(self::SECONDS, fn (): Drawn => match (self::way($subject->path)) {
                'bitmap' => (new Bitmap)->draw($subject->whole($subject->path, Bitmap::BYTES), $subject->aspect()->part),
                'svg' => $this->drawing($subject),
                'x3d', 'obj', 'gltf' => $this->solid($subject),
                'wave' => $this->wave($subject),
                'markdown', 'text' => self::sketch(TextSketch::of($subject->title, $subject->begin($subject->path, TextSketch::BYTES), false)),
                'html' => self::sketch(TextSketch::of($subject->title, $subject->begin($subject->path, TextSketch::BYTES), true)),
                'timeline' => $this->timeline($subject),
                'm3u' => self::sketch(PlaylistSketch::ofM3u($subject->whole($subject->path, self::SOURCE_BYTES))),
                'xspf' => self::sketch(PlaylistSketch::ofXspf($subject->whole($subject->path, self::SOURCE_BYTES))),
                'csv' => self::sketch(TableSketch::of(Table::rowsOf($subject->begin($subject->path, TableSketch::BYTES), TableSketch::ROWS))),
                'data' => $this->data($subject),
                default => throw CannotDraw::because('nothing is known of how it looks'),
            });
        } catch (OutOfPatience) {
            throw CannotDraw::because('drawing it takes more than '.self::SECONDS.' seconds');
        }
    }

    private static function way(string $path): ?string
    {
        $extension = strtolower(Path::extensionOf($path));

        return ['svg' => 'svg', 'x3d' => 'x3d', 'obj' => 'obj', 'gltf' => 'gltf', 'glb' => 'gltf', 'wav' => 'wave', 'md' => 'markdown', 'markdown' => 'markdown', 'txt' => 'text', 'html' => 'html', 'htm' => 'html', 'xhtml' => 'html', 'otio' => 'timeline', 'm3u' => 'm3u', 'm3u8' => 'm3u', 'xspf' => 'xspf', 'csv' => 'csv', 'tsv' => 'csv'][$extension]
            ?? match (true) {
                Path::nameOf($path) === 'datapackage.json' => 'data',
                in_array(MediaType::of($path), ['image/png', 'image/jpeg', 'image/gif', 'image/webp', 'image/bmp', 'image/avif'], true) => 'bitmap',
                default => null,
            };
    }

    private function drawing(Subject $subject): Drawn
    {
        $at = static function (string $path) use ($subject): ?array {
            return $subject->has($path) ? [MediaType::of($path), $subject->whole($path, self::SOURCE_BYTES)] : null;
        };
        $svg = (new Embedding(Formats::reading(Ways::restore($subject->ways)), new Resolver($subject->root), $at, self::PLACED_BYTES))->of($subject->path, $subject->whole($subject->path, self::SOURCE_BYTES));

        return (new VectorDrawing)->draw($svg, $subject->aspect()->part);
    }

    private function solid(Subject $subject): Drawn
    {
        $mesh = new Mesh;
        $resolver = new Resolver($subject->root);
        $fetch = static function (string $from, string $address) use ($subject, $resolver): ?array {
            $path = $resolver->resolve($from, $address)->path;

            return $path !== null && $subject->has($path) ? [$path, $subject->whole($path, self::SOURCE_BYTES)] : null;
        };
        match (self::way($subject->path)) {
            'x3d' => X3dMesh::read($subject->path, $subject->whole($subject->path, self::SOURCE_BYTES), $mesh, $fetch),
            'obj' => ObjMesh::read($subject->whole($subject->path, self::SOURCE_BYTES), $mesh),
            default => GltfMesh::read($subject->whole($subject->path, self::SOURCE_BYTES), $mesh, static fn (string $address): ?string => $fetch($subject->path, $address)[1] ?? null),
        };

        return (new Solid)->draw($mesh, $subject->aspect()->turn);
    }

    /** With stills of the pictures that lie on it; of films nothing is read here. */
    private function timeline(Subject $subject): Drawn
    {
        $resolver = new Resolver($subject->root);
        $stills = 0;
        $still = static function (string $address, float $width, float $height) use ($subject, $resolver, &$stills): ?string {
            $path = $resolver->resolve($subject->path, $address)->path;
            if ($path === null || ! $subject->has($path) || self::way($path) !== 'bitmap' || $stills >= self::STILLS) {
                return null;
            }
            $stills++;

            return Bitmap::still($subject->whole($path, self::SOURCE_BYTES), (int) ceil(2 * $width), (int) ceil(2 * $height));
        };

        return self::sketch(TimelineSketch::of(Timeline::of($subject->whole($subject->path, self::SOURCE_BYTES)), $subject->aspect()->span, static function (string $address, float $width, float $height) use ($still): ?string {
            try {
                return $still($address, $width, $height);
            } catch (CannotDraw) {
                // The clip has its name.
                return null;
            }
        }));
    }

    private function wave(Subject $subject): Drawn
    {
        $file = $subject->open($subject->path);
        $found = WavePeaks::of($file);
        fclose($file);

        return $found === null || $found->peaks === [] ? throw CannotDraw::because('its samples are packed, or it is damaged') : self::sketch(WaveSketch::of($found->peaks, $found->seconds));
    }

    /** The first table that it describes. */
    private function data(Subject $subject): Drawn
    {
        foreach ($subject->others() as $path) {
            if (in_array(strtolower(Path::extensionOf($path)), ['csv', 'tsv'], true)) {
                return self::sketch(TableSketch::of(Table::rowsOf($subject->begin($path, TableSketch::BYTES), TableSketch::ROWS)));
            }
        }

        throw CannotDraw::because('it names no table that is there');
    }

    private static function sketch(?string $svg): Drawn
    {
        return $svg === null ? throw CannotDraw::because('there is nothing in it to show') : new Drawn(Drawn::SVG, $svg);
    }
}
