<?php

declare(strict_types=1);

namespace App\Setup;

use App\Drafts\DraftDesk;
use App\Drafts\Locks;
use App\Models\Document;
use App\Models\Role;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Bookmarks;
use App\Quay\Quay;
use App\Saving\Execution;
use App\Together\Comments;
use App\Together\LockWishes;
use App\Workspace\By;
use App\Workspace\Index\Scanner;
use App\Workspace\Settings;
use App\Workspace\Workspaces;
use Hafenbuch\Core\Plan\Choice;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Release\ReleaseWish;
use Illuminate\Console\Command;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Str;

/** Copies the demo's files into a writable folder and tells its story: who has what open, and what is unsaved. */
final class SetUpDemo extends Command
{
    protected $signature = 'hafenbuch:demo {--fresh : Put the demo back as it was} {--on-network : Others can reach this server, so the published password is not good enough} {--show-login}';

    protected $description = 'Set up the demo workspace';

    public function handle(Filesystem $files, Scanner $scanner, DraftDesk $drafts, Execution $desk, DemoHistory $history, DemoEdits $edits, DemoSessions $sessions, DemoSurvey $survey, DemoCrate $crate): int
    {
        $story = json_decode($files->get(base_path('demo/story.json')), true, 16, JSON_THROW_ON_ERROR);
        if ($this->option('show-login')) {
            $password = $files->exists($this->ownPassword()) ? $files->get($this->ownPassword()) : $story['password'];
            $this->line("Demo login:          {$story['people'][0]['email']}  password: {$password}");

            return self::SUCCESS;
        }
        if ($this->option('fresh')) {
            $files->delete($this->ownPassword());
        }
        $this->setUp($story, $files, $scanner, $drafts, $desk, $history, $edits, $sessions, $survey, $crate);
        if ($this->option('on-network')) {
            $this->replacePublishedPasswords($files, $story);
        }

        return self::SUCCESS;
    }

    /** @param array<string, mixed> $story */
    private function setUp(array $story, Filesystem $files, Scanner $scanner, DraftDesk $drafts, Execution $desk, DemoHistory $history, DemoEdits $edits, DemoSessions $sessions, DemoSurvey $survey, DemoCrate $crate): void
    {
        $workspace = Workspace::query()->where('name', $story['workspace'])->first();
        if ($workspace !== null && ! $this->option('fresh')) {
            return;
        }
        $workspace?->delete();
        $people = $this->people($story['people'], $story['password']);
        $root = $this->copyFiles($files);
        $history->rewind($root);
        $workspace = Workspaces::add($story['workspace'], $root, $people[$story['people'][0]['email']]);
        foreach (array_slice($story['people'], 1) as $one) {
            $workspace->members()->attach($people[$one['email']]->id, ['role' => $one['role'] ?? Role::Writer->value]);
        }
        $scanner->run($workspace);
        $history->play($workspace, $people);
        $this->isAsTold($files, $root);
        foreach ($story['readOnly'] as $path) {
            chmod("{$root}/{$path}", 0o444);
        }
        $scanner->run($workspace);
        Settings::of($workspace)->set($story['settings'], By::commandLine($people[$story['people'][0]['email']]));
        foreach ($story['stages'] as $stage) {
            $this->stage($desk, $drafts, $workspace, $stage, $people[$stage['by']]);
        }
        $edits->make($this->known($workspace, $story['edits']['path']), $people[$story['edits']['by']], $story['edits']['steps']);
        foreach ($story['drafts'] as $draft) {
            $this->draft($drafts, $workspace, $draft['path'], $people[$draft['by']]);
        }
        $office = $sessions->office($story['office'], $people);
        $sessions->keep($story['sessions'], [$workspace->name => $workspace, $office->name => $office], $people);
        foreach ($people as $person) {
            (new Quay($workspace, $person))->arrange([], true);
            (new Quay($office, $person))->arrange([], true);
        }
        foreach ($story['officeQuays'] as $email => $paths) {
            (new Quay($office, $people[$email]))->open(array_map(fn (string $path): string => $this->known($office, $path)->id, $paths));
        }
        foreach ($story['quays'] as $email => $paths) {
            $ids = array_map(fn (string $path): string => $this->known($workspace, $path)->id, $paths);
            (new Quay($workspace, $people[$email]))->open($ids);
        }
        foreach ($story['locks'] as $lock) {
            $locked = $this->known($workspace, $lock['path']);
            Locks::take($locked, $people[$lock['by']], $lock['note']);
            LockWishes::ask($locked, $people[$lock['askedBy']], $lock['asked']);
        }
        foreach ($story['releases'] as $release) {
            $choice = new Choice(Decision::leave(), release: new ReleaseWish($release['state']));
            $desk->save($workspace, $people[$release['by']], [$this->known($workspace, $release['path'])->id => $choice], null, $release['note']);
        }
        foreach ($story['comments'] as $comment) {
            Comments::say($this->known($workspace, $comment['path']), $people[$comment['by']], $comment['text'], array_map(static fn (string $email): int => $people[$email]->id, $comment['mentions']), null, null);
        }
        foreach ($story['bookmarks'] as $folder) {
            $bookmarks = new Bookmarks($workspace, $people[$folder['by']], true);
            $into = $bookmarks->add([['kind' => Bookmarks::FOLDER, 'name' => $folder['folder'], 'leadsTo' => '']], null, $folder['shared'])[0];
            $bookmarks->add(array_map(fn (array $item): array => [
                'kind' => $item['kind'], 'name' => $item['name'], 'leadsTo' => $item['words'] ?? $this->known($workspace, $item['path'])->id,
            ], $folder['items']), $into->id, $folder['shared']);
        }
        $survey->play($workspace, $story['survey']);
        $crate->play($workspace, $people[$story['crate']['by']], $story['crate']);
        $this->disturb($root, $story);
        $sessions->disturb($office, $story['office']);
        $scanner->run($workspace);
        $this->line("The demo is ready in {$root}");
    }

