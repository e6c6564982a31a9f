<?php

declare(strict_types=1);

namespace App\Console\Crates;

use App\Console\HafenbuchCommand;
use App\Models\Crate;

final class ListCrates extends HafenbuchCommand
{
    protected $signature = 'crate:list {name}';

    protected $description = 'List the crates that were packed of a workspace';

    public function handle(): int
    {
        $crates = Crate::query()->with('person')->where('workspace_id', $this->workspace()->id)->orderByDesc('number')->get();

        return $this->answer($crates->map(static fn (Crate $crate): array => [
            'crate' => $crate->number, 'name' => $crate->name, 'for' => $crate->recipient, 'note' => $crate->note, 'at' => $crate->at->toIso8601ZuluString('millisecond'), 'by' => $crate->person?->email,
            'files' => $crate->files, 'bytes' => $crate->bytes, 'size' => $crate->size, 'hash' => $crate->hash, 'leadOut' => $crate->lead_out, 'leftOut' => $crate->left_out, 'kept' => $crate->file !== null, 'lent' => $crate->isOut(),
        ])->all(), array_values($crates->map(static fn (Crate $crate): string => sprintf('%4d  %s  %s%s, %d files, %s bytes%s', $crate->number, $crate->at->format('Y-m-d H:i'), $crate->name, $crate->recipient === null ? '' : " for {$crate->recipient}", $crate->files, number_format($crate->bytes), $crate->isOut() ? ', lent' : ''))->all()));
    }
}
