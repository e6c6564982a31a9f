<?php

declare(strict_types=1);

namespace App\Http;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\KeptDecisions;
use App\Support\ManyValues;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Plan\Choice;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\DecisionKind;
use Hafenbuch\Core\Plan\Follow;
use Hafenbuch\Core\Release\Chain;
use Hafenbuch\Core\Release\ReleaseWish;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;

/** Reads the decisions of a request. */
#[OA\Schema(schema: 'OpenDecision', description: 'a decision without its document', required: ['kind'], properties: [
    new OA\Property(property: 'kind', type: 'string', enum: ['leave', 'save', 'discard', 'save as', 'copy', 'move', 'delete', 'state'], description: 'state: only to another state, where `state` says to which'),
    new OA\Property(property: 'over', type: 'string', nullable: true, description: 'the SHA-256 of a content on disk that may be replaced, or “gone”'),
    new OA\Property(property: 'path', type: 'string', description: 'the new path of a save as, a copy or a move'),
    new OA\Property(property: 'follow', type: 'string', nullable: true, enum: ['nobody', 'quay', 'everyone'], description: 'who follows a save as'),
    new OA\Property(property: 'followers', type: 'array', items: new OA\Items(type: 'string'), description: 'in place of `follow`: the documents whose references follow a save as, one by one'),
    new OA\Property(property: 'together', type: 'boolean', description: 'copies point at one another in place of the originals'),
    new OA\Property(property: 'ofSaved', type: 'boolean', description: 'a copy is made of the saved content, in place of what is on the screen'),
    new OA\Property(property: 'accepted', type: 'array', items: new OA\Items(type: 'string'), description: 'paths of documents in which a stray is accepted'),
    new OA\Property(property: 'acceptAll', type: 'boolean', description: 'every stray that a deletion leaves is accepted'),
    new OA\Property(property: 'setAside', type: 'boolean', description: 'a copy is kept for later'),
    new OA\Property(property: 'state', type: 'string', description: 'the state of the chain into which the document goes'),
    new OA\Property(property: 'raise', type: 'boolean', description: 'its revision is raised, also where the chain does not ask for that'),
    new OA\Property(property: 'stateBelow', type: 'boolean', description: 'all below goes along, as far as it is not there yet'),
    new OA\Property(property: 'open', type: 'boolean', description: 'open a copy beside the original'),
])]
#[OA\Schema(schema: 'Decision', allOf: [
    new OA\Schema(ref: '#/components/schemas/OpenDecision'),
    new OA\Schema(required: ['document'], properties: [
        new OA\Property(property: 'document', type: 'string'),
        new OA\Property(property: 'from', type: 'string', description: 'in answers: the path of the document'),
    ]),
])]
final class DecisionReader
{
    private const PATH_CHARACTERS = 8000;

    /** What is kept of a choice beside what it says. */
    private const KEPT = ['kind', 'over', 'path', 'follow', 'followers', 'together', 'ofSaved', 'accepted', 'acceptAll', 'setAside', 'open', 'state', 'raise', 'stateBelow'];

    /** A choice that is only about the state of a document. */
    private const ONLY_STATE = 'state';

    /**
     * The choices of a request, else those that are kept for the person.
     *
     * @return array<string, Choice> by document id
     */
    public static function read(Request $request, Workspace $workspace, User $person): array
    {
        return self::choices(self::given($request, $workspace, $person));
    }

    /**
     * @param  array<string, array<string, mixed>>  $given  by document id
     * @return array<string, Choice>
     */
    public static function choices(array $given): array
    {
        return array_map(self::choice(...), $given);
    }

    /** @return array<string, array<string, mixed>> by document id */
    public static function given(Request $request, Workspace $workspace, User $person): array
    {
        if (! $request->has('decisions')) {
            return (new KeptDecisions($workspace, $person))->all();
        }
        $given = self::list($request->input('decisions'), 'decisions');
        $given = array_map(static fn (int $place): array => [
            ...self::checked($given[$place], "decisions.{$place}"), 'document' => self::id($given[$place]['document'] ?? null, "decisions.{$place}.document"),
        ], array_keys($given));
        $byDocument = array_column($given, null, 'document');
        self::refuseUnknown($workspace, array_map(strval(...), array_keys($byDocument)));

        return $byDocument;
    }

