<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\Role;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Recovery\Visits;
use App\Quay\Quay;
use Illuminate\Support\Carbon;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Workspace')]
final readonly class WorkspaceData
{
    public function __construct(
        #[OA\Property] public string $slug,
        #[OA\Property] public string $name,
        #[OA\Property] public string $root,
        #[OA\Property(format: 'date-time')] public ?string $scannedAt,
        #[OA\Property(format: 'date-time', description: 'when the asker had a page of it open last')] public ?string $visitedAt,
        #[OA\Property(description: 'documents that the asker has open, the hold included')] public int $open,
        #[OA\Property(description: 'of these, those with a draft')] public int $unsaved,
        #[OA\Property(description: 'what the asker is there', enum: ['reader', 'writer', 'keeper'])] public string $role,
        #[OA\Property(description: 'whether the asker may write drafts')] public bool $mayDraft,
        #[OA\Property(description: 'whether they may save')] public bool $maySave,
        #[OA\Property(description: 'whether they may change rules and people')] public bool $mayKeep,
    ) {}

    /** @return list<self> those that a person is a member of, by name */
    public static function allOf(User $person): array
    {
        $mine = Workspace::query()->whereHas('members', static fn ($members) => $members->whereKey($person->id))->orderBy('name')->get();
        $visited = Visits::lastOf($person);
        $counts = Quay::countsOf($person);

        return array_values($mine->map(static fn (Workspace $workspace): self => self::of($workspace, $visited[$workspace->id] ?? null, $counts[$workspace->id] ?? Quay::NOTHING, $person))->all());
    }

    /**
     * @param  ?string  $visitedAt  as the table says it
     * @param  array{open: int, unsaved: int}  $quay
     */
    public static function of(Workspace $workspace, ?string $visitedAt, array $quay, User $asker): self
    {
        return new self($workspace->slug, $workspace->name, $workspace->root, $workspace->scanned_at?->toIso8601ZuluString('millisecond'),
            $visitedAt === null ? null : Carbon::parse($visitedAt, 'UTC')->toIso8601ZuluString('millisecond'), $quay['open'], $quay['unsaved'],
            ($workspace->roleOf($asker) ?? Role::Reader)->value, $asker->can('draft', $workspace), $asker->can('save', $workspace), $asker->can('keep', $workspace));
    }
}
