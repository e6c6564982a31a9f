<?php

declare(strict_types=1);

namespace App\Console;

use App\Drafts\DraftDesk;
use App\Models\Document;
use App\Quay\Quay;
use App\Rights\Right;
use App\Support\Refused;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Index\Scanner;
use Hafenbuch\Core\Path\Path;
use Symfony\Component\Console\Exception\InvalidOptionException;

final class WriteDraft extends HafenbuchCommand
{
    public const RIGHT = Right::Draft;

    protected $signature = 'draft {name} {path} {--from= : The file whose content becomes the draft; - for standard input}';

    protected $description = 'Set a draft’s content, for a new document too';

    public function handle(DraftDesk $drafts, Scanner $scanner): int
    {
        $from = $this->option('from');
        if (! is_string($from)) {
            throw new InvalidOptionException('draft needs --from FILE (or --from - for standard input).');
        }
        $workspace = $this->workspace();
        $person = $this->person($workspace);
        $path = Path::of((string) $this->argument('path'))->value;
        $bytes = $from === '-' ? stream_get_contents(STDIN) : @file_get_contents($from);
        if ($bytes === false) {
            throw Refused::because("{$from} cannot be read.");
        }
        $document = Document::at($workspace, $path);
        if ($document === null && WorkspaceFiles::of($workspace)->stat($path) !== null) {
            $scanner->run($workspace);
            $document = Document::at($workspace, $path);
        }
        $document = $document === null
            ? $drafts->begin($workspace, $path, $bytes, $person)
            : $drafts->write($document, $bytes, $person, null);
        (new Quay($workspace, $person))->open([$document->id]);
        $content = $document->contentState()->value;

        return $this->answer(
            ['path' => $document->path, 'content' => $content, 'revision' => $document->revision],
            ["{$document->path} is {$content} (revision {$document->revision})"],
        );
    }
}
