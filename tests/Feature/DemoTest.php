<?php

declare(strict_types=1);

use App\Models\Document;
use App\Models\Operation;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Store\Inventory;
use App\Quay\Quay;
use Illuminate\Support\Facades\Artisan;

it('tells its story, which ends with the files that it ships', function () {
    expect(Artisan::call('hafenbuch:demo', ['--fresh' => true]))->toBe(0);
    $workspace = Workspace::query()->where('name', 'Gauge House Greetholm')->firstOrFail();
    $at = static fn (string $path): Document => Document::at($workspace, $path) ?? throw new RuntimeException($path);

    $gauge = $at('guidebook/chapters/03-the-gauge.md');
    expect($gauge->versions()->count())->toBe(7)->and($gauge->versions()->where('label', 'First reading')->exists())->toBeTrue()
        ->and($gauge->versions()->max('at') < now()->subDays(5))->toBeTrue();
    $operations = Operation::query()->where('workspace_id', $workspace->id)->orderBy('number')->get();
    expect($operations->count())->toBeGreaterThan(25)->and($operations->pluck('state')->unique()->all())->toBe(['done'])
        ->and($operations->pluck('created_at')->map->getTimestamp()->all())->toBe($operations->pluck('created_at')->map->getTimestamp()->sort()->values()->all());

    // A panel that was deleted since comes back with the chapter that showed it.
    $this->actingAs(User::query()->where('email', 'mara@greetholm.example')->firstOrFail());
    $rows = collect($this->getJson("/api/workspaces/{$workspace->slug}/documents/{$at('guidebook/chapters/02-the-tide.md')->id}/as-of?entry=12")->assertOk()->json('rows'));
    expect($rows->pluck('kind', 'pathThen')->all())->toBe(['guidebook/chapters/02-the-tide.md' => 'changes', 'guidebook/panels/panel-5.svg' => 'comes back']);

    $steps = $this->getJson("/api/workspaces/{$workspace->slug}/documents/{$at('guidebook/glossary.md')->id}/steps")->assertOk()->json('steps');
    $parents = array_count_values(array_filter(array_column($steps, 'parentId')));
    expect(max($parents))->toBe(2, 'the steps part in one place');
    expect((new Quay($workspace, User::query()->where('email', 'mara@greetholm.example')->firstOrFail()))->shown())->toHaveCount(14);
    $own = array_filter(app(Inventory::class)->check()->missing, static fn (array $of): bool => str_contains(implode($of), 'guidebook/'));
    expect($own)->toBe([]);
    $workspace->delete();
});
