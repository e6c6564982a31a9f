<?php

declare(strict_types=1);

namespace App\Workspace\Reading;

use Hafenbuch\Core\Charset\Charset;
use Hafenbuch\Core\Format\FormatRegistry;

/** What the people of a workspace have agreed on about how its contents are read. */
final readonly class Ways
{
    /**
     * @param  ?string  $charset  of contents that say none and are no UTF-8; null: it is guessed
     * @param  ?list<string>  $frontMatter  keys of front matter whose values are paths; null: the usual ones
     */
    public function __construct(public ?string $charset = null, public ?array $frontMatter = null) {}

    public static function restore(string $json): self
    {
        $parts = json_decode($json, true, 8, JSON_THROW_ON_ERROR);

        return new self($parts['charset'], $parts['frontMatter']);
    }

    /** For another process. */
    public function json(): string
    {
        return json_encode($this, JSON_THROW_ON_ERROR);
    }

    public function formats(): FormatRegistry
    {
        return FormatRegistry::standard()->reading($this->charset === null ? null : Charset::named($this->charset), $this->frontMatter);
    }
}
