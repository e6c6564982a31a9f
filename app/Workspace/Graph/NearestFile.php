<?php

declare(strict_types=1);

namespace App\Workspace\Graph;

use App\Workspace\Kept\KeptFile;
use Hafenbuch\Core\Reference\Graph;
use Hafenbuch\Core\Reference\NearestMarked;

/**
 * What unsaved document is nearest below each, as it was found out after a graph’s file was written: with many drafts since, each question
 * about many rows would find it out again.
 */
final readonly class NearestFile
{
    private const FORM = 'Hafenbuch nearest 1';

    private const WHICH_BYTES = 16;

    private const NUMBER_BYTES = 4;

    private const LABEL_BYTES = 16;

    /**
     * @param  string  $which  of the graph’s file on which it rests
     * @return ?Graph null: nothing is kept that fits
     */
    public static function laidOver(string $path, string $which, Graph $graph): ?Graph
    {
        $file = KeptFile::open($path, self::FORM);
        if ($file === null || $file->take(self::WHICH_BYTES) !== self::short($which)) {
            return null;
        }
        ['nodes' => $nodes, 'marks' => $marks, 'changed' => $changed] = $file->numbers('Vnodes/Vmarks/Vchanged');
        // New documents have other numbers each time.
        if ($nodes !== $graph->nodes()->count()) {
            return null;
        }
        $packedMarks = $file->take(self::NUMBER_BYTES * $marks);
        $numbers = array_values((array) unpack('V*', $file->take(2 * self::NUMBER_BYTES * $changed)));
        $labels = $file->later(self::LABEL_BYTES * $nodes);
        $sums = [];
        for ($i = 0; $i < count($numbers) - 1; $i += 2) {
            $sums[$numbers[$i]] = $numbers[$i + 1];
        }

        return $file->isSound() ? $graph->knowing(NearestMarked::kept($labels, $packedMarks), $sums) : null;
    }

    /** @param Graph $settled the same graph, which knows what is nearest */
    public static function write(string $path, string $which, Graph $graph, Graph $settled): void
    {
        $nearest = $settled->nearest();
        if ($nearest === null) {
            return;
        }
        $sums = $graph->changedSums();
        $numbers = [];
        foreach ($sums as $node => $sum) {
            array_push($numbers, $node, $sum);
        }
        $marks = $nearest->packedMarks();
        KeptFile::write($path, self::FORM, [
            self::short($which), pack('VVV', $graph->nodes()->count(), intdiv(strlen($marks), self::NUMBER_BYTES), count($sums)), $marks, $numbers === [] ? '' : pack('V*', ...$numbers), $nearest->labels->all(),
        ]);
    }

    private static function short(string $which): string
    {
        return hash('xxh128', $which, true);
    }
}
