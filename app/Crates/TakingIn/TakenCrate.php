<?php

declare(strict_types=1);

namespace App\Crates\TakingIn;

/** What has come of taking in a crate. */
final readonly class TakenCrate
{
    /**
     * @param  list<ComingRow>  $rows
     * @param  int  $drafts  that were made or changed
     * @param  ?string  $session  that has what came open; null: nothing came
     * @param  ?string  $keptAs  the session that holds what was open before; null: nothing was
     */
    public function __construct(public array $rows, public int $drafts, public ?string $session, public ?string $keptAs) {}
}
