<?php

declare(strict_types=1);

use App\Http\Controllers\AsOfController;
use App\Http\Controllers\ContentController;
use App\Http\Controllers\CopyController;
use App\Http\Controllers\DecisionController;
use App\Http\Controllers\DocumentController;
use App\Http\Controllers\DraftController;
use App\Http\Controllers\FieldController;
use App\Http\Controllers\FileController;
use App\Http\Controllers\LockController;
use App\Http\Controllers\LogbookController;
use App\Http\Controllers\MergeController;
use App\Http\Controllers\OpenApiController;
use App\Http\Controllers\PlanController;
use App\Http\Controllers\ProgressController;
use App\Http\Controllers\PulseController;
use App\Http\Controllers\QuayController;
use App\Http\Controllers\RecoveryController;
use App\Http\Controllers\ReferenceController;
use App\Http\Controllers\RetentionController;
use App\Http\Controllers\ScanController;
use App\Http\Controllers\SeriesController;
use App\Http\Controllers\SessionController;
use App\Http\Controllers\SettingsController;
use App\Http\Controllers\StepController;
use App\Http\Controllers\TemplateController;
use App\Http\Controllers\TokenController;
use App\Http\Controllers\TreeController;
use App\Http\Controllers\UploadController;
use App\Http\Controllers\VersionController;
use App\Http\Controllers\WatchController;
use App\Http\Controllers\WorkspaceController;
use App\Http\Digits;
use App\Http\Middleware\MembersOnly;
use App\Past\Comparing\Sources;
use App\Quay\Recent;
use Illuminate\Support\Facades\Route;

Route::get('openapi.json', OpenApiController::class);
Route::post('session', [SessionController::class, 'store'])->middleware('throttle:login');

