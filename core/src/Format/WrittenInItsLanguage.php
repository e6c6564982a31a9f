<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

/** Of a format that writes a line of words as its language does. */
trait WrittenInItsLanguage
{
    abstract public function language(): Language;

    public function placeholder(string $line): string
    {
        return $this->language()->written($line);
    }
}
