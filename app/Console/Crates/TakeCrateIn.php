<?php

declare(strict_types=1);

namespace App\Console\Crates;

use App\Console\HafenbuchCommand;
use App\Crates\CrateName;
use App\Crates\TakingIn\ComingRow;
use App\Crates\TakingIn\ComingWish;
use App\Crates\TakingIn\OpenedCrate;
use App\Crates\TakingIn\TakingIn;
use App\Rights\Right;
use Symfony\Component\Console\Exception\InvalidOptionException;

final class TakeCrateIn extends HafenbuchCommand
{
    public const RIGHT = Right::Draft;

    protected $signature = 'crate:take-in {name} {file : A crate, any other bag, or a plain ZIP file or folder} {--into= : The new folder that takes it in} {--back : Back to where it came from, every change as a draft} {--edited : Its files were worked on without being packed again} {--plan : Show what would come, and do nothing}';

    protected $description = 'Take in a crate as a new folder, or take one back with every change shown';

    public function handle(TakingIn $takingIn): int
    {
        $workspace = $this->workspace();
        $person = $this->person($workspace);
        $into = $this->option('into');
        if (is_string($into) && $this->option('back')) {
            throw new InvalidOptionException('--into names a new folder, and --back leads home; choose one of them.');
        }
        $file = rtrim((string) $this->argument('file'), '/');
        $opened = OpenedCrate::at($file, (bool) $this->option('edited'));
        $opened->refuseFaults();
        $into = $this->option('back') ? null : (is_string($into) ? $into : CrateName::file($opened->description->name ?? basename($file, '.zip')));
        $coming = $takingIn->look($workspace, $opened, new ComingWish($into, isEdited: (bool) $this->option('edited')));
        $taken = $this->option('plan') ? null : $takingIn->takeIn($workspace, $person, $coming);
        $rows = $taken->rows ?? $coming->rows;

        return $this->answer([
            'documents' => array_map(static fn (ComingRow $row): array => ['path' => $row->path, 'cameFrom' => $row->cameFrom(), 'state' => $row->state()->value], $rows),
            'drafts' => $taken->drafts ?? count($coming->bringing()),
        ], [
            ...array_map(static fn (ComingRow $row): string => sprintf('%-20s %s%s', $row->state()->value, $row->path, $row->clash === null ? '' : "  {$row->clash}"), $rows),
            $taken === null ? count($coming->bringing()).' drafts would come.' : "{$taken->drafts} drafts came.".($taken->keptAs === null ? '' : " What was open is kept as “{$taken->keptAs}”."),
        ]);
    }
}
