<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

/** Whatever keeps an operation from being finished. */
interface FileFailure extends \Throwable {}
