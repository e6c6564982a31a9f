<?php

declare(strict_types=1);

namespace App\Http;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Quay;
use App\Support\Refused;
use App\Workspace\Index\SnapshotReader;
use Illuminate\Http\Request;

/** Whose references a question on strays is about: one document's with all below it, those of what is open, or all. */
final readonly class StrayScope
{
    public function __construct(private SnapshotReader $snapshots) {}

    /** In an address true and false are words, in JSON they are none. */
    public static function yesOrNo(): \Closure
    {
        return static function (string $attribute, mixed $value, \Closure $fail): void {
            if (! is_scalar($value) || filter_var($value, FILTER_VALIDATE_BOOLEAN, FILTER_NULL_ON_FAILURE) === null) {
                $fail("The {$attribute} field must be true or false.");
            }
        };
    }

    /**
     * @return ?list<string> ids; null: all
     *
     * @throws Refused
     */
    public function documents(Request $request, Workspace $workspace, User $person): ?array
    {
        $given = $request->validate(['of' => 'nullable|string|size:26', 'open' => ['nullable', self::yesOrNo()]]);
        if (isset($given['of'])) {
            $id = Document::query()->kept()->where('workspace_id', $workspace->id)->find($given['of'])->id ?? throw Refused::because('The document is not in this workspace any more.');

            return [$id, ...$this->snapshots->unsaved($workspace)->graph()->walk()->below([$id])];
        }

        return $request->boolean('open') ? (new Quay($workspace, $person))->all() : null;
    }
}
