<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

use Hafenbuch\Core\Change\Changes;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\Reference\PathMap;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Reference\Target;
use Hafenbuch\Core\Reference\TargetKind;
use Hafenbuch\Core\Reference\UnwritableValue;

/** Rewrites the references of a content for the place where it will stand, and no other byte. */
final readonly class Rewriter
{
    public function __construct(private FormatRegistry $formats, private Resolver $resolver) {}

    /**
     * A reference that names the right file from the new place already keeps its spelling.
     *
     * @param  string  $from  the path at which the content's references are read
     * @param  string  $to  the path at which it will stand
     * @param  bool  $leavesHome  whether it goes where the workspace's folder is not, so that no reference may name that
     *
     * @throws UnwritableValue where a format cannot write the new reference
     */
    public function rewrite(string $bytes, string $from, string $to, PathMap $leads, bool $leavesHome = false): string
    {
        $reading = $this->formats->read($from, $bytes);
        $replacements = $moved = $staying = $gone = [];
        foreach ($reading->references as $number => $site) {
            $target = $this->resolver->resolve($from, $site->raw, $site->style, $reading->base);
            $end = $target->end();
            $wanted = $end === null ? null : $leads->from($end);
            if ($wanted === null || $wanted === Address::NOWHERE) {
                $gone = $wanted === null ? $gone : [...$gone, $number];

                continue;
            }
            // What comes from elsewhere must not lead out of the workspace and in again.
            $comesIn = Address::of($wanted) === null && ($from[0] === '/' || ($leavesHome && $site->isWrittenFromTheRoot()));
            $stays = $to === $from ? $end : $this->resolver->resolve($to, $site->raw, $site->style, $reading->base)->end();
            if ($comesIn || $stays !== $wanted) {
                $moved[$site->offset] = true;
                $replacements[] = [$site, $this->resolver->text($this->resolver->start($to, $reading->base), $wanted, $this->suffix($target, $end, $wanted), $site)];
            } else {
                $staying[] = $site;
            }
        }
        // What stands at one place with something that moves must be able to stay there.
        foreach ($staying as $site) {
            if (isset($moved[$site->offset])) {
                $replacements[] = [$site, $site->raw];
            }
        }

        return $this->without($from, $this->formats->spliced($from, $bytes, $replacements), $gone);
    }

    /** What chose a part of a web page means nothing in a file; the settings of a device stay with whatever stands in for it. */
    private function suffix(Target $target, string $end, string $wanted): string
    {
        return $target->kind === TargetKind::Web && $end !== $wanted ? '' : $target->suffix;
    }

    /**
     * Takes out references, by their numbers in the order of the content.
     *
     * @param  list<int>  $gone
     *
     * @throws UnwritableValue
     */
    private function without(string $from, string $bytes, array $gone): string
    {
        if ($gone === []) {
            return $bytes;
        }
        $format = $this->formats->nameFor($from);
        $sites = $this->formats->read($from, $bytes)->references;
        $edits = [];
        foreach ($gone as $number) {
            $site = $sites[$number] ?? throw UnwritableValue::in($format, Path::nameOf($from), 'its references are no longer told apart');
            array_push($edits, ...$this->formats->editing($from)?->removal($bytes, $site)
                ?? throw UnwritableValue::in($format, $site->raw, 'it cannot be taken out without changing what is counted there; point it elsewhere, or change the source'));
        }
        $left = Changes::of(...$edits)->apply($bytes);
        $now = $this->formats->read($from, $left);

        return $now->note === null && count($now->references) === count($sites) - count($gone) ? $left
            : throw UnwritableValue::in($format, $sites[$gone[0]]->raw, 'taking it out would change more than it; do it in the source');
    }
}
