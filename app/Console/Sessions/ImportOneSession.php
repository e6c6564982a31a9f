<?php

declare(strict_types=1);

namespace App\Console\Sessions;

use App\Rights\Right;
use App\Sessions\Carrying\ImportSession;
use App\Workspace\Workspaces;

final class ImportOneSession extends SessionCommand
{
    public const RIGHT = Right::Draft;

    protected $signature = 'session:import {file} {--into= : The workspace that has its documents; else those of the same names}';

    protected $description = 'Take in a session from a ZIP file; its drafts come as drafts of the session';

    public function handle(ImportSession $import): int
    {
        $into = $this->option('into');
        $workspace = is_string($into) ? Workspaces::named($into) : null;
        $person = $workspace === null ? $this->whose() : $this->person($workspace);
        $made = $import->from((string) $this->argument('file'), $person, $workspace);
        $stage = $made->stage;

        return $this->answer(
            ['session' => $stage->session->name, 'documents' => $stage->documents, 'drafts' => $stage->drafts, 'bytes' => $stage->bytes, 'unmatched' => $made->unmatched],
            ["“{$stage->session->name}”: {$stage->documents} documents, {$stage->drafts} drafts, ".self::bytes($stage->bytes).'.', ...array_map(static fn (array $one): string => "not found: {$one['path']}".($one['candidates'] === [] ? '' : ' (perhaps '.implode(', ', $one['candidates']).')'), $made->unmatched)],
        );
    }
}
