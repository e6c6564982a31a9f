<?php

declare(strict_types=1);

/*
 * What the past costs: steps, versions, retention, recovery points. Called by run.php, whose helpers it uses.
 */

use App\Drafts\DraftDesk;
use App\Drafts\StepList;
use App\Models\Document;
use App\Models\User;
use App\Past\Recovery\PointReason;
use App\Past\Recovery\RecoveryPoints;
use App\Past\Store\Inventory;
use App\Past\Versions\Retention;
use App\Quay\Quay;
use App\Support\BulkInsert;
use App\Workspace\Files\DiskContentStore;
use Hafenbuch\Core\Retention\Band;
use Hafenbuch\Core\Retention\Every;
use Hafenbuch\Core\Retention\Policy;
use Hafenbuch\Core\Retention\Rule;
use Illuminate\Contracts\Http\Kernel as HttpKernel;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;

/** @return float milliseconds of one question to the API, best of three */
function asked(string $path, User $person): float
{
    $best = INF;
    for ($try = 0; $try < 3; $try++) {
        $request = Request::create($path, 'GET', server: ['HTTP_ACCEPT' => 'application/json']);
        Auth::guard('web')->setUser($person);
        $best = min($best, 1000 * timed(static function () use ($request, $path): void {
            $response = app(HttpKernel::class)->handle($request);
            $response->getStatusCode() === 200 || throw new RuntimeException("{$path} answered {$response->getStatusCode()}: ".substr((string) $response->getContent(), 0, 300));
        }));
    }

    return $best;
}

$workspace = workspace('past', 20);
app(App\Workspace\Index\Scanner::class)->run($workspace);
$person = $workspace->firstKeeper() ?? throw new LogicException('no owner');

/** @return int bytes in the content store */
function stored(): int
{
    return array_sum(array_column(iterator_to_array(app(DiskContentStore::class)->all()), 'size'));
}

// A thousand edits of a draft of 1 MiB, one line each.
$lines = array_map(static fn (int $n): string => "Line {$n} of the long list of readings, ".hash('crc32b', (string) $n).'.', range(1, 21_000));
$text = '# Readings '.bin2hex(random_bytes(8))."\n\n".implode("\n", $lines)."\n";
$text = substr($text, 0, 1024 * 1024);
$desk = app(DraftDesk::class);
$storedBefore = stored();
$document = $desk->begin($workspace, 'readings.md', $text, $person);
$times = [];
for ($edit = 0; $edit < 1000; $edit++) {
    $at = ($edit * 104_729) % (strlen($text) - 100);
    $text = substr($text, 0, $at)."edit {$edit}".substr($text, $at);
    $times[] = timed(static fn () => $desk->write($document, $text, $person, null));
}
$early = array_sum(array_slice($times, 20, 100)) / 100;
$late = array_sum(array_slice($times, -100)) / 100;
report_line('edit of a 1 MiB draft: the last 100 of 1,000 to the first 100', $late / $early, 'x', 'at most 1.3', $late / $early <= 1.3);
report_line('1,000 such edits', array_sum($times), 's', 'below 60 (1,000 a minute)', array_sum($times) < 60);
while (app(Inventory::class)->releaseSteps(0) > 0); // some at a time, as the watcher does
$room = app(StepList::class)->room($document->refresh());
report_line('what their steps take, to the draft’s size', $room['bytes'] / strlen($text), 'x', 'below 3', $room['bytes'] / strlen($text) < 3);
$store = stored() - $storedBefore;
report_line('what the store holds then, to the draft’s size', $store / strlen($text), 'x', 'below 5', $store / strlen($text) < 5);
$oldest = App\Models\DraftStep::query()->where('document_id', $document->id)->orderBy('id')->skip(590)->first();
report_line('reading a step that lies 590 changes deep', 1000 * timed(static fn () => app(App\Drafts\Steps::class)->bytes($oldest)), 'ms', 'below 1000', true);

