<?php

declare(strict_types=1);

namespace App\Console\People;

use App\People\FirstAccount;
use App\Support\Refused;

/** The code with which the first account is made in the browser; each call makes another one. */
final class ShowFirstCode extends UserCommand
{
    protected $signature = 'first:code';

    protected $description = 'Make the code for the first account';

    public function handle(): int
    {
        $code = FirstAccount::code() ?? throw Refused::because('There are accounts already. Log in, or add a person: bin/hafenbuch user:add EMAIL NAME');

        return $this->answer(['code' => $code], ["The code for the first account: {$code}"]);
    }
}
