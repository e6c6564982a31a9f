<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\Document;
use App\Saving\PreparedPlan;
use App\Support\ManyValues;
use App\Workspace\Files\DiskContentStore;
use Hafenbuch\Core\Plan\Decided;
use Hafenbuch\Core\Plan\Plan;
use Hafenbuch\Core\Plan\PlanLine;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Plan')]
final readonly class PlanData
{
    /**
     * @param  list<PlanLineData>  $lines
     * @param  list<WarningData>  $warnings
     * @param  list<BlockerData>  $blockers
     * @param  array<string, list<string>>|\stdClass  $followers
     */
    public function __construct(
        #[OA\Property] public string $fingerprint,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/PlanLine'))] public array $lines,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Warning'))] public array $warnings,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Blocker'))] public array $blockers,
        #[OA\Property(description: 'what the logbook will call it', enum: ['save', 'copy', 'set aside', 'move', 'delete', 'relink', 'take in', 'undo'])] public string $act = 'undo',
        #[OA\Property(type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'array', items: new OA\Items(type: 'string')), description: 'by document that is saved as: the documents whose references follow')] public array|\stdClass $followers = new \stdClass,
    ) {}

    public static function prepared(PreparedPlan $prepared): self
    {
        return self::of($prepared->plan, $prepared->decided);
    }

    public static function of(Plan $plan, ?Decided $decided = null): self
    {
        $contents = app(DiskContentStore::class);
        $saved = ManyValues::among(Document::query()->toBase(), 'id', array_map(static fn (PlanLine $line): string => $line->origin ?? $line->documentId, $plan->lines))->get(['id', 'saved_hash', 'size'])->keyBy('id');
        $size = static fn (?string $hash, string $id): ?int => match (true) {
            $hash === null => null,
            isset($plan->contents[$hash]) => strlen($plan->contents[$hash]),
            $hash === ($saved[$id]->saved_hash ?? null) && $saved[$id]->size !== null => (int) $saved[$id]->size,
            default => $contents->size($hash) ?? $saved[$id]->size ?? null,
        };

        return new self(
            $plan->fingerprint,
            array_map(static fn (PlanLine $line): PlanLineData => PlanLineData::of($line, $size($line->before, $line->documentId), $size($line->after, $line->origin ?? $line->documentId)), $plan->lines),
            array_map(WarningData::of(...), $plan->warnings),
            array_map(BlockerData::of(...), $plan->blockers),
            $decided->act->value ?? 'undo',
            (object) ($decided?->followers() ?? []),
        );
    }
}