    /**
     * What a request holds of one choice. Each is looked at by itself, once: rules for lists of them take the square of their number.
     *
     * @return array<string, mixed>
     *
     * @throws ValidationException
     */
    public static function checked(mixed $given, string $at): array
    {
        if (! is_array($given)) {
            throw self::wrong($at, 'must be a decision');
        }
        $checked = [];
        foreach (array_intersect_key($given, array_flip(self::KEPT)) as $name => $value) {
            $checked[$name] = match ($name) {
                'kind' => is_string($value) ? ($value === self::ONLY_STATE ? $value : DecisionKind::tryFrom($value)?->value) : null,
                'state' => self::text($value, Chain::LONGEST_NAME, "{$at}.state"),
                'follow' => $value === null || (is_string($value) && Follow::tryFrom($value) !== null) ? $value : throw self::wrong("{$at}.follow", 'must be nobody, quay or everyone'),
                'over' => self::text($value, 64, "{$at}.over"),
                'path' => self::text($value, self::PATH_CHARACTERS, "{$at}.path"),
                'followers' => array_map(static fn (mixed $id): string => self::id($id, "{$at}.followers"), self::list($value, "{$at}.followers")),
                'accepted' => array_map(static fn (mixed $path): string => (string) self::text($path ?? false, self::PATH_CHARACTERS, "{$at}.accepted"), self::list($value, "{$at}.accepted")),
                default => in_array($value, [true, false, 0, 1, '0', '1'], true) ? (bool) $value : throw self::wrong("{$at}.{$name}", 'must be true or false'),
            };
        }
        if (($checked['kind'] ?? null) === null) {
            throw self::wrong("{$at}.kind", 'must be one of '.implode(', ', [...array_column(DecisionKind::cases(), 'value'), self::ONLY_STATE]));
        }

        return $checked;
    }

    /**
     * @return list<mixed>
     *
     * @throws ValidationException
     */
    public static function list(mixed $value, string $at): array
    {
        if (! is_array($value) || ! array_is_list($value)) {
            throw self::wrong($at, 'must be a list');
        }

        $most = (int) config('limits.decisions');

        return count($value) <= $most ? $value : throw self::wrong($at, "must have at most {$most} entries; decide in parts");
    }

    /** @throws ValidationException */
    public static function id(mixed $value, string $at): string
    {
        return is_string($value) && strlen($value) === 26 ? $value : throw self::wrong($at, 'must be the id of a document');
    }

    public static function wrong(string $at, string $what): ValidationException
    {
        return ValidationException::withMessages([$at => "The field {$at} {$what}."]);
    }

    private static function text(mixed $value, int $longest, string $at): ?string
    {
        return $value === null || (is_string($value) && mb_strlen($value) <= $longest) ? $value : throw self::wrong($at, "must be a text of at most {$longest} characters");
    }

    /**
     * @param  array<string, mixed>  $given
     * @return array<string, mixed> what is kept of it
     */
    public static function kept(array $given): array
    {
        return array_filter(array_intersect_key($given, array_flip(self::KEPT)), static fn (mixed $value): bool => $value !== null);
    }

    /** @param array<string, mixed> $given */
    private static function choice(array $given): Choice
    {
        $follow = isset($given['follow']) && $given['kind'] === DecisionKind::SaveAs->value ? Follow::from($given['follow']) : null;

        return new Choice(self::decision($given), $follow, (bool) ($given['acceptAll'] ?? false), (bool) ($given['setAside'] ?? false), isset($given['state']) && in_array($given['kind'], [self::ONLY_STATE, DecisionKind::Save->value, DecisionKind::Leave->value], true)
            ? new ReleaseWish($given['state'], (bool) ($given['raise'] ?? false), (bool) ($given['stateBelow'] ?? false)) : null);
    }

    /** @param array<string, mixed> $given */
    private static function decision(array $given): Decision
    {
        $over = $given['over'] ?? null;
        $path = fn (): string => Path::of((string) ($given['path'] ?? ''))->value;

        return match ($given['kind'] === self::ONLY_STATE ? DecisionKind::Leave : DecisionKind::from($given['kind'])) {
            DecisionKind::Leave => Decision::leave(),
            DecisionKind::Save => Decision::save($over),
            DecisionKind::Discard => Decision::discard(),
            DecisionKind::SaveAs => Decision::saveAs($path(), array_values($given['followers'] ?? []), $over),
            DecisionKind::Copy => Decision::copy($path(), $given['together'] ?? false, $given['ofSaved'] ?? false, $over),
            DecisionKind::Move => Decision::move($path(), array_values($given['accepted'] ?? [])),
            DecisionKind::Delete => Decision::delete(array_values($given['accepted'] ?? [])),
        };
    }

    /** @param list<string> $ids */
    public static function refuseUnknown(Workspace $workspace, array $ids): void
    {
        $known = 0;
        foreach (ManyValues::portions($ids) as $chunk) {
            $known += ManyValues::among(Document::query(), 'id', $chunk)->kept()->where('workspace_id', $workspace->id)->count();
        }
        if ($known !== count($ids)) {
            throw ValidationException::withMessages(['decisions' => 'A decision names a document that is not in this workspace any more. Load the quay again.']);
        }
    }
}
