<?php

declare(strict_types=1);

namespace App\Serving;

use App\Backup\RestoreBackup;
use App\Finding\IndexDocuments;
use App\People\FirstAccount;
use App\Pictures\DrawPictures;
use App\Serving\Processes\LogFiles;
use App\Serving\Processes\Service;
use App\Serving\Processes\Supervisor;
use App\Support\Refused;
use Illuminate\Console\Command;
use Symfony\Component\Process\ExecutableFinder;
use Symfony\Component\Process\Process;

/** Runs everything that serves: web server, application, queue, watcher, news, and the database where it is one of our own. */
final class Serve extends Command
{
    private const TRIES = 300;

    private const TRY_MICROSECONDS = 50_000;

    /** A worker is replaced every hour, so that what grows in it does not grow for ever. */
    private const WORKER_SECONDS = 3600;

    protected $signature = 'hafenbuch:serve
        {--database= : The process of this installation’s own database, which runs already}
        {--only-web : Web server, application and news alone}
        {--develop : Notice changes of the program}
        {--demo : Show how to log in to the demo}';

    protected $description = 'Serve this installation until it is told to stop';

    public function handle(): int
    {
        try {
            if (RestoreBackup::isCutShort() && ! $this->option('only-web')) {
                $this->warn('A backup was being restored here and was cut short. Restore it again before anybody works: bin/hafenbuch restore FOLDER');
            }
            $listening = Listening::configured();
            $places = Places::configured();
            $services = $this->services($listening, $places);
        } catch (Refused $refused) {
            $this->error($refused->getMessage());

            return self::FAILURE;
        }
        $supervisor = new Supervisor(
            $services,
            new LogFiles(dirname($places->log('x')), (int) config('limits.log_bytes'), (int) config('limits.logs_kept')),
            (int) config('limits.request_seconds'),
            fn (string $words) => $this->say($words),
        );
        $supervisor->run(array_filter(['database' => (int) $this->option('database')]), fn () => $this->greet($supervisor, $listening));
        $this->say('Stopped.');

        return self::SUCCESS;
    }

    /** @return list<Service> */
    private function services(Listening $listening, Places $places): array
    {
        $this->checkNginx($places, $configuration = $places->write('nginx.conf', (new NginxConfiguration($listening, $places))->text()));
        $prepared = $this->option('develop') ? null : PreparedApplication::in($places);
        $variables = ['HAFENBUCH_HOME' => $places->home, ...$prepared->variables ?? []];
        $php = [PHP_BINARY, '-d', 'zend.exception_ignore_args=1'];
        $artisan = base_path('artisan');
        $services = [
            new Service('php-fpm', [
                $this->program('php-fpm8.2', 'php-fpm'), '--nodaemonize', ...posix_geteuid() === 0 ? ['--allow-to-run-as-root'] : [],
                '--fpm-config', $places->write('php-fpm.conf', (new FpmConfiguration($listening, $places, $variables))->text()), ...FpmConfiguration::options($prepared?->classes),
            ], $places->log('php-fpm'), $places->application(), SIGQUIT, SIGQUIT),
            new Service('news', [...$php, $artisan, 'hafenbuch:news'], $places->log('news'), $places->news()),
            ...$this->option('only-web') ? [] : [
                new Service('queue', [...$php, $artisan, 'queue:work', '--queue=default,'.IndexDocuments::QUEUE.','.DrawPictures::QUEUE, '--sleep=1', '--tries=1', '--max-time='.self::WORKER_SECONDS], $places->log('queue')),
                new Service('watch', [...$php, $artisan, 'hafenbuch:watch'], $places->log('watch')),
            ],
            // Whoever has real devices names their rack.
            ...$this->option('demo') && config('server.rack') === null ? [new Service('rack', [...$php, $artisan, 'hafenbuch:rack', $places->rack()], $places->log('rack'), $places->rack())] : [],
            new Service('nginx', [$this->program('nginx'), '-e', $places->log('nginx'), '-c', $configuration], $places->log('nginx'), null, SIGQUIT),
        ];
        $database = dirname(storage_path()).'/start-database.sh';

        return (int) $this->option('database') > 0 ? [new Service('database', ['bash', $database], $places->log('mariadb')), ...$services] : $services;
    }

    private function checkNginx(Places $places, string $configuration): void
    {
        $test = new Process([$this->program('nginx'), '-e', 'stderr', '-t', '-q', '-c', $configuration]);
        if ($test->run() !== 0) {
            throw Refused::because("nginx does not take its configuration:\n".trim($test->getErrorOutput()));
        }
    }

    private function program(string ...$names): string
    {
        foreach ($names as $name) {
            $found = (new ExecutableFinder)->find($name, extraDirs: ['/usr/sbin', '/usr/local/sbin', '/sbin']);
            if ($found !== null) {
                return $found;
            }
        }

        throw Refused::because("{$names[0]} is not installed. On Debian:  sudo apt-get install ".(str_starts_with($names[0], 'php') ? 'php8.2-fpm' : $names[0]));
    }

    private function greet(Supervisor $supervisor, Listening $listening): void
    {
        for ($try = 0; ! $this->answers($listening->localUrl()); $try++) {
            if ($supervisor->isStopping()) {
                return;
            }
            if ($try === self::TRIES) {
                $this->say('The server does not answer yet; its logs are in '.dirname(storage_path()).'/logs.');

                return;
            }
            usleep(self::TRY_MICROSECONDS);
        }
        $this->newLine();
        $this->line('Hafenbuch '.config('server.version').' is ready:  '.config('app.url'));
        $this->option('demo') && $this->call('hafenbuch:demo', ['--show-login' => true]);
        $code = FirstAccount::code();
        if ($code !== null) {
            $this->line("Code for the first account:  {$code}");
        }
        $this->line('Ctrl+C stops it.');
    }

    private function answers(string $url): bool
    {
        $context = stream_context_create(['http' => ['timeout' => 2, 'header' => 'Host: '.parse_url((string) config('app.url'), PHP_URL_HOST)], 'ssl' => ['verify_peer' => false, 'verify_peer_name' => false]]);

        return @file_get_contents("{$url}/up", false, $context) !== false;
    }

    private function say(string $words): void
    {
        $this->line(now()->format('Y-m-d H:i:s').'  '.$words);
    }
}