// A thousand versions of one document.
$small = Document::at($workspace, 'd0/f1.md') ?? Document::query()->where('workspace_id', $workspace->id)->whereNotNull('saved_hash')->firstOrFail();
$contents = app(DiskContentStore::class);
$rows = [];
for ($number = 0; $number < 1000; $number++) {
    $bytes = "# Version {$number}\n\n".implode("\n", array_slice($lines, 0, 200 + $number % 50));
    $rows[] = ['document_id' => $small->id, 'number' => $number, 'hash' => $contents->putBytes($bytes), 'size' => strlen($bytes), 'note' => "note {$number}", 'at' => gmdate('Y-m-d H:i:s', time() - 3600 * (1000 - $number))];
}
BulkInsert::into('versions', $rows);
$base = "/api/workspaces/{$workspace->slug}/documents/{$small->id}";
report_line('list of 1,000 versions', asked("{$base}/versions", $person), 'ms', 'below 300', asked("{$base}/versions", $person) < 300);
$compare = "/api/workspaces/{$workspace->slug}/contrast?left={$small->id}:version-3&right={$small->id}:version-998";
report_line('comparison of two of them', asked($compare, $person), 'ms', 'below 300', asked($compare, $person) < 300);

// A hundred thousand versions of 500 documents.
$many = [];
for ($n = 0; $n < 500; $n++) {
    $many[] = Document::query()->create(['workspace_id' => $workspace->id, ...Document::columns("many/f{$n}.md")])->id;
}
$rows = [];
foreach ($many as $n => $id) {
    for ($number = 0; $number < 200; $number++) {
        $rows[] = ['document_id' => $id, 'number' => $number, 'hash' => hash('sha256', "{$n} {$number}"), 'size' => 2000, 'at' => gmdate('Y-m-d H:i:s', time() - 86400 * (200 - $number))];
    }
    if (count($rows) >= 10_000) {
        BulkInsert::into('versions', $rows);
        $rows = [];
    }
}
unset($rows, $lines, $times);
$policy = new Policy(Rule::aged([new Band(7, Every::Version), new Band(60, Every::Week), new Band(null, Every::Month)]));
memory_reset_peak_usage();
$before = memory_get_usage();
$preview = null;
$seconds = timed(static function () use ($workspace, $policy, &$preview): void {
    $preview = app(Retention::class)->preview($workspace, $policy);
});
report_line('preview of retention over 100,000 versions', $seconds, 's', 'below 30', $seconds < 30);
report_line('its memory', (memory_get_peak_usage() - $before) / 1048576, 'MiB', 'below 256', memory_get_peak_usage() - $before < 256 * 1048576);
App\Workspace\Settings::of($workspace)->set(['retention' => App\Workspace\RetentionReader::write($policy)], App\Workspace\By::commandLine($person));
memory_reset_peak_usage();
$gone = 0;
$seconds = timed(static function () use ($workspace, &$gone): void {
    $gone = app(Retention::class)->apply($workspace->refresh());
});
report_line("retention over 100,000 versions, of which {$gone} went", $seconds, 's', 'below 30', $seconds < 30 && $gone >= $preview->versions);
report_line('its memory', (memory_get_peak_usage() - $before) / 1048576, 'MiB', 'below 256', memory_get_peak_usage() - $before < 256 * 1048576);

// A recovery point of 300 drafts.
$ids = [];
for ($n = 0; $n < 300; $n++) {
    $ids[] = $desk->begin($workspace, "drafts/d{$n}.md", "# Draft {$n}\n", $person)->id;
}
(new Quay($workspace, $person))->open($ids);
$seconds = timed(static fn () => app(RecoveryPoints::class)->make($workspace, $person, PointReason::ByHand));
report_line('a recovery point of 300 drafts', $seconds, 's', 'below 1', $seconds < 1);
$workspace->delete();