    /** Where the password is that the demo's people have in place of the published one. */
    private function ownPassword(): string
    {
        return storage_path('demo-password');
    }

    /** @param array<string, mixed> $story */
    private function replacePublishedPasswords(Filesystem $files, array $story): void
    {
        $password = $files->exists($this->ownPassword()) ? $files->get($this->ownPassword()) : Str::password(16, symbols: false);
        $files->put($this->ownPassword(), $password);
        $files->chmod($this->ownPassword(), 0o600);
        foreach (User::query()->whereIn('email', array_column($story['people'], 'email'))->get() as $person) {
            if (Hash::check($story['password'], (string) $person->password)) {
                $person->update(['password' => $password]);
            }
        }
    }

    /**
     * @param  list<array{name: string, email: string}>  $people
     * @return array<string, User> by e-mail address
     */
    private function people(array $people, string $password): array
    {
        $users = [];
        foreach ($people as $person) {
            $users[$person['email']] = User::query()->updateOrCreate(['email' => $person['email']], ['name' => $person['name'], 'password' => $password]);
            $users[$person['email']]->forceFill(['is_administrator' => count($users) === 1])->save();
        }

        return $users;
    }

    private function copyFiles(Filesystem $files): string
    {
        $root = (config('hafenbuch.roots')[0] ?? throw new \LogicException('HAFENBUCH_ROOTS names no folder.')).'/gauge-house-greetholm';
        $files->deleteDirectory($root);
        $files->copyDirectory(base_path('demo/files'), $root);
        symlink('model/gauge.x3d', "{$root}/mechanism/shown-now.x3d");

        return $root;
    }

    /** The history ends with the files that the demo ships. */
    private function isAsTold(Filesystem $files, string $root): void
    {
        foreach ($files->allFiles(base_path('demo/files')) as $file) {
            if ($files->get($file->getPathname()) !== $files->get("{$root}/{$file->getRelativePathname()}")) {
                throw new \LogicException("The demo’s history ends with another {$file->getRelativePathname()} than it ships.");
            }
        }
    }

    /**
     * What other programs have done since.
     *
     * @param  array{changedOutside: array<string, string>, gone: list<string>}  $story
     */
    private function disturb(string $root, array $story): void
    {
        foreach ($story['changedOutside'] as $path => $content) {
            file_put_contents("{$root}/{$path}", $content);
        }
        foreach ($story['gone'] as $path) {
            unlink("{$root}/{$path}");
        }
    }

    private function draft(DraftDesk $drafts, Workspace $workspace, string $path, User $person): void
    {
        $bytes = (string) file_get_contents(base_path("demo/drafts/{$path}"));
        $document = Document::at($workspace, $path);
        $document === null ? $drafts->begin($workspace, $path, $bytes, $person) : $drafts->write($document, $bytes, $person, null);
    }

    /**
     * A stage that a person has gone on to before the story begins.
     *
     * @param  array{path: string, as: string, note: string, followers: list<string>}  $stage
     */
    private function stage(Execution $desk, DraftDesk $drafts, Workspace $workspace, array $stage, User $person): void
    {
        $document = $this->known($workspace, $stage['path']);
        $drafts->write($document, (string) file_get_contents(base_path("demo/drafts/{$stage['as']}")), $person, null);
        $followers = array_map(fn (string $path): string => $this->known($workspace, $path)->id, $stage['followers']);
        $decisions = [$document->id => Decision::saveAs($stage['as'], $followers), ...array_fill_keys($followers, Decision::save())];
        $desk->save($workspace, $person, $decisions, null, $stage['note']);
    }

    private function known(Workspace $workspace, string $path): Document
    {
        return Document::at($workspace, $path) ?? throw new \LogicException("The demo has no {$path}.");
    }
}
