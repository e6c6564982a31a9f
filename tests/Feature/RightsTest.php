<?php

declare(strict_types=1);

use App\Console\CommandLine;
use App\Models\Role;
use App\Rights\Right;
use App\Rights\Scope;
use Illuminate\Routing\Route;
use Tests\Support\Harbour;
use Tests\Support\Routes;

/*
 * Who may do what. Each address of a workspace and each command stands here with the right that it needs, written down once more by
 * hand: whoever adds an address or a command must say here too who may use it, or these tests fail.
 */

const IN_A_WORKSPACE = [
    'look' => [
        'GET /', 'GET pulse', 'GET scan', 'GET rows', 'GET find', 'GET find/places', 'GET find/open', 'GET find/filters', 'POST find/replace/preview', 'GET chart', 'POST small/preview', 'POST small/compare', 'GET bookmarks', 'POST bookmarks', 'PATCH bookmarks/{bookmark}', 'DELETE bookmarks/{bookmark}', 'GET pictures', 'GET pictures/{picture}', 'GET documents', 'GET documents/{document}', 'GET documents/{document}/reach', 'GET documents/{document}/outline', 'GET documents/{document}/facts', 'GET documents/{document}/picture', 'GET documents/{document}/content', 'GET documents/{document}/views',
        'PUT documents/{document}/views', 'PATCH documents/{document}/views/{view}', 'DELETE documents/{document}/views/{view}', 'GET documents/{document}/file', 'GET show/{path}',
        'POST documents/{document}/copies', 'GET documents/{document}/set-asides', 'GET documents/{document}/versions', 'GET documents/{document}/steps', 'GET documents/{document}/points',
        'GET documents/{document}/contents/{source}', 'GET contrast', 'GET documents/{document}/as-of', 'GET documents/{document}/series', 'GET documents/{document}/compare/{other}',
        'GET folder', 'GET partly-read', 'GET strays', 'GET strays/group', 'POST relink/plan', 'POST take-in/list', 'POST take-in/plan', 'POST unused', 'GET crates', 'POST crates', 'POST crates/plan',
        'POST crates/secrets', 'POST crates/look', 'POST crates/compare', 'GET crates/content', 'GET crates/{crate}', 'GET crates/{crate}/file', 'GET crate-recipes', 'GET devices',
        'POST devices/replace/plan', 'GET devices/{kind}/{name}/live', 'GET templates', 'GET names', 'POST uploads/check', 'GET uploads/parts/{part}', 'POST retention/preview', 'GET room',
        'GET settings', 'GET quay', 'POST quay', 'POST quay/close', 'POST quay/reopen', 'GET recent/{what}', 'GET watch', 'PATCH watch', 'POST watch/points', 'POST watch/stand-down', 'GET session',
        'GET recovery', 'POST visits/{visit}/end', 'POST plan', 'POST plan/compare', 'GET decisions', 'GET progress', 'DELETE progress/{running}', 'GET logbook', 'GET logbook/{operation}',
        'GET logbook/{operation}/lines/{position}', 'GET logbook/{operation}/lines/{position}/found', 'GET logbook/{operation}/statement', 'GET logbook/{operation}/undo', 'GET members', 'PUT presence', 'GET notices', 'DELETE notices/{notice}', 'GET documents/{document}/comments',
    ],
    'draft' => [
        'POST find/replace', 'POST small', 'POST scan', 'DELETE scan', 'POST documents', 'PATCH documents/{document}', 'PUT documents/{document}/draft', 'PATCH documents/{document}/draft', 'PATCH documents/{document}/fields', 'PUT documents/{document}/picture', 'POST documents/{document}/told',
        'PATCH documents/{document}/references', 'POST documents/{document}/references', 'POST documents/{document}/references/remove', 'POST documents/{document}/lock', 'DELETE documents/{document}/lock',
        'PATCH documents/{document}/versions/{number}', 'POST documents/{document}/versions/{number}', 'POST documents/{document}/steps/{step}', 'POST documents/{document}/steps/{step}/branch',
        'POST documents/{document}/as-of', 'POST documents/{document}/merge', 'POST strays/accept', 'POST strays/past', 'POST unused/stay', 'POST crates/take-in', 'PATCH crates/{crate}',
        'POST crate-recipes', 'DELETE crate-recipes', 'PUT documents/{document}/recipe', 'PUT devices/{kind}/{name}', 'POST relocations', 'POST numbers', 'POST uploads', 'POST uploads/parts',
        'PUT uploads/parts/{part}', 'DELETE uploads/parts/{part}', 'POST quay/clear-hold', 'POST session/back', 'POST sessions/import', 'POST recovery', 'PATCH decisions', 'POST documents/{document}/lock/ask',
        'POST notices/{notice}/answer', 'POST documents/{document}/comments', 'PATCH documents/{document}/comments/{comment}', 'DELETE documents/{document}/comments/{comment}',
    ],
    'save' => ['POST relink', 'POST take-in', 'POST devices/replace', 'POST save', 'POST logbook/{operation}/settle', 'POST logbook/{operation}/undo'],
    'keep' => [
        'POST documents/{document}/versions/thin', 'DELETE crates/{crate}', 'POST retention', 'PATCH settings', 'POST members', 'PUT members/{person}', 'DELETE members/{person}',
        'DELETE invitations/{invitation}', 'PUT folder-rights',
    ],
];

