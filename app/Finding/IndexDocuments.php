<?php

declare(strict_types=1);

namespace App\Finding;

use App\Models\Workspace;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\Cache;

/** Reads the words of documents that have changed, where these are many. */
final class IndexDocuments implements ShouldQueue
{
    use Queueable;

    /** Behind what people wait for. */
    public const QUEUE = 'words';

    private const ROUND_SECONDS = 10;

    /** Who asks again meanwhile has asked already. */
    private const ASKED_SECONDS = 30;

    public int $timeout = 600;

    public int $tries = 1;

    private function __construct(private readonly int $workspaceId)
    {
        $this->onQueue(self::QUEUE);
    }

    public static function request(Workspace $workspace): bool
    {
        $isNew = Cache::add("words:{$workspace->id}", true, self::ASKED_SECONDS);
        if ($isNew) {
            dispatch(new self($workspace->id));
        }

        return $isNew;
    }

    public function handle(SearchIndex $index): void
    {
        $workspace = Workspace::query()->find($this->workspaceId);
        if ($workspace !== null && $index->catchUp($workspace, self::ROUND_SECONDS) > 0) {
            // What takes long lets others go first.
            dispatch(new self($workspace->id));
        } else {
            Cache::forget("words:{$this->workspaceId}");
        }
    }
}
