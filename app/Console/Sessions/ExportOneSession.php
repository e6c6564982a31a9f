<?php

declare(strict_types=1);

namespace App\Console\Sessions;

use App\Sessions\Carrying\ExportSession;
use App\Sessions\SessionList;

final class ExportOneSession extends SessionCommand
{
    protected $signature = 'session:export {session} {file} {--stage= : A former one, by its number}';

    protected $description = 'Write a session as one ZIP file';

    public function handle(SessionList $sessions, ExportSession $export): int
    {
        $person = $this->whose();
        $stage = $this->stage($sessions, $person);
        $progress = $this->option('json') ? null : fn (float $done) => $this->output->getErrorStyle()->write(sprintf("\r%3d %%", (int) round(100 * $done)));
        $made = $export->to($stage, $person, (string) $this->argument('file'), $progress);

        return $this->answer(['session' => $stage->session->name, ...$made], ["\r“{$stage->session->name}”: {$made['documents']} documents, {$made['drafts']} drafts, ".self::bytes($made['bytes']).'.']);
    }
}
