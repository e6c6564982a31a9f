<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

/** Reading a content took longer than it may. */
final class OutOfPatience extends \RuntimeException {}
