<?php

declare(strict_types=1);

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Change\Changes;
use Hafenbuch\Core\Charset\Charset;
use Hafenbuch\Core\Charset\CodedText;
use Hafenbuch\Core\Charset\Cursor;
use Hafenbuch\Core\Charset\Labels;
use Hafenbuch\Core\Charset\UnsayableText;

beforeEach(fn () => mt_srand((int) (getenv('HAFENBUCH_SEED') ?: 1853)));

/** Some text that a charset can say, in its own script. */
function textIn(string $charset): string
{
    return match (true) {
        $charset === 'iso-2022-jp' => 'Pegel 検潮所の修復 ソ表ポ "a.png" 予',
        in_array($charset, ['shift_jis', 'euc-jp'], true) => 'Pegel 検潮所の修復 ソ表ポ ﾄﾞﾗﾑ "a.png" 予',
        $charset === 'euc-kr' => 'Pegel 검조소 복원 똠방각하 "a.png"',
        in_array($charset, ['gb18030', 'big5'], true) => 'Pegel 驗潮站 許功蓋 "a.png" 中',
        str_starts_with($charset, 'utf') => 'Pegel ö 検 😀 "a.png" é',
        in_array($charset, ['koi8-r', 'koi8-u', 'windows-1251', 'iso-8859-5', 'ibm866'], true) => 'Pegel мареограф "a.png"',
        default => 'Pegel "a.png" '.implode('', array_filter(
            array_map(static fn (int $byte): string => Charset::named($charset)->decode(chr($byte)), range(0xA0, 0xFF)),
            static fn (string $character): bool => $character !== Charset::REPLACEMENT,
        )),
    };
}

it('gives every text back as it was', function (string $name) {
    $charset = Charset::named($name);
    $bytes = $charset->encode(textIn($name));
    expect($bytes)->not->toBeNull()
        ->and($charset->decode($bytes))->toBe(textIn($name))
        ->and(mb_check_encoding($charset->decode(random_bytes(2000)), 'UTF-8'))->toBeTrue();
})->with(array_combine(array_keys(Labels::KNOWN), array_map(static fn (string $name): array => [$name], array_keys(Labels::KNOWN))));

it('knows each place in the bytes, and changes nothing but what is changed, damaged bytes neither', function (string $name) {
    $charset = Charset::named($name);
    for ($try = 0; $try < 60; $try++) {
        $bytes = str_repeat($charset->encode(textIn($name)."\n"), 40);
        for ($damaged = mt_rand(0, 3); $damaged > 0; $damaged--) {
            $bytes = substr_replace($bytes, random_bytes(1), mt_rand(0, strlen($bytes) - 1), mt_rand(0, 1));
        }
        $coded = new CodedText($bytes, $charset);
        $characters = mb_str_split($coded->text);
        [$from, $length] = [mt_rand(0, count($characters)), mt_rand(0, 90)];
        $start = strlen(implode('', array_slice($characters, 0, $from)));
        $removed = strlen(implode('', array_slice($characters, $from, $length)));
        $inserted = mt_rand(0, 1) ? mb_substr(textIn($name), mt_rand(0, 5), mt_rand(0, 9)) : 'x';
        $change = new Change($start, $removed, $inserted);
        $changed = $coded->inBytes(Changes::of($change));
        $after = $changed->apply($bytes);
        expect($charset->decode($after))->toBe($change->apply($coded->text))
            ->and(substr($after, 0, $changed->all[0]->at))->toBe(substr($bytes, 0, $changed->all[0]->at))
            ->and(substr($after, $changed->all[0]->at + strlen($changed->all[0]->inserted)))->toBe(substr($bytes, $changed->all[0]->end()))
            ->and($coded->inText($changed->all[0]->at))->toBe($start);
    }
})->with(array_combine(array_keys(Labels::KNOWN), array_map(static fn (string $name): array => [$name], array_keys(Labels::KNOWN))));

it('says which byte is no character', function (string $charset, string $bytes, ?int $at) {
    expect((new CodedText($bytes, Charset::named($charset)))->damage())->toBe($at);
})->with([
    'none' => ['utf-8', 'ä b', null],
    'one in the midst of UTF-8' => ['utf-8', "ä \xe4 b", 3],
    'behind a replacement character that someone wrote' => ['utf-8', "\u{FFFD}\xe4", 3],
    'a replacement character alone' => ['utf-8', "\u{FFFD}", null],
    'half a character' => ['shift_jis', "a\x83", 1],
    'a byte without a character' => ['windows-1252', "a\x81", 1],
    'half of UTF-16' => ['utf-16le', "\xff\xfea\0b", 4],
]);

it('says what a charset cannot say', function () {
    $coded = new CodedText("caf\xe9", Charset::named('latin1'));
    expect(fn () => $coded->inBytes(Changes::of(new Change(0, 0, 'ōä'))))->toThrow(UnsayableText::class, '“ō” cannot be written in windows-1252');
});

it('reads half-width katakana and the other sets of ISO-2022-JP', function () {
    expect(Charset::named('iso-2022-jp')->decode("a\x1b(I\x44\x5e\x1b(J~\x1b\$B\x24\x22\x1b(Bz"))->toBe('aﾄﾞ‾あz');
});

it('knows the names that documents use', function (string $label, ?string $name) {
    expect(Labels::name($label))->toBe($name);
})->with([['UTF-8', 'utf-8'], ['utf8', 'utf-8'], [' Latin1 ', 'windows-1252'], ['ISO_8859-15', 'iso-8859-15'], ['iso8859-2', 'iso-8859-2'], ['x-sjis', 'shift_jis'], ['GB2312', 'gb18030'], ['Big5', 'big5'], ['cp1250', 'windows-1250'], ['windows1251', 'windows-1251'], ['KOI8-R', 'koi8-r'], ['utf-7', null], ['', null]]);

it('walks a long text in little time', function () {
    $coded = new CodedText(str_repeat("\x83\x5c", 2_000_000), Charset::named('shift_jis'));
    $cursor = new Cursor($coded);
    for ($at = 0; $at < 6_000_000; $at += 3000) {
        $place = $cursor->to($at);
    }
    expect($place->offset)->toBe(3_998_000);
});
