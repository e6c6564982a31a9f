<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\TakeIn\TakeInList;
use Hafenbuch\Core\TakeIn\TakeInRow;
use OpenApi\Attributes as OA;

/** All that lies outside and is referred to. */
#[OA\Schema(schema: 'TakeInList')]
final readonly class TakeInListData
{
    /**
     * @param  list<TakeInRowData>  $rows
     * @param  list<LeftOutsideData>  $refused
     */
    public function __construct(
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/TakeInRow'))] public array $rows,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/LeftOutside'), description: 'what cannot come in')] public array $refused,
    ) {}

    public static function of(TakeInList $list): self
    {
        $refused = [];
        foreach ($list->refused as $path => $why) {
            foreach (($list->strays[$path] ?? null)->places ?? [] as $place) {
                $refused[] = new LeftOutsideData($place->path, $place->raw, $why);
            }
        }

        return new self(array_map(static fn (TakeInRow $row): TakeInRowData => TakeInRowData::of($row, count(($list->strays[$row->source->path] ?? null)->places ?? [])), $list->rows), $refused);
    }
}
