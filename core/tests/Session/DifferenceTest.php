<?php

declare(strict_types=1);

use Hafenbuch\Core\Session\Difference;
use Hafenbuch\Core\Session\KeptDocument;

it('tells in, out, moved, and other drafts', function () {
    $one = static fn (int $key, string $id, string $path, ?string $draft = null, bool $isHeld = false, ?string $saved = 'h'): KeptDocument => new KeptDocument($key, 'House', $id, $path, null, $saved, $isHeld, $draft);
    $a = [$one(1, 'A', 'a.md'), $one(2, 'B', 'b.md', 'd1'), $one(3, 'C', 'c.md'), $one(4, 'D', 'd.md', 'd1'), $one(5, 'E', 'e.md')];
    $b = [$one(6, 'E', 'e.md', null, true), $one(7, 'B', 'b.md', 'd2'), $one(8, 'C', 'sub/c.md', null, false, 'h2'), $one(9, 'D', 'd.md'), $one(10, 'F', 'f.md')];
    $told = static fn (bool $withDrafts): array => array_column(array_map(static fn (Difference $one): array => [$one->path, $one->differs], Difference::between($a, $b, $withDrafts)), 1, 0);
    expect($told(true))->toBe([
        'a.md' => 'only in the first', 'e.md' => 'in the hold', 'b.md' => 'other drafts', 'sub/c.md' => 'moved from c.md; its file has changed', 'd.md' => 'a draft only in the first', 'f.md' => 'only in the second',
    ])->and($told(false))->not->toHaveKey('b.md')->and(Difference::between($a, $a, true))->toBe([]);
});
