<?php

declare(strict_types=1);

namespace Tests\Support;

use App\Models\Operation;
use Illuminate\Routing\Route;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route as Router;

/** Every address of the application, so that a test can go through all of them. */
final class Routes
{
    /** Whoever may not be logged in to ask for these. What /metrics tells, it tells whoever has its own token (ServingTest). */
    public const OPEN_TO_STRANGERS = [
        'GET api/openapi.json', 'POST api/session', 'GET api/first-account', 'POST api/first-account', 'POST api/enter', 'POST api/enter/look', 'POST api/enter/forgotten',
        'GET sanctum/csrf-cookie', 'GET up', 'GET ready', 'GET metrics', 'GET {any?}',
    ];

    private static int $number = 0;

    /** @return array<string, Route> by method and address */
    public static function all(): array
    {
        $routes = [];
        foreach (Router::getRoutes() as $route) {
            $routes[$route->methods()[0].' '.$route->uri()] = $route;
        }

        return $routes;
    }

    /** With things that there are, as far as the address names such. */
    public static function address(Route $route, Harbour $harbour): string
    {
        // An address before may have locked it.
        DB::table('document_locks')->whereIn('document_id', DB::table('documents')->where('workspace_id', $harbour->workspace->id)->select('id'))->delete();
        $document = $harbour->draft('a.md', '# Changed '.bin2hex(random_bytes(3)));
        $operation = Operation::query()->create(['workspace_id' => $harbour->workspace->id, 'number' => ++self::$number, 'kind' => 'save', 'state' => 'done', 'new_folders' => [], 'old_folders' => []]);

        return '/'.strtr($route->uri(), [
            '{workspace}' => $harbour->workspace->slug, '{document}' => $document->id, '{operation}' => $operation->id,
            '{position}' => '0', '{number}' => '0', '{picture}' => str_repeat('0', 64).'.png', '{path}' => 'a.md', '{other}' => $document->id, '{token}' => '1', '{source}' => 'draft', '{step}' => (string) $document->step_id, '{what}' => 'opened',
            '{running}' => str_repeat('r', 26), '{visit}' => str_repeat('v', 26), '{any?}' => 'quay', '{session}' => '1', '{item}' => '1', '{view}' => '1', '{second}' => '1', '{crate}' => '1', '{kind}' => 'camera', '{name}' => 'bridge',
            '{person}' => '0', '{browser}' => str_repeat('a', 24), '{invitation}' => '0', '{notice}' => '0', '{comment}' => '0', '{bookmark}' => '0',
        ]);
    }
}
