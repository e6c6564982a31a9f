<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Models\Document;
use App\Models\Operation;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** A workspace, and all in it, exists only for its members. */
final class MembersOnly
{
    public function handle(Request $request, \Closure $next): Response
    {
        $person = $request->user();
        $workspace = $request->route('workspace');
        if (! $person instanceof User || ! $workspace instanceof Workspace || ! $workspace->hasMember($person) || $person->isDisabled()) {
            throw new NotFoundHttpException;
        }
        foreach (['document', 'operation'] as $name) {
            $part = $request->route($name);
            if (($part instanceof Document || $part instanceof Operation) && $part->workspace_id !== $workspace->id) {
                throw new NotFoundHttpException;
            }
            if ($part instanceof Document) {
                $part->setRelation('workspace', $workspace);
            }
        }

        return $next($request);
    }
}
