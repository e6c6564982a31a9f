<?php

declare(strict_types=1);

namespace App\Sessions;

use App\Support\Refused;
use Hafenbuch\Core\Session\OpeningPlan;

/** What opening a session would do is no longer what the person has read. */
final class OpeningChanged extends Refused
{
    public function __construct(public readonly OpeningPlan $now)
    {
        parent::__construct('Something has changed since you looked, so that opening it would do something else. Nothing was opened; look at the lines again.');
    }
}