Route::middleware(['auth:sanctum', 'throttle:person'])->group(function (): void {
    Route::get('session', [SessionController::class, 'show']);
    Route::delete('session', [SessionController::class, 'destroy']);
    Route::post('tokens', [TokenController::class, 'store']);
    Route::delete('tokens/{token}', [TokenController::class, 'destroy'])->where('token', Digits::PATTERN);
    Route::get('workspaces', [WorkspaceController::class, 'index']);

    Route::middleware(MembersOnly::class)->prefix('workspaces/{workspace}')->group(function (): void {
        Route::get('/', [WorkspaceController::class, 'show']);
        Route::get('pulse', PulseController::class);
        Route::get('scan', [ScanController::class, 'show']);
        Route::post('scan', [ScanController::class, 'store']);
        Route::delete('scan', [ScanController::class, 'destroy']);

        Route::get('rows', [QuayController::class, 'rows']);
        Route::get('documents', [DocumentController::class, 'index']);
        Route::post('documents', [DocumentController::class, 'store']);
        Route::get('documents/{document}', [DocumentController::class, 'show']);
        Route::patch('documents/{document}', [DocumentController::class, 'update']);
        Route::get('documents/{document}/content', [DraftController::class, 'show']);
        Route::put('documents/{document}/draft', [DraftController::class, 'update']);
        Route::patch('documents/{document}/draft', [DraftController::class, 'change']);
        Route::patch('documents/{document}/fields', FieldController::class);
        Route::patch('documents/{document}/references', [ReferenceController::class, 'update']);
        Route::post('documents/{document}/references', [ReferenceController::class, 'store']);
        Route::post('documents/{document}/references/remove', [ReferenceController::class, 'remove']);
        Route::post('documents/{document}/lock', [LockController::class, 'store']);
        Route::delete('documents/{document}/lock', [LockController::class, 'destroy']);
        Route::get('documents/{document}/file', FileController::class);
        Route::get('show/{path}', [FileController::class, 'show'])->where('path', '.*');

        Route::post('documents/{document}/copies', [CopyController::class, 'preview']);
        Route::get('documents/{document}/set-asides', [CopyController::class, 'setAsides']);
        Route::get('documents/{document}/versions', [VersionController::class, 'index']);
        Route::post('documents/{document}/versions/thin', [VersionController::class, 'thin']);
        Route::patch('documents/{document}/versions/{number}', [VersionController::class, 'label'])->where('number', Digits::PATTERN);
        Route::post('documents/{document}/versions/{number}', [VersionController::class, 'bringBack'])->where('number', Digits::PATTERN);
        Route::get('documents/{document}/steps', [StepController::class, 'index']);
        Route::post('documents/{document}/steps/{step}', [StepController::class, 'goTo'])->where('step', Digits::PATTERN);
        Route::post('documents/{document}/steps/{step}/branch', [StepController::class, 'branch'])->where('step', Digits::PATTERN);
        Route::get('documents/{document}/points', [RecoveryController::class, 'points']);
        Route::get('documents/{document}/contents/{source}', [ContentController::class, 'show'])->where('source', Sources::PATTERN);
        Route::get('contrast', [ContentController::class, 'contrast']);
        Route::get('documents/{document}/as-of', [AsOfController::class, 'show']);
        Route::post('documents/{document}/as-of', [AsOfController::class, 'store']);
        Route::post('documents/{document}/merge', MergeController::class);
        Route::get('documents/{document}/series', [SeriesController::class, 'show']);
        Route::get('documents/{document}/compare/{other}', [SeriesController::class, 'compare']);

        Route::get('folder', [TreeController::class, 'show']);
        Route::post('relocations', [TreeController::class, 'decide']);
        Route::get('templates', [TemplateController::class, 'index']);
        Route::post('numbers', [TemplateController::class, 'reserve']);
        Route::get('names', [TemplateController::class, 'check']);
        Route::post('uploads/check', [UploadController::class, 'check']);
        Route::post('uploads', [UploadController::class, 'store']);
        Route::post('retention/preview', [RetentionController::class, 'preview']);
        Route::post('retention', [RetentionController::class, 'apply']);
        Route::get('room', [RetentionController::class, 'room']);
        Route::get('settings', [SettingsController::class, 'show']);
        Route::patch('settings', [SettingsController::class, 'update']);

        Route::get('quay', [QuayController::class, 'show']);
        Route::post('quay', [QuayController::class, 'store']);
        Route::post('quay/close', [QuayController::class, 'close']);
        Route::post('quay/reopen', [QuayController::class, 'reopen']);
        Route::post('quay/clear-hold', [QuayController::class, 'clearHold']);
        Route::get('recent/{what}', [QuayController::class, 'recent'])->whereIn('what', [Recent::OPENED, Recent::SAVED]);
        Route::get('watch', [WatchController::class, 'show']);
        Route::patch('watch', [WatchController::class, 'update']);
        Route::post('watch/points', [WatchController::class, 'store']);
        Route::post('watch/stand-down', [WatchController::class, 'standDown']);
        Route::get('recovery', [RecoveryController::class, 'show']);
        Route::post('recovery', [RecoveryController::class, 'store']);
        Route::post('visits/{visit}/end', [RecoveryController::class, 'leave'])->where('visit', '[0-9a-z]{26}');
        Route::post('plan', [PlanController::class, 'plan']);
        Route::post('plan/compare', [PlanController::class, 'compare']);
        Route::post('save', [PlanController::class, 'save']);
        Route::get('decisions', [DecisionController::class, 'index']);
        Route::patch('decisions', [DecisionController::class, 'update']);
        Route::get('progress', [ProgressController::class, 'show']);
        Route::delete('progress/{running}', [ProgressController::class, 'destroy']);

        Route::get('logbook', [LogbookController::class, 'index']);
        Route::get('logbook/{operation}', [LogbookController::class, 'show']);
        Route::get('logbook/{operation}/lines/{position}', [LogbookController::class, 'line'])->where('position', Digits::PATTERN);
        Route::get('logbook/{operation}/lines/{position}/found', [LogbookController::class, 'found'])->where('position', Digits::PATTERN);
        Route::post('logbook/{operation}/settle', [LogbookController::class, 'settle']);
        Route::get('logbook/{operation}/statement', [CopyController::class, 'statement']);
        Route::get('logbook/{operation}/undo', [LogbookController::class, 'planUndo']);
        Route::post('logbook/{operation}/undo', [LogbookController::class, 'undo']);
    });
});
