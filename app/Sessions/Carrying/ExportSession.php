<?php

declare(strict_types=1);

namespace App\Sessions\Carrying;

use App\Models\SessionItem;
use App\Models\SessionStage;
use App\Models\User;
use App\Sessions\StageReader;
use App\Sessions\StepsFile;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use Hafenbuch\Core\Write\UnableToWrite;

/**
 * Writes a session as one ZIP file: session.json, and with everything the drafts and their steps as ordinary files.
 * Contents are stored as they are, since most media cannot be made smaller; memory does not grow with them.
 */
final readonly class ExportSession
{
    private const JSON = JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_PRETTY_PRINT | JSON_PRESERVE_ZERO_FRACTION;

    public function __construct(private StageReader $reader, private StepsFile $steps, private DiskContentStore $contents, private ExportFolder $folder) {}

    /**
     * @param  string  $file  that is made, or replaced once the new one is whole
     * @param  ?\Closure(float): void  $progress  told from 0 to 1
     * @return array{documents: int, drafts: int, bytes: int} bytes: of the file
     *
     * @throws Refused|UnableToWrite
     */
    public function to(SessionStage $stage, User $person, string $file, ?\Closure $progress = null): array
    {
        $unfinished = $file.'.'.bin2hex(random_bytes(6)).'.unfinished';
        $zip = new \ZipArchive;
        if (@$zip->open($unfinished, \ZipArchive::CREATE | \ZipArchive::EXCL) !== true) {
            throw UnableToWrite::content("{$file} cannot be made. Is its folder there, and writable?");
        }
        $temporary = [];
        try {
            $drafts = $this->fill($zip, $stage, $person, $temporary);
            if ($progress !== null) {
                $zip->registerProgressCallback(0.01, static fn (float $done) => $progress($done));
            }
            if (! @$zip->close() || ! @rename($unfinished, $file)) {
                throw UnableToWrite::content("{$file} could not be written: ".(error_get_last()['message'] ?? 'is the disk full?'));
            }
        } finally {
            array_map(unlink(...), $temporary);
            @unlink($unfinished);
        }

        return ['documents' => $drafts['documents'], 'drafts' => $drafts['drafts'], 'bytes' => (int) filesize($file)];
    }

    /**
     * @param  list<string>  $temporary  files that must last until the ZIP file is written
     * @return array{documents: int, drafts: int}
     */
    private function fill(\ZipArchive $zip, SessionStage $stage, User $person, array &$temporary): array
    {
        $items = $this->reader->items($stage, $person);
        $documents = $names = $whole = $files = [];
        $drafts = 0;
        foreach ($items as $number => $item) {
            $draft = null;
            if ($item->draft_hash !== null) {
                $name = self::name($item, $names);
                $this->store($zip, $name, $item->draft_hash, $item);
                $files[$item->draft_hash] ??= $name;
                $steps = null;
                if ($item->step_id !== null || $item->steps_hash !== null) {
                    $steps = 'steps/'.($number + 1).'.jsonl';
                    $whole += array_fill_keys($this->addSteps($zip, $steps, $item, $temporary, $files), true);
                }
                $draft = ['file' => $name, 'sha256' => $item->draft_hash, 'size' => (int) $item->draft_size, 'begunOn' => $item->base_hash, 'steps' => $steps];
                $drafts++;
            }
            $documents[] = self::described($item, $draft);
        }
        foreach (array_keys(array_diff_key($whole, $files)) as $hash) {
            $this->store($zip, "contents/{$hash}", (string) $hash, null);
        }
        $zip->addFromString('session.json', json_encode([
            'format' => Description::FORMAT, 'version' => Description::VERSION, 'name' => $stage->session->name, 'stage' => $stage->number, 'note' => $stage->note, 'keptAt' => $stage->at->toIso8601ZuluString('millisecond'),
            'by' => $stage->session->person->name, 'everything' => $stage->has_everything, 'settings' => ['quay' => (object) ($stage->settings['quay'] ?? [])], 'documents' => $documents,
        ], self::JSON)."\n");
        $zip->addFromString('README.txt', "A session of Hafenbuch: what someone had open, kept under a name.\nsession.json lists the documents; drafts/ holds what was not saved, each under the path of its document;\nsteps/ holds how it came to that, a line a step, and contents/ the contents that steps begin with.\n");

        return ['documents' => count($items), 'drafts' => $drafts];
    }

    /**
     * @param  ?array<string, mixed>  $draft
     * @return array<string, mixed>
     */
    private static function described(SessionItem $item, ?array $draft): array
    {
        $choice = $item->choice === null ? null : json_decode($item->choice, true, 8, JSON_THROW_ON_ERROR);

        return [
            'workspace' => $item->workspace_name, 'path' => $item->path, 'title' => $item->title, 'savedHash' => $item->saved_hash, 'size' => $item->size, 'held' => $item->is_held, 'label' => $item->label,
            'view' => $item->view === null ? null : (object) $item->view, 'decision' => in_array($choice['kind'] ?? null, Description::DECISIONS, true) ? ['kind' => $choice['kind']] : null, 'draft' => $draft,
        ];
    }

    /** @param array<string, true> $names taken already, as other systems compare them */
    private static function name(SessionItem $item, array &$names): string
    {
        $name = 'drafts/'.str_replace(['/', '\\'], '_', $item->workspace_name).'/'.$item->path;
        for ($number = 2, $wanted = $name; isset($names[mb_strtolower($name)]); $number++) {
            $name = "{$wanted} ({$number})";
        }
        $names[mb_strtolower($name)] = true;

        return $name;
    }

    private function store(\ZipArchive $zip, string $name, string $hash, ?SessionItem $item): void
    {
        if (! $this->contents->has($hash)) {
            throw Refused::because('The draft of '.($item->path ?? 'a step')." is not in the store any more (its SHA-256 is {$hash}). Run: bin/hafenbuch check. Nothing was exported.");
        }
        $zip->addFile($this->contents->file($hash), $name, 0, 0, \ZipArchive::FL_ENC_UTF_8);
        $zip->setCompressionName($name, \ZipArchive::CM_STORE);
    }

    /**
     * @param  list<string>  $temporary
     * @param  array<string, string>  $files  by hash: the entries with drafts so far
     * @return list<string> hashes of the whole contents that the steps name
     */
    private function addSteps(\ZipArchive $zip, string $name, SessionItem $item, array &$temporary, array $files): array
    {
        $path = $this->folder->part();
        $file = @fopen($path, 'xb') ?: throw UnableToWrite::content("{$path} cannot be made.");
        $temporary[] = $path;
        $whole = $this->steps->pack($item, $file, $files);
        fclose($file);
        $zip->addFile($path, $name);

        return $whole;
    }
}
