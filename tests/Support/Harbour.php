<?php

declare(strict_types=1);

namespace Tests\Support;

use App\Drafts\DraftDesk;
use App\Drafts\WorkingContent;
use App\Models\Document;
use App\Models\Operation;
use App\Models\Role;
use App\Models\Scan;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Quay;
use App\Saving\Execution;
use App\Workspace\Index\Scanner;
use App\Workspace\Workspaces;
use Hafenbuch\Core\Plan\Decision;
use Symfony\Component\Process\Exception\LogicException;
use Symfony\Component\Process\Exception\ProcessSignaledException;
use Symfony\Component\Process\Process;

/** A workspace of a test's own, in a folder of its own, with one owner. */
final class Harbour
{
    private static int $count = 0;

    public readonly string $root;

    public readonly User $owner;

    public readonly Workspace $workspace;

    /** @param array<string, string> $files content by path */
    public function __construct(array $files = [])
    {
        $name = 'house-'.bin2hex(random_bytes(5)).'-'.++self::$count;
        $this->root = config('hafenbuch.roots')[0].'/'.$name;
        mkdir($this->root, 0o777, true);
        foreach ($files as $path => $content) {
            $this->put($path, $content);
        }
        $this->owner = self::person('Mara');
        $this->workspace = Workspaces::add($name, $this->root, $this->owner);
        $this->scan();
    }

    public static function person(string $name): User
    {
        return User::query()->create(['name' => $name, 'email' => strtolower($name).'-'.bin2hex(random_bytes(5)).'@greetholm.example', 'password' => 'tidegauge']);
    }

    public function member(string $name, Role $role = Role::Writer): User
    {
        $person = self::person($name);
        $this->workspace->members()->attach($person->id, ['role' => $role->value]);
        $this->workspace->forgetRoles();

        return $person;
    }

    /** What is on the screen of a document. */
    public function workingText(string $path): string
    {
        return app(WorkingContent::class)->bytes($this->document($path));
    }

    public function put(string $path, string $content): void
    {
        if (! is_dir(dirname("{$this->root}/{$path}"))) {
            mkdir(dirname("{$this->root}/{$path}"), 0o777, true);
        }
        file_put_contents("{$this->root}/{$path}", $content);
    }

    public function read(string $path): ?string
    {
        clearstatcache();

        return is_file("{$this->root}/{$path}") ? (string) file_get_contents("{$this->root}/{$path}") : null;
    }

    /** @return array<string, string> SHA-256 of every file, by path */
    public function hashes(): array
    {
        clearstatcache();
        $hashes = [];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($this->root, \FilesystemIterator::SKIP_DOTS)) as $file) {
            $hashes[substr((string) $file, strlen($this->root) + 1)] = (string) hash_file('sha256', (string) $file);
        }
        ksort($hashes);

        return $hashes;
    }

    public function scan(): Scan
    {
        return app(Scanner::class)->run($this->workspace);
    }

    public function document(string $path): Document
    {
        return Document::at($this->workspace, $path)?->load('draft') ?? throw new \RuntimeException("There is no document {$path}.");
    }

    /** Sets a draft, for a new document too, and opens it on the owner's quay. */
    public function draft(string $path, string $content): Document
    {
        $desk = app(DraftDesk::class);
        $known = Document::at($this->workspace, $path);
        $document = $known === null ? $desk->begin($this->workspace, $path, $content, $this->owner) : $desk->write($known, $content, $this->owner, null);
        (new Quay($this->workspace, $this->owner))->open([$document->id]);

        return $document;
    }

    /** Saves every draft, as the owner would. */
    public function saveAll(?string $note = null): Operation
    {
        $drafts = Document::query()->where('workspace_id', $this->workspace->id)->whereHas('draft')->pluck('id')->all();

        return app(Execution::class)->save($this->workspace, $this->owner, array_fill_keys($drafts, Decision::save()), null, $note) ?? throw new \RuntimeException('There was nothing to save.');
    }

    public function api(string $path = ''): string
    {
        return "/api/workspaces/{$this->workspace->slug}{$path}";
    }

    /**
     * Runs bin/hafenbuch as a process of its own.
     *
     * @return array{code: int, out: string, err: string, json: mixed}
     */
    public function command(string $command, string|array $arguments = [], ?string $input = null): array
    {
        $process = $this->process($command, (array) $arguments);
        $process->setInput($input);
        $process->run();

        return [
            'code' => (int) $process->getExitCode(),
            'out' => $process->getOutput(),
            'err' => $process->getErrorOutput(),
            'json' => json_decode($process->getOutput(), true),
        ];
    }

    /** @param list<string> $arguments */
    public function process(string $command, array $arguments): Process
    {
        return new Process([PHP_BINARY, base_path('bin/hafenbuch'), $command, ...$this->named($command), ...$arguments], timeout: 60);
    }

    /** @return list<string> the workspace, where a command is about one: the store is that of all, and sessions are their people’s */
    private function named(string $command): array
    {
        return in_array($command, ['check', 'crate:check'], true) || str_starts_with($command, 'session:') ? [] : [$this->workspace->name];
    }

    /**
     * Runs a command that is killed just before it sends a statement for the nth time.
     *
     * @param  string  $pattern  of the statement
     * @param  list<string>  $arguments
     */
    public function dying(string $pattern, int $nth, string $command, array $arguments): Process
    {
        $process = new Process([PHP_BINARY, base_path('tests/Support/dying.php'), $pattern, (string) $nth, $command, ...$this->named($command), ...$arguments], timeout: 60);
        try {
            $process->run();
        } catch (ProcessSignaledException) {
            // As was meant.
        }

        return $process;
    }

    /** Ends it at once, wherever it is; one that has just ended by itself is let be. */
    public static function kill(Process $process): void
    {
        try {
            $process->signal(SIGKILL);
        } catch (LogicException) {
            // It ended between two looks.
        }
        try {
            $process->wait();
        } catch (ProcessSignaledException) {
            // Someone else had ended it.
        }
    }
}
