<?php

declare(strict_types=1);

namespace App\Console;

use App\Rights\Right;
use App\Saving\Execution;
use App\Support\Refused;
use Hafenbuch\Core\Plan\Decision;

final class DiscardDraft extends HafenbuchCommand
{
    public const RIGHT = Right::Draft;

    protected $signature = 'discard {name} {path}';

    protected $description = 'Drop a draft (the logbook can bring it back)';

    public function handle(Execution $execution): int
    {
        $workspace = $this->workspace();
        $document = $this->document($workspace, (string) $this->argument('path'));
        if ($document->draft === null) {
            throw Refused::because("{$document->path} has no draft.");
        }
        $execution->save($workspace, $this->person($workspace), [$document->id => Decision::discard()], null, null);
        $document->refresh();
        $content = $document->dropped_at === null ? 'as saved' : null;

        return $this->answer(
            ['path' => $document->path, 'content' => $content],
            ["The draft of {$document->path} is dropped".($content === null ? '; it had no file.' : '.')],
        );
    }
}
