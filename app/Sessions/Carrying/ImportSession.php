<?php

declare(strict_types=1);

namespace App\Sessions\Carrying;

use App\Models\KeptSession;
use App\Models\SessionStage;
use App\Models\User;
use App\Models\Workspace;
use App\Sessions\Keeping;
use App\Sessions\Limits;
use App\Sessions\SessionCopy;
use App\Sessions\SessionList;
use App\Sessions\StageReader;
use App\Sessions\StepsFile;
use App\Support\BulkInsert;
use App\Support\Refused;
use App\Support\ZipBounds;
use App\Workspace\Files\DiskContentStore;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Session\DocumentNow;
use Hafenbuch\Core\Session\Finder;
use Hafenbuch\Core\Session\Found;
use Hafenbuch\Core\Session\KeptDocument;
use Illuminate\Support\Facades\DB;

/**
 * Takes in a session from a ZIP file: its drafts as drafts of the session, never as files. Nothing in the file is believed:
 * sizes are bounds, hashes are computed, and names only find entries of the file itself.
 */
final readonly class ImportSession
{
    private const DESCRIPTION = 'session.json';

    private const TRIES = 5;

    public function __construct(private SessionList $sessions, private StageReader $reader, private StepsFile $steps, private DiskContentStore $contents) {}

    /**
     * @param  ?Workspace  $into  where all of its documents are looked for; null: each in the workspace of the same name
     *
     * @throws Refused
     */
    public function from(string $file, User $person, ?Workspace $into): Imported
    {
        ZipBounds::check($file);
        $zip = new \ZipArchive;
        if (@$zip->open($file, \ZipArchive::RDONLY) !== true) {
            throw Refused::because('This ZIP file is damaged. Was it sent whole? Nothing was taken in.');
        }
        try {
            $given = Description::of($this->text($zip));
            $contents = $this->takeContents($zip, $given);
        } finally {
            $zip->close();
        }

        return DB::transaction(fn (): Imported => $this->record($given, $contents, $person, $into), self::TRIES);
    }

    private function text(\ZipArchive $zip): string
    {
        $most = (int) config('limits.session_description');
        if ($zip->locateName(self::DESCRIPTION) === false) {
            throw Refused::because('The ZIP file has no session.json, so it is no session. Nothing was taken in.');
        }
        $text = stream_get_contents($this->entry($zip, self::DESCRIPTION, $most));

        return $text === false ? throw Refused::because('session.json cannot be read; the ZIP file is damaged. Nothing was taken in.') : $text;
    }

    /**
     * Puts the drafts, their steps and what these begin with into the store; without a row that names them they are swept later.
     *
     * @return array{whole: list<string>, steps: array<string, string>} hashes: of the whole contents of steps, and of the files with the steps by their names
     */
    private function takeContents(\ZipArchive $zip, Description $given): array
    {
        $wanted = [];
        $steps = [];
        foreach ($given->documents as $one) {
            if ($given->everything && $one['draft'] !== null) {
                $wanted[$one['draft']['file']] = [$one['draft']['sha256'], $one['draft']['size']];
                if ($one['draft']['steps'] !== null) {
                    $steps[$one['draft']['steps']] = '';
                }
            }
        }
        $this->refuseWithoutRoom(array_sum(array_column($wanted, 1)));
        $this->take($zip, $wanted);
        $whole = [];
        foreach (array_keys($steps) as $name) {
            $steps[$name] = $this->takeSteps($zip, (string) $name);
            foreach ($this->steps->lines($steps[$name]) as $line) {
                if (! isset($line['change'])) {
                    $whole[(string) $line['file']] = [$line['sha256'], min($line['size'], (int) config('limits.content'))];
                }
            }
        }
        $this->refuseWithoutRoom(array_sum(array_column($whole, 1)));
        $this->take($zip, array_filter($whole, fn (array $one): bool => ! $this->contents->hold($one[0])));

        return ['whole' => array_column($whole, 0), 'steps' => $steps];
    }

    /** @param array<string, array{string, int}> $wanted SHA-256 and bytes, by the name of the entry */
    private function take(\ZipArchive $zip, array $wanted): void
    {
        $entries = (function () use ($zip, $wanted): \Generator {
            foreach ($wanted as $name => [, $size]) {
                yield $this->entry($zip, (string) $name, $size);
            }
        })();
        // One after the other is opened; all are brought to the disk together.
        foreach (array_map(null, array_keys($wanted), array_column($wanted, 0), $this->contents->putAll($entries)) as [$name, $said, $hash]) {
            if ($hash !== $said) {
                throw Refused::because("{$name} is not what session.json says: its SHA-256 is {$hash}, and {$said} was said. Nothing was taken in.");
            }
        }
    }

    private function takeSteps(\ZipArchive $zip, string $name): string
    {
        return $this->contents->put($this->entry($zip, $name, (int) config('limits.content')));
    }

    /**
     * @param  int  $most  bytes; what the list of entries says is looked at first, and what really comes is counted
     * @return resource
     */
    private function entry(\ZipArchive $zip, string $name, int $most)
    {
        $said = $zip->statName($name) ?: throw Refused::because("The ZIP file has no {$name}, which session.json names. Nothing was taken in.");
        if ($said['size'] > $most) {
            throw Refused::because("{$name} has more than the {$most} bytes that it says. Nothing was taken in.");
        }
        $stream = $zip->getStream($name) ?: throw Refused::because("{$name} cannot be read; the ZIP file is damaged. Nothing was taken in.");

        return AtMost::bytes($stream, $most, $name);
    }

    private function refuseWithoutRoom(int $bytes): void
    {
        $most = (int) config('limits.session_bytes');
        if ($bytes > $most) {
            throw Refused::because("The session’s drafts have {$bytes} bytes together; at most {$most} are taken. Nothing was taken in.");
        }
        if ($bytes + (int) config('limits.room') > $this->contents->room()) {
            throw Refused::because("There is no room on the server’s disk for {$bytes} bytes. Nothing was taken in.");
        }
    }

    /** @param array{whole: list<string>, steps: array<string, string>} $contents */
    private function record(Description $given, array $contents, User $person, ?Workspace $into): Imported
    {
        Keeping::oneAtATime($person);
        if (KeptSession::query()->where('user_id', $person->id)->count() >= Limits::SESSIONS) {
            throw Refused::because('You have '.Limits::SESSIONS.' sessions. Delete some that you do not need any more.');
        }
        $session = KeptSession::query()->create(['user_id' => $person->id, 'name' => SessionCopy::freeName($person, Keeping::name($given->name)), 'is_before' => false, 'at' => now()]);
        $stage = SessionStage::query()->create(['kept_session_id' => $session->id, 'number' => 1, 'has_everything' => $given->everything, 'note' => $given->note, 'settings' => $given->settings, 'at' => now()]);
        $rows = [];
        $unmatched = [];
        foreach ($this->byWorkspace($given, $person, $into) as [$workspace, $numbers]) {
            $kept = array_map(static fn (int $number): KeptDocument => self::kept($given, $number), $numbers);
            $found = $workspace === null ? [] : Finder::findFromElsewhere($kept, $this->reader->now($workspace, $person, $kept));
            foreach ($numbers as $number) {
                $match = $found[$number] ?? new Found(null);
                $rows[$number] = $this->row($stage, $given, $number, $workspace, $match, $contents['steps']);
                $isNew = $given->documents[$number]['savedHash'] === null && $match->candidates === [] && $workspace !== null;
                if ($match->document === null && ! $isNew) {
                    $unmatched[$number] = ['path' => $given->documents[$number]['path'], 'candidates' => array_map(static fn (DocumentNow $document): string => $document->path, $match->candidates)];
                }
            }
        }
        ksort($rows);
        ksort($unmatched);
        BulkInsert::into('session_items', array_values($rows));
        BulkInsert::into('session_contents', array_map(static fn (string $hash): array => ['session_stage_id' => $stage->id, 'hash' => $hash], $contents['whole']));
        $stage->setRelation('session', $session)->fill(Keeping::sums($stage))->save();

        return new Imported($stage, array_values($unmatched));
    }

    private static function kept(Description $given, int $number): KeptDocument
    {
        $one = $given->documents[$number];

        return new KeptDocument($number, $one['workspace'], null, Path::of($one['path'])->value, $one['title'], $one['savedHash'], $one['held'], $one['draft']['sha256'] ?? null, $one['draft']['begunOn'] ?? null);
    }

    /** @return list<array{?Workspace, list<int>}> */
    private function byWorkspace(Description $given, User $person, ?Workspace $into): array
    {
        if ($into !== null) {
            return [[$into, array_keys($given->documents)]];
        }
        $mine = [];
        foreach ($this->sessions->workspaces($person) as $workspace) {
            $mine[$workspace->name] = $workspace;
        }
        $by = [];
        foreach ($given->documents as $number => $one) {
            $by[$one['workspace']][] = $number;
        }

        return array_map(static fn (int|string $name, array $numbers): array => [$mine[$name] ?? null, $numbers], array_keys($by), $by);
    }

    /**
     * @param  array<string, string>  $steps  hashes by the names of the files
     * @return array<string, scalar|null>
     */
    private function row(SessionStage $stage, Description $given, int $number, ?Workspace $workspace, Found $match, array $steps): array
    {
        $one = $given->documents[$number];
        $draft = $given->everything ? $one['draft'] : null;

        return [
            'session_stage_id' => $stage->id, 'position' => $number + 1, 'workspace_id' => $workspace?->id, 'workspace_name' => $workspace->name ?? $one['workspace'],
            'document_id' => $match->document?->id, 'path' => $one['path'], 'title' => $one['title'], 'saved_hash' => $one['savedHash'], 'size' => $one['size'], 'is_held' => $one['held'],
            'view' => $one['view'] === null ? null : json_encode($one['view'], JSON_THROW_ON_ERROR), 'draft_hash' => $draft['sha256'] ?? null, 'draft_size' => $draft['size'] ?? null, 'base_hash' => $draft['begunOn'] ?? null,
            'steps_hash' => $steps[$draft['steps'] ?? ''] ?? null, 'choice' => $one['decision'] === null ? null : json_encode(['kind' => $one['decision']], JSON_THROW_ON_ERROR), 'label' => $one['label'],
        ];
    }
}
