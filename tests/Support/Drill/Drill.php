<?php

declare(strict_types=1);

namespace Tests\Support\Drill;

use App\Models\User;
use App\Models\Workspace;
use App\Workspace\Index\Scanner;
use App\Workspace\Workspaces;
use Symfony\Component\Process\Process;
use Tests\Support\Harbour;

/** Eight processes that work in one workspace at once, some of which are killed now and then. */
final class Drill
{
    /** @var array<int, array{string, Process}> role and process */
    private array $workers = [];

    private Process $server;

    private string $url;

    public readonly DrillLog $log;

    public int $kills = 0;

    private function __construct(public readonly Workspace $workspace, private readonly User $person, private readonly string $logFile)
    {
        $this->log = new DrillLog($logFile);
    }

    public static function in(string $name, int $documents): self
    {
        $root = config('hafenbuch.roots')[0].'/'.$name;
        self::fill($root, $documents);
        $person = User::query()->create(['name' => 'Drill', 'email' => "{$name}@greetholm.example", 'password' => 'tidegauge']);
        $workspace = Workspaces::add($name, $root, $person);
        app(Scanner::class)->run($workspace);

        return new self($workspace, $person, $root.'.log');
    }

    private static function fill(string $root, int $documents): void
    {
        foreach (['', '/a', '/b', '/b/in', '/c d'] as $folder) {
            mkdir($root.$folder, 0o777, true);
        }
        $paths = array_map(static fn (int $n): string => ['', 'a/', 'b/', 'b/in/', 'c d/'][$n % 5]."part-{$n}.".($n % 4 === 0 ? 'svg' : 'md'), range(0, $documents - 1));
        foreach ($paths as $n => $path) {
            $to = static fn (int $other): string => str_repeat('../', substr_count($path, '/')).str_replace(' ', '%20', $paths[$other % $documents]);
            file_put_contents("{$root}/{$path}", str_ends_with($path, '.svg')
                ? "<svg xmlns=\"http://www.w3.org/2000/svg\"><title>Part {$n}</title><image href=\"{$to($n * 3 + 4)}\"/></svg>\n"
                : "# Part {$n}\n\n[next]({$to($n + 1)}) ![drawing]({$to($n * 7 + 2)}) [far]({$to($n * 5 + 9)})\n");
        }
        foreach (['a/', 'b/in/', 'c d/'] as $n => $folder) {
            symlink(str_repeat('../', substr_count($folder, '/')).$paths[$n * 7 + 3], "{$root}/{$folder}link-{$n}.md");
        }
    }

    public function start(float $seconds): void
    {
        $this->startServer();
        foreach (Worker::ROLES as $number => $role) {
            $this->workers[$number] = [$role, $this->worker($role, $seconds)];
        }
    }

    /** Kills one of them in whatever it does, and lets another go on in its place. */
    public function killOne(float $secondsLeft): void
    {
        $number = array_rand($this->workers);
        [$role, $process] = $this->workers[$number];
        Harbour::kill($process);
        $this->kills++;
        $this->workers[$number] = [$role, $this->worker($role, $secondsLeft)];
    }

    /** Kills the web server, with all the requests that it is answering. */
    public function killServer(): void
    {
        $this->endServer();
        $this->kills++;
        $this->startServer();
    }

    /** With its workers, which do not end with it. */
    private function endServer(): void
    {
        $pid = $this->server->getPid();
        if ($pid !== null) {
            exec("pkill -KILL -P {$pid}");
        }
        Harbour::kill($this->server);
    }

    public function end(): Verdict
    {
        foreach ($this->workers as [, $process]) {
            $process->wait();
        }
        $this->endServer();

        return Verdict::on($this->workspace, $this->log);
    }

    private function worker(string $role, float $seconds): Process
    {
        $token = $this->person->createToken('drill')->plainTextToken;
        $process = new Process([PHP_BINARY, __DIR__.'/work.php', $this->workspace->slug, $role, (string) $seconds, $this->logFile, $this->url, $token], timeout: null);
        $process->start();

        return $process;
    }

    private function startServer(): void
    {
        if (! isset($this->url)) {
            $socket = stream_socket_server('tcp://127.0.0.1:0') ?: throw new \RuntimeException('There is no free port.');
            $this->url = 'http://'.stream_socket_get_name($socket, false);
            fclose($socket);
        }
        $this->server = new Process([PHP_BINARY, '-d', 'opcache.enable=1', '-S', substr($this->url, 7), '-t', base_path('public'), base_path('public/index.php')], base_path(), ['PHP_CLI_SERVER_WORKERS' => '3'], timeout: null);
        $this->server->disableOutput()->start();
    }
}
