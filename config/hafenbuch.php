<?php

declare(strict_types=1);

return [
    /*
     * Folders inside which a workspace may lie, separated by colons.
     */
    'roots' => array_values(array_filter(explode(':', (string) env('HAFENBUCH_ROOTS', '')))),
];
