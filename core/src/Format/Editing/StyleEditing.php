<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Editing;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Format\Notation\CssString;
use Hafenbuch\Core\Format\Notation\Inserted;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** Style sheets: a new reference is an @import at the start; a url() that goes leaves `none`. */
final readonly class StyleEditing implements ReferenceEditing
{
    public function openings(string $bytes, string $label): array
    {
        // Only @charset may stand before (CSS Cascading 5, section 2).
        $start = Pattern::matches('~^(?:\xEF\xBB\xBF)?(?:@charset "[^"]*";\s*)?~', $bytes, $match) ? strlen($match[0]) : 0;

        return [new ReferenceSite('import', $start, 0, '', new Inserted('@import "', new CssString('"'), "\";\n"))];
    }

    public function removal(string $bytes, ReferenceSite $site): ?array
    {
        if ($site->kind === 'import') {
            $rule = strripos(substr($bytes, 0, $site->offset), '@import');
            $end = strpos($bytes, ';', $site->offset + $site->length);

            return $rule === false || $end === false ? null : [Removal::of($bytes, $rule, $end + 1)];
        }
        $before = substr($bytes, max(0, $site->offset - 60), min(60, $site->offset));
        $after = substr($bytes, $site->offset + $site->length, 60);
        // The quote may be written as an entity where the style stands in markup.
        if (! Pattern::matches('~(?:url|src)\(\s*(?:["\']|&quot;|&apos;|&#3[49];)?$~i', $before, $open)
            || ! Pattern::matches('~^(?:["\']|&quot;|&apos;|&#3[49];)?\s*\)~', $after, $close)) {
            return null;
        }

        return [new Change($site->offset - strlen($open[0]), strlen($open[0]) + $site->length + strlen($close[0]), 'none')];
    }
}
