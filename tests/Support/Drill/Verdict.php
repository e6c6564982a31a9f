<?php

declare(strict_types=1);

namespace Tests\Support\Drill;

use App\Models\Operation;
use App\Models\Workspace;
use App\Saving\Execution;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Index\Scanner;
use App\Workspace\Reading\ContentReader;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Link\LinkContent;
use Illuminate\Support\Facades\DB;

/** Looks at what a drill has left, by the files, the tables and what the workers were told; it asks no service of ours how things are. */
final class Verdict
{
    /** @var list<string> */
    public array $faults = [];

    /** @var array<string, int> */
    public array $counts = ['drafts' => 0, 'entries' => 0, 'warned' => 0, 'outside' => 0, 'needs a person' => 0, 'lost outside' => 0];

    /** @var array<string, array{revision: int, hash: string}> by document: the last draft that was acknowledged */
    private array $drafts = [];

    /** @var array<string, true> "path > target" */
    private array $warnings = [];

    /** @var list<array{path: string, hash: string, at: float}> */
    private array $outside = [];

    private function __construct(private readonly Workspace $workspace) {}

    /** Lets everything come to rest, then looks. */
    public static function on(Workspace $workspace, DrillLog $log): self
    {
        $before = DB::table('operations')->where('workspace_id', $workspace->id)->whereIn('state', Operation::UNFINISHED)->count();
        app(Execution::class)->recoverNow($workspace);
        // Whoever was killed last has left what it was reading; times are whole seconds.
        app(Scanner::class)->run($workspace);
        $self = self::look($workspace, $log);
        $self->counts['recovered'] = $before;

        return $self;
    }

    public static function look(Workspace $workspace, DrillLog $log): self
    {
        $self = new self($workspace);
        $self->read($log);
        $self->entries();
        $self->files();
        $self->references();
        $self->acknowledged();
        $self->strays();
        $self->contents();

        return $self;
    }

    private function read(DrillLog $log): void
    {
        $seen = [];
        foreach ($log->lines() as $line) {
            switch ($line['what']) {
                case 'fault':
                    $this->faults[] = "{$line['role']}: {$line['message']}\n{$line['trace']}";
                    break;
                case 'draft':
                    $this->counts['drafts']++;
                    $other = $seen[$line['document']][$line['revision']] ?? null;
                    if ($other !== null && $other !== $line['hash']) {
                        $this->faults[] = "Revision {$line['revision']} of {$line['document']} was acknowledged twice, for two contents.";
                    }
                    $seen[$line['document']][$line['revision']] = $line['hash'];
                    if ($line['revision'] >= ($this->drafts[$line['document']]['revision'] ?? 0)) {
                        $this->drafts[$line['document']] = ['revision' => $line['revision'], 'hash' => $line['hash']];
                    }
                    if (DB::table('draft_steps')->where('document_id', $line['document'])->where('hash', $line['hash'])->doesntExist()) {
                        $this->faults[] = "A draft of {$line['document']} that was acknowledged as revision {$line['revision']} is in none of its steps.";
                    }
                    break;
                case 'entry':
                    $this->counts['entries']++;
                    $state = DB::table('operations')->where('id', $line['id'])->value('state');
                    if (! in_array($state, [Operation::DONE, Operation::TAKEN_BACK], true)) {
                        $this->faults[] = "Entry {$line['id']} was acknowledged and is “{$state}”.";
                    }
                    break;
                case 'warned':
                    $this->counts['warned']++;
                    $this->warnings["{$line['path']} > {$line['message']}"] = true;
                    break;
                case 'outside':
                    $this->counts['outside']++;
                    $this->outside[] = ['path' => $line['path'], 'hash' => $line['hash'], 'at' => $line['at']];
            }
        }
    }

