<?php

declare(strict_types=1);

namespace App\Rights;

use App\Support\Refused;

/** The person may not do it, whatever state things are in. */
final class NotAllowed extends Refused {}
