<?php

declare(strict_types=1);

return [
    /*
     * Folders inside which a workspace may lie, separated by colons.
     */
    'roots' => array_values(array_filter(explode(':', (string) env('HAFENBUCH_ROOTS', '')))),

    /*
     * The largest draft or upload, in bytes.
     */
    'content_limit' => (int) env('HAFENBUCH_CONTENT_LIMIT', 64 * 1024 * 1024),
];
