<?php

declare(strict_types=1);

namespace App\Console\Crates;

use App\Console\HafenbuchCommand;
use App\Crates\CrateName;
use App\Crates\CrateRecipes;
use App\Crates\CrateScope;
use App\Crates\Form\FolderTarget;
use App\Crates\Form\ZipTarget;
use App\Crates\Moment;
use App\Crates\Packing;
use App\Crates\PackWish;
use App\Crates\PackWishReader;
use App\Crates\PreparedCrate;
use App\Models\Document;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Places;
use App\Workspace\Settings;
use Hafenbuch\Core\Crate\CrateEntry;
use Hafenbuch\Core\Crate\LeadKind;
use Hafenbuch\Core\Crate\LeadOut;
use Hafenbuch\Core\Crate\LeaveOut;
use Hafenbuch\Core\Crate\PackChoices;
use Hafenbuch\Core\Crate\Secrets\SecretChoices;
use Hafenbuch\Core\Crate\Secrets\SecretRule;
use Hafenbuch\Core\Path\Path;
use Symfony\Component\Console\Exception\InvalidOptionException;

final class PackCrate extends HafenbuchCommand
{
    protected $signature = 'crate:pack {name} {path?* : Documents and folders; all that is below them comes along} {--to= : The ZIP file that is made, or with --folder the folder} {--folder : Make a folder, and no ZIP file} {--saved : Of what is saved, and not of drafts} {--leave-out=* : Leave out what fits this, as *.wav or stems/*} {--blank=* : Take out what this rule finds} {--recipe= : The choices that are kept under this name} {--for= : For whom it is} {--lent : It is to be worked on, so that its documents are lent until it is back} {--plan : Show what it would hold, and make nothing}';

    protected $description = 'Pack documents with everything below them into one crate that proves that it is complete';

    public function handle(Packing $packing, PackWishReader $wishes, CrateRecipes $recipes): int
    {
        $workspace = $this->workspace();
        $person = $this->person($workspace);
        $to = $this->option('to');
        if (! is_string($to) || $to === '') {
            throw new InvalidOptionException('--to says which file or folder is made.');
        }
        $recipe = $this->option('recipe');
        $wish = is_string($recipe) ? $wishes->read($workspace, $person, $this->kept($workspace, $recipes->named($workspace, $recipe)), basename($to, '.zip')) : $this->wish($workspace, basename($to, '.zip'));
        if ($this->option('plan')) {
            $prepared = $packing->prepare($workspace, $person, $wish);
            $this->warnOf(...Packing::troubles($prepared, dirname(self::absolute($to))));

            return $this->answerPlan($to, $prepared);
        }
        $target = $this->option('folder') ? new FolderTarget(self::absolute($to)) : new ZipTarget(self::absolute($to), CrateName::file($wish->name), $wish->isDeflated);
        $this->warnOf(...Places::at($target->folder())->troubles());
        $packed = $packing->pack($workspace, $person, $wish, $target);

        return $this->answer([
            'crate' => $packed->crate?->number, 'to' => $to, 'files' => $packed->files, 'bytes' => $packed->bytes, 'references' => $packed->references,
            'leadOut' => $packed->leadOut, 'leftOut' => $packed->leftOut, 'renamed' => $packed->renamed, 'blanked' => $packed->blanked,
        ], [
            "{$to}: {$packed->files} files, ".number_format($packed->bytes)." bytes, {$packed->references} references, ".count($packed->leadOut).' lead out.',
            ...array_map(static fn (array $lead): string => "leads out  {$lead['path']}: {$lead['raw']} ({$lead['why']})", $packed->leadOut),
            ...array_map(static fn (array $one): string => "left out   {$one['path']}".($one['recipe'] === null ? '' : " ({$one['recipe']})"), $packed->leftOut),
            ...array_map(static fn (array $one): string => "renamed    {$one['path']} is {$one['to']} ({$one['why']})", $packed->renamed),
            ...array_map(static fn (array $one): string => "blanked    {$one['path']}: {$one['what']}", $packed->blanked),
            ...array_map(static fn (array $one): string => "still there “{$one['value']}” stands in ".implode(', ', $one['files']), $packed->still),
        ]);
    }

    /**
     * Kept choices, with what the command says beside them.
     *
     * @param  array<string, mixed>  $kept
     * @return array<string, mixed>
     */
    private function kept(Workspace $workspace, array $kept): array
    {
        [$documents, $folders] = $this->chosen($workspace);
        $given = $documents === [] && $folders === [] ? $kept : [...array_diff_key($kept, array_flip(['documents', 'open', 'session'])), 'paths' => $documents, 'folders' => $folders];

        return [
            ...$given, ...is_string($this->option('for')) ? ['for' => $this->option('for')] : [], ...$this->option('lent') ? ['lent' => true] : [], 'acceptedKinds' => array_column(LeadKind::cases(), 'value'), ...$this->option('saved') ? ['moment' => Moment::Saved->value] : [],
            'leaveOut' => [...$kept['leaveOut'] ?? [], ...array_map(static fn (mixed $glob): array => ['glob' => (string) $glob], (array) $this->option('leave-out'))],
            'blank' => array_values(array_unique([...$kept['blank'] ?? [], ...array_keys($this->rules())])),
        ];
    }

