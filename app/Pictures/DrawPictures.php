<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Drafts\WorkingContent;
use App\Models\Document;
use App\Models\Workspace;
use App\Support\ManyValues;
use App\Workspace\Files\DiskContentStore;
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

    /** Never more, whatever waits: people work beside it. */
    private const AT_ONCE = 2;

    private const ROUND_SECONDS = 10;

    private const LOOK_MICROSECONDS = 300;

    public int $timeout = 600;

    public int $tries = 1;

    /** @param list<string> $asked as Shown takes it */
    public function __construct(private readonly int $workspaceId, private readonly array $asked)
    {
        $this->onQueue(self::QUEUE);
    }

    public function handle(Shown $shown, WorkingContent $working, DiskContentStore $kept): void
    {
        $workspace = Workspace::query()->find($this->workspaceId);
        if ($workspace === null) {
            return;
        }
        $folder = new PictureFolder($workspace);
        $ways = Settings::of($workspace)->ways()->json();
        // What they show may be other than when it was asked for.
        $left = array_filter($shown->of($workspace, $this->asked), static fn (Showing $one): bool => $folder->look($one->key) === null);
        /** @var list<array{process: DrawingProcess, key: ?string}> $hands */
        $hands = array_map(static fn (): array => ['process' => new DrawingProcess, 'key' => null], range(1, min(self::AT_ONCE, max(1, count($left)))));
        $until = microtime(true) + self::ROUND_SECONDS;
        try {
            while (($left !== [] && microtime(true) < $until) || array_filter(array_column($hands, 'key')) !== []) {
                foreach ($hands as $number => ['process' => $process, 'key' => $key]) {
                    try {
                        if ($key === null && $left !== [] && microtime(true) < $until) {
                            $showing = array_shift($left);
                            $key = $showing->key;
                            $subject = $this->subject($workspace, $working, $kept, $showing, $ways);
                            if ($subject === null) {
                                $folder->leave($key);

                                continue;
                            }
                            $process->begin($subject);
                            $hands[$number]['key'] = $key;
                        } elseif ($key !== null && ($drawn = $process->drawn()) !== null) {
                            $folder->keep($key, $drawn);
                            $hands[$number]['key'] = null;
                        }
                    } catch (CannotDraw $why) {
                        $folder->keepWhyNot((string) $key, $why->getMessage());
                        $hands[$number]['key'] = null;
                    }
                }
                usleep(self::LOOK_MICROSECONDS);
            }
        } finally {
            array_map(static fn (array $hand) => $hand['process']->end(), $hands);
        }
        if ($left !== []) {
            // What takes long lets scans go first.
            self::dispatch($this->workspaceId, array_map(strval(...), array_keys($left)));
        }
    }

    /**
     * @return ?Subject null: somebody has written meanwhile, and under this key nothing else may stand
     *
     * @throws CannotDraw
     */
    private function subject(Workspace $workspace, WorkingContent $working, DiskContentStore $kept, Showing $showing, string $ways): ?Subject
    {
        $id = $showing->documentId();
        $documents = ManyValues::among(Document::query()->with('draft'), 'id', array_keys($showing->hashes))->get()->keyBy('id');
        $contents = [];
        foreach ($showing->hashes as $one => $hash) {
            $document = $documents[$one] ?? null;
            if ($document !== null && $one === $id && $showing->isKept) {
                if ($kept->has($hash)) {
                    $contents[$document->path] = $kept->file($hash);
                }

                continue;
            }
            if ($document?->workingHash() !== $hash) {
                return null;
            }
            try {
                $lies = $working->file($document->setRelation('workspace', $workspace));
            } catch (UnableToRead|InvalidPath) {
                $lies = null;
            }
            if ($lies !== null) {
                $contents[$document->path] = $lies['within'] === $workspace->root ? null : $lies['file'];
            }
        }
        $own = $documents[$id]->path ?? '';
        if (! array_key_exists($own, $contents)) {
            throw CannotDraw::because('its content cannot be read');
        }

        return new Subject($own, $documents[$id]->title ?? null, $contents, $workspace->root, $ways, $showing->aspect);
    }
}
