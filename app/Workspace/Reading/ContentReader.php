<?php

declare(strict_types=1);

namespace App\Workspace\Reading;

use App\Workspace\Files\WorkspaceFiles;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\AddressStyle;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Reference\TargetKind;

/** Reads contents of one workspace: their references, resolved, and their titles. */
final readonly class ContentReader
{
    private const TITLE_CHARACTERS = 500;

    private const ADDRESS_BYTES = 4000;

    /** A document with more would take a request all its memory, and everyone else half a minute. */
    public const REFERENCES = 50_000;

    private Resolver $resolver;

    public function __construct(private FormatRegistry $formats, private string $root)
    {
        $this->resolver = new Resolver($root);
    }

    /** Whether the content matters beyond its size and hash. */
    public function isRead(string $path, int $size): bool
    {
        return $this->formats->forPath($path) !== null && $this->formats->isReadable($path, $size);
    }

    /** What is known of a content that is not read. */
    public function leaf(string $path): IndexedContent
    {
        return $this->analysis($path, $this->formats->nameFor($path), $this->formats->forPath($path) === null ? ParsedContent::leaf() : $this->formats->tooLarge($path));
    }

    public function read(string $path, string $bytes): IndexedContent
    {
        return $this->analysis($path, $this->formats->nameOf($path, $bytes), $this->parsed($path, $bytes));
    }

    private function parsed(string $path, string $bytes): ParsedContent
    {
        $parsed = $this->formats->read($path, $bytes);

        return count($parsed->references) <= self::REFERENCES ? $parsed
            : ParsedContent::leaf('It has more than '.number_format(self::REFERENCES).' references, so it is not known what it refers to. Divide it.');
    }

    private function isFolder(string $path): bool
    {
        try {
            return (new WorkspaceFiles($this->root))->hasFolder($path);
        } catch (InvalidPath) {
            return false;
        }
    }

    private function analysis(string $path, string $format, ParsedContent $reading): IndexedContent
    {
        $references = [];
        foreach ($reading->references as $position => $site) {
            $target = $this->resolver->resolve($path, $site->raw, $site->style, $reading->base);
            $isToFolder = $site->style === AddressStyle::Link && $target->path !== null && $this->isFolder($target->path);
            $references[] = [
                'position' => $position,
                'kind' => $site->kind,
                'offset' => $site->offset,
                'length' => $site->length,
                'raw' => $site->raw,
                'target_kind' => ($isToFolder ? TargetKind::Folder : $target->kind)->value,
                'target_path' => $target->path,
                'target_key' => $target->path === null ? null : Path::key($target->path),
                'address' => $address = $target->address === null ? null : mb_strcut($target->address, 0, self::ADDRESS_BYTES),
                'address_key' => $address === null ? null : Path::key((string) $target->end()),
            ];
        }
        $title = trim($reading->field(FieldSite::TITLE)->raw ?? '');

        return new IndexedContent($format, $reading, $title === '' ? null : mb_substr($title, 0, self::TITLE_CHARACTERS), $references);
    }
}
