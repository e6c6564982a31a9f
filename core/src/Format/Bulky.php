<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

/** A format whose files are mostly numbers or packed data, so that large ones are read too. */
interface Bulky extends Format {}
