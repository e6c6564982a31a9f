<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Document;
use App\Support\Refused;
use App\Workspace\Reading\Formats;
use Hafenbuch\Core\Change\Changes;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Reference\Resolver;

/** Rewrites, adds and takes out references in contents. */
final readonly class References
{
    /**
     * The content with some of its references leading to another path. A fragment stays only where the target does:
     * what it named in one document means nothing in another.
     *
     * @param  list<int>  $offsets  of the references, in bytes
     *
     * @throws Refused|\Hafenbuch\Core\Reference\UnwritableValue
     */
    public function pointed(Document $document, string $bytes, array $offsets, string $target): string
    {
        $sites = $this->sites($this->withoutBase($document, $bytes), $offsets);
        $resolver = new Resolver($document->workspace->root);

        return Formats::of($document->workspace)->spliced($document->path, $bytes, array_map(static function (ReferenceSite $site) use ($resolver, $document, $target): array {
            $before = $resolver->resolve($document->path, $site->raw, $site->style);
            $suffix = $before->path === $target ? $before->suffix : '';

            return [$site, $resolver->reference($document->path, $target, $suffix, $site->styleOfPaths())];
        }, $sites));
    }

    /**
     * @return list<string> the kinds of reference that can be added; the first suits a document
     */
    public function addable(Document $document, string $bytes): array
    {
        $formats = Formats::of($document->workspace);
        $format = $formats->editing($document->path);
        $reading = $formats->read($document->path, $bytes);
        if ($format === null || $reading->note !== null || $reading->base !== null) {
            return [];
        }

        return array_map(static fn (ReferenceSite $site): string => $site->kind, $format->openings($bytes, ''));
    }

    /**
     * The content with one more reference.
     *
     * @param  string  $label  what the target is called, for syntaxes that show it
     *
     * @throws Refused|\Hafenbuch\Core\Reference\UnwritableValue
     */
    public function added(Document $document, string $bytes, string $kind, string $target, string $label): string
    {
        $before = $this->withoutBase($document, $bytes);
        $openings = Formats::of($document->workspace)->editing($document->path)?->openings($bytes, $label) ?? [];
        $opening = array_values(array_filter($openings, static fn (ReferenceSite $site): bool => $site->kind === $kind))[0]
            ?? throw Refused::because("{$document->path} has no place for a reference of the kind “{$kind}”. Add it in the source.");
        $value = (new Resolver($document->workspace->root))->reference($document->path, $target, '', $opening->style);

        return $this->checked($document, Formats::of($document->workspace)->spliced($document->path, $bytes, [[$opening, $value]]), count($before->references) + 1);
    }

    /**
     * The content without some of its references.
     *
     * @param  list<int>  $offsets  in bytes
     */
    public function removed(Document $document, string $bytes, array $offsets): string
    {
        $reading = Formats::of($document->workspace)->read($document->path, $bytes);
        $edits = [];
        foreach ($this->sites($reading, $offsets) as $site) {
            array_push($edits, ...Formats::of($document->workspace)->editing($document->path)?->removal($bytes, $site)
                ?? throw Refused::because("The format of {$document->path} counts its parts, so “{$site->raw}” cannot be taken out without changing others. Point it elsewhere, or change the source."));
        }

        return $this->checked($document, Changes::of(...$edits)->apply($bytes), count($reading->references) - count($offsets));
    }

    private function withoutBase(Document $document, string $bytes): ParsedContent
    {
        $reading = Formats::of($document->workspace)->read($document->path, $bytes);
        if ($reading->base !== null) {
            throw Refused::because("{$document->path} names a base for its references. Change this one in the source.");
        }

        return $reading;
    }

    /**
     * @param  list<int>  $offsets
     * @return list<ReferenceSite>
     */
    private function sites(ParsedContent $reading, array $offsets): array
    {
        $sites = array_values(array_filter($reading->references, static fn (ReferenceSite $site): bool => in_array($site->offset, $offsets, true)));
        if (count($sites) !== count(array_unique($offsets))) {
            throw Refused::because('A reference is not where it was. Look at the document as it is now.');
        }

        return $sites;
    }

    /** An edit of markup that someone wrote by hand can turn out otherwise than meant; then nothing is changed. */
    private function checked(Document $document, string $bytes, int $expected): string
    {
        $now = Formats::of($document->workspace)->read($document->path, $bytes);
        if ($now->note !== null || count($now->references) !== $expected) {
            throw Refused::because("That would change more of {$document->path} than this reference. Do it in the source.");
        }

        return $bytes;
    }
}
