<?php

declare(strict_types=1);

use App\Support\Deadline;
use App\Support\TookTooLong;
use App\Workspace\Reading\ContentReader;
use Hafenbuch\Core\Format\FormatRegistry;

it('ends the reading of a file that was made to take long, and notes it', function () {
    $reader = new ContentReader(FormatRegistry::standard(), '/nowhere', 1);
    $from = hrtime(true);
    $hostile = $reader->read('a.md', str_repeat('<', 400_000));
    expect((hrtime(true) - $from) / 1e9)->toBeLessThan(15.0)->and($hostile->references)->toBe([])->and($hostile->note())->toContain('longer than 1 s');
    // The next one has all its time.
    expect($reader->read('a.md', "# A\n\n[b](b.md)\n")->references)->toHaveCount(1);
});

it('leaves the alarms of others as they were', function () {
    $rung = 0;
    pcntl_async_signals(true);
    pcntl_signal(SIGALRM, static function () use (&$rung): void {
        $rung++;
    });
    pcntl_alarm(100);
    try {
        expect(Deadline::within(5, static fn (): string => 'done'))->toBe('done')
            ->and(fn () => Deadline::within(5, static fn () => throw new DomainException('its own')))->toThrow(DomainException::class)
            ->and(fn () => Deadline::within(1, static function (): never {
                while (true) {
                }
            }))->toThrow(TookTooLong::class);
        posix_kill(posix_getpid(), SIGALRM);
        expect($rung)->toBe(1)->and(pcntl_alarm(0))->toBeGreaterThan(90);
    } finally {
        pcntl_alarm(0);
        pcntl_signal(SIGALRM, SIG_DFL);
        pcntl_async_signals(false);
    }
});

it('leaves a document alone that has more references than anyone can follow', function () {
    $reader = new ContentReader(FormatRegistry::standard(), '/nowhere');
    expect($reader->read('a.md', str_repeat("[a](b.md)\n", 50_000))->references)->toHaveCount(50_000)
        ->and($reader->read('a.md', str_repeat("[a](b.md)\n", 50_001)))->references->toBe([])->note()->toContain('50,000 references');
});
