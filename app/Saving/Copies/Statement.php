<?php

declare(strict_types=1);

namespace App\Saving\Copies;

use App\Models\Document;
use App\Models\Operation;
use App\Models\OperationLine;
use App\Models\Workspace;
use App\Support\ManyValues;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Reading\Formats;
use Hafenbuch\Core\Plan\ReasonKind;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Reference\TargetKind;
use Hafenbuch\Core\Write\UnableToRead;

/** What a copy has become, read from the files on disk. */
final readonly class Statement
{
    /**
     * @param  int  $copied  documents
     * @param  int  $inside  references from a copy to a copy
     * @param  int  $back  references from a copy to a document that was copied along
     * @param  int  $shared  references from a copy to other documents of the workspace
     * @param  int  $strays  references from a copy to nothing
     * @param  list<string>  $unread  paths of copies that are not there or cannot be read
     */
    private function __construct(public int $copied, public int $inside, public int $back, public int $shared, public int $strays, public array $unread) {}

    public static function of(Workspace $workspace, Operation $operation): self
    {
        $lines = $operation->lines->filter(static fn (OperationLine $line): bool => $line->reason === ReasonKind::Copied->value && $line->after_hash !== null);
        $copies = array_fill_keys($lines->pluck('path')->all(), true);
        $originals = array_fill_keys(ManyValues::among(Document::query(), 'id', $lines->pluck('origin_id')->all())->pluck('path')->all(), true);
        $files = WorkspaceFiles::of($workspace);
        $resolver = new Resolver($workspace->root);
        $count = ['inside' => 0, 'back' => 0, 'shared' => 0, 'strays' => 0];
        $unread = [];
        foreach (array_keys($copies) as $path) {
            try {
                $bytes = $files->bytes((string) $path);
            } catch (UnableToRead) {
                $unread[] = (string) $path;

                continue;
            }
            $reading = Formats::of($workspace)->read((string) $path, $bytes);
            foreach ($reading->references as $site) {
                $target = $resolver->resolve((string) $path, $site->raw, $site->style, $reading->base);
                if ($target->kind === TargetKind::File && $target->path !== null) {
                    $count[match (true) {
                        isset($copies[$target->path]) => 'inside',
                        isset($originals[$target->path]) => 'back',
                        $files->stat($target->path) !== null => 'shared',
                        default => 'strays',
                    }]++;
                }
            }
        }

        return new self(count($copies) - count($unread), $count['inside'], $count['back'], $count['shared'], $count['strays'], $unread);
    }
}
