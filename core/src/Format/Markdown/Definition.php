<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** A link reference definition (CommonMark, section 4.7). */
final readonly class Definition
{
    public function __construct(public string $label, public ReferenceSite $site) {}

    /** Labels match after case folding and with their white space collapsed (section 4.7). */
    public static function normalise(string $label): string
    {
        return mb_convert_case(Pattern::replace('~[ \t\r\n]+~', ' ', trim($label, " \t\r\n")), MB_CASE_FOLD, 'UTF-8');
    }
}
