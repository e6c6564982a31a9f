<?php

declare(strict_types=1);

namespace App\Http;

use Hafenbuch\Core\Session\Take;
use Hafenbuch\Core\Session\Way;
use Hafenbuch\Core\Session\Wish;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;

/** Reads how a request wants a session opened. */
final class WishReader
{
    public static function read(Request $request): Wish
    {
        $given = $request->validate([
            'way' => 'required|string|in:instead,add', 'only' => [Rule::when($request->input('only') !== null, [ListOf::numbers((int) config('limits.session_documents'))])],
            'takes' => ['sometimes', ListOf::textsByName((int) config('limits.session_documents'), 10)], 'withDecisions' => 'boolean',
        ]);
        $takes = [];
        foreach ($given['takes'] ?? [] as $key => $take) {
            $takes[(int) $key] = Take::tryFrom((string) $take) ?? throw DecisionReader::wrong("takes.{$key}", 'is now, session or version');
        }

        return new Wish(Way::from($given['way']), isset($given['only']) ? array_fill_keys($given['only'], true) : null, $takes, (bool) ($given['withDecisions'] ?? true));
    }
}
