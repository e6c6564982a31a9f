<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Text;

/** Reading a content took longer than it may. */
final class OutOfPatience extends \RuntimeException {}
