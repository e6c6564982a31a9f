<?php

declare(strict_types=1);

use App\Crates\CrateFolder;
use App\Crates\CrateScope;
use App\Crates\Form\ZipTarget;
use App\Crates\Packing;
use App\Crates\PackWish;
use App\Models\Crate;
use App\Models\Document;
use App\Models\KeptSession;
use App\Quay\Quay;
use Hafenbuch\Core\Write\Stopped;
use Hafenbuch\Core\Write\UnableToWrite;
use Tests\Support\Harbour;

/* Killed in the middle, packing leaves no crate that is not whole, and taking in brings all or nothing. */

beforeEach(function () {
    $this->out = config('hafenbuch.roots')[0].'/dying-'.bin2hex(random_bytes(5));
    mkdir($this->out);
    $files = ['book.md' => "# Book\n"];
    for ($n = 0; $n < 40; $n++) {
        $files["takes/t{$n}.bin"] = random_bytes(200_000);
        $files['book.md'] .= "![t](takes/t{$n}.bin)\n";
    }
    $this->harbour = new Harbour($files);
    $this->quay = new Quay($this->harbour->workspace, $this->harbour->owner);
});

it('leaves nothing that is not whole, whenever it is killed while it packs', function (string ...$how) {
    $to = "{$this->out}/".(in_array('--folder', $how, true) ? 'crate' : 'crate.zip');
    $whole = $killed = 0;
    for ($round = 0; $round < 12; $round++) {
        $process = $this->harbour->process('crate:pack', ['book.md', '--to', $to, '--json', ...$how]);
        $process->start();
        // The first rounds end it as soon as something of it lies there, the others some way on.
        $until = microtime(true) + 10;
        while ($process->isRunning() && glob("{$to}*") === [] && microtime(true) < $until) {
            usleep(500);
        }
        usleep($round * 4000);
        $process->isRunning() && $process->signal(SIGKILL);
        $process->wait();
        clearstatcache();
        if (file_exists($to)) {
            $whole++;
            expect($this->harbour->command('crate:check', [$to, '--json'])['json']['valid'])->toBeTrue();
            exec('rm -rf '.escapeshellarg($to));
        } else {
            $killed++;
        }
    }
    expect($killed)->toBeGreaterThan(0);
    // The next one finds what the dead have left, and takes it away.
    expect($this->harbour->command('crate:pack', ['book.md', '--to', $to, '--json', ...$how])['code'])->toBe(0)->and(glob("{$this->out}/*"))->toBe([$to]);
})->with([[], ['--folder']]);

it('takes in all or nothing, wherever it is killed', function (string $pattern, int $nth) {
    expect($this->harbour->command('crate:pack', ['book.md', '--to', "{$this->out}/crate.zip"])['code'])->toBe(0);
    $this->quay->open([$this->harbour->document('book.md')->id]);
    $before = [Document::query()->count(), KeptSession::query()->count(), $this->quay->arrangement()];
    $died = $this->harbour->dying($pattern, $nth, 'crate:take-in', ["{$this->out}/crate.zip", '--into', 'again']);
    expect($died->getTermSignal())->toBe(SIGKILL)->and([Document::query()->count(), KeptSession::query()->count(), $this->quay->arrangement()])->toBe($before);
    $run = $this->harbour->command('crate:take-in', ["{$this->out}/crate.zip", '--into', 'again', '--json']);
    expect($run['code'])->toBe(0, $run['err'])->and($run['json']['drafts'])->toBe(41)->and($this->quay->shown())->toHaveCount(41);
})->with([['~^insert into `documents`~', 1], ['~^insert into `drafts`~', 1], ['~^insert into `document_origins`~', 1], ['~^insert into `kept_sessions`~', 1], ['~^delete from `quay_items`~', 1], ['~^insert into session_items~', 2]]);

it('takes nothing that another one is packing for what was left', function () {
    $first = new ZipTarget("{$this->out}/same.zip", 'same');
    $second = new ZipTarget("{$this->out}/same.zip", 'same');
    foreach ([$first, $second] as $target) {
        $target->add('a.txt', 1, ['a']);
        $target->seal();
    }
    $first->publish();
    expect(fn () => $second->publish())->toThrow(UnableToWrite::class);
    $second->abandon();
    expect(glob("{$this->out}/*"))->toBe(["{$this->out}/same.zip"]);
});

it('leaves nothing behind where a person stops it', function () {
    $target = new ZipTarget("{$this->out}/stopped.zip", 'stopped');
    $wish = new PackWish('stopped', new CrateScope(['book.md']));
    expect(fn () => app(Packing::class)->pack($this->harbour->workspace, $this->harbour->owner, $wish, $target, progress: static fn (int $done, int $of) => $done > $of / 2 ? throw Stopped::at($done, $of) : null))->toThrow(Stopped::class);
    expect(glob("{$this->out}/*"))->toBe([])->and(Crate::query()->where('workspace_id', $this->harbour->workspace->id)->count())->toBe(0);
});

it('sweeps what no crate names any more', function () {
    $folder = app(CrateFolder::class);
    $name = $folder->next($this->harbour->workspace);
    file_put_contents($folder->file($name), 'old');
    file_put_contents($folder->file($name).'.aaaaaaaaaaaa.unfinished', 'left');
    $folder->sweep();
    expect($folder->has($name))->toBeTrue()->and(file_exists($folder->file($name).'.aaaaaaaaaaaa.unfinished'))->toBeFalse();
    touch($folder->file($name), time() - 7200);
    $folder->sweep();
    expect($folder->has($name))->toBeFalse();
});

it('refuses a file that changes while it is packed, and a disk that is full', function () {
    expect(Crate::query()->where('workspace_id', $this->harbour->workspace->id)->count())->toBe(0);
    $process = $this->harbour->process('crate:pack', ['book.md', '--to', '/dev/full/x.zip', '--json']);
    $process->run();
    expect($process->getExitCode())->toBe(1);
    $small = "{$this->out}/small";
    mkdir($small);
    exec('mount -t tmpfs -o size=1m none '.escapeshellarg($small).' 2>/dev/null', $said, $ended);
    if ($ended === 0) {
        try {
            $run = $this->harbour->command('crate:pack', ['book.md', '--to', "{$small}/crate.zip"]);
            expect($run['code'])->toBe(1)->and($run['err'])->toContain('disk')->and(glob("{$small}/*"))->toBe([]);
        } finally {
            exec('umount '.escapeshellarg($small));
        }
    }
    expect(Crate::query()->where('workspace_id', $this->harbour->workspace->id)->count())->toBe(0);
});
