<?php

declare(strict_types=1);

/*
 * Keeping and opening a session of 1,000 documents with 300 drafts, in workspaces of two sizes; and a session with 1 GiB of drafts on its
 * way out and in. Called by run.php, whose helpers it uses.
 */

use App\Drafts\DraftDesk;
use App\Drafts\WorkingContent;
use App\Models\Document;
use App\Models\SessionStage;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Quay;
use App\Sessions\Keeping;
use App\Sessions\Opening;
use Hafenbuch\Core\Session\Way;
use Hafenbuch\Core\Session\Wish;
use Illuminate\Support\Facades\DB;

const SESSION_DOCUMENTS = 1000;
const SESSION_DRAFTS = 300;

/** @return array{Workspace, User, list<string>} with that many documents, 1,000 of which are open, 300 with drafts */
function quay_in(string $name, int $count): array
{
    $workspace = workspace($name, $count);
    app(App\Workspace\Index\Scanner::class)->run($workspace);
    $person = $workspace->firstKeeper() ?? throw new LogicException('no owner');
    $ids = DB::table('documents')->where('workspace_id', $workspace->id)->where('format', '!=', 'file')->orderBy('id')->limit(SESSION_DOCUMENTS)->pluck('id')->all();
    (new Quay($workspace, $person))->arrange(array_fill_keys($ids, false), true);
    foreach (array_slice($ids, 0, SESSION_DRAFTS) as $id) {
        $document = Document::query()->with('draft')->findOrFail($id)->setRelation('workspace', $workspace);
        app(DraftDesk::class)->write($document, app(WorkingContent::class)->bytes($document)."\n<!-- worked on {$name} -->\n", $person, null);
    }

    return [$workspace, $person, $ids];
}

$discard = static function (Workspace $workspace, User $person, array $ids): void {
    foreach (array_slice($ids, 0, SESSION_DRAFTS) as $id) {
        DB::transaction(static fn () => app(DraftDesk::class)->discard(Document::query()->with('draft')->findOrFail($id)->setRelation('workspace', $workspace), $person));
    }
};
$seconds = [];
foreach ([2_000, 20_000] as $count) {
    [$workspace, $person, $ids] = quay_in("sessions-{$count}", $count);
    $keeping = app(Keeping::class);
    $opening = app(Opening::class);
    $best = static fn (callable $work): float => min(array_map(static fn (): float => timed($work), range(1, 3)));
    $stage = null;
    $keep = $best(static function () use ($keeping, $person, $workspace, &$stage): void {
        $stage = $keeping->keep($person, 'Bench', [$workspace], true);
    });
    assert($stage instanceof SessionStage);
    $plan = $best(static fn () => $opening->plan($person, $stage, new Wish(Way::Instead)));
    $open = INF;
    foreach (range(1, 3) as $round) {
        $keeping->putAway($person, "Away {$round}", [$workspace], true);
        $open = min($open, timed(static fn () => $opening->open($person, $stage, new Wish(Way::Instead), true)));
    }
    (new Quay($workspace, $person))->arrange([], true);
    $discard($workspace, $person, $ids);
    $restore = timed(static fn () => $opening->open($person, $stage, new Wish(Way::Instead), true));
    $seconds[$count] = ['keep' => $keep, 'plan' => $plan, 'open' => $open, 'restore' => $restore];
    printf("in a workspace of %s documents:\n", number_format($count));
    report_line('  keeping 1,000 documents with 300 drafts', $keep, 's', '< 1', $keep < 1);
    report_line('  plan of opening them', $plan, 's', '< 0.5', $plan < 0.5);
    report_line('  opening them, put away before', $open, 's', '< 1', $open < 1);
    report_line('  opening them, all 300 drafts discarded meanwhile', $restore, 's', '< 1', $restore < 1);
}
foreach (['keep', 'plan', 'open'] as $what) {
    $growth = $seconds[20_000][$what] / $seconds[2_000][$what];
    report_line("  growth of {$what} with ten times as large a workspace", $growth, '×', '≤ 2', $growth <= 2);
}

// 1 GiB of drafts.
$workspace = workspace('carried', 20);
$person = $workspace->firstKeeper() ?? throw new LogicException('no owner');
app(App\Workspace\Index\Scanner::class)->run($workspace);
(new Quay($workspace, $person))->arrange([], true);
$folder = config('hafenbuch.roots')[0].'/yardstick';
mkdir($folder);
foreach (range(1, 32) as $number) {
    $bytes = random_bytes(32 * 1024 * 1024);
    file_put_contents("{$folder}/{$number}.bin", $bytes);
    $document = app(DraftDesk::class)->begin($workspace, "media/{$number}.bin", $bytes, $person);
    (new Quay($workspace, $person))->open([$document->id]);
}
unset($bytes);
app(Keeping::class)->keep($person, 'Media', [$workspace], true);
$file = config('hafenbuch.roots')[0].'/media.zip';
$peaks = ['export' => 0, 'import' => 0];
$hafenbuch = static function (string $command, string $arguments) use (&$peaks): void {
    [$code, $out] = shell('/usr/bin/time -f peak=%M '.PHP_BINARY.' '.escapeshellarg(base_path('bin/hafenbuch'))." session:{$command} {$arguments} --json --as bench@greetholm.example");
    $code === 0 || throw new RuntimeException($out);
    preg_match('~peak=(\d+)~', $out, $peak) === 1 || throw new RuntimeException("GNU time says nothing: {$out}");
    $peaks[$command] = max($peaks[$command], (int) $peak[1] / 1024);
};
// Once before it counts: what was just written is still on its way to the disk.
shell("sync; cd {$folder} && zip -0 -q -r ../yard.zip . && rm ../yard.zip");
$zipped = $exports = [];
foreach (range(1, 3) as $round) {
    $zipped[] = yardstick("cd {$folder} && zip -0 -q -r ../yard-{$round}.zip . && sync ../yard-{$round}.zip");
    $exports[] = timed(static function () use ($hafenbuch, $file): void {
        $hafenbuch('export', 'Media '.escapeshellarg($file));
        shell('sync '.escapeshellarg($file));
    });
    shell("rm {$folder}/../yard-{$round}.zip");
}
$yard = median($zipped);
report_line('export of 1 GiB of drafts, in zip -0 of the same files', median($exports) / $yard, '×', '≤ 1.5', median($exports) / $yard <= 1.5);
report_line('  its peak memory', $peaks['export'], 'MiB', '< 128', $peaks['export'] < 128);
$contents = app(App\Workspace\Files\DiskContentStore::class);
// The store has these contents; a copy of the file’s own takes as long as where they are new.
$imports = [];
foreach (range(1, 3) as $round) {
    foreach (DB::table('drafts')->join('documents', 'documents.id', '=', 'document_id')->where('workspace_id', $workspace->id)->pluck('hash') as $hash) {
        unlink($contents->file($hash));
    }
    $imports[] = timed(static fn () => $hafenbuch('import', escapeshellarg($file).' --into carried'));
}
report_line('import of it, in zip -0 of the same files', median($imports) / $yard, '×', '≤ 1.5', median($imports) / $yard <= 1.5);
report_line('  its peak memory', $peaks['import'], 'MiB', '< 128', $peaks['import'] < 128);
