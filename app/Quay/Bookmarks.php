<?php

declare(strict_types=1);

namespace App\Quay;

use App\Models\Bookmark;
use App\Models\Document;
use App\Models\DocumentView;
use App\Models\KeptSession;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/** The bookmarks of a person in a workspace: a tree of their own, and one that all of its people share. */
final readonly class Bookmarks
{
    public const FOLDER = 'folder';

    public const KINDS = [self::FOLDER, 'document', 'search', 'session', 'view'];

    /** Of one person, or shared, in one workspace. */
    public const MOST = 2000;

    /** Folders in one another. */
    private const DEEP = 8;

    /** @param bool $mayShare whether the person may change what all see */
    public function __construct(private Workspace $workspace, private User $person, private bool $mayShare) {}

    /** @return list<Bookmark> each folder before what is in it, in their order */
    public function all(): array
    {
        return array_values($this->seen()->orderBy('is_shared')->orderBy('position')->orderBy('id')->get()->all());
    }

    /**
     * @param  list<array{kind: string, name: string, leadsTo: string}>  $items
     * @param  ?int  $parentId  the folder; null: at the top
     * @return list<Bookmark> the new ones; what is bookmarked at that place already is not once more
     *
     * @throws Refused
     */
    public function add(array $items, ?int $parentId, bool $isShared): array
    {
        $parent = $parentId === null ? null : $this->folder($parentId);
        $isShared = $parent->is_shared ?? $isShared;
        $this->mustShare($isShared);

        return DB::transaction(function () use ($items, $parent, $isShared): array {
            $there = $this->tree($isShared)->where('parent_id', $parent?->id)->lockForUpdate()->get();
            if ($this->tree($isShared)->count() + count($items) > self::MOST) {
                throw Refused::because('There are '.self::MOST.' bookmarks already, which is as many as there can be. Take out some first.');
            }
            $position = (int) $there->max('position');
            $new = [];
            foreach ($items as $item) {
                $this->mustLead($item['kind'], $item['leadsTo']);
                $isThere = $item['kind'] !== self::FOLDER && $there->contains(static fn (Bookmark $one): bool => $one->kind === $item['kind'] && $one->leads_to === $item['leadsTo']);
                if (! $isThere) {
                    $new[] = Bookmark::query()->create([
                        'workspace_id' => $this->workspace->id, 'user_id' => $this->person->id, 'is_shared' => $isShared, 'parent_id' => $parent?->id,
                        'position' => ++$position, 'kind' => $item['kind'], 'name' => $item['name'], 'leads_to' => $item['leadsTo'],
                    ]);
                }
            }

            return $new;
        });
    }

    /** @throws Refused */
    public function rename(int $id, string $name): void
    {
        $this->mine($id)->update(['name' => $name]);
    }

    /**
     * Puts it into a folder, before another one there or last.
     *
     * @throws Refused
     */
    public function move(int $id, ?int $parentId, ?int $beforeId): void
    {
        DB::transaction(function () use ($id, $parentId, $beforeId): void {
            // Two that move folders at once would else each put one into the other.
            $this->tree($this->mine($id)->is_shared)->orderBy('id')->lockForUpdate()->pluck('id');
            $moved = $this->mine($id);
            $parent = $parentId === null ? null : $this->folder($parentId);
            if ($parent !== null && $parent->is_shared !== $moved->is_shared) {
                throw Refused::because('What is your own cannot lie in a folder that all share, nor the other way round. Make a bookmark of it there.');
            }
            $depth = 0;
            for ($above = $parent; $above !== null; $above = Bookmark::query()->find($above->parent_id)) {
                if ($above->id === $moved->id || ++$depth > self::DEEP) {
                    throw Refused::because($above->id === $moved->id ? 'A folder cannot lie in itself.' : 'Folders lie in one another at most '.self::DEEP.' deep.');
                }
            }
            $others = $this->tree($moved->is_shared)->where('parent_id', $parent?->id)->whereKeyNot($moved->id)->orderBy('position')->orderBy('id')->lockForUpdate()->get();
            $place = $beforeId === null ? false : $others->search(static fn (Bookmark $one): bool => $one->id === $beforeId);
            $others->splice($place === false ? $others->count() : (int) $place, 0, [$moved]);
            foreach ($others->values() as $position => $one) {
                $one->update(['position' => $position + 1, 'parent_id' => $parent?->id]);
            }
        });
    }

    /** @throws Refused */
    public function remove(int $id): void
    {
        $this->mine($id)->delete();
    }

    /** @return Builder<Bookmark> */
    private function seen(): Builder
    {
        return Bookmark::query()->where('workspace_id', $this->workspace->id)->where(fn (Builder $either) => $either->where('is_shared', true)->orWhere('user_id', $this->person->id));
    }

    /** @return Builder<Bookmark> */
    private function tree(bool $isShared): Builder
    {
        return Bookmark::query()->where('workspace_id', $this->workspace->id)->where('is_shared', $isShared)->when(! $isShared, fn (Builder $own) => $own->where('user_id', $this->person->id));
    }

    private function mine(int $id): Bookmark
    {
        $found = $this->seen()->find($id) ?? throw Refused::because('This bookmark is not there any more.');
        $this->mustShare($found->is_shared);

        return $found;
    }

    private function folder(int $id): Bookmark
    {
        return $this->seen()->where('kind', self::FOLDER)->find($id) ?? throw Refused::because('This folder of bookmarks is not there any more. Choose another one.');
    }

    private function mustShare(bool $isShared): void
    {
        if ($isShared && ! $this->mayShare) {
            throw Refused::because('Bookmarks that all share are changed by writers and keepers of the workspace. Make one of your own.');
        }
    }

    private function mustLead(string $kind, string $leadsTo): void
    {
        $isThere = match ($kind) {
            'document' => Document::query()->where('workspace_id', $this->workspace->id)->whereKey($leadsTo)->exists(),
            'session' => KeptSession::query()->readableBy($this->person)->whereKey((int) $leadsTo)->exists(),
            'view' => DocumentView::query()->whereKey((int) $leadsTo)->where(fn (Builder $either) => $either->where('user_id', $this->person->id)->orWhere('is_offered', true))->whereIn('document_id', Document::query()->where('workspace_id', $this->workspace->id)->select('id'))->exists(),
            default => true,
        };
        $isThere || throw Refused::because("The {$kind} is not there any more, so no bookmark can lead to it.");
    }
}
