<?php

declare(strict_types=1);

/*
 * Fifty writers on one ring of 10,000 documents, each with a page that waits for news, a draft every 5 seconds, a plan
 * every 15, another document on the screen every 20, the pictures in sight after news, and a save every minute, for three minutes. Writing locks by itself,
 * and there are folders that are only read. Server, database and people on this machine. Afterwards every draft that was
 * answered must be there.
 */

use App\Models\Document;
use App\Models\User;
use App\Quay\Quay;
use App\Workspace\By;
use App\Workspace\Index\Scanner;
use App\Workspace\Settings;
use App\Workspace\Workspaces;
use Illuminate\Support\Facades\DB;
use Tests\Support\WebServer;

const PEOPLE = 50;
const OPEN = 20;
const DOCUMENTS = 10_000;
const SECONDS = 180;
const WARM_SECONDS = 15;
/** Shorter than a page waits, so that the run ends. */
const WAIT_SECONDS = 10;
/** After news the pictures in sight are asked for. */
const PICTURES_SECONDS = 2.5;

/** One person's page: what it has under way, and when it does what next. */
final class Page
{
    /** @var array<string, int> documents that it shows, to their revisions */
    public array $shown = [];

    public int $after = -1;

    public string $content = '';

    public bool $isBusy = false;

    /** Whether it waits for news, beside everything else. */
    public bool $isWaiting = false;

    public bool $wantsQuay = true;

    /** When it asks for what the news touched, and for the pictures of what it shows. */
    public float $renewsAt = 0;

    public float $picturesAt = INF;

    /** @var array<string, float> */
    public array $next;

    /** @var list<string> */
    public array $rows = [];

    public ?string $fingerprint = null;

    public int $written = 0;

    public readonly string $visit;

    public function __construct(public readonly int $number, public readonly string $token, public readonly string $document, float $now)
    {
        $this->visit = sprintf('%026d', $number);
        $spread = $number / PEOPLE;
        // In another order than the plans, so that saves are spread over the minute and do not come in fours.
        $saveSpread = ($number * 17 % PEOPLE) / PEOPLE;
        $this->next = ['pulse' => $now + 1.2 * $spread, 'draft' => $now + 2 + 5 * $spread, 'plan' => $now + 3 + 15 * $spread, 'save' => $now + 10 + 60 * $saveSpread, 'presence' => $now + 1 + 20 * $spread];
    }
}

$folder = config('hafenbuch.roots')[0].'/people';
mkdir($folder);
for ($n = 0; $n < DOCUMENTS; $n++) {
    file_put_contents(sprintf('%s/f%04d.md', $folder, $n), sprintf("# Document %d\n\n[next](f%04d.md)\n", $n, ($n + 1) % DOCUMENTS));
}
$people = array_map(static fn (int $n): User => User::query()->create(['email' => "p{$n}@greetholm.example", 'name' => "Person {$n}", 'password' => 'tidegauge']), range(1, PEOPLE));
$workspace = Workspaces::add('people', $folder, $people[0]);
app(Scanner::class)->run($workspace);
Settings::of($workspace)->set(['autoLock' => ['']], By::commandLine($people[0]));
DB::table('folder_rights')->insert(array_map(static fn (int $n): array => ['workspace_id' => $workspace->id, 'folder' => "archive/{$n}", 'user_id' => null], range(1, 50)));
$ids = Document::query()->where('workspace_id', $workspace->id)->orderBy('path')->pluck('id')->all();
$pages = [];
$now = microtime(true);
foreach ($people as $n => $person) {
    $workspace->members()->syncWithoutDetaching([$person->id => ['role' => $n === 0 ? 'keeper' : 'writer']]);
    (new Quay($workspace, $person))->open(array_map(static fn (int $step): string => $ids[($n * 20 + $step) % DOCUMENTS], range(0, OPEN - 1)));
    $pages[] = $page = new Page($n, $person->createToken('bench')->plainTextToken, $ids[$n * 20], $now + 3);
    $page->content = file_get_contents(sprintf('%s/f%04d.md', $folder, $n * 20));
}
$server = WebServer::start();

