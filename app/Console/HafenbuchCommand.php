<?php

declare(strict_types=1);

namespace App\Console;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Rights\NotAllowed;
use App\Rights\Right;
use App\Support\Refused;
use App\Workspace\Workspaces;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Place\PlaceTrouble;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\Gate;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/** What every command shares: whom it acts for, and how it answers. */
abstract class HafenbuchCommand extends Command
{
    private const ROWS_AT_ONCE = 500;

    /** What the person must be allowed in the workspace for whom the command acts. */
    public const RIGHT = Right::Look;

    protected function configure(): void
    {
        $this->addOption('json', null, InputOption::VALUE_NONE, 'Answer with one JSON value');
        $this->addOption('as', null, InputOption::VALUE_REQUIRED, 'The e-mail address of the person who acts (else the workspace’s first keeper)');
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
            return $workspace->firstKeeper() ?? throw Refused::because("The workspace “{$workspace->name}” has no keeper. Name a person with --as EMAIL.");
        }

        $person = $workspace->members()->where('email', $email)->whereNull('disabled_at')->first()
            ?? throw Refused::because("{$email} is no member of the workspace “{$workspace->name}”.");
        $allowed = Gate::forUser($person)->inspect(strtolower(static::RIGHT->name), $workspace);

        return $allowed->allowed() ? $person : throw new NotAllowed((string) $allowed->message());
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
            $this->say($line);
        }

        return CommandLine::DONE;
    }

    /**
     * A list that may be long.
     *
     * @param  iterable<string>  $rows  each as JSON, or as a person reads it, according to what is asked for
     */
    protected function answerList(iterable $rows): int
    {
        $isJson = (bool) $this->option('json');
        $chunk = [];
        $isFirst = true;
        foreach ($rows as $row) {
            $chunk[] = $row;
            if (count($chunk) === self::ROWS_AT_ONCE) {
                $this->sayRows($chunk, $isJson, $isFirst);
                [$chunk, $isFirst] = [[], false];
            }
        }
        $this->sayRows($chunk, $isJson, $isFirst);
        if ($isJson) {
            $this->say($isFirst && $chunk === [] ? '[]' : "\n]");
        }

        return CommandLine::DONE;
    }

    /** @param list<string> $rows */
    private function sayRows(array $rows, bool $isJson, bool $isFirst): void
    {
        if ($rows !== []) {
            $isJson ? $this->output->write(($isFirst ? "[\n    " : ",\n    ").implode(",\n    ", $rows), false, OutputInterface::OUTPUT_RAW) : $this->say(Shapes::readable(implode("\n", $rows)));
        }
    }

    /** What speaks against a place is said beside the answer, which other programs read. */
    protected function warnOf(PlaceTrouble ...$troubles): void
    {
        foreach ($troubles as $trouble) {
            fwrite(STDERR, Shapes::readable("Note: {$trouble->words()}")."\n");
        }
    }

    private function say(string $line): void
    {
        $this->output->writeln($line, OutputInterface::OUTPUT_RAW);
    }
}
