<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Back;

use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Reference\Resolver;

/** Leads the references of a content that comes back to where they led before it went, and no other byte of it. */
final readonly class Homecoming
{
    public function __construct(private FormatRegistry $formats, private Resolver $resolver, private Homes $homes) {}

    /**
     * @param  string  $bytes  as they came
     * @param  string  $place  in the crate
     * @param  string  $path  in the workspace
     * @param  ?string  $before  the content before it was packed; where it is known, references that nobody touched are written as they were
     *
     * @throws \Hafenbuch\Core\Reference\UnwritableValue
     */
    public function content(string $bytes, string $place, string $path, ?string $before = null): string
    {
        $was = $before === null ? [] : $this->spellings($path, $before);
        $reading = $this->formats->read($place, $bytes);
        $replacements = [];
        foreach ($reading->references as $site) {
            $target = $this->resolver->resolve($place, $site->raw, $site->style, $reading->base);
            $end = $target->end();
            if ($end === null) {
                continue;
            }
            $home = Address::of($end) === null ? $this->homes->end($end) : $end;
            $spellings = $was[$home."\0".$target->suffix] ?? [];
            $text = in_array($site->raw, $spellings, true) ? $site->raw : $spellings[0] ?? $this->text($path, $site, $reading, $home, $target->suffix);
            if ($text !== $site->raw) {
                $replacements[] = [$site, $text];
            }
        }

        return $this->formats->spliced($place, $bytes, $replacements);
    }

    private function text(string $path, ReferenceSite $site, ParsedContent $reading, string $home, string $suffix): string
    {
        return $this->resolver->resolve($path, $site->raw, $site->style, $reading->base)->end() === $home ? $site->raw
            : $this->resolver->text($this->resolver->start($path, $reading->base), $home, $suffix, $site);
    }

    /** @return array<string, list<string>> how the content wrote each end, with what stood behind it */
    private function spellings(string $path, string $before): array
    {
        $reading = $this->formats->read($path, $before);
        $spellings = [];
        foreach ($reading->references as $site) {
            $target = $this->resolver->resolve($path, $site->raw, $site->style, $reading->base);
            if ($target->end() !== null) {
                $spellings[$target->end()."\0".$target->suffix][] = $site->raw;
            }
        }

        return $spellings;
    }
}
