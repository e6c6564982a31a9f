<?php

declare(strict_types=1);

namespace App\Console;

use App\Models\User;
use App\Models\Workspace;
use App\Saving\Planning;
use App\Saving\Relocation;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Index\SnapshotReader;
use App\Workspace\Settings;
use Hafenbuch\Core\Copy\CopyOptions;
use Hafenbuch\Core\Copy\CopyTree;
use Hafenbuch\Core\Naming\NamingRule;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Plan\Choice;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Follow;
use Hafenbuch\Core\Plan\Plan;
use Hafenbuch\Core\Plan\Scope;
use Hafenbuch\Core\Release\ReleaseWish;
use Symfony\Component\Console\Exception\InvalidOptionException;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputOption;

/** The options by which `plan` and `save` are told what to save. */
abstract class PlanningCommand extends HafenbuchCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addArgument('name', InputArgument::REQUIRED);
        $this->addOption('save', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'Save this document');
        $this->addOption('with-below', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'Save this document with all below it');
        $this->addOption('everything', null, InputOption::VALUE_NONE, 'Save the whole quay');
        $this->addOption('discard', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'Drop the draft of this document');
        $this->addOption('save-as', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'Go on under another path: PATH=NEW');
        $this->addOption('copy', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'Save a copy: PATH=NEW');
        $this->addOption('copy-with-below', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'Copy this document with all below it: PATH=FOLDER');
        $this->addOption('move', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'Move or rename a file or a folder: PATH=NEW');
        $this->addOption('delete', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'Delete a file or a folder');
        $this->addOption('follow', null, InputOption::VALUE_REQUIRED, 'Whose references follow a save as: nobody, quay or everyone (the workspace’s default)');
        $this->addOption('of-saved', null, InputOption::VALUE_NONE, 'Copy the saved contents in place of what is on the screen');
        $this->addOption('replace', null, InputOption::VALUE_NONE, 'Let a save as or a copy replace the file at its new path');
        $this->addOption('state', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'Move a document to another state of the chain: PATH=STATE');
        $this->addOption('raise', null, InputOption::VALUE_NONE, 'Raise the revision of what is moved');
        $this->addOption('state-below', null, InputOption::VALUE_NONE, 'All below what is moved goes along');
        $this->addOption('accept-strays', null, InputOption::VALUE_NONE, 'Accept the strays that deleting leaves');
    }

    /** @return array<string, Choice|Decision> by document id */
    protected function choices(Planning $planning, SnapshotReader $snapshots, Workspace $workspace, User $person): array
    {
        $ids = [];
        foreach (['save' => Scope::Document, 'with-below' => Scope::Below] as $option => $scope) {
            foreach ($this->paths($option) as $path) {
                array_push($ids, ...$planning->reach($workspace, $person, $this->document($workspace, $path)->id, $scope));
            }
        }
        if ($this->option('everything')) {
            array_push($ids, ...$planning->reach($workspace, $person, null, Scope::Quay));
        }
        $choices = array_fill_keys($ids, Decision::save());
        foreach ($this->paths('discard') as $path) {
            $choices[$this->document($workspace, $path)->id] = Decision::discard();
        }

        $choices = [...$choices, ...$this->newFiles($snapshots, $workspace), ...$this->relocations($workspace)];
        foreach ($this->pairs('state') as [$path, $state]) {
            $id = $this->document($workspace, $path)->id;
            $choice = Choice::of($choices[$id] ?? Decision::leave());
            $choices[$id] = new Choice($choice->decision, $choice->follow, $choice->acceptsStrays, $choice->isSetAside, new ReleaseWish($state, (bool) $this->option('raise'), (bool) $this->option('state-below')));
        }

        return $choices;
    }

    /** @return array<string, Choice|Decision> */
    private function newFiles(SnapshotReader $snapshots, Workspace $workspace): array
    {
        $choices = [];
        foreach ($this->pairs('save-as') as [$path, $new]) {
            $choices[$this->document($workspace, $path)->id] = new Choice(Decision::saveAs($new, [], $this->over($workspace, $new)), $this->follow($workspace));
        }
        foreach ($this->pairs('copy') as [$path, $new]) {
            $choices[$this->document($workspace, $path)->id] = Decision::copy($new, false, (bool) $this->option('of-saved'), $this->over($workspace, $new));
        }
        foreach ($this->pairs('copy-with-below') as [$path, $folder]) {
            $rows = CopyTree::rows($snapshots->withBelow($workspace, [$this->document($workspace, $path)->id]), $this->document($workspace, $path)->id, new CopyOptions(new NamingRule, $folder));
            $choices = [...$choices, ...CopyTree::decisions($rows, (bool) $this->option('of-saved'))];
        }

        return $choices;
    }

    /** @return array<string, Choice|Decision> */
    private function relocations(Workspace $workspace): array
    {
        $choices = [];
        foreach ($this->pairs('move') as [$path, $new]) {
            $choices = [...$choices, ...Relocation::to($workspace, $path, $new)];
        }
        foreach ($this->paths('delete') === [] ? [] : Relocation::delete($workspace, $this->paths('delete')) as $id => $deletion) {
            $choices[$id] = new Choice($deletion, acceptsStrays: (bool) $this->option('accept-strays'));
        }

        return $choices;
    }

    private function follow(Workspace $workspace): Follow
    {
        $who = (string) ($this->option('follow') ?? Settings::of($workspace)->follow());

        return Follow::tryFrom($who) ?? throw new InvalidOptionException("--follow is nobody, quay or everyone; “{$who}” is none of them.");
    }

    /** The content that may be replaced at a path. */
    private function over(Workspace $workspace, string $path): ?string
    {
        return $this->option('replace') ? WorkspaceFiles::of($workspace)->hash($path) : null;
    }

    /** @return list<string> */
    private function paths(string $option): array
    {
        return array_values(array_map(strval(...), (array) $this->option($option)));
    }

    /** @return list<array{string, string}> of PATH=NEW */
    private function pairs(string $option): array
    {
        return array_map(static function (string $value) use ($option): array {
            $parts = explode('=', $value, 2);
            if (count($parts) !== 2 || $parts[0] === '' || $parts[1] === '') {
                throw new InvalidOptionException("--{$option} takes PATH=NEW; “{$value}” is not of that form.");
            }

            return [$parts[0], Path::of($parts[1])->value];
        }, $this->paths($option));
    }
}
