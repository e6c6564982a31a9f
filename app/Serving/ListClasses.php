<?php

declare(strict_types=1);

namespace App\Serving;

use Doctrine\Inflector\Rules\English\InflectorFactory;
use Illuminate\Auth\Middleware\Authorize;
use Illuminate\Cache\ApcStore;
use Illuminate\Console\Command;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Contracts\Http\Kernel;
use Illuminate\Database\Eloquent\Relations\BelongsToMany;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Illuminate\Database\Eloquent\Relations\MorphTo;
use Illuminate\Database\Events\TransactionCommitted;
use Illuminate\Database\Query\JoinClause;
use Illuminate\Filesystem\LocalFilesystemAdapter;
use Illuminate\Http\Request;
use Illuminate\Routing\CompiledRouteCollection;
use Illuminate\Routing\ControllerDispatcher;
use Illuminate\Routing\ImplicitRouteBinding;
use Illuminate\Support\Facades\Log;
use Illuminate\Support\Pluralizer;
use Illuminate\Translation\Translator;
use Illuminate\Validation\Validator;
use League\Flysystem\Filesystem;
use League\Flysystem\Local\FallbackMimeTypeDetector;
use League\Flysystem\Local\LocalFilesystemAdapter as LocalFiles;
use League\Flysystem\UnixVisibility\PortableVisibilityConverter;
use Symfony\Component\Routing\Matcher\CompiledUrlMatcher;
use Symfony\Component\Uid\Ulid;

/** Writes for php-fpm which classes its workers have from the beginning (https://www.php.net/manual/en/opcache.preloading.php). */
final class ListClasses extends Command
{
    /** All of ours, but for what is not there for answers. */
    private const OURS = '~/(?:app/(?!Console/|Setup/)|core/src/)~';

    /** From here it may come. Composer’s own are required by name, and so would be declared twice. */
    private const PACKAGES = '~^/(?:app|core/src|compat|vendor/(?:doctrine/inflector|laravel/(?:framework|sanctum|serializable-closure)|league|nesbot/carbon|phpoption|psr|symfony/(?:http-foundation|http-kernel|polyfill-php84|routing|service-contracts|translation|translation-contracts|uid|var-dumper)|vlucas/phpdotenv))/~';

    /** What most answers need of packages, beside what the question of somebody unknown does; each with what it extends. */
    private const OFTEN = [
        InflectorFactory::class, Authorize::class, ApcStore::class, CurrentUser::class, BelongsToMany::class, HasOne::class, MorphTo::class, TransactionCommitted::class, JoinClause::class,
        LocalFilesystemAdapter::class, CompiledRouteCollection::class, ControllerDispatcher::class, ImplicitRouteBinding::class, Pluralizer::class, Translator::class, Validator::class,
        Filesystem::class, FallbackMimeTypeDetector::class, LocalFiles::class, PortableVisibilityConverter::class, CompiledUrlMatcher::class, Ulid::class,
    ];

    protected $signature = 'hafenbuch:classes {file : Where to write}';

    protected $description = 'Write down the classes that answers need';

    protected $hidden = true;

    public function handle(Kernel $kernel): int
    {
        $ours = array_keys(preg_grep(self::OURS, require base_path('vendor/composer/autoload_classmap.php')) ?: []);
        array_map(class_exists(...), [...$ours, ...self::OFTEN]);
        $this->answer($kernel);
        // Whose parent is declared only on some versions of PHP is left out with a warning, and read when it is needed.
        $script = "<?php\n\nerror_reporting(E_ALL & ~E_WARNING);\nforeach (".var_export($this->filesOfClasses(), true)." as \$file) {\n    opcache_compile_file(\$file);\n}\n";

        return file_put_contents($this->argument('file'), $script) === strlen($script) ? self::SUCCESS : self::FAILURE;
    }

    private function answer(Kernel $kernel): void
    {
        Log::setDefaultDriver('null');
        $request = Request::create('/api/session', server: ['HTTP_AUTHORIZATION' => 'Bearer 1|unknown', 'HTTP_ACCEPT' => 'application/json']);
        $kernel->terminate($request, $kernel->handle($request));
    }

    /** @return list<string> */
    private function filesOfClasses(): array
    {
        $files = [];
        foreach ([...get_declared_classes(), ...get_declared_interfaces(), ...get_declared_traits()] as $class) {
            $file = (string) (new \ReflectionClass($class))->getFileName();
            if (str_starts_with($file, base_path()) && preg_match(self::PACKAGES, substr($file, strlen(base_path()))) === 1) {
                $files[$file] = true;
            }
        }

        return array_keys($files);
    }
}
