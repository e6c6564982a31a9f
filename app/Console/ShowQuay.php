<?php

declare(strict_types=1);

namespace App\Console;

use App\Quay\Quay;
use App\Quay\RowReader;

final class ShowQuay extends HafenbuchCommand
{
    protected $signature = 'quay {name} {--open=* : Open this document first} {--close=* : Close this one first}';

    protected $description = 'Show what is open, in its order';

    public function handle(RowReader $reader): int
    {
        $workspace = $this->workspace();
        $person = $this->person($workspace);
        $ids = fn (string $option): array => array_map(fn (mixed $path): string => $this->document($workspace, (string) $path)->id, array_values((array) $this->option($option)));
        $quay = new Quay($workspace, $person);
        [$open, $close] = [$ids('open'), $ids('close')];
        if ($open !== []) {
            $quay->open($open);
        }
        if ($close !== []) {
            $quay->close($close);
        }
        $arrangement = $quay->arrangement();
        $rows = [];
        foreach ($reader->rows($workspace, array_map(strval(...), array_keys($arrangement)), $person) as $id => $row) {
            $rows[] = ['path' => $row->path, 'content' => $row->content, 'held' => $arrangement[$id]];
        }

        return $this->answer($rows, $rows === [] ? ['Nothing is open.'] : array_map(static fn (array $row): string => sprintf('%-10s %s%s', $row['content'], $row['path'], $row['held'] ? '  (in the hold)' : ''), $rows));
    }
}
