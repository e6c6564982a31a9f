<?php

declare(strict_types=1);

use App\Models\Crate;
use Tests\Support\Harbour;

/** A sound of 16 bits and two channels, in which every frame is told by its number. */
function wavOf(int $frames, int $rate = 48_000, string $more = ''): string
{
    $sound = '';
    for ($frame = 0; $frame < $frames; $frame++) {
        $sound .= pack('V', $frame);
    }

    return 'RIFF'.pack('V', 4 + 24 + strlen($more) + 8 + strlen($sound)).'WAVEfmt '.pack('VvvVVvv', 16, 1, 2, $rate, $rate * 4, 4, 16).$more.'data'.pack('V', strlen($sound)).$sound;
}

/** A timeline with clips of a sound: [start, duration, rate] in the media's time. @param list<array{float, float, float}> $clips */
function otioOf(string $url, array $clips, ?float $mediaStart = null, string $effects = ''): string
{
    $time = static fn (float $value, float $rate): string => '{"OTIO_SCHEMA": "RationalTime.1", "rate": '.json_encode($rate, JSON_PRESERVE_ZERO_FRACTION).', "value": '.json_encode($value, JSON_PRESERVE_ZERO_FRACTION).'}';
    $range = static fn (float $start, float $duration, float $rate): string => '{"OTIO_SCHEMA": "TimeRange.1", "duration": '.$time($duration, $rate).', "start_time": '.$time($start, $rate).'}';
    $children = implode(', ', array_map(static fn (array $clip): string => '{"OTIO_SCHEMA": "Clip.1", "effects": ['.$effects.'], "media_reference": {"OTIO_SCHEMA": "ExternalReference.1", "available_range": '.($mediaStart === null ? 'null' : $range($mediaStart, 240.0, 24.0)).', "target_url": "'.$url.'"}, "source_range": '.$range(...$clip).'}', $clips));

    return '{"OTIO_SCHEMA": "Timeline.1", "name": "Show", "tracks": {"OTIO_SCHEMA": "Stack.1", "children": [{"OTIO_SCHEMA": "Track.1", "children": ['.$children.']}]}}'."\n";
}

/** The samples that the clips of a timeline play. @return list<string> */
function playedBy(string $otio, string $wav): array
{
    $at = strpos($wav, 'data') + 8;
    $played = [];
    foreach (json_decode($otio, true)['tracks']['children'][0]['children'] as $clip) {
        $seconds = static fn (array $time): float => $time['value'] / $time['rate'];
        $media = $clip['media_reference']['available_range'];
        $start = (int) round(($seconds($clip['source_range']['start_time']) - ($media === null ? 0 : $seconds($media['start_time']))) * 48_000);
        $played[] = substr($wav, $at + 4 * $start, 4 * (int) round($seconds($clip['source_range']['duration']) * 48_000));
    }

    return $played;
}

beforeEach(function () {
    $this->out = config('hafenbuch.roots')[0].'/trim-'.bin2hex(random_bytes(5));
    mkdir($this->out);
    $this->pack = function (Harbour $harbour, ?float $handles): array {
        $this->actingAs($harbour->owner);
        $wish = ['name' => 'Show', 'paths' => ['show.otio'], 'acceptedKinds' => ['missing', 'outside'], 'handles' => $handles];
        $plan = $this->postJson("/api/workspaces/{$harbour->workspace->slug}/crates/plan", $wish)->assertOk()->json();
        $this->postJson("/api/workspaces/{$harbour->workspace->slug}/crates", [...$wish, 'fingerprint' => $plan['fingerprint']])->assertCreated();
        $folder = "{$this->out}/".bin2hex(random_bytes(4));
        exec('unzip -qq '.escapeshellarg(storage_path('app/crates/'.Crate::query()->latest('id')->value('file'))).' -d '.escapeshellarg($folder));

        return [glob("{$folder}/*")[0], $plan];
    };
});

