<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** Which nodes of a graph refer to a marked one, at any depth: each is looked at once, however many there are and however far that is. */
final class Reaching
{
    public const YES = '1';

    public const NO = '0';

    /**
     * @param  list<int>  $marks  by their numbers
     * @return string for each node a letter; a marked one counts where it refers to itself by way of others too
     */
    public static function of(Adjacency $referrers, array $marks): string
    {
        return self::andAlso(str_repeat(self::NO, $referrers->count()), $referrers, $marks);
    }

    /**
     * Where more nodes are marked than those of which it is known.
     *
     * @param  string  $reaches  as it is known; of a marked node it may say too little
     * @param  list<int>  $marks  the others
     */
    public static function andAlso(string $reaches, Adjacency $referrers, array $marks): string
    {
        // Whatever refers to one that is known to reach a marked one reaches it too, so that nothing above it is looked at again.
        for ($nodes = $marks; $nodes !== []; $nodes = $next) {
            $next = [];
            foreach ($nodes as $node) {
                foreach ($referrers->at($node) as $referrer) {
                    if ($reaches[$referrer] === self::NO) {
                        $reaches[$referrer] = self::YES;
                        $next[] = $referrer;
                    }
                }
            }
        }

        return $reaches;
    }
}
