<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Html;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Text\Pattern;

/** One address in a srcset (HTML Standard, section 4.8.4.2.1), which white space and outer commas would end. */
final readonly class SrcsetAddress implements Notation
{
    public function decode(string $bytes): string
    {
        return $bytes;
    }

    public function encode(string $value): string
    {
        if ($value === '' || Pattern::matches('~\s|^,|,$~', $value)) {
            throw UnwritableValue::in('a srcset', $value, 'an address there has no white space, and no comma at its ends; percent-encode them');
        }

        return $value;
    }
}
