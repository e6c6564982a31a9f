<?php

declare(strict_types=1);

namespace Tests\Support\Drill;

use App\Models\Document;
use App\Models\KeptSession;
use App\Models\Operation;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Quay;
use App\Saving\Execution;
use App\Saving\Planning;
use App\Saving\Relocation;
use App\Saving\Undoing;
use App\Saving\WrittenMeanwhile;
use App\Sessions\Keeping;
use App\Sessions\Opening;
use App\Support\DatabaseTrouble;
use App\Support\Refused;
use App\Workspace\Index\Scanner;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Plan;
use Hafenbuch\Core\Session\Take;
use Hafenbuch\Core\Session\Way;
use Hafenbuch\Core\Session\Wish;
use Hafenbuch\Core\Write\FileFailure;
use Hafenbuch\Core\Write\UnableToTakeBack;
use Illuminate\Support\Facades\DB;

/** One of those who work in a workspace at the same time, each in a process of its own that can be killed at any moment. */
final class Worker
{
    public const ROLES = ['edit', 'edit', 'save', 'move', 'copy', 'undo', 'scan', 'outside', 'session'];

    /** @param array{url: string, token: string} $api */
    public function __construct(
        private readonly Workspace $workspace,
        private readonly User $person,
        private readonly DrillLog $log,
        private readonly array $api,
    ) {}

    public function work(string $role, float $until): void
    {
        while (microtime(true) < $until) {
            try {
                $this->{$role}();
            } catch (Refused|FileFailure|InvalidPath|UnableToTakeBack|WrittenMeanwhile) {
                // Someone was quicker, and was named.
            } catch (\Throwable $failure) {
                if (! $failure instanceof \PDOException || ! DatabaseTrouble::isPassing($failure)) {
                    $this->log->add('fault', ['role' => $role, 'message' => $failure::class.': '.$failure->getMessage(), 'trace' => mb_substr($failure->getTraceAsString(), 0, 1500)]);
                }
                $this->reconnect();
            }
            usleep(mt_rand(1_000, 25_000));
        }
    }

    /** A database that was killed needs a moment. */
    private function reconnect(): void
    {
        usleep(100_000);
        DB::purge();
        DB::purge('lock');
    }

    private function edit(): void
    {
        $id = $this->someId();
        [$status, $content, $revision] = $this->ask('GET', "/documents/{$id}/content");
        if ($status !== 200) {
            return;
        }
        $path = (string) Document::query()->whereKey($id)->value('path');
        $text = preg_replace('~^(# |<!-- )edit .*$~m', '', $content)."\n".(str_ends_with($path, '.md') ? '# edit ' : '<!-- edit ').bin2hex(random_bytes(6)).(str_ends_with($path, '.md') ? '' : ' -->')."\n";
        if (mt_rand(0, 3) === 0 && str_ends_with($path, '.md')) {
            $target = (string) $this->documents()->inRandomOrder()->value('path');
            $text .= '[to]('.str_repeat('../', substr_count($path, '/')).str_replace(' ', '%20', $target).")\n";
        }
        [$status, $answer, $now] = $this->ask('PUT', "/documents/{$id}/draft", $text, $revision);
        if ($status === 200) {
            $this->log->add('draft', ['document' => $id, 'hash' => hash('sha256', $text), 'revision' => $now]);
        } elseif (! in_array($status, [0, 404, 409, 412, 422, 423, 503, 507], true)) {
            $this->log->add('fault', ['role' => 'edit', 'message' => "PUT answered {$status}: {$answer}", 'trace' => '']);
        }
    }

    private function save(): void
    {
        $ids = $this->documents()->whereHas('draft')->inRandomOrder()->limit(mt_rand(1, 8))->pluck('id')->all();
        if ($ids !== []) {
            $this->execute(array_fill_keys($ids, Decision::save()), Operation::SAVE);
        }
    }

    private function move(): void
    {
        $path = (string) $this->documents()->inRandomOrder()->value('path');
        $folder = Path::folderOf($path);
        if ($folder !== '' && mt_rand(0, 3) === 0) {
            $this->execute(Relocation::to($this->workspace, $folder, $this->newPath('folder')), Operation::MOVE);

            return;
        }
        $this->execute(Relocation::to($this->workspace, $path, $this->newPath('moved').'.'.Path::extensionOf($path)), Operation::MOVE);
    }

    private function copy(): void
    {
        $document = $this->documents()->inRandomOrder()->first();
        if ($document === null || $this->documents()->count() > 400) {
            return;
        }
        $to = $this->newPath('copy').'.'.Path::extensionOf($document->path);
        $followers = $this->documents()->inRandomOrder()->limit(2)->pluck('id')->all();
        $this->execute([$document->id => mt_rand(0, 1) === 0 ? Decision::copy($to) : Decision::saveAs($to, $followers)], Operation::COPY);
    }

    private function undo(): void
    {
        $entry = Operation::query()->where('workspace_id', $this->workspace->id)->where('state', Operation::DONE)->whereNotIn('kind', [Operation::OUTSIDE, ...Operation::WITHOUT_FILES])
            ->orderByDesc('number')->limit(12)->get()->shuffle()->first();
        if ($entry === null) {
            return;
        }
        $plan = app(Undoing::class)->plan($this->workspace, $this->person, $entry);
        if ($plan->isBlocked()) {
            return;
        }
        $this->announce($plan);
        $undo = app(Undoing::class)->undo($this->workspace, $this->person, $entry, $plan->fingerprint);
        $this->log->add('entry', ['id' => $undo->id]);
    }

