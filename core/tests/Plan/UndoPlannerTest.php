<?php

declare(strict_types=1);

use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Plan\PlanLine;
use Hafenbuch\Core\Plan\Reason;
use Hafenbuch\Core\Plan\UndoPlanner;
use Hafenbuch\Core\Tests\Support\Docs;

beforeEach(function () {
    $this->done = [
        new PlanLine('1', 'new.svg', Action::Create, null, Docs::hash('new'), Reason::asked()),
        new PlanLine('2', 'a.md', Action::Write, Docs::hash('before'), Docs::hash('after'), Reason::asked()),
        new PlanLine('3', 'b.md', Action::Discard, Docs::hash('b'), Docs::hash('b'), Reason::asked(), Docs::hash('b draft')),
    ];
});

it('turns every line round', function () {
    $plan = (new UndoPlanner)->plan(7, $this->done, ['new.svg' => Docs::file('new'), 'a.md' => Docs::file('after'), 'b.md' => Docs::file('b')], ['new.svg' => ['a.md']]);

    expect($plan->blockers)->toBe([])
        ->and(array_map(static fn (PlanLine $line): array => [$line->path, $line->action, $line->before, $line->after], $plan->lines))->toBe([
            ['b.md', Action::Discard, Docs::hash('b'), Docs::hash('b')],
            ['a.md', Action::Write, Docs::hash('after'), Docs::hash('before')],
            ['new.svg', Action::Remove, Docs::hash('new'), null],
        ])
        ->and($plan->lines[0]->reason->text())->toBe('takes back entry 7')
        ->and($plan->warnings[0]->message)->toContain('new.svg, whose file will be removed');
});

it('is refused where a file has moved on', function (OnDisk $now, string $message) {
    $plan = (new UndoPlanner)->plan(7, $this->done, ['new.svg' => Docs::file('new'), 'a.md' => $now, 'b.md' => Docs::file('anything')], []);

    expect($plan->blockers)->toHaveCount(1)
        ->and($plan->blockers[0]->message)->toContain($message);
})->with([
    [fn () => Docs::file('later'), 'moved on'],
    [fn () => OnDisk::nothing(), 'gone'],
    [fn () => OnDisk::folder(), 'folder'],
    [fn () => OnDisk::outside(), 'leads out'],
    [fn () => Docs::file('after', false), 'read-only'],
]);
