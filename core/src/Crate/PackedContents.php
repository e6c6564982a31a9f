<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Reference\TargetKind;

/** Reads the files of a crate as whoever receives it does: from their bytes alone, with nothing around the crate. */
final readonly class PackedContents
{
    /** Stands for wherever the crate is unpacked; nothing that someone writes begins like it. */
    private const ROOT = "/\u{1F4E6}/crate";

    private Resolver $resolver;

    public function __construct(private FormatRegistry $formats)
    {
        $this->resolver = new Resolver(self::ROOT);
    }

    public function isRead(string $path, int $bytes): bool
    {
        return $this->formats->forPath($path) !== null && $this->formats->isReadable($path, $bytes);
    }

    /**
     * @param  string  $path  in the crate
     * @return list<PackedReference> those that lead somewhere, in the order of the content
     */
    public function references(string $path, string $bytes): array
    {
        $reading = $this->formats->read($path, $bytes);
        $references = [];
        foreach ($reading->references as $site) {
            $target = $this->resolver->resolve($path, $site->raw, $site->style, $reading->base);
            $lead = LeadKind::of($target->kind);
            if ($lead !== null) {
                $isInside = $target->kind === TargetKind::File;
                $references[] = new PackedReference($site->raw, $site->kind, $isInside ? $target->path : null, $isInside ? null : $lead);
            }
        }

        return $references;
    }
}
