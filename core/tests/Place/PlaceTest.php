<?php

declare(strict_types=1);

use Hafenbuch\Core\Place\MountTable;
use Hafenbuch\Core\Place\Place;
use Hafenbuch\Core\Place\PlaceTrouble;

const MOUNTINFO = <<<'TEXT'
22 1 259:2 / / rw,relatime shared:1 - ext4 /dev/root rw
30 22 0:30 / /tmp rw,nosuid - tmpfs tmpfs rw,size=1g
31 22 0:31 / /srv/share rw,relatime shared:2 master:1 - nfs4 store:/share rw
32 22 8:17 / /media/ida/my\040stick rw - vfat /dev/sdb1 rw
33 22 8:1 / /srv/archive rw,relatime - ext4 /dev/sda1 ro
34 31 0:40 / /srv/share/local rw - ext4 /dev/sdc1 rw
garbage
TEXT;

it('knows the file system of a folder by the longest mount point', function (string $path, string $type, bool $isReadOnly) {
    $mount = MountTable::of(MOUNTINFO)->holding($path);
    expect($mount?->type)->toBe($type)->and($mount->isReadOnly)->toBe($isReadOnly);
})->with([['/home', 'ext4', false], ['/tmp', 'tmpfs', false], ['/tmpfoo', 'ext4', false], ['/srv/share/x/y', 'nfs4', false], ['/srv/share/local/z', 'ext4', false], ['/media/ida/my stick/a', 'vfat', false], ['/srv/archive', 'ext4', true]]);

it('knows where a file that is open loses its name like any other', function (string $path, bool $isSo) {
    expect(MountTable::of(MOUNTINFO)->holding($path)?->letsOpenFilesGo())->toBe($isSo);
})->with([['/home', true], ['/tmp/a', true], ['/srv/share/x', false], ['/srv/share/local/x', true], ['/media/ida/my stick', false]]);

it('says what speaks against a place, and what stops it first', function (string $folder, int $room, int $bytes, bool $isWritable, bool $isWorldWritable, array $words) {
    $place = new Place($folder, MountTable::of(MOUNTINFO)->holding($folder), $room, $isWritable, $isWorldWritable, ['Guidebook' => '/srv/books/guide']);
    $said = array_map(static fn (PlaceTrouble $trouble): string => $trouble->words(), $place->troubles($bytes, 200));
    expect($said)->toHaveCount(count($words));
    foreach ($words as $number => $word) {
        expect($said[$number])->toContain($word);
    }
})->with([
    'nothing' => ['/home/mara/out', 1000, 999, true, false, []],
    'too little room' => ['/home/mara/out', 1000, 1001, true, false, ['There is room for 1,000 bytes']],
    'read-only' => ['/srv/archive/x', 1000, 0, true, false, ['is read-only']],
    'not ours' => ['/home/x', 1000, 0, false, false, ['is read-only']],
    'memory' => ['/tmp/x', 1000, 0, true, false, ['kept in memory only']],
    'another machine' => ['/srv/share/x', 1000, 0, true, false, ['on another machine']],
    'a stick' => ['/media/ida/my stick', 1000, 0, true, false, ['can be pulled out']],
    'in a workspace' => ['/srv/books/guide/out', 1000, 0, true, false, ['lies in the workspace “Guidebook”']],
    'around a workspace' => ['/srv/books', 1000, 0, true, false, ['holds the workspace']],
    'beside a workspace' => ['/srv/books/guide-2', 1000, 0, true, false, []],
    'open to all' => ['/home/x', 1000, 2000, true, true, ['room', 'Anyone on this server']],
]);
