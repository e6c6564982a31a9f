<?php

declare(strict_types=1);

namespace Tests\Bench;

use Hafenbuch\Core\Document\Access;
use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Planner;

/** Made-up unsaved documents, five references in each, half of which are to be saved. */
final readonly class Documents
{
    /**
     * @param  list<DocumentSnapshot>  $all
     * @param  array<string, Decision>  $decisions
     */
    private function __construct(private array $all, private array $decisions) {}

    public static function made(int $count): self
    {
        mt_srand(1853);
        $all = $decisions = [];
        for ($n = 0; $n < $count; $n++) {
            $id = "d{$n}";
            $targets = array_values(array_unique(array_map(static fn (): string => 'd'.mt_rand(0, $count - 1), range(1, 5))));
            $hash = hash('sha256', $id);
            $all[] = $n % 3 === 0
                ? new DocumentSnapshot($id, $id, null, $hash, null, OnDisk::nothing(), Access::writable(), $targets, [])
                : new DocumentSnapshot($id, $id, $hash, hash('sha256', "draft {$n}"), $hash, OnDisk::file($hash, 's'), Access::writable(), $targets, $targets);
            if ($n % 2 === 0) {
                $decisions[$id] = Decision::save();
            }
        }

        return new self($all, $decisions);
    }

    public function plan(): void
    {
        (new Planner)->plan(new Snapshot($this->all), $this->decisions);
    }

    /** The least that a plan has to do: to look once at each document, in another order than they lie, and at what it refers to. */
    public function passOver(): void
    {
        $byPath = [];
        foreach ($this->all as $document) {
            $byPath[$document->path] = $document;
        }
        $context = hash_init('sha256');
        $count = count($this->all);
        for ($n = 0; $n < $count; $n++) {
            $document = $this->all[$n * 3571 % $count];
            $found = array_map(static fn (string $path): ?string => $byPath[$path]->draftHash, $document->refersTo);
            hash_update($context, json_encode([$document->id, $document->path, $document->savedHash, $document->draftHash, $found], JSON_THROW_ON_ERROR));
        }
    }
}