$multi = curl_multi_init();
$waiting = [];
$times = $errors = [];
$count = $conflicts = 0;
$begin = microtime(true);
$ask = static function (Page $page, string $what, string $method, string $path, ?array $body = null, ?int $revision = null) use ($multi, $server, &$waiting): void {
    $handle = curl_init("{$server->url}/api/workspaces/people{$path}");
    curl_setopt_array($handle, [CURLOPT_CUSTOMREQUEST => $method, CURLOPT_RETURNTRANSFER => true, CURLOPT_HTTPHEADER => array_values(array_filter([
        'Accept: application/json', 'Content-Type: application/json', "Authorization: Bearer {$page->token}", $revision === null ? null : "If-Match: \"{$revision}\"",
    ])), CURLOPT_POSTFIELDS => $body === null ? null : json_encode($body)]);
    curl_multi_add_handle($multi, $handle);
    $waiting[spl_object_id($handle)] = [$page, $what, microtime(true), $handle];
    $what === 'pulse' ? $page->isWaiting = true : $page->isBusy = true;
};
$take = static function (Page $page, string $what, array $answer): void {
    $what === 'pulse' ? $page->isWaiting = false : $page->isBusy = false;
    if ($what === 'quay') {
        $page->shown = array_column($answer['rows'], 'revision', 'id');
    } elseif ($what === 'rows') {
        foreach ($answer as $row) {
            $page->shown[$row['id']] = $row['revision'];
        }
    } elseif ($what === 'pulse') {
        $page->after = $answer['last'];
        $page->next['pulse'] = microtime(true) + max(0.1, $answer['next'] / 1000);
        // As the pages do, where there are many.
        $page->renewsAt = microtime(true) + ($answer['next'] > 1500 ? mt_rand() / mt_getrandmax() * $answer['next'] / 3000 : 0);
        if (array_intersect($answer['topics'], ['documents', 'states', 'edits']) !== [] && $page->picturesAt === INF) {
            $page->picturesAt = microtime(true) + PICTURES_SECONDS;
        }
        $page->wantsQuay = $page->wantsQuay || in_array('documents', $answer['topics'], true) || in_array('quay', $answer['topics'], true);
        $page->rows = array_values(array_unique([...$page->rows, ...array_filter([...$answer['edits'], ...$answer['states']], static fn (string $id): bool => isset($page->shown[$id]))]));
    } elseif ($what === 'draft') {
        $page->shown[$page->document] = $answer['revision'];
        $page->content = "# {$page->written} ".substr($page->content, 2);
    } elseif ($what === 'plan') {
        $page->fingerprint = $answer['fingerprint'];
    }
};
while (($time = microtime(true)) < $begin + WARM_SECONDS + SECONDS || $waiting !== []) {
    foreach ($time < $begin + WARM_SECONDS + SECONDS ? $pages : [] as $page) {
        if (! $page->isWaiting && $time >= $page->next['pulse']) {
            $ask($page, 'pulse', 'GET', "/pulse?visit={$page->visit}".($page->after < 0 ? '' : "&after={$page->after}&wait=".WAIT_SECONDS));
        }
        if ($page->isBusy) {
            continue;
        }
        if ($time >= $page->next['presence']) {
            $page->next['presence'] = $time + 20;
            $ask($page, 'presence', 'PUT', '/presence', ['visit' => $page->visit, 'document' => $ids[$page->number * 20 + random_int(0, OPEN - 1)]]);

            continue;
        }
        $decision = [['document' => $page->document, 'kind' => 'save']];
        if ($time >= $page->next['draft'] && isset($page->shown[$page->document])) {
            $page->next['draft'] = $time + 5;
            $page->written++;
            $inserted = "{$page->written} ";
            $ask($page, 'draft', 'PATCH', "/documents/{$page->document}/draft", ['changes' => [['at' => 2, 'removed' => 0, 'inserted' => $inserted]], 'size' => strlen($page->content) + strlen($inserted)], $page->shown[$page->document]);
        } elseif ($time >= $page->next['save'] && $page->fingerprint !== null) {
            $page->next['save'] = $time + 60;
            $ask($page, 'save', 'POST', '/save', ['decisions' => $decision, 'fingerprint' => $page->fingerprint, 'note' => null]);
        } elseif ($time >= $page->next['plan']) {
            $page->next['plan'] = $time + 15;
            // Saved right after the plan, where it is time.
            $page->next['save'] = $page->next['save'] - $time < 15 ? $time : $page->next['save'];
            $ask($page, 'plan', 'POST', '/plan', ['decisions' => $decision]);
        } elseif ($time >= $page->picturesAt && $page->shown !== []) {
            $page->picturesAt = INF;
            $ask($page, 'pictures', 'GET', '/pictures?documents='.implode(',', array_slice(array_keys($page->shown), 0, OPEN)));
        } elseif ($time < $page->renewsAt) {
            continue;
        } elseif ($page->wantsQuay) {
            $page->wantsQuay = false;
            $page->rows = [];
            $ask($page, 'quay', 'GET', '/quay');
        } elseif ($page->rows !== []) {
            $ask($page, 'rows', 'GET', '/rows?documents='.implode(',', array_splice($page->rows, 0, 200)));
        }
    }
    curl_multi_exec($multi, $running);
    curl_multi_select($multi, 0.02);
    while (($done = curl_multi_info_read($multi)) !== false) {
        [$page, $what, $since, $handle] = $waiting[spl_object_id($done['handle'])];
        unset($waiting[spl_object_id($done['handle'])]);
        $status = curl_getinfo($handle, CURLINFO_RESPONSE_CODE);
        $content = (string) curl_multi_getcontent($handle);
        curl_multi_remove_handle($multi, $handle);
        if ($since > $begin + WARM_SECONDS) {
            $times[$what][] = (microtime(true) - $since) * 1000;
            $count++;
        }
        if ($status >= 200 && $status < 300) {
            $take($page, $what, (array) json_decode($content, true));
        } else {
            $what === 'pulse' ? $page->isWaiting = false : $page->isBusy = false;
            // Someone has written below since the plan: the page shows the new plan, and the person asks again.
            $status === 409 && $what === 'save' ? $conflicts++ : $errors[] = "{$what}: {$status} ".substr($content, 0, 200);
        }
    }
}
$server->stop();

