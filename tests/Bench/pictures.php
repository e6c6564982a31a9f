<?php

declare(strict_types=1);

/*
 * How many small pictures one process draws in a second, by kind, of 10,000 mixed files, with what the job and the process that draws
 * take of memory; and what a page costs that asks for those in sight. Beside people's work one job runs at a time.
 */

use App\Models\Document;
use App\Models\User;
use App\Pictures\DrawPictures;
use App\Pictures\PictureDesk;
use App\Pictures\PictureFolder;
use App\Workspace\Index\Scanner;
use App\Workspace\Workspaces;
use Illuminate\Support\Facades\Queue;

const MIX = ['bitmap' => 1000, 'drawing' => 2500, 'text' => 3500, 'solid' => 1000, 'timeline' => 1000, 'sound' => 1000];
/** Drawn of each kind; the others would only be more of the same. */
const DRAWN = 250;
const PORTION = 40;

$folder = config('hafenbuch.roots')[0].'/pictures';
mkdir($folder);
mt_srand(1853);
$noise = imagecreatetruecolor(1400, 1050);
for ($n = 0; $n < 2600; $n++) {
    imagefilledellipse($noise, mt_rand(0, 1400), mt_rand(0, 1050), mt_rand(5, 200), mt_rand(5, 200), mt_rand(0, 0xFFFFFF));
}
ob_start();
imagejpeg($noise, null, 84);
$jpeg = (string) ob_get_clean();
$wave = pack('A4VA8VvvVVvvA4V', 'RIFF', 36 + 96_000, 'WAVEfmt ', 16, 1, 1, 48_000, 96_000, 2, 16, 'data', 96_000).random_bytes(96_000);
$clips = implode(',', array_map(static fn (int $n): string => '{"OTIO_SCHEMA":"Clip.2","name":"clip '.$n.'","source_range":{"duration":{"value":'.mt_rand(10, 200).',"rate":25}}}', range(1, 30)));
$of = [
    'bitmap' => ['jpg', static fn (int $n): string => $jpeg],
    'drawing' => ['svg', static fn (int $n): string => '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 300"><title>Panel '.$n.'</title>'.implode('', array_map(static fn (): string => sprintf('<circle cx="%d" cy="%d" r="%d" fill="#%06x"/>', mt_rand(0, 400), mt_rand(0, 300), mt_rand(2, 60), mt_rand(0, 0xFFFFFF)), range(1, 60))).'</svg>'],
    'text' => ['md', static fn (int $n): string => "# Chapter {$n}\n\n".str_repeat("The gauge house stood empty for forty years.\n\n", 30)],
    'solid' => ['x3d', static fn (int $n): string => '<X3D><head><meta name="title" content="Part '.$n.'"/></head><Scene>'.implode('', array_map(static fn (int $k): string => "<Transform translation='{$k} 0 ".($k % 5)."'><Shape><Cylinder/></Shape></Transform>", range(1, 25))).'</Scene></X3D>'],
    'timeline' => ['otio', static fn (int $n): string => '{"OTIO_SCHEMA":"Timeline.1","name":"Cue '.$n.'","tracks":{"OTIO_SCHEMA":"Stack.1","children":[{"OTIO_SCHEMA":"Track.1","children":['.$clips.']}]}}'],
    'sound' => ['wav', static fn (int $n): string => $wave],
];
foreach (MIX as $kind => $count) {
    mkdir("{$folder}/{$kind}");
    for ($n = 0; $n < $count; $n++) {
        file_put_contents(sprintf('%s/%s/f%05d.%s', $folder, $kind, $n, $of[$kind][0]), $of[$kind][1]($n));
    }
}
(new Illuminate\Filesystem\Filesystem)->deleteDirectory(PictureFolder::above());
$person = User::query()->create(['email' => 'pictures@greetholm.example', 'name' => 'Pictures', 'password' => 'tidegauge']);
$workspace = Workspaces::add('pictures', $folder, $person);
app(Scanner::class)->run($workspace);
printf("10,000 mixed files; a bitmap has %d kB and 1400 × 1050 pixels\n", strlen($jpeg) / 1000);
$all = [];
foreach (array_keys(MIX) as $kind) {
    $ids = Document::query()->where('workspace_id', $workspace->id)->where('path', 'like', "{$kind}/%")->orderBy('path')->limit(DRAWN)->pluck('id')->all();
    array_push($all, ...array_slice($ids, 0, 12));
    $seconds = timed(static function () use ($ids, $workspace): void {
        foreach (array_chunk($ids, PORTION) as $some) {
            app()->call((new DrawPictures($workspace->id, $some))->handle(...));
        }
    });
    report_line("small pictures of kind {$kind}", count($ids) / $seconds, 'a second', $kind === 'bitmap' ? '≥ 50' : '', $kind !== 'bitmap' || count($ids) / $seconds >= 50);
}
Queue::fake();
memory_reset_peak_usage();
$asked = timed(static fn () => app(PictureDesk::class)->of($workspace, $all)) * 1000;
report_line('72 pictures in sight asked for', $asked, 'ms', '< 100', $asked < 100);
report_line('  most memory of the job, beside the process that draws', memory_get_peak_usage() / 2 ** 20, 'MiB', '< 96', memory_get_peak_usage() < 96 * 2 ** 20);
