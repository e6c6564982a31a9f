<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Drafts\DraftDesk;
use App\Models\Document;
use App\Models\Workspace;
use App\Workspace\Settings;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Write\UnableToRead;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

/** Draws the pictures of some documents, behind everything else that waits. */
final class DrawPictures implements ShouldQueue
{
    use Queueable;

    public const QUEUE = 'pictures';

    public int $timeout = 600;

    public int $tries = 1;

    /** @param list<string> $documentIds */
    public function __construct(private readonly int $workspaceId, private readonly array $documentIds)
    {
        $this->onQueue(self::QUEUE);
    }

    public function handle(Shown $shown, DraftDesk $drafts): void
    {
        $workspace = Workspace::query()->find($this->workspaceId);
        if ($workspace === null) {
            return;
        }
        $folder = new PictureFolder($workspace);
        $ways = Settings::of($workspace)->ways()->json();
        $process = new DrawingProcess;
        try {
            // What they show may be other than when it was asked for.
            foreach ($shown->of($workspace, $this->documentIds) as $id => ['key' => $key, 'parts' => $parts]) {
                if ($folder->look($key) !== null) {
                    continue;
                }
                try {
                    $folder->keep($key, $process->draw($this->subject($workspace, $drafts, (string) $id, $parts, $ways)));
                } catch (CannotDraw $why) {
                    $folder->keepWhyNot($key, $why->getMessage());
                }
            }
        } finally {
            $process->end();
        }
    }

    /**
     * @param  list<string>  $parts
     *
     * @throws CannotDraw
     */
    private function subject(Workspace $workspace, DraftDesk $drafts, string $id, array $parts, string $ways): Subject
    {
        $documents = Document::query()->with('draft')->whereIn('id', [$id, ...$parts])->get()->keyBy('id');
        $files = [];
        foreach ([$id, ...$parts] as $one) {
            $document = $documents[$one] ?? null;
            try {
                $lies = $document === null ? null : $drafts->workingFile($document->setRelation('workspace', $workspace));
            } catch (UnableToRead|InvalidPath) {
                $lies = null;
            }
            if ($document !== null && $lies !== null) {
                $files[$document->path] = $lies['file'];
            }
        }
        $own = $documents[$id]->path ?? '';
        $file = $files[$own] ?? throw CannotDraw::because('its content cannot be read');
        unset($files[$own]);

        return new Subject($own, $file, $documents[$id]->title ?? null, $files, $workspace->root, $ways);
    }
}
