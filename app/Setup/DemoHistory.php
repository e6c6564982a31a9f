<?php

declare(strict_types=1);

namespace App\Setup;

use App\Drafts\DraftDesk;
use App\Drafts\WorkingContent;
use App\Models\Document;
use App\Models\Operation;
use App\Models\User;
use App\Models\Workspace;
use App\Saving\Execution;
use Hafenbuch\Core\Plan\Decision;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Support\Carbon;

/**
 * Weeks of work that lie before the demo begins. The files tell how it ended, and demo/history.json what each entry
 * changed; so the beginning is found by going back, and every entry is then saved as its person would have.
 */
final readonly class DemoHistory
{
    public function __construct(private Filesystem $files, private DraftDesk $drafts, private WorkingContent $working, private Execution $desk) {}

    /** @return list<array{days: int, clock: string, by: string, note: string, changes?: list<array{path: string, was: string, now: string}>, label?: string, move?: array{string, string}, delete?: string}> */
    private function entries(): array
    {
        return json_decode($this->files->get(base_path('demo/history.json')), true, 16, JSON_THROW_ON_ERROR);
    }

    /** Puts the files back to what they were before the first entry. */
    public function rewind(string $root): void
    {
        foreach (array_reverse($this->entries()) as $entry) {
            foreach (array_reverse($entry['changes'] ?? []) as $change) {
                $this->files->put("{$root}/{$change['path']}", self::replaced($this->files->get("{$root}/{$change['path']}"), $change['now'], $change['was'], $change['path']));
            }
            if (isset($entry['move'])) {
                $this->files->move("{$root}/{$entry['move'][1]}", "{$root}/{$entry['move'][0]}");
            }
            if (isset($entry['delete'])) {
                $this->files->copy(base_path("demo/history/{$entry['delete']}"), "{$root}/{$entry['delete']}");
            }
        }
    }

    /** @param array<string, User> $people by e-mail address */
    public function play(Workspace $workspace, array $people): void
    {
        try {
            foreach ($this->entries() as $entry) {
                Carbon::setTestNow(Carbon::now()->setTimezone('UTC')->startOfDay()->subDays($entry['days'])->setTimeFromTimeString($entry['clock']));
                $this->entry($workspace, $entry, $people[$entry['by']]);
                Carbon::setTestNow();
            }
        } finally {
            Carbon::setTestNow();
        }
    }

    /** @param array{note: string, changes?: list<array{path: string, was: string, now: string}>, label?: string, move?: array{string, string}, delete?: string} $entry */
    private function entry(Workspace $workspace, array $entry, User $person): void
    {
        if (isset($entry['move'])) {
            $this->desk->save($workspace, $person, [$this->known($workspace, $entry['move'][0])->id => Decision::move($entry['move'][1])], null, $entry['note'], Operation::MOVE);

            return;
        }
        if (isset($entry['delete'])) {
            $this->desk->save($workspace, $person, [$this->known($workspace, $entry['delete'])->id => Decision::delete()], null, $entry['note'], Operation::DELETE);

            return;
        }
        $saved = [];
        foreach ($entry['changes'] ?? [] as $change) {
            $document = $this->known($workspace, $change['path']);
            $this->drafts->write($document, self::replaced($this->working->bytes($document), $change['was'], $change['now'], $change['path']), $person, null);
            $saved[$document->id] = Decision::save();
        }
        $operation = $this->desk->save($workspace, $person, $saved, null, $entry['note']);
        if (isset($entry['label'])) {
            Document::query()->findOrFail(array_key_first($saved))->versions()->where('operation_id', $operation?->id)->update(['label' => $entry['label']]);
        }
    }

    private static function replaced(string $text, string $was, string $now, string $path): string
    {
        return substr_count($text, $was) === 1 ? str_replace($was, $now, $text) : throw new \LogicException("The demo’s history does not fit {$path}: “{$was}” is there ".substr_count($text, $was).' times.');
    }

    private function known(Workspace $workspace, string $path): Document
    {
        return Document::at($workspace, $path) ?? throw new \LogicException("The demo’s history has no {$path}.");
    }
}
