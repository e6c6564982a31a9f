<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Naming;

use Hafenbuch\Core\Path\Path;

/**
 * How a file is called that belongs to a document by its name: a pattern with {stem} for the document's name without its ending, or {name}
 * for all of it. With a slash at its end it is a folder, and all that is below belongs to the document.
 */
final readonly class CompanionRule
{
    /** Notes beside pictures and films (XMP), subtitles, and what browsers put beside a page that they save. */
    public const SHIPPED = ['{stem}.xmp', '{name}.xmp', '{stem}.srt', '{stem}.vtt', '{stem}_files/'];

    private function __construct(public string $pattern, public bool $isFolder) {}

    /** @throws InvalidNamingRule */
    public static function of(string $pattern): self
    {
        $isFolder = str_ends_with($pattern, '/');
        $name = $isFolder ? substr($pattern, 0, -1) : $pattern;
        if (! str_contains($name, '{stem}') && ! str_contains($name, '{name}')) {
            throw InvalidNamingRule::companion($pattern, 'it has neither {stem} nor {name} in it');
        }
        if (str_contains($name, '/') || in_array($name, ['{name}', '.', '..'], true) || str_contains($name, "\0") || strlen($name) > Path::NAME_BYTES) {
            throw InvalidNamingRule::companion($pattern, 'it is no name of another file or folder beside the document');
        }

        return new self($name, $isFolder);
    }

    /** What the names of all its companions end with; '' where they have nothing in common. */
    public function ending(): string
    {
        return substr($this->pattern, (int) strrpos($this->pattern, '}') + 1);
    }

    /** @return ?string the path that the companion of a document has, if there is one; null: no file system could have it */
    public function pathFor(string $document): ?string
    {
        $name = Path::nameOf($document);
        $folder = Path::folderOf($document);

        $companion = strtr($this->pattern, ['{stem}' => FileName::of($name)->stem, '{name}' => $name]);
        $path = ($folder === '' ? '' : $folder.'/').$companion;

        return strlen($companion) <= Path::NAME_BYTES && strlen($path) <= Path::PATH_BYTES ? $path : null;
    }
}
