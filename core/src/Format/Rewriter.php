<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

use Hafenbuch\Core\Reference\AddressStyle;
use Hafenbuch\Core\Reference\PathMap;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Reference\TargetKind;
use Hafenbuch\Core\Reference\UnwritableValue;

/** Rewrites the references of a content for the place where it will stand, and no other byte. */
final readonly class Rewriter
{
    public function __construct(private FormatRegistry $formats, private Resolver $resolver) {}

    /**
     * A reference that names the right file from the new place already keeps its spelling.
     *
     * @param  string  $from  the path at which the content's references are read
     * @param  string  $to  the path at which it will stand
     *
     * @throws UnwritableValue where a format cannot write the new reference
     */
    public function rewrite(string $bytes, string $from, string $to, PathMap $leads): string
    {
        $reading = $this->formats->read($from, $bytes);
        $replacements = $moved = $staying = [];
        foreach ($reading->references as $site) {
            $target = $this->resolver->resolve($from, $site->raw, $site->style, $reading->base);
            if ($target->kind !== TargetKind::File || $target->path === null) {
                continue;
            }
            $wanted = $leads->from($target->path);
            $there = $this->resolver->resolve($to, $site->raw, $site->style, $reading->base);
            if ($there->kind !== TargetKind::File || $there->path !== $wanted) {
                $start = $this->resolver->start($to, $reading->base);
                $moved[$site->offset] = true;
                $isAbsolute = $site->style === AddressStyle::Link && $site->raw[0] === '/';
                $replacements[] = [$site, $isAbsolute ? $this->resolver->absolute($wanted) : $this->resolver->reference($start, $wanted, $target->suffix, $site->style)];
            } else {
                $staying[] = $site;
            }
        }
        // What stands at one place with something that moves must be able to stay there.
        foreach ($staying as $site) {
            if (isset($moved[$site->offset])) {
                $replacements[] = [$site, $site->raw];
            }
        }

        return $this->formats->spliced($from, $bytes, $replacements);
    }
}
