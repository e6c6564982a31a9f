<?php

declare(strict_types=1);

namespace App\Http;

use App\Models\KeptSession;
use App\Models\SessionStage;
use App\Models\User;
use App\Models\Workspace;
use App\Sessions\SessionList;
use Illuminate\Http\Request;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Finds the sessions and workspaces that a request names; what its sender may not see is not there. */
final class SessionFinder
{
    public static function session(int $id, User $person): KeptSession
    {
        return KeptSession::query()->readableBy($person)->with('person')->find($id) ?? throw new NotFoundHttpException;
    }

    public static function stage(Request $request, int $session, User $person, string $parameter = 'stage'): SessionStage
    {
        $number = $request->validate([$parameter => 'nullable|integer|min:1|max:1000000000'])[$parameter] ?? null;

        return (new SessionList)->stage(self::session($session, $person), $number === null ? null : (int) $number);
    }

    /**
     * @param  list<string>  $slugs
     * @return list<Workspace> in the order given
     */
    public static function workspaces(User $person, array $slugs): array
    {
        $found = Workspace::query()->whereIn('slug', $slugs)->whereHas('members', static fn ($members) => $members->whereKey($person->id))->get()->keyBy('slug');

        return array_values(array_map(static fn (string $slug): Workspace => $found[$slug] ?? throw DecisionReader::wrong('workspaces', "names {$slug}, which is no workspace of yours"), array_unique($slugs)));
    }
}
