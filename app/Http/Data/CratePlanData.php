<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Crates\CrateFolder;
use App\Crates\Packing;
use App\Crates\PreparedCrate;
use App\Relink\EndReader;
use Hafenbuch\Core\Crate\CrateEntry;
use Hafenbuch\Core\Crate\LeadKind;
use Hafenbuch\Core\Reference\Address;
use OpenApi\Attributes as OA;

/** What a crate will hold. */
#[OA\Schema(schema: 'CratePlan')]
final readonly class CratePlanData
{
    private const PATHS = 20;

    /**
     * @param  list<CrateEntryData>  $entries
     * @param  list<CrateLeadData>  $leads
     * @param  list<string>  $partlyRead
     * @param  list<PlaceTroubleData>  $troubles
     */
    public function __construct(
        #[OA\Property] public string $fingerprint,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/CrateEntry'), description: 'in the order in which they are reached, with those that stay out')] public array $entries,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/CrateLead'))] public array $leads,
        #[OA\Property(description: 'that are packed')] public int $files,
        #[OA\Property(description: 'of these')] public int $bytes,
        #[OA\Property(description: 'of the packed files')] public int $references,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'paths of documents that may refer to more than was read')] public array $partlyRead,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/PlaceTrouble'), description: 'what speaks against packing it on this server')] public array $troubles,
    ) {}

    public static function of(PreparedCrate $prepared): self
    {
        $plan = $prepared->plan;

        return new self(
            $plan->fingerprint, array_map(static fn (CrateEntry $entry): CrateEntryData => CrateEntryData::of($entry, $prepared->gathered, $prepared->trims), $plan->entries), self::leads($prepared),
            count($plan->packed()), $prepared->bytes(), $plan->references, array_map(static fn (string $end): string => $prepared->gathered->files[$end]->path(), $plan->partlyRead),
            array_map(PlaceTroubleData::of(...), Packing::troubles($prepared, app(CrateFolder::class)->path())),
        );
    }

    /** @return list<CrateLeadData> those that must be settled first */
    private static function leads(PreparedCrate $prepared): array
    {
        $leads = [];
        foreach ($prepared->plan->leadOut as $lead) {
            $address = $lead->end === null ? null : Address::of($lead->end);
            $key = $lead->end ?? $lead->from."\0".$lead->raw;
            $leads[$key] ??= new CrateLeadData(
                $lead->kind->value, $lead->end === null ? null : EndReader::write($lead->end), $lead->raw, $lead->why, $lead->isAccepted, $lead->kind->mustBeSettled(),
                $lead->kind === LeadKind::Outside && $address !== null && Address::isFile($address) && ! isset($prepared->gathered->refused[$lead->end ?? '']), 0, [],
            );
            $leads[$key]->references++;
            if (count($leads[$key]->paths) < self::PATHS) {
                $leads[$key]->paths[] = $prepared->gathered->files[$lead->from]->path();
            }
        }
        usort($leads, static fn (CrateLeadData $a, CrateLeadData $b): int => [! $a->mustBeSettled, $a->kind, $a->end] <=> [! $b->mustBeSettled, $b->kind, $b->end]);

        return $leads;
    }
}
