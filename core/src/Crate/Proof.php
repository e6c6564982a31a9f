<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

use Hafenbuch\Core\Crate\Bag\BagFault;

/** Proves that every reference in a crate ends in it, or is listed as one that does not. */
final class Proof
{
    /** @var list<BagFault> */
    private array $faults = [];

    public int $references = 0;

    /** @var array<string, int> by path and text of a reference: how many of them may lead out */
    private array $listed = [];

    /**
     * @param  array<string, mixed>  $files  by path in the crate
     * @param  array<string, mixed>  $madeAgain  by path in the crate: what was left out
     * @param  list<array{path: string, raw: string}>  $leadOut
     */
    public function __construct(private readonly array $files, private readonly array $madeAgain, array $leadOut)
    {
        foreach ($leadOut as $lead) {
            $this->listed[self::key($lead['path'], $lead['raw'])] = 1 + ($this->listed[self::key($lead['path'], $lead['raw'])] ?? 0);
        }
    }

    /** @param list<PackedReference> $references */
    public function look(string $path, array $references): void
    {
        foreach ($references as $reference) {
            $this->references++;
            if ($reference->to !== null && (isset($this->files[$reference->to]) || isset($this->madeAgain[$reference->to]))) {
                continue;
            }
            $key = self::key($path, $reference->raw);
            if (($this->listed[$key] ?? 0) > 0) {
                $this->listed[$key]--;
            } else {
                $this->faults[] = new BagFault($path, "“{$reference->raw}” leads out of the crate, which does not say so".($reference->to === null ? '.' : ": {$reference->to} is not in it."));
            }
        }
    }

    /** @return list<BagFault> */
    public function faults(): array
    {
        return $this->faults;
    }

    private static function key(string $path, string $raw): string
    {
        return "{$path}\0{$raw}";
    }
}
