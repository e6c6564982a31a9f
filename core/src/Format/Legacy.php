<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

/** A format older than Unicode, whose files cannot say their charset: what is no UTF-8 is in Windows-1252, as the programs of its time wrote it. */
interface Legacy extends Format {}
