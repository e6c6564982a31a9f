<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\Operation;
use App\Models\OperationLine;
use App\Saving\Logbook\EntryWords;
use OpenApi\Attributes as OA;

/** A logbook entry. */
#[OA\Schema(schema: 'Entry')]
final readonly class EntryData
{
    /**
     * @param  list<string>  $found
     * @param  list<PlanLineData>  $lines
     * @param  list<RuleChangeData>  $details
     */
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property(description: 'counted in the workspace')] public int $number,
        #[OA\Property(enum: Operation::EVERY_KIND)] public string $kind,
        #[OA\Property(enum: ['prepared', 'written', 'done', 'taken back', 'rolled back', 'needs a person', 'settled'])] public string $state,
        #[OA\Property] public ?string $person,
        #[OA\Property(format: 'date-time')] public string $at,
        #[OA\Property] public ?string $note,
        #[OA\Property(description: 'what it was')] public string $words,
        #[OA\Property(description: 'why it is not done, where that is so')] public ?string $message,
        #[OA\Property(description: 'the number of the entry that it takes back')] public ?int $undoes,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'paths at which recovery found what nobody expected')] public array $found,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/PlanLine'))] public array $lines,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/RuleChange'), description: 'of rules and people: what was before and after')] public array $details,
        #[OA\Property(description: 'of rules and people: from which address it was asked for')] public ?string $askedFrom,
        #[OA\Property(description: 'whether it can be taken back, as far as its kind and state go')] public bool $canBeTakenBack,
    ) {}

    public static function of(Operation $operation): self
    {
        return new self(
            $operation->id, $operation->number, $operation->kind, $operation->state, $operation->person?->name,
            $operation->created_at->toIso8601ZuluString('millisecond'), $operation->note, EntryWords::of([$operation])[$operation->id]['words'], $operation->message, $operation->undoes?->number,
            array_map(strval(...), array_keys($operation->found ?? [])),
            array_values($operation->lines->map(static fn (OperationLine $line): PlanLineData => PlanLineData::of($line->planLine(), $line->before_size, $line->after_size))->all()),
            RuleChangeData::all($operation->details ?? []), $operation->asked_from,
            $operation->state === Operation::DONE && ! in_array($operation->kind, [Operation::OUTSIDE, ...Operation::WITHOUT_FILES], true),
        );
    }
}
