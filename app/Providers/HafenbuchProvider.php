<?php

declare(strict_types=1);

namespace App\Providers;

use App\Devices\RackClient;
use App\Drafts\LetCaughtUpDraftsGo;
use App\Http\KnownDevice;
use App\Http\SparingSessions;
use App\Models\AccessToken;
use App\Models\User;
use App\Models\Workspace;
use App\People\MailFolder;
use App\Rights\PersonPolicy;
use App\Rights\WorkspacePolicy;
use App\Serving\Health\Heartbeat;
use App\Serving\Places;
use App\Support\MariaDbConnection;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\LettingGo;
use App\Workspace\Files\Trouble;
use App\Workspace\Index\DraftsCaughtUp;
use Hafenbuch\Core\Format\FormatRegistry;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Database\Connection;
use Illuminate\Filesystem\FilesystemAdapter;
use Illuminate\Http\Request;
use Illuminate\Queue\Events\JobProcessed;
use Illuminate\Queue\Events\JobProcessing;
use Illuminate\Queue\Events\Looping;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\Facades\Session;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Facades\Vite;
use Illuminate\Support\ServiceProvider;
use Laravel\Sanctum\Sanctum;

final class HafenbuchProvider extends ServiceProvider
{
    public function register(): void
    {
        Connection::resolverFor('mariadb', static fn (...$arguments): MariaDbConnection => new MariaDbConnection(...$arguments));
        $this->app->singleton(FormatRegistry::class, static fn (): FormatRegistry => FormatRegistry::standard());
        $this->app->bind(RackClient::class, static fn (): RackClient => new RackClient((string) (config('server.rack') ?? 'unix:'.Places::configured()->rack())));
        $this->app->scoped(LettingGo::class, static fn (): LettingGo => new LettingGo);
        $this->app->singleton(DiskContentStore::class, static function (): DiskContentStore {
            $disk = Storage::disk('contents');

            return $disk instanceof FilesystemAdapter ? new DiskContentStore($disk) : throw new \LogicException('The contents disk must be a local folder.');
        });
    }

    public function boot(): void
    {
        Trouble::listen();
        Gate::policy(Workspace::class, WorkspacePolicy::class);
        Gate::policy(User::class, PersonPolicy::class);
        Sanctum::usePersonalAccessTokenModel(AccessToken::class);
        Session::extend('database', fn () => new SparingSessions($this->app->make('db')->connection(config('session.connection')), config('session.table'), config('session.lifetime'), $this->app));
        Mail::extend('file', static fn (): MailFolder => new MailFolder(storage_path('mail')));
        // From where the page came, and not from where a request says that it came.
        Vite::createAssetPathsUsing(static fn (string $path): string => '/'.ltrim($path, '/'));
        Event::listen(DraftsCaughtUp::class, LetCaughtUpDraftsGo::class);
        RateLimiter::for('login', static function (Request $request): array {
            $account = mb_strtolower(is_string($email = $request->input('email')) ? mb_strcut($email, 0, 255) : '');

            $limits = config('limits.logins');

            $known = KnownDevice::of($request, $account);
            if ($known !== null) {
                return [Limit::perMinute($limits['pair'])->by("login-device:{$known}")];
            }

            // One address can be the way out of a whole team; one account can be guessed at from many addresses.
            return [
                Limit::perMinute($limits['pair'])->by("login:{$account}|{$request->ip()}"),
                Limit::perMinutes(15, $limits['account'])->by("login-account:{$account}"),
                Limit::perMinute($limits['address'])->by("login:{$request->ip()}"),
            ];
        });
        RateLimiter::for('enter', static fn (Request $request): Limit => Limit::perMinute(config('limits.logins')['address'])->by("enter:{$request->ip()}"));
        RateLimiter::for('password', static fn (Request $request): Limit => Limit::perMinute(config('limits.logins')['pair'])->by('password:'.$request->user()?->getAuthIdentifier()));
        // Counted only where counting costs nothing (config/cache.php).
        RateLimiter::for('person', static fn (Request $request): Limit => config('cache.limiter') === 'apc'
            ? Limit::perMinute((int) config('limits.requests_per_minute'))->by('person:'.$request->user()?->getAuthIdentifier())
            : Limit::none());
        Event::listen([Looping::class, JobProcessing::class, JobProcessed::class], static fn () => Heartbeat::of(Heartbeat::QUEUE));
    }
}
