<?php

declare(strict_types=1);

namespace App\Console;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\Workspaces;
use Hafenbuch\Core\Path\Path;
use Illuminate\Console\Command;
use Symfony\Component\Console\Input\InputOption;

/** What every command shares: whom it acts for, and how it answers. */
abstract class HafenbuchCommand extends Command
{
    protected function configure(): void
    {
        $this->addOption('json', null, InputOption::VALUE_NONE, 'Answer with one JSON value');
        $this->addOption('as', null, InputOption::VALUE_REQUIRED, 'The e-mail address of the person who acts (else the workspace’s first owner)');
    }

    protected function workspace(): Workspace
    {
        return Workspaces::named((string) $this->argument('name'));
    }

    /** @throws Refused */
    protected function person(Workspace $workspace): User
    {
        $email = $this->option('as');
        if (! is_string($email)) {
            return $workspace->firstOwner() ?? throw Refused::because("The workspace “{$workspace->name}” has no owner. Name a person with --as EMAIL.");
        }

        return $workspace->members()->where('email', $email)->first()
            ?? throw Refused::because("{$email} is no member of the workspace “{$workspace->name}”.");
    }

    /** @throws Refused */
    protected function document(Workspace $workspace, string $path): Document
    {
        return Document::at($workspace, Path::of($path)->value)
            ?? throw Refused::because("There is no document {$path} in the workspace “{$workspace->name}”. If the file is new, run: bin/hafenbuch scan ".escapeshellarg($workspace->name));
    }

    /** @param list<string> $lines what a person reads instead of the JSON */
    protected function answer(mixed $json, array $lines): int
    {
        foreach ($this->option('json') ? [Shapes::json($json)] : array_map(Shapes::readable(...), $lines) as $line) {
            $this->output->writeln($line, \Symfony\Component\Console\Output\OutputInterface::OUTPUT_RAW);
        }

        return CommandLine::DONE;
    }
}
