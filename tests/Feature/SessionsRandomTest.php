<?php

declare(strict_types=1);

use App\Drafts\DraftDesk;
use App\Drafts\StepList;
use App\Models\Document;
use App\Models\DraftStep;
use App\Models\KeptSession;
use App\Models\SessionItem;
use App\Past\Store\Inventory;
use App\Quay\Quay;
use App\Sessions\Keeping;
use App\Sessions\Opening;
use App\Workspace\Files\DiskContentStore;
use Hafenbuch\Core\Session\Take;
use Hafenbuch\Core\Session\Way;
use Hafenbuch\Core\Session\Wish;
use Illuminate\Support\Facades\DB;
use Tests\Support\Harbour;

/** Someone who works by chance, and remembers every draft that they ever had. */
final class ChanceWorker
{
    /** @var array<string, true> every content that was a draft, and on a quay */
    public array $drafted = [];

    /** @var array<string, true> every document that was open */
    public array $opened = [];

    public function __construct(public Harbour $harbour, private int $seed)
    {
        mt_srand($seed);
    }

    /** @template T @param list<T> $from @return T */
    public function pick(array $from): mixed
    {
        return $from[mt_rand(0, count($from) - 1)];
    }

    public function quay(): Quay
    {
        return new Quay($this->harbour->workspace, $this->harbour->owner);
    }

    public function step(): string
    {
        $documents = Document::query()->kept()->with('draft')->where('workspace_id', $this->harbour->workspace->id)->get()->each(fn (Document $one) => $one->setRelation('workspace', $this->harbour->workspace));
        $one = $documents->isEmpty() ? null : $documents[mt_rand(0, count($documents) - 1)];
        $what = $this->pick(['open', 'open', 'close', 'edit', 'edit', 'edit', 'discard', 'save', 'move', 'delete file', 'change file', 'keep', 'keep', 'put away', 'session', 'session', 'session']);
        try {
            match ($what) {
                'open' => $one === null || $this->quay()->open([$one->id]),
                'close' => $one === null || $this->quay()->close([$one->id]),
                'edit' => $this->edit($one),
                'discard' => $one?->draft === null || $this->harbour->command('save', ['--discard', $one->path]),
                'save' => $this->harbour->command('save', ['--everything']),
                'move' => $one?->saved_hash === null || $this->harbour->command('save', ['--move', "{$one->path}=m".mt_rand(0, 99)."/{$one->id}.md"]),
                'delete file' => $one !== null && is_file("{$this->harbour->root}/{$one->path}") && unlink("{$this->harbour->root}/{$one->path}") && $this->harbour->scan(),
                'change file' => $one !== null && is_file("{$this->harbour->root}/{$one->path}") && file_put_contents("{$this->harbour->root}/{$one->path}", '# outside '.mt_rand()) && $this->harbour->scan(),
                'keep' => app(Keeping::class)->keep($this->harbour->owner, $this->pick(['One', 'Two']), [$this->harbour->workspace], mt_rand(0, 3) > 0),
                'put away' => app(Keeping::class)->putAway($this->harbour->owner, $this->pick(['One', 'Two']), [$this->harbour->workspace], true),
                'session' => $this->session(),
            };
        } catch (App\Support\Refused $refused) {
            $what .= ": {$refused->getMessage()}";
        }
        $this->remember();

        return $what;
    }

    private function edit(?Document $one): void
    {
        $content = '# draft '.$this->seed.' '.mt_rand();
        $desk = app(DraftDesk::class);
        $document = $one === null || mt_rand(0, 5) === 0 ? $desk->begin($this->harbour->workspace, 'new'.mt_rand().'.md', $content, $this->harbour->owner) : $desk->write($one, $content, $this->harbour->owner, null);
        $this->quay()->open([$document->id]);
    }

    private function session(): void
    {
        $session = KeptSession::query()->where('user_id', $this->harbour->owner->id)->inRandomOrder(mt_rand())->first();
        $stage = $session?->stages()->inRandomOrder(mt_rand())->first()?->setRelation('session', $session);
        if ($stage === null) {
            return;
        }
        $keys = $stage->items()->pluck('id')->all();
        $takes = array_map(fn (): Take => $this->pick(Take::cases()), array_fill_keys($keys, true));
        $only = mt_rand(0, 2) > 0 ? null : array_filter(array_fill_keys($keys, true), static fn (): bool => mt_rand(0, 1) === 0);
        app(Opening::class)->open($this->harbour->owner, $stage, new Wish($this->pick(Way::cases()), $only, $takes), mt_rand(0, 1) === 0);
    }

    private function remember(): void
    {
        foreach (DB::table('quay_items')->leftJoin('drafts', 'drafts.document_id', '=', 'quay_items.document_id')->where('quay_items.workspace_id', $this->harbour->workspace->id)->where('quay_items.user_id', $this->harbour->owner->id)->get(['quay_items.document_id', 'hash']) as $row) {
            $this->opened[$row->document_id] = true;
            if ($row->hash !== null) {
                $this->drafted[$row->hash] = true;
            }
        }
    }
}

