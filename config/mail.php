<?php

declare(strict_types=1);

/*
 * How invitations and new passwords are mailed; where nothing is set, links are only shown, to be sent by hand.
 */
return [
    'default' => env('HAFENBUCH_MAIL'),
    'mailers' => [
        'smtp' => [
            'transport' => 'smtp',
            'scheme' => env('HAFENBUCH_MAIL_SCHEME'),
            'host' => env('HAFENBUCH_MAIL_HOST', '127.0.0.1'),
            'port' => (int) env('HAFENBUCH_MAIL_PORT', 587),
            'username' => env('HAFENBUCH_MAIL_USER'),
            'password' => env('HAFENBUCH_MAIL_PASSWORD'),
            // A server that takes the connection and says nothing is given up after so many seconds.
            'timeout' => 10,
        ],
        'sendmail' => ['transport' => 'sendmail', 'path' => env('HAFENBUCH_MAIL_PROGRAM', '/usr/sbin/sendmail -bs -i')],
        // Each mail as a file in storage/mail, as for the demo and tests.
        'file' => ['transport' => 'file'],
    ],
    'from' => ['address' => env('HAFENBUCH_MAIL_FROM', 'hafenbuch@localhost'), 'name' => 'Hafenbuch'],
];
