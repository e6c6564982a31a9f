<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\X3d;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** One of several addresses in a list goes alone; the last one takes its node along. */
final readonly class MfStringEditing implements ReferenceEditing
{
    private const QUOTE = '(?:"|&quot;|&#34;|&#x22;)';

    public function __construct(private ReferenceEditing $nodes) {}

    public function openings(string $bytes, string $label): array
    {
        return $this->nodes->openings($bytes, $label);
    }

    public function removal(string $bytes, ReferenceSite $site): ?array
    {
        $before = substr($bytes, max(0, $site->offset - 400), min(400, $site->offset));
        $end = $site->offset + $site->length;
        if (Pattern::matches('~'.self::QUOTE.'$~i', $before, $open) && Pattern::matches('~\G'.self::QUOTE.'~i', $bytes, $close, 0, $end)) {
            $start = $site->offset - strlen($open[0]);
            $end += strlen($close[0]);
            if (Pattern::matches('~\G[\s,]+(?='.self::QUOTE.')~i', $bytes, $gap, 0, $end)) {
                return [new Change($start, $end + strlen($gap[0]) - $start)];
            }
            if (Pattern::matches('~'.self::QUOTE.'([\s,]+)'.self::QUOTE.'$~i', $before, $gap)) {
                return [new Change($start - strlen($gap[1]), $end - $start + strlen($gap[1]))];
            }
        }

        return $this->nodes->removal($bytes, $site);
    }
}