it('cuts sounds to what timelines use, and plays the same samples', function (array $clips, ?float $mediaStart, ?int $frames, string $more) {
    $wav = wavOf(480_000, more: $more);
    $otio = otioOf('takes/rain.wav', $clips, $mediaStart);
    $harbour = new Harbour(['show.otio' => $otio, 'takes/rain.wav' => $wav]);
    [$folder] = ($this->pack)($harbour, 0.25);
    $packed = (string) file_get_contents("{$folder}/data/takes/rain.wav");
    $timeline = (string) file_get_contents("{$folder}/data/show.otio");

    expect(playedBy($timeline, $packed))->toBe(playedBy($otio, $wav))->and(strlen($packed))->toBe(strlen($wav) - 4 * (480_000 - ($frames ?? 480_000)))
        ->and(unpack('V', $packed, 4)[1])->toBe(strlen($packed) - 8)->and($harbour->read('takes/rain.wav'))->toBe($wav)->and($harbour->read('show.otio'))->toBe($otio);
    if ($more !== '') {
        expect(unpack('P', $packed, strpos($packed, 'bext') + 8 + 338)[1])->toBe(1000 + unpack('V', $packed, strpos($packed, 'data') + 8)[1]);
    }
})->with([
    'one clip' => [[[48.0, 48.0, 24.0]], null, 48_000 * 2 + 24_000, ''],
    'two clips' => [[[48.0, 24.0, 24.0], [120.0, 24.0, 24.0]], null, 48_000 * 4 + 24_000, ''],
    'media that begins at a time of its own' => [[[86448.0, 24.0, 24.0]], 86400.0, 48_000 + 24_000, ''],
    'rates that differ' => [[[50.0, 25.0, 25.0], [60.0, 30.0, 30.0]], null, 79_200, ''],
    'at the very start' => [[[0.0, 24.0, 24.0]], null, 48_000 + 12_000, ''],
    'all of it' => [[[0.0, 240.0, 24.0]], null, null, ''],
    'a count of samples since midnight' => [[[48.0, 48.0, 24.0]], null, 48_000 * 2 + 24_000, 'bext'.pack('V', 602).str_repeat("\0", 338).pack('P', 1000).str_repeat("\0", 256)],
]);

it('takes whole what it cannot cut, and says why', function (string $otio, string $wav, string $why) {
    $harbour = new Harbour(['show.otio' => $otio, 'takes/rain.wav' => $wav]);
    [$folder, $plan] = ($this->pack)($harbour, 0.0);

    expect(file_get_contents("{$folder}/data/takes/rain.wav"))->toBe($wav)->and(file_get_contents("{$folder}/data/show.otio"))->toBe($otio)
        ->and(collect($plan['entries'])->firstWhere('path', 'takes/rain.wav')['whole'])->toContain($why);
})->with([
    'marks' => [fn () => otioOf('takes/rain.wav', [[24.0, 24.0, 24.0]]), fn () => wavOf(480_000, more: 'cue '.pack('V', 4).pack('V', 0)), 'marks'],
    'an effect' => [fn () => otioOf('takes/rain.wav', [[24.0, 24.0, 24.0]], effects: '{"OTIO_SCHEMA": "LinearTimeWarp.1", "time_scalar": 2.0}'), fn () => wavOf(480_000), 'uses all of it'],
    'no WAV' => [fn () => otioOf('takes/rain.wav', [[24.0, 24.0, 24.0]]), fn () => 'OggS and more', 'no WAV'],
    'more than there is' => [fn () => otioOf('takes/rain.wav', [[24.0, 2400.0, 24.0]]), fn () => wavOf(480_000), 'more of it than there is'],
]);

it('takes back a timeline with its own ranges, and a cut sound beside the whole one', function () {
    $otio = str_replace(', "tracks"', ",\n\"metadata\": {},\n\"tracks\"", otioOf('takes/rain.wav', [[48.0, 48.0, 24.0]]));
    $harbour = new Harbour(['show.otio' => $otio, 'takes/rain.wav' => $wav = wavOf(480_000)]);
    [$folder] = ($this->pack)($harbour, 0.0);
    expect($harbour->command('crate:take-in', [$folder, '--back', '--json'])['json'])->toMatchArray(['drafts' => 0]);
    $timeline = (string) file_get_contents("{$folder}/data/show.otio");
    expect($timeline)->not->toBe($otio);
    file_put_contents("{$folder}/data/show.otio", str_replace('"Show"', '"Show, by them"', $timeline));
    file_put_contents("{$folder}/data/takes/rain.wav", 'x', FILE_APPEND);
    $run = $harbour->command('crate:take-in', [$folder, '--back', '--edited', '--json']);
    expect($run['code'])->toBe(0, $run['err'])->and(array_column($run['json']['documents'], 'path'))->toBe(['show.otio', 'takes/rain-2.wav'])
        ->and($harbour->workingText('show.otio'))->toBe(str_replace('"Show"', '"Show, by them"', $otio))->and($harbour->read('takes/rain.wav'))->toBe($wav);
});
