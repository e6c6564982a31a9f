<?php

declare(strict_types=1);

namespace App\Relink;

use App\Models\User;
use App\Models\Workspace;
use App\Workspace\Index\Strays;
use App\Workspace\Sources;
use Hafenbuch\Core\Format\Link\LinkReader;
use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\Reference\TargetKind;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Finds the references, in what is on the screen, that do not end in a document of the workspace. */
final readonly class StrayList
{
    /** Bytes of a text that can name nothing. */
    private const TOLD = 1000;

    private const COLUMNS = ['r.document_id', 'd.path', 'd.format', 'r.offset', 'r.kind', 'r.raw', 'r.target_kind', 'r.target_path', 'r.address'];

    /** @param array<string, string> $others folder of each other workspace that the asker may read: its name */
    private function __construct(private Workspace $workspace, private array $others) {}

    public static function of(Workspace $workspace, User $person): self
    {
        return new self($workspace, Sources::workspaces($workspace, $person));
    }

    /**
     * @param  ?list<string>  $documents  ids of those whose references count; null: all
     * @return array<string, Stray> by end, in their order
     */
    public function all(?array $documents = null): array
    {
        $strays = [];
        foreach ($this->rows($documents) as $row) {
            $this->add($strays, $row);
        }
        ksort($strays, SORT_STRING);

        return $strays;
    }

    /**
     * Only what is named, in saved contents too where drafts are on the screen, and not by which references.
     *
     * @return array<string, TargetKind> by end
     */
    public function ends(): array
    {
        $ends = [];
        $all = fn (): Builder => DB::table('document_references as r')->where('r.workspace_id', $this->workspace->id)->select(['r.target_kind', 'r.target_path', 'r.address']);
        foreach ([Strays::toMissing($this->workspace), ...array_map(static fn (\Closure $narrow): Builder => $narrow($all()), self::toNoFile())] as $rows) {
            foreach ($rows->get() as $row) {
                if ($row->target_path !== null || $row->address !== null) {
                    $ends[$row->target_path ?? Address::end($row->address)] = TargetKind::from($row->target_kind);
                }
            }
        }

        return $ends;
    }

    /**
     * @param  ?list<string>  $documents
     * @return \Generator<object{document_id: string, path: string, format: string, offset: int, kind: string, raw: string, target_kind: string, target_path: ?string, address: ?string}>
     */
    private function rows(?array $documents): \Generator
    {
        $isWanted = $documents === null ? null : array_fill_keys($documents, true);
        $others = array_map(fn (\Closure $narrow): Builder => $narrow(Strays::working($this->workspace)), self::toNoFile());
        foreach ([...Strays::workingToMissing($this->workspace), ...$others] as $references) {
            foreach ($references->orderBy('d.path')->orderBy('r.position')->get(self::COLUMNS) as $row) {
                if ($isWanted === null || isset($isWanted[$row->document_id])) {
                    yield $row;
                }
            }
        }
    }

    /** @return list<\Closure(Builder): Builder> each narrows references to some of those that name no path of the workspace */
    private static function toNoFile(): array
    {
        return [
            static fn (Builder $rows): Builder => $rows->whereNotNull('r.address_key'),
            static fn (Builder $rows): Builder => $rows->where('r.target_kind', TargetKind::Nothing->value),
        ];
    }

    /**
     * @param  array<string, Stray>  $strays
     * @param  object{document_id: string, path: string, format: string, offset: int, kind: string, raw: string, target_kind: string, target_path: ?string, address: ?string}  $row
     */
    private function add(array &$strays, object $row): void
    {
        $stray = $this->stray($row);
        $strays[$stray->end] ??= $stray;
        $strays[$stray->end]->places[] = new StrayPlace($row->document_id, $row->path, (int) $row->offset, $row->kind, $row->raw);
    }

    /** @param object{format: string, raw: string, target_kind: string, target_path: ?string, address: ?string} $row */
    private function stray(object $row): Stray
    {
        $kind = TargetKind::from($row->target_kind);
        // Text that can name nothing is told apart by itself.
        $end = $row->target_path ?? Address::end($row->address ?? mb_strcut($row->raw, 0, self::TOLD));

        return new Stray($end, StrayKind::of($kind, $row->format === LinkReader::NAME), $kind === TargetKind::Outside ? $this->elsewhere((string) $row->address) : null);
    }

    private function elsewhere(string $address): ?string
    {
        foreach ($this->others as $folder => $name) {
            if (str_starts_with($address, $folder.'/')) {
                return $name;
            }
        }

        return null;
    }
}
