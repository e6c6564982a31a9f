<?php

declare(strict_types=1);

use Hafenbuch\Core\Plan\Act;
use Hafenbuch\Core\Plan\Choice;
use Hafenbuch\Core\Plan\Decider;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Follow;
use Hafenbuch\Core\Tests\Support\Docs;

beforeEach(function () {
    $this->snapshot = Docs::snapshot(
        Docs::saved('arm.svg'),
        Docs::saved('near.md', ['arm.svg']),
        Docs::saved('far.md', ['arm.svg']),
        Docs::modified('was.md', [], ['arm.svg']),
    );
});

it('says who follows', function (Follow $follow, array $followers) {
    $decided = Decider::decide($this->snapshot, ['arm.svg' => new Choice(Decision::saveAs('arm-2.svg', ['was.md']), $follow)], ['near.md', 'was.md']);
    expect($decided->followers())->toBe(['arm.svg' => $followers]);
})->with([[Follow::Nobody, []], [Follow::Quay, ['near.md']], [Follow::Everyone, ['near.md', 'far.md']]]);

it('leaves those alone who were chosen one by one', function () {
    $decided = Decider::decide($this->snapshot, ['arm.svg' => new Choice(Decision::saveAs('arm-2.svg', ['was.md']))], ['near.md']);
    expect($decided->followers())->toBe(['arm.svg' => ['was.md']]);
});

it('accepts the strays of a deletion in drafts and in files', function () {
    $decision = Decider::decide($this->snapshot, ['arm.svg' => new Choice(Decision::delete(), acceptsStrays: true)], [])->decisions['arm.svg'];
    expect(array_map($decision->accepts(...), ['near.md', 'far.md', 'was.md', 'arm.svg']))->toBe([true, true, true, false]);
});

it('calls an act by the most that it does', function (array $choices, Act $act) {
    expect(Decider::decide($this->snapshot, array_map(Choice::of(...), $choices), [])->act)->toBe($act);
})->with([
    [[Decision::save(), Decision::copy('c')], Act::Save],
    [[Decision::copy('c'), Decision::leave()], Act::Copy],
    [[Decision::delete(), Decision::move('m'), Decision::save()], Act::Move],
    [[Decision::delete(), Decision::save()], Act::Delete],
    [[new Choice(Decision::copy('c'), isSetAside: true), Decision::move('m')], Act::SetAside],
    [[], Act::Save],
]);