it('loses nothing that was open, drafted or stepped, whatever sessions are kept and opened', function (int $round) {
    for ($seed = $round; $seed < $round + 2; $seed++) {
        $worker = new ChanceWorker(new Harbour(['a.md' => '# A', 'b.md' => '# B', 'c.md' => '# C', 'd.md' => '# D']), $seed);
        $done = [];
        for ($step = 0; $step < 18; $step++) {
            $done[] = $worker->step();
        }
        $about = "seed {$seed}: ".implode(', ', $done);
        foreach (Document::query()->where('workspace_id', $worker->harbour->workspace->id)->get() as $document) {
            app(StepList::class)->prune($document, 1000);
        }
        app(Inventory::class)->sweep(-1);
        $contents = app(DiskContentStore::class);
        $ids = DB::table('documents')->where('workspace_id', $worker->harbour->workspace->id)->pluck('id')->all();
        $steps = DraftStep::query()->whereIn('document_id', $ids)->pluck('hash')->flip();
        foreach (array_keys($worker->drafted) as $hash) {
            $kept = SessionItem::query()->where('draft_hash', $hash)->exists();
            expect($steps->has($hash) || $kept)->toBeTrue("{$about}: draft {$hash} cannot be reached");
            $kept && expect($contents->has((string) $hash))->toBeTrue("{$about}: what a session has kept is gone");
        }
        expect(array_diff(array_map(strval(...), array_keys($worker->opened)), $ids))->toBe([], $about);
        $check = app(Inventory::class)->check();
        $own = array_filter($check->missing, static fn (array $of): bool => array_filter($of, static fn (string $what): bool => str_contains($what, 'session')) !== []);
        expect($own)->toBe([], $about);
    }
})->with([100, 200, 300]);

it('changes nothing where a session is kept and opened at once', function () {
    for ($seed = 900; $seed < 904; $seed++) {
        $worker = new ChanceWorker(new Harbour(['a.md' => '# A', 'b.md' => '# B', 'c.md' => '# C']), $seed);
        for ($step = 0; $step < 8; $step++) {
            $worker->step();
        }
        $worker->quay()->open([$worker->harbour->draft('z.md', '# Z')->id]);
        $state = static fn (): array => [$worker->quay()->arrangement(), DB::table('drafts')->join('documents', 'documents.id', '=', 'document_id')->where('workspace_id', $worker->harbour->workspace->id)->orderBy('document_id')->get(['document_id', 'hash', 'revision', 'step_id'])->toArray()];
        $before = $state();
        $stage = app(Keeping::class)->keep($worker->harbour->owner, 'At once', [$worker->harbour->workspace], true);
        $done = app(Opening::class)->open($worker->harbour->owner, $stage, new Wish(Way::Instead), true);
        expect($done['keptAs'])->toBeNull("seed {$seed}")->and($state())->toEqual($before, "seed {$seed}");
    }
});

it('has the same open, with the same drafts, in whatever order two sessions are added', function () {
    for ($seed = 40; $seed < 42; $seed++) {
        $outcomes = [];
        foreach ([['One', 'Two'], ['Two', 'One']] as $order) {
            mt_srand($seed);
            $harbour = new Harbour(array_combine(array_map(static fn (int $n): string => "{$n}.md", range(1, 8)), array_map(static fn (int $n): string => "# {$n}", range(1, 8))));
            $quay = new Quay($harbour->workspace, $harbour->owner);
            foreach (['One' => range(1, 5), 'Two' => range(4, 8)] as $name => $numbers) {
                $quay->arrange([], true);
                foreach ($numbers as $number) {
                    mt_rand(0, 1) === 0 ? $harbour->draft("{$number}.md", "# {$number}, worked on") : $quay->open([$harbour->document("{$number}.md")->id]);
                }
                app(Keeping::class)->keep($harbour->owner, $name, [$harbour->workspace], true);
            }
            $quay->arrange([], true);
            foreach (range(1, 8) as $number) {
                $harbour->document("{$number}.md")->draft === null || $harbour->command('discard', ["{$number}.md"]);
            }
            foreach ($order as $name) {
                $session = KeptSession::query()->where('user_id', $harbour->owner->id)->where('name', $name)->sole();
                app(Opening::class)->open($harbour->owner, App\Models\SessionStage::query()->where('kept_session_id', $session->id)->sole()->setRelation('session', $session), new Wish(Way::Add), false);
            }
            $outcomes[] = [count($quay->shown()), array_map(static fn (int $number): string => $harbour->workingText("{$number}.md"), range(1, 8))];
        }
        expect($outcomes[0])->toBe($outcomes[1], "seed {$seed}");
    }
});
