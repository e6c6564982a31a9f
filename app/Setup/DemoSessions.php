<?php

declare(strict_types=1);

namespace App\Setup;

use App\Drafts\DraftDesk;
use App\Drafts\WorkingContent;
use App\Models\Document;
use App\Models\Role;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Quay;
use App\Sessions\Keeping;
use App\Sessions\Sharing;
use App\Workspace\Index\Scanner;
use App\Workspace\Workspaces;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** The demo’s second workspace, and what its people have kept in the weeks before. */
final readonly class DemoSessions
{
    public function __construct(private Filesystem $files, private Scanner $scanner, private Keeping $keeping, private Sharing $sharing, private DraftDesk $drafts, private WorkingContent $working) {}

    /**
     * @param  array{workspace: string, folder: string}  $office
     * @param  array<string, User>  $people  by e-mail address
     */
    public function office(array $office, array $people): Workspace
    {
        Workspace::query()->where('name', $office['workspace'])->first()?->delete();
        $root = (config('hafenbuch.roots')[0] ?? throw new \LogicException('HAFENBUCH_ROOTS names no folder.'))."/{$office['folder']}";
        $this->files->deleteDirectory($root);
        $this->files->copyDirectory(base_path('demo/office'), $root);
        $people = array_values($people);
        $workspace = Workspaces::add($office['workspace'], $root, $people[0]);
        foreach (array_slice($people, 1) as $person) {
            $workspace->members()->attach($person->id, ['role' => Role::Writer->value]);
        }
        $this->scanner->run($workspace);

        return $workspace;
    }

    /**
     * @param  list<array{by: string, days: int, clock: string, name: string, everything: bool, note: string, open: array<string, list<string>>, edits?: list<array{path: string, was: string, now: string}>, shared?: list<string>, label?: string}>  $sessions
     * @param  array<string, Workspace>  $workspaces  by name
     * @param  array<string, User>  $people  by e-mail address
     */
    public function keep(array $sessions, array $workspaces, array $people): void
    {
        DB::table('kept_sessions')->whereIn('user_id', array_column($people, 'id'))->delete();
        foreach ($sessions as $session) {
            $person = $people[$session['by']];
            foreach ($session['open'] as $name => $paths) {
                (new Quay($workspaces[$name], $person))->arrange(array_fill_keys(array_map(fn (string $path): string => $this->known($workspaces[$name], $path)->id, $paths), false), true);
            }
            $former = $this->edit($session['edits'] ?? [], array_values($workspaces)[0], $person);
            try {
                Carbon::setTestNow(Carbon::now()->setTimezone('UTC')->startOfDay()->subDays($session['days'])->setTimeFromTimeString($session['clock']));
                $stage = $this->keeping->keep($person, $session['name'], array_values(array_map(static fn (string $name): Workspace => $workspaces[$name], array_keys($session['open']))), $session['everything'], $session['note'] ?: null);
            } finally {
                Carbon::setTestNow();
            }
            $stage->update(['label' => $session['label'] ?? null]);
            if (isset($session['shared'])) {
                $this->sharing->share($stage->session->load('person'), $person, array_map(static fn (string $name): Workspace => $workspaces[$name], $session['shared']));
            }
            foreach ($former as $id => $bytes) {
                $this->drafts->write(Document::query()->with('draft', 'workspace')->findOrFail($id), $bytes, $person, null);
            }
        }
    }

    /**
     * What another program has done since.
     *
     * @param  array{folder: string, moved: array<string, string>, gone: list<string>}  $office
     */
    public function disturb(Workspace $workspace, array $office): void
    {
        foreach ($office['moved'] as $from => $to) {
            $this->files->ensureDirectoryExists(dirname("{$workspace->root}/{$to}"));
            $this->files->move("{$workspace->root}/{$from}", "{$workspace->root}/{$to}");
        }
        foreach ($office['gone'] as $path) {
            $this->files->delete("{$workspace->root}/{$path}");
        }
        $this->scanner->run($workspace);
    }

    /**
     * Drafts as they were when the session was kept.
     *
     * @param  list<array{path: string, was: string, now: string}>  $edits
     * @return array<string, string> what the drafts are to be again, by document
     */
    private function edit(array $edits, Workspace $workspace, User $person): array
    {
        $former = [];
        foreach ($edits as $edit) {
            $document = $this->known($workspace, $edit['path']);
            $bytes = $this->working->bytes($document);
            $former[$document->id] ??= $bytes;
            $this->drafts->write($document, str_replace($edit['was'], $edit['now'], $bytes), $person, null);
        }

        return $former;
    }

    private function known(Workspace $workspace, string $path): Document
    {
        return Document::at($workspace, $path) ?? throw new \LogicException("The demo has no {$path} in {$workspace->name}.");
    }
}