$part = static function (array $times, float $share): float {
    sort($times);

    return $times === [] ? 0.0 : $times[(int) floor((count($times) - 1) * $share)];
};
foreach ($times as $what => $all) {
    printf("  %-8s %5d answered, p50 %7.1f ms, p95 %7.1f ms, longest %7.1f ms\n", $what, count($all), $part($all, 0.5), $part($all, 0.95), max($all));
}
$lost = count(array_filter($pages, static fn (Page $page): bool => app(App\Drafts\WorkingContent::class)->bytes(Document::query()->findOrFail($page->document)->setRelation('workspace', $workspace)) !== $page->content));
report_line('requests a second of '.PEOPLE.' people', $count / SECONDS, '', '', true);
report_line('a draft of '.PEOPLE.' people at once, p50', $part($times['draft'], 0.5), 'ms', '< 60', $part($times['draft'], 0.5) < 60);
report_line('  p95', $part($times['draft'], 0.95), 'ms', '< 150', $part($times['draft'], 0.95) < 150);
report_line('a plan, p95', $part($times['plan'], 0.95), 'ms', '< 300', $part($times['plan'], 0.95) < 300);
report_line("  errors; {$conflicts} saves met a plan that had changed", count($errors), '', '0', $errors === []);
report_line('  answered drafts that are not there', $lost, '', '0', $lost === 0);
foreach (array_slice($errors, 0, 5) as $error) {
    echo "  {$error}\n";
}
