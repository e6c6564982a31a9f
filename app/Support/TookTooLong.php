<?php

declare(strict_types=1);

namespace App\Support;

/** Work that was ended because its time was up. */
final class TookTooLong extends \RuntimeException {}