    private function entries(): void
    {
        $foreign = array_fill_keys(array_column($this->outside, 'hash'), true);
        foreach (DB::table('operations')->where('workspace_id', $this->workspace->id)->get() as $entry) {
            if (in_array($entry->state, Operation::UNFINISHED, true)) {
                $this->faults[] = "Entry {$entry->number} is still “{$entry->state}”.";
            }
            if ($entry->state === Operation::NEEDS_PERSON) {
                $this->counts['needs a person']++;
                $found = json_decode((string) $entry->found, true) ?? [];
                if (array_filter($found, static fn (?string $hash): bool => $hash !== null && isset($foreign[$hash])) === []) {
                    $this->faults[] = "Entry {$entry->number} asks a person, and no other program wrote there: {$entry->message}";
                }
            }
        }
        $numbers = DB::table('operations')->where('workspace_id', $this->workspace->id)->orderBy('number')->pluck('number')->all();
        if ($numbers !== [] && $numbers !== range(1, count($numbers))) {
            $this->faults[] = 'The numbers of the logbook have gaps.';
        }
    }

    private function files(): void
    {
        clearstatcache();
        $onDisk = [];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($this->workspace->root, \FilesystemIterator::SKIP_DOTS)) as $file) {
            $path = substr((string) $file, strlen($this->workspace->root) + 1);
            if (str_starts_with(basename($path), '.hafenbuch-')) {
                $this->faults[] = "{$path} was left behind.";
            } elseif (! str_starts_with(basename($path), '.')) {
                $onDisk[$path] = is_link((string) $file) ? hash('sha256', LinkContent::MARK.readlink((string) $file)) : (string) hash_file('sha256', (string) $file);
            }
        }
        $known = [];
        foreach (DB::table('documents')->where('workspace_id', $this->workspace->id)->whereNotNull('file_key')->get() as $row) {
            if (! $row->is_gone) {
                $known[$row->path] = $row->saved_hash;
            } elseif (isset($onDisk[$row->path])) {
                $this->faults[] = "{$row->path} counts as gone and is there.";
            }
            if ($row->file_key !== $row->path_key || $row->path_key !== hash('sha256', $row->path) || $row->dropped_at !== null) {
                $this->faults[] = "{$row->path} has keys that are not its own, or was dropped with its file.";
            }
        }
        foreach (array_keys($onDisk + $known) as $path) {
            if (($onDisk[$path] ?? null) !== ($known[$path] ?? null)) {
                $this->faults[] = "{$path}: the file is ".($onDisk[$path] ?? 'missing').', the row says '.($known[$path] ?? 'nothing').'.';
            }
        }
    }

    private function references(): void
    {
        $reader = new ContentReader(FormatRegistry::standard(), $this->workspace->root);
        $store = app(DiskContentStore::class);
        $rows = DB::table('documents')->leftJoin('drafts', 'drafts.document_id', '=', 'documents.id')->where('workspace_id', $this->workspace->id)->whereNull('dropped_at')->where('is_gone', false)
            ->get(['documents.id', 'path', 'title', 'saved_hash', 'drafts.hash as draft']);
        foreach ($rows as $row) {
            foreach ([0 => $row->saved_hash, 1 => $row->draft] as $layer => $hash) {
                $kept = DB::table('document_references')->where('document_id', $row->id)->where('in_draft', $layer)->orderBy('position')->get(['raw', 'target_path'])->map(static fn (object $one): array => [$one->raw, $one->target_path])->all();
                $bytes = $hash === null ? '' : ($store->has($hash) ? $store->bytes($hash) : $this->onDisk($row->path));
                $read = $reader->read($row->path, $bytes);
                if ($kept !== array_map(static fn (array $one): array => [$one['raw'], $one['target_path']], $read->references)) {
                    $this->faults[] = "{$row->path}: the references of its ".($layer === 1 ? 'draft' : 'file').' are not those that are recorded.';
                }
                if ($hash !== null && ($layer === 1 || $row->draft === null) && $read->title !== $row->title) {
                    $this->faults[] = "{$row->path}: it is called “{$row->title}”, and its content says “{$read->title}”.";
                }
            }
        }
    }

    private function onDisk(string $path): string
    {
        $file = "{$this->workspace->root}/{$path}";

        return is_link($file) ? LinkContent::MARK.readlink($file) : (string) @file_get_contents($file);
    }

    /** The last draft of a document stands, unless something that rose the revision came after it. */
    private function acknowledged(): void
    {
        foreach ($this->drafts as $id => $last) {
            $row = DB::table('documents')->leftJoin('drafts', 'drafts.document_id', '=', 'documents.id')->where('documents.id', $id)->first(['revision', 'saved_hash', 'drafts.hash as draft', 'is_gone', 'dropped_at']);
            if ($row === null || $row->revision < $last['revision']) {
                $this->faults[] = "{$id} was acknowledged at revision {$last['revision']} and is at ".($row->revision ?? 'none').'.';
            } elseif ($row->revision === $last['revision'] && ($row->draft ?? $row->saved_hash) !== $last['hash']) {
                $this->faults[] = "{$id} holds another content at the revision that was acknowledged last.";
            }
        }
    }

    /** Every reference of a file that leads to nothing was announced, or another program brought it about. */
    private function strays(): void
    {
        $targets = DB::table('document_references as r')->join('documents as d', 'd.id', '=', 'r.document_id')
            ->where('r.workspace_id', $this->workspace->id)->where('r.in_draft', false)->where('r.target_kind', 'file')->whereNull('d.dropped_at')->where('d.is_gone', false)
            ->get(['d.path', 'r.target_path']);
        $touched = array_fill_keys(array_column($this->outside, 'path'), true);
        foreach ($targets as $one) {
            if (is_file("{$this->workspace->root}/{$one->target_path}") || is_link("{$this->workspace->root}/{$one->target_path}") || isset($touched[$one->path]) || isset($touched[$one->target_path])) {
                continue;
            }
            foreach (array_keys($this->warnings) as $warning) {
                if (str_contains((string) $warning, $one->target_path)) {
                    continue 2;
                }
            }
            $this->faults[] = "{$one->path} points at {$one->target_path}, which is not there, and nobody was warned.";
        }
    }

    /** Every content that anything refers to is kept and sound; what other programs wrote is somewhere too. */
    private function contents(): void
    {
        $store = app(DiskContentStore::class);
        $hashes = [
            ...DB::table('versions as v')->join('documents as d', 'd.id', '=', 'v.document_id')->where('workspace_id', $this->workspace->id)->pluck('v.hash')->all(),
            ...DB::table('drafts')->join('documents as d', 'd.id', '=', 'drafts.document_id')->where('workspace_id', $this->workspace->id)->pluck('drafts.hash')->all(),
            ...DB::table('session_items')->where('workspace_id', $this->workspace->id)->whereNotNull('draft_hash')->pluck('draft_hash')->all(),
        ];
        foreach (DB::table('operation_lines as l')->join('operations as o', 'o.id', '=', 'l.operation_id')->where('workspace_id', $this->workspace->id)->where('kind', '!=', Operation::OUTSIDE)->get(['before_hash', 'after_hash', 'draft_before', 'draft_after', 'action']) as $line) {
            $isFile = in_array($line->action, ['create', 'write', 'replace', 'remove'], true);
            array_push($hashes, ...array_filter([$isFile ? $line->before_hash : null, $isFile ? $line->after_hash : null, $line->draft_before, $line->draft_after]));
        }
        foreach (array_unique($hashes) as $hash) {
            if (! $store->isSound($hash)) {
                $this->faults[] = "The content {$hash} is missing or damaged.";
            }
        }
        $isLater = [];
        foreach (array_reverse($this->outside) as $write) {
            $isKept = isset($isLater[$write['path']]) || $store->has($write['hash']) || DB::table('documents')->where('saved_hash', $write['hash'])->exists();
            $this->counts['lost outside'] += $isKept ? 0 : 1;
            $isLater[$write['path']] = true;
        }
    }
}
