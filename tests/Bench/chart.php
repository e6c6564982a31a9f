<?php

declare(strict_types=1);

/*
 * What a chart of 1,000 and of 5,000 documents takes in headless Chromium: the answer, laying it out in the worker, and the frames while
 * it is dragged about as a whole.
 */

use App\Models\User;
use App\Workspace\Index\Scanner;
use App\Workspace\Workspaces;
use Tests\Bench\Questions;
use Tests\Support\Browser;

$person = User::query()->firstOrCreate(['email' => 'bench@greetholm.example'], ['name' => 'Bench', 'password' => 'tidegauge']);
$browser = new Browser(folder: sys_get_temp_dir().'/hafenbuch-bench-'.bin2hex(random_bytes(6)));
$isLoggedIn = false;
foreach ([1000, 5000] as $count) {
    mt_srand(1853);
    $folder = config('hafenbuch.roots')[0]."/chart-{$count}";
    $path = static fn (int $n): string => sprintf('d%02d/f%04d.md', intdiv($n, 100), $n);
    for ($n = 0; $n < $count; $n++) {
        is_dir("{$folder}/".dirname($path($n))) || mkdir("{$folder}/".dirname($path($n)), 0o777, true);
        // Each has about two, mostly to what stands near it, as parts and chapters do.
        $links = array_map(static fn (): string => '[to](../'.$path(mt_rand(0, 9) === 0 ? mt_rand(0, $count - 1) : min($count - 1, $n + mt_rand(1, 60))).')', range(1, 2));
        file_put_contents("{$folder}/{$path($n)}", "# Document {$n}\n\n".implode(' ', $links)."\n");
    }
    $workspace = Workspaces::add("chart-{$count}", $folder, $person);
    app(Scanner::class)->run($workspace);
    $questions = new Questions($workspace, $person);
    $questions->ask('GET', '/chart?of=folder');
    printf("%d documents\n", $count);
    report_line('the answer', 1000 * min(array_map(static fn (): float => timed(static fn () => $questions->ask('GET', '/chart?of=folder')), range(1, 3))), 'ms', '', true);
    $isLoggedIn || $browser->logIn($person->email);
    $isLoggedIn = true;
    $browser->visit("/w/chart-{$count}/chart?of=folder")->sees('unfold all')->until('return document.querySelector("[data-item]") !== null')->press('unfold all');
    $browser->until("return performance.getEntriesByName('chart laid out').some((one) => one.detail === {$count})");
    $laid = (float) $browser->script("return performance.getEntriesByName('chart laid out').find((one) => one.detail === {$count}).duration");
    report_line('laid out in the worker', $laid / 1000, 's', $count === 5000 ? '< 3' : '', $count < 5000 || $laid < 3000);
    $browser->until('return document.querySelector("canvas") !== null')->press('all')->idle();
    $frames = $browser->scriptAsync(<<<'JS'
        const done = arguments[arguments.length - 1];
        const place = document.querySelector('canvas').parentElement;
        const box = place.getBoundingClientRect();
        let [n, last] = [0, performance.now()];
        const times = [];
        const tell = (kind, target) => target.dispatchEvent(new PointerEvent(kind, { bubbles: true, button: 0, clientX: box.left + 300 + 2 * n, clientY: box.top + 200 + n }));
        tell('pointerdown', place);
        (function step(now) {
            times.push(now - last);
            last = now;
            tell('pointermove', window);
            if (++n < 180) { requestAnimationFrame(step); } else { tell('pointerup', window); done(times.slice(5)); }
        })(last);
        JS);
    sort($frames);
    report_line('a frame while all of it is dragged, p50', $frames[intdiv(count($frames), 2)], 'ms', '< 17', $frames[intdiv(count($frames), 2)] < 17);
    report_line('  p95', $frames[(int) floor(0.95 * count($frames))], 'ms', $count === 5000 ? '< 17' : '', $count < 5000 || $frames[(int) floor(0.95 * count($frames))] < 17);
}
$browser->close();
