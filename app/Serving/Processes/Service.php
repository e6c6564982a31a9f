<?php

declare(strict_types=1);

namespace App\Serving\Processes;

/** One program that runs for as long as the installation does. */
final readonly class Service
{
    /**
     * @param  list<string>  $command
     * @param  ?string  $socket  that is there once it can be asked; those after it wait for that
     * @param  int  $stopSignal  on which it ends what it has begun and begins nothing more
     * @param  int  $leftSignal  what its children get where it died itself: those of nginx hold its port, those of php-fpm may be saving
     */
    public function __construct(public string $name, public array $command, public string $log, public ?string $socket = null, public int $stopSignal = SIGTERM, public int $leftSignal = SIGKILL) {}
}
