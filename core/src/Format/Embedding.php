<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Reference\Splicer;
use Hafenbuch\Core\Reference\TargetKind;

/**
 * Gives a drawing with the pictures that it places inside it, as data URLs (RFC 2397), at any depth.
 * A drawing that is used as an image may load nothing (SVG Integration, section 4.2, secure animated mode).
 */
final class Embedding
{
    private const PICTURES = ['image' => true, 'filter image' => true];

    private const DEEPEST = 6;

    /** What a picture counts at least, so that a great many of nothing come to an end too. */
    private const LEAST_BYTES = 4096;

    private int $left;

    /**
     * @param  \Closure(string): ?array{string, string}  $at  the media type and the bytes of the picture at a path; null: there is none
     * @param  int  $limit  so many bytes of pictures are taken in; the references to others stay
     */
    public function __construct(
        private readonly FormatRegistry $formats,
        private readonly Resolver $resolver,
        private readonly \Closure $at,
        int $limit,
    ) {
        $this->left = $limit;
    }

    public function of(string $path, string $bytes): string
    {
        return $this->embed($path, $bytes, [$path => true]);
    }

    /** @param array<string, true> $around the drawings that this one is placed in, and itself */
    private function embed(string $path, string $bytes, array $around): string
    {
        $reading = $this->formats->read($path, $bytes);
        $replacements = [];
        foreach ($reading->references as $site) {
            $address = isset(self::PICTURES[$site->kind]) ? $this->address($path, $site, $reading->base, $around) : null;
            if ($address !== null) {
                $replacements[] = [$site, $address];
            }
        }

        return Splicer::splice($bytes, $replacements);
    }

    /** @param array<string, true> $around */
    private function address(string $path, ReferenceSite $site, ?string $base, array $around): ?string
    {
        $target = $this->resolver->resolve($path, $site->raw, $site->style, $base);
        if ($target->kind !== TargetKind::File || $target->path === null || isset($around[$target->path]) || count($around) > self::DEEPEST) {
            return null;
        }
        [$mediaType, $bytes] = ($this->at)($target->path) ?? [null, ''];
        if ($mediaType === null || strlen($bytes) > $this->left) {
            return null;
        }
        $this->left -= max(strlen($bytes), self::LEAST_BYTES);
        $fragment = strstr($target->suffix, '#') ?: '';

        return "data:{$mediaType};base64,".base64_encode($this->embed($target->path, $bytes, $around + [$target->path => true])).$fragment;
    }
}
