<?php

declare(strict_types=1);

namespace Tests\Support;

use Symfony\Component\Process\Process;

/** An installation of a test's own, with its own database, as a team has it: made, served and stopped by bin/serve. */
final class Installation
{
    public readonly string $home;

    public readonly string $url;

    private ?Process $server = null;

    /** @param array<string, string> $settings */
    public function __construct(array $settings = [])
    {
        $this->home = dirname(storage_path()).'/installations/'.bin2hex(random_bytes(4));
        $port = Server::freePort();
        $this->url = "http://127.0.0.1:{$port}";
        $this->bash("bin/serve --new {$this->home} {$this->url}")->mustRun();
        $this->set(['HAFENBUCH_PORT' => (string) $port, 'DB_PORT' => (string) Server::freePort(), ...$settings]);
    }

    /** @param array<string, string> $settings */
    public function set(array $settings): void
    {
        $text = (string) file_get_contents("{$this->home}/.env");
        foreach ($settings as $name => $value) {
            $text = preg_replace("~^#?{$name}=.*\n~m", '', $text)."{$name}={$value}\n";
        }
        file_put_contents("{$this->home}/.env", $text);
    }

    public function start(string ...$options): void
    {
        $this->server = $this->bash(implode(' ', ['exec bin/serve', $this->home, ...$options]));
        $this->server->start();
        for ($until = microtime(true) + 60; self::ask("{$this->url}/up")[0] !== 200;) {
            if (! $this->server->isRunning() || microtime(true) > $until) {
                throw new \RuntimeException('It is not served: '.$this->server->getOutput().$this->server->getErrorOutput());
            }
            usleep(50_000);
        }
    }

    /** @return array<string, mixed> what bin/hafenbuch answers */
    public function hafenbuch(string $command, ?string $input = null): array
    {
        $process = $this->bash("bin/hafenbuch {$command} --json");
        $process->setInput($input)->run();
        if ($process->getExitCode() !== 0) {
            throw new \RuntimeException("bin/hafenbuch {$command}: ".$process->getErrorOutput().$process->getOutput());
        }

        return json_decode($process->getOutput(), true, 64, JSON_THROW_ON_ERROR);
    }

    public function bash(string $command): Process
    {
        // Nothing of the test's own settings may reach it.
        $settings = preg_match_all('~^([A-Z_]+)=~m', (string) file_get_contents(dirname(storage_path()).'/.env'), $match) > 0 ? $match[1] : [];
        $caches = array_filter(array_keys($_ENV), static fn (string $name): bool => preg_match('~^APP_\w+_CACHE$~', $name) === 1);
        $without = array_fill_keys([...$settings, ...$caches, 'DB_DATABASE', 'HAFENBUCH_CONTENTS'], false);

        return new Process(['bash', '-c', $command], base_path(), [...$without, 'HAFENBUCH_HOME' => $this->home, 'HAFENBUCH_AS_ROOT' => 'yes'], timeout: null);
    }

    /** The process of a service that runs. */
    public function pid(string $service): ?int
    {
        $parent = $this->server?->getPid();
        $pattern = ['database' => 'mariadbd', 'php-fpm' => 'php-fpm: master', 'news' => 'hafenbuch:news', 'queue' => 'queue:work', 'watch' => 'hafenbuch:watch', 'nginx' => 'nginx: master'][$service];
        $found = trim((string) shell_exec("pgrep -P {$parent} -f ".escapeshellarg($pattern)));

        return $found === '' ? null : (int) $found;
    }

    public function told(): string
    {
        return (string) $this->server?->getOutput();
    }

    public function signal(int $signal): void
    {
        $this->server?->signal($signal);
    }

    public function isRunning(): bool
    {
        return $this->server?->isRunning() ?? false;
    }

    public function stop(): void
    {
        $this->server?->stop(20);
        $this->server = null;
    }

    public function remove(): void
    {
        $this->stop();
        exec('rm -rf '.escapeshellarg($this->home));
    }

    /**
     * @param  list<string>  $headers
     * @return array{int, string, string} status, 0 where nothing answered; body; headers
     */
    public static function ask(string $url, array $headers = [], string $method = 'GET', ?string $body = null, float $seconds = 20): array
    {
        $curl = curl_init($url);
        curl_setopt_array($curl, [
            CURLOPT_CUSTOMREQUEST => $method, CURLOPT_RETURNTRANSFER => true, CURLOPT_HEADER => true, CURLOPT_HTTPHEADER => $headers, CURLOPT_TIMEOUT_MS => (int) ($seconds * 1000),
            CURLOPT_SSL_VERIFYPEER => false, CURLOPT_SSL_VERIFYHOST => 0,
        ] + ($body === null ? [] : [CURLOPT_POSTFIELDS => $body]));
        $answer = curl_exec($curl);
        if (! is_string($answer)) {
            return [0, '', ''];
        }
        $size = curl_getinfo($curl, CURLINFO_HEADER_SIZE);

        return [curl_getinfo($curl, CURLINFO_RESPONSE_CODE), substr($answer, $size), substr($answer, 0, $size)];
    }
}
