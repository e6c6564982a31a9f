<?php

declare(strict_types=1);

namespace App\Quay;

use App\Models\Document;
use App\Models\DocumentView;
use App\Models\User;
use App\Support\BulkInsert;
use App\Support\Refused;
use Hafenbuch\Core\Picture\Aspect;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/** How a person looks at a document: kept beside it, so that looking never makes it modified. */
final readonly class DocumentViews
{
    /** Names of views of one document and one person. */
    private const NAMED = 50;

    private const FOLDS = 500;

    private const PARTS = 40;

    private const CAMERA = 10;

    private const FAR = 1e12;

    public function __construct(private Document $document, private User $person) {}

    /**
     * What of a view is known and within bounds; the rest is left out.
     *
     * @return ?array<string, mixed> null: nothing of it
     */
    public static function sound(mixed $given): ?array
    {
        if (! is_array($given)) {
            return null;
        }
        $place = static fn (mixed $value): ?int => is_int($value) && $value >= 0 ? $value : null;
        $between = static fn (mixed $value, float $least, float $most): int|float|null => (is_int($value) || is_float($value)) && $value >= $least && $value <= $most ? $value : null;
        $list = static fn (mixed $value, int $most): array => is_array($value) && array_is_list($value) ? array_slice($value, 0, $most) : [];
        $view = array_filter([
            // Characters of the text.
            'anchor' => $place($given['anchor'] ?? null), 'caret' => $place($given['caret'] ?? null),
            // The first line in sight.
            'line' => $place($given['line'] ?? null),
            'folds' => array_values(array_filter($list($given['folds'] ?? null, self::FOLDS), static fn (mixed $fold): bool => is_array($fold) && array_is_list($fold) && count($fold) === 2 && is_int($fold[0]) && is_int($fold[1]) && $fold[0] >= 0 && $fold[1] > $fold[0])) ?: null,
            'closedParts' => array_values(array_filter($list($given['closedParts'] ?? null, self::PARTS), static fn (mixed $part): bool => is_string($part) && preg_match('~^[a-z-]{1,40}$~D', $part) === 1)) ?: null,
            // Pixels.
            'side' => $between($given['side'] ?? null, 120, 2000),
            'zoom' => $between($given['zoom'] ?? null, 0.1, 64),
            'sight' => is_array($given['sight'] ?? null) ? (Aspect::of($given['sight'])?->said() ?: null) : null,
            'camera' => self::camera($given['camera'] ?? null),
            'shown' => in_array($given['shown'] ?? null, ['source', 'preview', 'both'], true) ? $given['shown'] : null,
            'compare' => in_array($given['compare'] ?? null, ['beside', 'over', 'difference', 'source'], true) ? $given['compare'] : null,
        ], static fn (mixed $value): bool => $value !== null);

        return $view === [] ? null : $view;
    }

    /** @return ?list<float> */
    private static function camera(mixed $given): ?array
    {
        $isSound = is_array($given) && array_is_list($given) && count($given) === self::CAMERA
            && array_filter($given, static fn (mixed $one): bool => (! is_int($one) && ! is_float($one)) || ! is_finite((float) $one) || abs($one) > self::FAR) === [];

        return $isSound ? array_map(floatval(...), $given) : null;
    }

    /** As the document opens: the view that is the default, else as the person last looked at it. */
    public function onOpening(): ?DocumentView
    {
        $own = DocumentView::query()->where('user_id', $this->person->id)->where('document_id', $this->document->id);

        return (clone $own)->where('is_default', true)->first() ?? $own->where('name', '')->first();
    }

    /** @return Collection<int, DocumentView> the person’s named ones, and those that others offer */
    public function named(): Collection
    {
        return DocumentView::query()->with('person')->where('document_id', $this->document->id)->where('name', '!=', '')
            ->where(fn ($either) => $either->where('user_id', $this->person->id)->orWhere('is_offered', true))->orderBy('name')->orderBy('id')->get();
    }

    /** @param array<string, mixed> $view */
    public function remember(array $view): void
    {
        $this->put('', $view);
    }

    /**
     * @param  array<string, mixed>  $view
     *
     * @throws Refused
     */
    public function keep(string $name, array $view): void
    {
        $name = trim($name);
        if ($name === '' || mb_strlen($name) > 120) {
            throw Refused::because('A view needs a name of 1 to 120 characters.');
        }
        if (DocumentView::query()->where('user_id', $this->person->id)->where('document_id', $this->document->id)->where('name', '!=', $name)->count() >= self::NAMED) {
            throw Refused::because('You have '.self::NAMED.' views of this document. Delete one first.');
        }
        $this->put($name, $view);
    }

    public function change(DocumentView $view, ?bool $isDefault, ?bool $isOffered): void
    {
        DB::transaction(function () use ($view, $isDefault, $isOffered): void {
            if ($isDefault === true) {
                DocumentView::query()->where('user_id', $this->person->id)->where('document_id', $this->document->id)->update(['is_default' => false]);
            }
            $view->update(array_filter(['is_default' => $isDefault, 'is_offered' => $isOffered], static fn (?bool $value): bool => $value !== null));
        });
    }

    /**
     * Those of a session become the last ones.
     *
     * @param  array<string, array<string, mixed>>  $views  by document
     */
    public static function restore(User $person, array $views): void
    {
        $at = now()->format('Y-m-d H:i:s.v');
        BulkInsert::into('document_views', array_map(
            static fn (int|string $id, array $view): array => ['user_id' => $person->id, 'document_id' => (string) $id, 'name' => '', 'view' => json_encode($view, JSON_THROW_ON_ERROR), 'at' => $at],
            array_keys($views), $views,
        ), ['view', 'at']);
    }

    /** @param array<string, mixed> $view */
    private function put(string $name, array $view): void
    {
        BulkInsert::into('document_views', [['user_id' => $this->person->id, 'document_id' => $this->document->id, 'name' => $name, 'view' => json_encode((object) $view, JSON_THROW_ON_ERROR), 'at' => now()->format('Y-m-d H:i:s.v')]], ['view', 'at']);
    }
}
