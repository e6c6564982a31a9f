<?php

declare(strict_types=1);

namespace App\TakeIn;

use App\Models\Operation;

/** What has come of taking in, counted afterwards. */
final readonly class TakenIn
{
    /**
     * @param  ?Operation  $entry  null: there was nothing to do
     * @param  int  $taken  files that came in
     * @param  int  $inside  references that end inside now
     * @param  list<array{raw: string, path: string, why: string}>  $outside  references that still end outside, with the documents
     */
    public function __construct(public ?Operation $entry, public int $taken, public int $inside, public array $outside) {}
}
