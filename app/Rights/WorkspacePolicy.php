<?php

declare(strict_types=1);

namespace App\Rights;

use App\Models\User;
use App\Models\Workspace;
use Illuminate\Auth\Access\Response;

/** Who may do what in a workspace: as their role there says, and the scope of the token where a program asks for them. */
final class WorkspacePolicy
{
    public function look(User $person, Workspace $workspace): Response
    {
        return $this->may($person, $workspace, Right::Look);
    }

    public function draft(User $person, Workspace $workspace): Response
    {
        return $this->may($person, $workspace, Right::Draft);
    }

    public function save(User $person, Workspace $workspace): Response
    {
        return $this->may($person, $workspace, Right::Save);
    }

    public function keep(User $person, Workspace $workspace): Response
    {
        return $this->may($person, $workspace, Right::Keep);
    }

    private function may(User $person, Workspace $workspace, Right $right): Response
    {
        $role = $person->isDisabled() ? null : $workspace->roleOf($person);

        return match (true) {
            $role === null => Response::denyAsNotFound(),
            ! Right::of($role)->includes($right) => Response::deny("In “{$workspace->name}” you are a {$role->value}; this needs a {$right->role()->value}. Ask a keeper of the workspace."),
            ! Scope::of($person)->right()->includes($right) => Response::deny('The scope of this token is “'.Scope::of($person)->value.'”, which does not reach so far. Make a token with a wider one.'),
            default => Response::allow(),
        };
    }
}
