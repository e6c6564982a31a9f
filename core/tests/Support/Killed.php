<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support;

/** The process dies here: an Error, so that no handler of the code under test sees it. */
final class Killed extends \Error {}