    private function scan(): void
    {
        app(Scanner::class)->run($this->workspace);
    }

    /** Keeps, puts away and opens sessions, whole or in part. */
    private function session(): void
    {
        usleep(mt_rand(20_000, 200_000));
        $name = ['One', 'Two', 'Three'][mt_rand(0, 2)];
        if (mt_rand(0, 1) === 0) {
            (new Quay($this->workspace, $this->person))->open(array_values($this->documents()->inRandomOrder()->limit(mt_rand(1, 12))->pluck('id')->all()));
            mt_rand(0, 2) === 0 ? app(Keeping::class)->putAway($this->person, $name, [$this->workspace], true) : app(Keeping::class)->keep($this->person, $name, [$this->workspace], true);

            return;
        }
        $session = KeptSession::query()->where('user_id', $this->person->id)->inRandomOrder()->first();
        $stage = $session?->stages()->first()?->setRelation('session', $session);
        if ($stage !== null) {
            $takes = array_map(static fn (): Take => Take::cases()[mt_rand(0, 2)], array_fill_keys($stage->items()->pluck('id')->all(), true));
            app(Opening::class)->open($this->person, $stage, new Wish(Way::cases()[mt_rand(0, 1)], null, $takes), true);
        }
    }

    /** Another program: writes a file anew, beside and in its place, or makes one. */
    private function outside(): void
    {
        usleep(mt_rand(100_000, 600_000));
        $isNew = mt_rand(0, 4) === 0;
        $path = $isNew ? $this->newPath('outside').'.md' : (string) $this->documents()->whereNotNull('saved_hash')->inRandomOrder()->value('path');
        $absolute = $this->workspace->root.'/'.$path;
        if (! $isNew && ! is_file($absolute)) {
            return;
        }
        @mkdir(dirname($absolute), 0o777, true);
        $mark = bin2hex(random_bytes(6));
        $text = ($isNew ? '' : (string) @file_get_contents($absolute)).(str_ends_with($path, '.md') ? "\noutside {$mark}\n" : "\n<!-- outside {$mark} -->\n");
        $temporary = sys_get_temp_dir()."/outside-{$mark}";
        $beside = dirname($absolute)."/.outside-{$mark}";
        file_put_contents($temporary, $text);
        if (@copy($temporary, $beside) && ($isNew || is_file($absolute)) && @rename($beside, $absolute)) {
            $this->log->add('outside', ['path' => $path, 'hash' => hash('sha256', $text), 'isNew' => $isNew]);
        }
        @unlink($beside);
        @unlink($temporary);
    }

    /** @param array<string, Decision> $decisions */
    private function execute(array $decisions, string $kind): void
    {
        $plan = app(Planning::class)->plan($this->workspace, $this->person, $decisions);
        if ($plan->isBlocked() || $plan->isEmpty()) {
            return;
        }
        $this->announce($plan);
        $entry = app(Execution::class)->save($this->workspace, $this->person, $decisions, $plan->fingerprint, null, $kind);
        if ($entry !== null) {
            $this->log->add('entry', ['id' => $entry->id]);
        }
    }

    /** What a person has read before anything was written. */
    private function announce(Plan $plan): void
    {
        foreach ($plan->warnings as $warning) {
            $this->log->add('warned', ['path' => $warning->path, 'message' => $warning->message]);
        }
    }

    private function newPath(string $kind): string
    {
        $folder = ['', 'a/', 'b/', 'b/in/', 'c d/'][mt_rand(0, 4)];

        return $folder.$kind.'-'.bin2hex(random_bytes(4));
    }

    private function someId(): string
    {
        return (string) $this->documents()->inRandomOrder()->value('id');
    }

    /** @return \Illuminate\Database\Eloquent\Builder<Document> */
    private function documents(): \Illuminate\Database\Eloquent\Builder
    {
        return Document::query()->kept()->where('workspace_id', $this->workspace->id)->where('is_gone', false);
    }

    /** @return array{int, string, int} status, body, revision; status 0 where nothing was answered */
    private function ask(string $verb, string $path, ?string $body = null, ?int $revision = null): array
    {
        $revisionNow = 0;
        $curl = curl_init($this->api['url']."/api/workspaces/{$this->workspace->slug}{$path}");
        curl_setopt_array($curl, [
            CURLOPT_CUSTOMREQUEST => $verb, CURLOPT_RETURNTRANSFER => true, CURLOPT_TIMEOUT => 30,
            CURLOPT_HTTPHEADER => ["Authorization: Bearer {$this->api['token']}", 'Accept: application/json', 'Content-Type: application/octet-stream', ...($revision === null ? [] : ["If-Match: \"{$revision}\""])],
            CURLOPT_HEADERFUNCTION => static function ($_, string $line) use (&$revisionNow): int {
                if (preg_match('~^etag:\s*"(\d+)"~i', $line, $found) === 1) {
                    $revisionNow = (int) $found[1];
                }

                return strlen($line);
            },
        ] + ($body === null ? [] : [CURLOPT_POSTFIELDS => $body]));
        $answer = curl_exec($curl);

        return [$answer === false ? 0 : (int) curl_getinfo($curl, CURLINFO_RESPONSE_CODE), (string) $answer, $revisionNow];
    }
}