/** By the scope that a token needs; `administer` beside it: only for administrators of the server. */
const OUTSIDE_OF_WORKSPACES = [
    'look' => ['GET beginning', 'GET workspaces', 'GET preferences', 'GET sessions', 'GET sessions/progress', 'GET sessions/{session}', 'GET sessions/{session}/compare/{second}', 'POST sessions/{session}/plan', 'GET sessions/{session}/export'],
    'arrange' => ['PATCH preferences', 'POST sessions', 'DELETE sessions/progress/{running}', 'PATCH sessions/{session}', 'DELETE sessions/{session}', 'POST sessions/{session}/items/{item}/is', 'POST sessions/{session}/open'],
    'own' => ['GET account', 'PATCH account', 'PUT account/password', 'DELETE account/sessions/{browser}', 'POST account/second-factor', 'PUT account/second-factor', 'POST account/second-factor/end', 'POST tokens', 'DELETE tokens/{token}'],
    'administer' => ['GET people', 'POST people', 'PATCH people/{person}', 'POST people/{person}/reset', 'GET folders', 'GET folders/look', 'POST workspaces', 'DELETE workspaces/{workspace}'],
];

/** Who one is, and how one goes, whatever one may. */
const OF_EVERYONE = ['GET session', 'DELETE session'];

const COMMANDS = [
    'Look' => ['ScanFiles', 'ShowStatus', 'ShowReferences', 'FindDocuments', 'ShowPartlyRead', 'MakePlan', 'ShowLog', 'Recover', 'ShowQuay', 'KeepSession', 'ListSessions', 'ShowSession', 'OpenSession', 'CompareSessions', 'ExportOneSession', 'ShareSession', 'DeleteSession', 'ShowStrays', 'ShowUnused', 'ShowDevices', 'PackCrate', 'CheckCrate', 'ListCrates',
        // For whoever administers the machine, for whom nobody in a workspace acts.
        'AddUser', 'SetPassword', 'DisableUser', 'AddWorkspace', 'WorkspaceMembers', 'RemoveWorkspace', 'AddToken', 'RevokeToken', 'ShowFirstCode', 'CheckContents', 'MoveWorkspace', 'Backup', 'CheckBackups', 'Restore'],
    'Draft' => ['WriteDraft', 'ReplaceText', 'DiscardDraft', 'TakeCrateIn', 'ImportOneSession'],
    'Save' => ['Save', 'Undo', 'Relink', 'TakeFilesIn', 'ReplaceDevice'],
    'Keep' => ['ThinVersions'],
];

/** @return array<string, Route> of the API, by method and address, without those that strangers may ask for */
function guardedRoutes(): array
{
    $routes = array_filter(Routes::all(), static fn (Route $route, string $name): bool => str_starts_with($route->uri(), 'api/') && ! in_array($name, Routes::OPEN_TO_STRANGERS, true), ARRAY_FILTER_USE_BOTH);

    return array_combine(array_map(static fn (string $name): string => preg_replace(['~ api/workspaces/\{workspace\}/?(.+)$~', '~^GET api/workspaces/\{workspace\}$~', '~ api/~'], [' @$1', 'GET @/', ' '], $name) ?? '', array_keys($routes)), $routes);
}

it('knows of every address and every command who may use it', function () {
    $written = [...array_map(static fn (string $one): string => preg_replace('~ ~', ' @', $one) ?? '', array_merge(...array_values(IN_A_WORKSPACE))), ...array_merge(...array_values(OUTSIDE_OF_WORKSPACES)), ...OF_EVERYONE];
    $there = array_keys(guardedRoutes());
    expect(array_values(array_diff($there, $written)))->toBe([])->and(array_values(array_diff($written, $there)))->toBe([])->and(count($written))->toBe(count(array_unique($written)));

    $commands = [];
    foreach (CommandLine::COMMANDS as $class) {
        $commands[$class::RIGHT->name][] = class_basename($class);
    }
    foreach (COMMANDS as $right => $names) {
        expect($commands[$right] ?? [])->toEqualCanonicalizing($names, $right);
    }
});

