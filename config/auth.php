<?php

declare(strict_types=1);

return [
    // A login that fails is not padded to a fixed time: comparing takes as long for an address that nobody has (SessionController).
    'timebox_duration' => 0,
];
