<?php

declare(strict_types=1);

namespace App\Saving;

use App\Drafts\DraftDesk;
use App\Models\Document;
use App\Models\Operation;
use App\Models\Workspace;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Reading\Formats;
use Hafenbuch\Core\Format\Rewriter;
use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Reference\PathMap;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Reference\UnwritableValue;

/** Carries a draft along that someone has written between plan and execution: it stays, and its references follow what has moved. */
final readonly class DraftCarrier
{
    public function __construct(private DraftDesk $drafts, private DiskContentStore $contents) {}

    public function carry(Workspace $workspace, Operation $operation, Document $document, string $from): void
    {
        $draft = $document->draft;
        if ($draft === null) {
            return;
        }
        $bytes = $this->contents->bytes($draft->hash);
        try {
            $rewritten = (new Rewriter(Formats::of($workspace), new Resolver($workspace->root)))->rewrite($bytes, $from, $document->path, PathMap::of($this->moves($operation)));
        } catch (UnwritableValue) {
            $rewritten = $bytes;
        }
        $this->drafts->put($document, $this->contents->keep($rewritten), $operation->person, "carried along with entry {$operation->number}");
    }

    /** @return array<string, string> old path to new path */
    private function moves(Operation $operation): array
    {
        $old = $new = [];
        foreach ($operation->lines as $line) {
            if ($line->action === Action::Remove->value) {
                $old[$line->document_id ?? ''] = $line->path;
            } elseif ($line->action === Action::Create->value) {
                $new[$line->document_id ?? ''] = $line->path;
            }
        }
        $moves = [];
        foreach (array_intersect_key($old, $new) as $id => $path) {
            $moves[$path] = $new[$id];
        }

        return $moves;
    }
}