    /** @return array{list<string>, list<string>} paths of documents, and folders */
    private function chosen(Workspace $workspace): array
    {
        $documents = $folders = [];
        foreach ((array) $this->argument('path') as $given) {
            $given = rtrim((string) $given, '/');
            if ($given === '' || $given === '.') {
                $folders[] = '';

                continue;
            }
            $path = Path::of($given)->value;
            if (Document::at($workspace, $path) !== null) {
                $documents[] = $path;
            } elseif (WorkspaceFiles::of($workspace)->hasFolder($path)) {
                $folders[] = $path;
            } else {
                throw Refused::because("There is no document and no folder {$path} in the workspace “{$workspace->name}”. If the file is new, run: bin/hafenbuch scan ".escapeshellarg($workspace->name));
            }
        }

        return [$documents, $folders];
    }

    private function wish(Workspace $workspace, string $name): PackWish
    {
        [$documents, $folders] = $this->chosen($workspace);
        $choices = new PackChoices(
            leaveOut: array_map(static fn (mixed $glob): LeaveOut => new LeaveOut((string) $glob), array_values((array) $this->option('leave-out'))),
            // Whoever packs by a command reads afterwards what leads out.
            acceptedKinds: array_fill_keys(array_column(LeadKind::cases(), 'value'), true),
        );

        return new PackWish(CrateName::of($name), new CrateScope($documents, $folders, $this->option('saved') ? Moment::Saved : Moment::Working), $choices, is_string($this->option('for')) ? mb_substr($this->option('for'), 0, 200) : null, isLent: (bool) $this->option('lent'), secrets: new SecretChoices($this->rules(), own: Settings::of($workspace)->secretNames()), given: [
            'paths' => $documents, 'folders' => $folders, 'moment' => $this->option('saved') ? Moment::Saved->value : Moment::Working->value, 'acceptedKinds' => array_column(LeadKind::cases(), 'value'),
            'leaveOut' => array_map(static fn (mixed $glob): array => ['glob' => (string) $glob], array_values((array) $this->option('leave-out'))), 'blank' => array_keys($this->rules()),
        ]);
    }

    /** @return array<string, true> */
    private function rules(): array
    {
        $rules = array_map(strval(...), (array) $this->option('blank'));
        $known = array_column(SecretRule::cases(), 'value');
        $unknown = array_diff($rules, $known);
        if ($unknown !== []) {
            throw new InvalidOptionException('There is no rule “'.array_values($unknown)[0].'”. --blank is one of '.implode(', ', $known).'.');
        }

        return array_fill_keys($rules, true);
    }

    private static function absolute(string $path): string
    {
        return str_starts_with($path, '/') ? $path : getcwd().'/'.$path;
    }

    private function answerPlan(string $to, PreparedCrate $prepared): int
    {
        $plan = $prepared->plan;
        $path = static fn (string $end): string => $prepared->gathered->files[$end]->path();

        return $this->answer([
            'crate' => null, 'to' => $to, 'files' => count($plan->packed()), 'bytes' => $plan->bytes(), 'references' => $plan->references,
            'leadOut' => array_map(static fn (LeadOut $lead): array => ['path' => $path($lead->from), 'raw' => $lead->raw, 'why' => $lead->why], $plan->leadOut),
            'leftOut' => array_map(static fn (CrateEntry $entry): array => ['path' => $entry->file->path(), 'hash' => $entry->file->hash, 'bytes' => $entry->file->size, 'recipe' => $entry->file->recipe], $plan->leftOut()),
            'renamed' => array_values(array_map(static fn (CrateEntry $entry): array => ['path' => $entry->file->path(), 'to' => $entry->place, 'why' => $entry->renamed], array_filter($plan->packed(), static fn (CrateEntry $entry): bool => $entry->renamed !== null))),
            'blanked' => [], 'fingerprint' => $plan->fingerprint,
        ], [
            ...array_map(static fn (CrateEntry $entry): string => sprintf('%12d  %s  (%s)', $entry->file->size, $entry->file->path(), $entry->isTop ? 'chosen' : 'referred to by '.$path($entry->referredBy[0] ?? $entry->companionOf ?? $entry->file->end)), $plan->packed()),
            ...array_map(static fn (LeadOut $lead): string => "leads out  {$path($lead->from)}: {$lead->raw} ({$lead->why})", $plan->leadOut),
            count($plan->packed()).' files, '.number_format($plan->bytes()).' bytes.',
        ]);
    }
}
