<?php

declare(strict_types=1);

namespace App\Quay;

use App\Models\User;
use Illuminate\Support\Facades\DB;

/** How one person likes the pages. Groups are what can be taken over or left as a whole. */
final readonly class Preferences
{
    public const ORDERS = ['opened', 'name', 'folder', 'state', 'near', 'together'];

    public const FILTERS = ['all', 'unsaved', 'unsettled', 'near', 'stray', 'file', 'access', 'moved'];

    /** What the ledger’s rows can also show. */
    public const COLUMNS = ['picture', 'kind', 'size'];

    /** Of the column with the states, in pixels. */
    private const WIDTHS = [140, 900];

    /** Which of them go together. */
    public const GROUPS = ['colours' => ['colours'], 'quay' => ['order', 'filter', 'columns', 'stateWidth'], 'views' => ['remembersViews'], 'sessions' => ['stages'], 'language' => ['language']];

    /**
     * @param  ?string  $colours  day or night; null: as the machine has it
     * @param  string  $order  of the quay’s ledger
     * @param  string  $filter  of the quay’s ledger
     * @param  list<string>  $columns  that the ledger shows beside name, state and decision
     * @param  ?int  $stateWidth  of the ledger’s column with the states, in pixels; null: as there is room
     * @param  bool  $remembersViews  whether a document opens as it was last looked at, or only as was asked for
     * @param  int  $stages  so many former stages of a session stay
     * @param  ?string  $language  in which dates and numbers are written, as a language tag (BCP 47) with a country; null: as the browser says
     */
    public function __construct(public ?string $colours = null, public string $order = 'opened', public string $filter = 'all', public bool $remembersViews = true, public int $stages = 10, public ?string $language = null, public array $columns = ['picture'], public ?int $stateWidth = null) {}

    public static function of(User $person): self
    {
        return new self(...array_intersect_key($person->preferences ?? [], get_class_vars(self::class)));
    }

    /** @return array<string, string|list<string|\Closure>> what a request may hold */
    public static function rules(): array
    {
        return [
            'colours' => 'nullable|string|in:day,night', 'order' => 'string|in:'.implode(',', self::ORDERS), 'filter' => 'string|in:'.implode(',', self::FILTERS),
            'columns' => ['array', 'max:'.count(self::COLUMNS), static fn (string $name, mixed $value, \Closure $fail) => array_diff((array) $value, self::COLUMNS) === [] || $fail('A column is one of: '.implode(', ', self::COLUMNS).'.')],
            'stateWidth' => 'nullable|integer|min:'.self::WIDTHS[0].'|max:'.self::WIDTHS[1],
            'remembersViews' => 'boolean', 'stages' => 'integer|min:1|max:200', 'language' => ['nullable', 'string', 'regex:~^[a-z]{2,3}-[A-Z]{2}$~D'],
        ];
    }

    /** @return array{order: string, filter: string} what a session keeps of the ledger */
    public function ofQuay(): array
    {
        return ['order' => $this->order, 'filter' => $this->filter];
    }

    /**
     * Changes some; what another of the person’s pages has changed meanwhile stays.
     *
     * @param  array<string, mixed>  $given
     */
    public static function change(User $person, array $given): void
    {
        DB::transaction(static function () use ($person, $given): void {
            $now = User::query()->lockForUpdate()->findOrFail($person->id);
            $changed = [...get_object_vars(self::of($now)), ...array_intersect_key($given, get_class_vars(self::class))];
            $changed['stages'] = (int) $changed['stages'];
            $changed['columns'] = array_values(array_unique($changed['columns']));
            $changed['stateWidth'] = $changed['stateWidth'] === null ? null : (int) $changed['stateWidth'];
            $changed['remembersViews'] = (bool) $changed['remembersViews'];
            $now->forceFill(['preferences' => $changed])->save();
        });
        $person->refresh();
    }
}
