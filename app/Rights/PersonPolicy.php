<?php

declare(strict_types=1);

namespace App\Rights;

use App\Models\User;
use Illuminate\Auth\Access\Response;

/** What a person may do outside of workspaces: with what is their own, and as an administrator with the people and folders of the server. */
final class PersonPolicy
{
    /** Read what is their own. */
    public function look(User $person): Response
    {
        return $this->reaches($person, Right::Look);
    }

    /** Change what they have kept: sessions, preferences. */
    public function arrange(User $person): Response
    {
        return $this->reaches($person, Right::Draft);
    }

    /** Change their account, and who may use it. */
    public function own(User $person): Response
    {
        return $this->reaches($person, Right::Keep);
    }

    /** Register folders, let people in and out. */
    public function administer(User $person): Response
    {
        return $person->is_administrator ? $this->reaches($person, Right::Keep) : Response::deny('This needs an administrator of the server.');
    }

    private function reaches(User $person, Right $right): Response
    {
        return match (true) {
            $person->isDisabled() => Response::deny('This account is disabled.'),
            ! Scope::of($person)->right()->includes($right) => Response::deny('The scope of this token is “'.Scope::of($person)->value.'”, which does not reach so far. Make a token with a wider one.'),
            default => Response::allow(),
        };
    }
}