it('lets readers, writers and keepers do what theirs is, at every address', function (Role $role) {
    $harbour = new Harbour(['a.md' => '# A']);
    $person = $harbour->member('Jon', $role);
    $this->actingAs($person);
    foreach (guardedRoutes() as $name => $route) {
        if (! str_contains($name, ' @')) {
            continue;
        }
        $needs = array_key_first(array_filter(IN_A_WORKSPACE, static fn (array $names): bool => in_array(str_replace(' @', ' ', $name), $names, true)));
        $isAllowed = Right::of($role)->includes(constant(Right::class.'::'.ucfirst((string) $needs)));
        $status = $this->json($route->methods()[0], Routes::address($route, $harbour))->getStatusCode();
        $isAllowed ? expect($status)->not->toBe(403, "{$role->value} {$name}") : expect($status)->toBe(403, "{$role->value} {$name}");
        expect($status)->toBeLessThan(500, $name);
    }
})->with(Role::cases());

it('lets a program go as far as the scope of its token', function (Scope $scope) {
    $harbour = new Harbour(['a.md' => '# A']);
    $harbour->owner->forceFill(['is_administrator' => true])->save();
    $headers = ['Authorization' => 'Bearer '.$harbour->owner->createToken('test', [$scope->value])->plainTextToken, 'Referer' => ''];
    $rights = ['look' => Right::Look, 'arrange' => Right::Draft, 'draft' => Right::Draft, 'save' => Right::Save, 'keep' => Right::Keep, 'own' => Right::Keep, 'administer' => Right::Keep];
    foreach (guardedRoutes() as $name => $route) {
        if (in_array($name, OF_EVERYONE, true) || $name === 'DELETE workspaces/{workspace}') {
            continue;
        }
        $table = str_contains($name, ' @') ? IN_A_WORKSPACE : OUTSIDE_OF_WORKSPACES;
        $needs = array_key_first(array_filter($table, static fn (array $names): bool => in_array(str_replace(' @', ' ', $name), $names, true)));
        $this->app['auth']->forgetGuards();
        $status = $this->withHeaders($headers)->json($route->methods()[0], Routes::address($route, $harbour))->getStatusCode();
        $isAllowed = $scope->right()->includes($rights[$needs]);
        $isAllowed ? expect($status)->not->toBe(403, "{$scope->value} {$name}") : expect($status)->toBe(403, "{$scope->value} {$name}");
    }
})->with(Scope::cases());

it('keeps the people and folders of the server to its administrators', function () {
    $harbour = new Harbour(['a.md' => '# A']);
    foreach (guardedRoutes() as $name => $route) {
        $status = $this->actingAs($harbour->owner)->json($route->methods()[0], Routes::address($route, $harbour))->getStatusCode();
        in_array($name, OUTSIDE_OF_WORKSPACES['administer'], true) ? expect($status)->toBe(403, $name) : expect($status)->not->toBe(403, $name);
    }
});

it('shuts out who is disabled, and tokens that are over, at every address', function () {
    $harbour = new Harbour(['a.md' => '# A']);
    $jon = $harbour->member('Jon', Role::Keeper);
    $old = $harbour->owner->createToken('old', ['administer'], now()->subMinute())->plainTextToken;
    $jon->forceFill(['disabled_at' => now()])->save();
    foreach (guardedRoutes() as $name => $route) {
        if (in_array($name, OF_EVERYONE, true)) {
            continue;
        }
        $address = Routes::address($route, $harbour);
        expect($this->actingAs($jon)->json($route->methods()[0], $address)->getStatusCode())->toBeIn([403, 404], "disabled {$name}");
        $this->app['auth']->forgetGuards();
        expect($this->withHeaders(['Authorization' => "Bearer {$old}", 'Referer' => ''])->json($route->methods()[0], $address)->getStatusCode())->toBe(401, "over {$name}");
        $this->flushHeaders()->withHeader('Accept', 'application/json');
    }
});

it('holds on the command line too', function () {
    $harbour = new Harbour(['a.md' => '# A']);
    $jon = $harbour->member('Jon', Role::Reader);
    $said = $harbour->command('draft', ['a.md', '--from=-', '--as', $jon->email], '# Other');
    expect($said['code'])->toBe(1)->and($said['err'])->toContain('you are a reader')->and($harbour->command('plan', ['--everything', '--as', $jon->email])['code'])->toBe(0);
    expect($harbour->command('save', ['--everything', '--as', $jon->email])['code'])->toBe(1);
});
