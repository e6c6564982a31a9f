<?php

declare(strict_types=1);

use App\Http\Controllers\AccountController;
use App\Http\Controllers\AsOfController;
use App\Http\Controllers\ComingCrateController;
use App\Http\Controllers\CommentController;
use App\Http\Controllers\ContentController;
use App\Http\Controllers\CopyController;
use App\Http\Controllers\CrateController;
use App\Http\Controllers\CrateRecipeController;
use App\Http\Controllers\DecisionController;
use App\Http\Controllers\DeviceController;
use App\Http\Controllers\DocumentController;
use App\Http\Controllers\DocumentViewController;
use App\Http\Controllers\DraftController;
use App\Http\Controllers\EntryLinkController;
use App\Http\Controllers\FieldController;
use App\Http\Controllers\FileController;
use App\Http\Controllers\FirstAccountController;
use App\Http\Controllers\FolderController;
use App\Http\Controllers\KeptSessionController;
use App\Http\Controllers\LockController;
use App\Http\Controllers\LogbookController;
use App\Http\Controllers\LoginController;
use App\Http\Controllers\MemberController;
use App\Http\Controllers\MergeController;
use App\Http\Controllers\NoticeController;
use App\Http\Controllers\OpenApiController;
use App\Http\Controllers\PeopleController;
use App\Http\Controllers\PlanController;
use App\Http\Controllers\PreferencesController;
use App\Http\Controllers\PresenceController;
use App\Http\Controllers\ProgressController;
use App\Http\Controllers\PulseController;
use App\Http\Controllers\QuayController;
use App\Http\Controllers\RecoveryController;
use App\Http\Controllers\ReferenceController;
use App\Http\Controllers\RetentionController;
use App\Http\Controllers\ScanController;
use App\Http\Controllers\SecondFactorController;
use App\Http\Controllers\SeriesController;
use App\Http\Controllers\SessionCarryingController;
use App\Http\Controllers\SessionOpeningController;
use App\Http\Controllers\SettingsController;
use App\Http\Controllers\StepController;
use App\Http\Controllers\StrayController;
use App\Http\Controllers\TakeInController;
use App\Http\Controllers\TemplateController;
use App\Http\Controllers\TokenController;
use App\Http\Controllers\TreeController;
use App\Http\Controllers\UnusedController;
use App\Http\Controllers\UploadController;
use App\Http\Controllers\UploadPartController;
use App\Http\Controllers\VersionController;
use App\Http\Controllers\WatchController;
use App\Http\Controllers\WorkspaceController;
use App\Http\Digits;
use App\Http\Middleware\MembersOnly;
use App\Models\User;
use App\Past\Comparing\Sources;
use App\Quay\Recent;
use Illuminate\Support\Facades\Route;

Route::get('openapi.json', OpenApiController::class);
Route::post('session', [LoginController::class, 'store'])->middleware('throttle:login');
Route::middleware('throttle:enter')->group(function (): void {
    Route::post('first-account', [FirstAccountController::class, 'store']);
    Route::post('enter', [EntryLinkController::class, 'store']);
    Route::post('enter/look', [EntryLinkController::class, 'look']);
    Route::post('enter/forgotten', [EntryLinkController::class, 'forgotten']);
});
Route::get('first-account', [FirstAccountController::class, 'show']);

// Each address says what right it needs; WorkspacePolicy and PersonPolicy decide who has it.
Route::middleware(['auth:sanctum', 'throttle:person'])->group(function (): void {
    Route::get('session', [LoginController::class, 'show']);
    Route::delete('session', [LoginController::class, 'destroy']);

    Route::middleware('can:look,'.User::class)->group(function (): void {
        Route::get('workspaces', [WorkspaceController::class, 'index']);
        Route::get('preferences', [PreferencesController::class, 'show']);
        Route::get('sessions', [KeptSessionController::class, 'index']);
        Route::get('sessions/progress', [SessionOpeningController::class, 'progress']);
        Route::prefix('sessions/{session}')->where(['session' => Digits::PATTERN, 'second' => Digits::PATTERN])->group(function (): void {
            Route::get('/', [KeptSessionController::class, 'show']);
            Route::get('compare/{second}', [KeptSessionController::class, 'compare']);
            Route::post('plan', [SessionOpeningController::class, 'plan']);
            Route::get('export', [SessionCarryingController::class, 'export']);
        });
    });

    Route::middleware('can:arrange,'.User::class)->group(function (): void {
        Route::patch('preferences', [PreferencesController::class, 'update']);
        Route::post('sessions', [KeptSessionController::class, 'store']);
        Route::delete('sessions/progress/{running}', [SessionOpeningController::class, 'stop']);
        Route::prefix('sessions/{session}')->where(['session' => Digits::PATTERN, 'item' => Digits::PATTERN])->group(function (): void {
            Route::patch('/', [KeptSessionController::class, 'update']);
            Route::delete('/', [KeptSessionController::class, 'destroy']);
            Route::post('items/{item}/is', [KeptSessionController::class, 'match']);
            Route::post('open', [SessionOpeningController::class, 'open']);
        });
    });

    Route::middleware('can:own,'.User::class)->group(function (): void {
        Route::get('account', [AccountController::class, 'show']);
        Route::patch('account', [AccountController::class, 'update']);
        Route::put('account/password', [AccountController::class, 'changePassword'])->middleware('throttle:password');
        Route::delete('account/sessions/{browser}', [AccountController::class, 'endSession'])->where('browser', '[0-9a-f]{24}');
        Route::post('account/second-factor', [SecondFactorController::class, 'store'])->middleware('throttle:password');
        Route::put('account/second-factor', [SecondFactorController::class, 'confirm'])->middleware('throttle:password');
        Route::post('account/second-factor/end', [SecondFactorController::class, 'end'])->middleware('throttle:password');
        Route::post('tokens', [TokenController::class, 'store']);
        Route::delete('tokens/{token}', [TokenController::class, 'destroy'])->where('token', Digits::PATTERN);
    });

    Route::middleware('can:administer,'.User::class)->group(function (): void {
        Route::get('people', [PeopleController::class, 'index']);
        Route::post('people', [PeopleController::class, 'store']);
        Route::patch('people/{person}', [PeopleController::class, 'update'])->where('person', Digits::PATTERN);
        Route::post('people/{person}/reset', [PeopleController::class, 'reset'])->where('person', Digits::PATTERN);
        Route::get('folders', [FolderController::class, 'index']);
        Route::get('folders/look', [FolderController::class, 'look']);
        Route::post('workspaces', [WorkspaceController::class, 'store']);
        Route::delete('workspaces/{workspace}', [WorkspaceController::class, 'destroy']);
    });

    Route::middleware(MembersOnly::class)->prefix('workspaces/{workspace}')->group(function (): void {
        Route::middleware('can:look,workspace')->group(function (): void {
            Route::get('/', [WorkspaceController::class, 'show']);
            Route::get('pulse', PulseController::class);
            Route::get('scan', [ScanController::class, 'show']);
            Route::get('rows', [QuayController::class, 'rows']);
            Route::get('documents', [DocumentController::class, 'index']);
            Route::get('documents/{document}', [DocumentController::class, 'show']);
            Route::get('documents/{document}/content', [DraftController::class, 'show']);
            Route::get('documents/{document}/views', [DocumentViewController::class, 'index']);
            Route::put('documents/{document}/views', [DocumentViewController::class, 'store']);
            Route::patch('documents/{document}/views/{view}', [DocumentViewController::class, 'update'])->where('view', Digits::PATTERN);
            Route::delete('documents/{document}/views/{view}', [DocumentViewController::class, 'destroy'])->where('view', Digits::PATTERN);
            Route::get('documents/{document}/file', FileController::class);
            Route::get('show/{path}', [FileController::class, 'show'])->where('path', '.*');
            Route::post('documents/{document}/copies', [CopyController::class, 'preview']);
            Route::get('documents/{document}/set-asides', [CopyController::class, 'setAsides']);
            Route::get('documents/{document}/versions', [VersionController::class, 'index']);
            Route::get('documents/{document}/steps', [StepController::class, 'index']);
            Route::get('documents/{document}/points', [RecoveryController::class, 'points']);
            Route::get('documents/{document}/contents/{source}', [ContentController::class, 'show'])->where('source', Sources::PATTERN);
            Route::get('contrast', [ContentController::class, 'contrast']);
            Route::get('documents/{document}/as-of', [AsOfController::class, 'show']);
            Route::get('documents/{document}/series', [SeriesController::class, 'show']);
            Route::get('documents/{document}/compare/{other}', [SeriesController::class, 'compare']);
            Route::get('folder', [TreeController::class, 'show']);
            Route::get('partly-read', [TreeController::class, 'partlyRead']);
            Route::get('strays', [StrayController::class, 'index']);
            Route::get('strays/group', [StrayController::class, 'group']);
            Route::post('relink/plan', [StrayController::class, 'plan']);
            Route::post('take-in/list', [TakeInController::class, 'index']);
            Route::post('take-in/plan', [TakeInController::class, 'plan']);
            Route::post('unused', [UnusedController::class, 'index']);
            Route::get('crates', [CrateController::class, 'index']);
            Route::post('crates', [CrateController::class, 'store']);
            Route::post('crates/plan', [CrateController::class, 'plan']);
            Route::post('crates/secrets', [CrateController::class, 'secrets']);
            Route::post('crates/look', [ComingCrateController::class, 'look']);
            Route::post('crates/compare', [ComingCrateController::class, 'compare']);
            Route::get('crates/content', [ComingCrateController::class, 'content']);
            Route::get('crates/{crate}', [CrateController::class, 'show'])->where('crate', Digits::PATTERN);
            Route::get('crates/{crate}/file', [CrateController::class, 'file'])->where('crate', Digits::PATTERN);
            Route::get('crate-recipes', [CrateRecipeController::class, 'index']);
            Route::get('devices', [DeviceController::class, 'index']);
            Route::post('devices/replace/plan', [DeviceController::class, 'plan']);
            Route::get('devices/{kind}/{name}/live', [DeviceController::class, 'live'])->where(['kind' => DeviceController::NAME, 'name' => DeviceController::NAME]);
            Route::get('templates', [TemplateController::class, 'index']);
            Route::get('names', [TemplateController::class, 'check']);
            Route::post('uploads/check', [UploadController::class, 'check']);
            Route::get('uploads/parts/{part}', [UploadPartController::class, 'show']);
            Route::post('retention/preview', [RetentionController::class, 'preview']);
            Route::get('room', [RetentionController::class, 'room']);
            Route::get('settings', [SettingsController::class, 'show']);
            Route::get('quay', [QuayController::class, 'show']);
            Route::post('quay', [QuayController::class, 'store']);
            Route::post('quay/close', [QuayController::class, 'close']);
            Route::post('quay/reopen', [QuayController::class, 'reopen']);
            Route::get('recent/{what}', [QuayController::class, 'recent'])->whereIn('what', [Recent::OPENED, Recent::SAVED]);
            Route::get('watch', [WatchController::class, 'show']);
            Route::patch('watch', [WatchController::class, 'update']);
            Route::post('watch/points', [WatchController::class, 'store']);
            Route::post('watch/stand-down', [WatchController::class, 'standDown']);
            Route::get('session', [SessionOpeningController::class, 'current']);
            Route::get('recovery', [RecoveryController::class, 'show']);
            Route::post('visits/{visit}/end', [RecoveryController::class, 'leave'])->where('visit', '[0-9a-z]{26}');
            Route::post('plan', [PlanController::class, 'plan']);
            Route::post('plan/compare', [PlanController::class, 'compare']);
            Route::get('decisions', [DecisionController::class, 'index']);
            Route::get('progress', [ProgressController::class, 'show']);
            Route::delete('progress/{running}', [ProgressController::class, 'destroy']);
            Route::get('logbook', [LogbookController::class, 'index']);
            Route::get('logbook/{operation}', [LogbookController::class, 'show']);
            Route::get('logbook/{operation}/lines/{position}', [LogbookController::class, 'line'])->where('position', Digits::PATTERN);
            Route::get('logbook/{operation}/lines/{position}/found', [LogbookController::class, 'found'])->where('position', Digits::PATTERN);
            Route::get('logbook/{operation}/statement', [CopyController::class, 'statement']);
            Route::get('logbook/{operation}/undo', [LogbookController::class, 'planUndo']);
            Route::get('members', [MemberController::class, 'index']);
            Route::put('presence', PresenceController::class);
            Route::get('notices', [NoticeController::class, 'index']);
            Route::delete('notices/{notice}', [NoticeController::class, 'destroy'])->where('notice', Digits::PATTERN);
            Route::get('documents/{document}/comments', [CommentController::class, 'index']);
        });

        Route::middleware('can:draft,workspace')->group(function (): void {
            Route::post('scan', [ScanController::class, 'store']);
            Route::delete('scan', [ScanController::class, 'destroy']);
            Route::post('documents', [DocumentController::class, 'store']);
            Route::patch('documents/{document}', [DocumentController::class, 'update']);
            Route::put('documents/{document}/draft', [DraftController::class, 'update']);
            Route::patch('documents/{document}/draft', [DraftController::class, 'change']);
            Route::patch('documents/{document}/fields', FieldController::class);
            Route::patch('documents/{document}/references', [ReferenceController::class, 'update']);
            Route::post('documents/{document}/references', [ReferenceController::class, 'store']);
            Route::post('documents/{document}/references/remove', [ReferenceController::class, 'remove']);
            Route::post('documents/{document}/lock', [LockController::class, 'store']);
            Route::delete('documents/{document}/lock', [LockController::class, 'destroy']);
            Route::post('documents/{document}/lock/ask', [LockController::class, 'ask']);
            Route::post('notices/{notice}/answer', [NoticeController::class, 'answer'])->where('notice', Digits::PATTERN);
            Route::post('documents/{document}/comments', [CommentController::class, 'store']);
            Route::patch('documents/{document}/comments/{comment}', [CommentController::class, 'update'])->where('comment', Digits::PATTERN);
            Route::delete('documents/{document}/comments/{comment}', [CommentController::class, 'destroy'])->where('comment', Digits::PATTERN);
            Route::patch('documents/{document}/versions/{number}', [VersionController::class, 'label'])->where('number', Digits::PATTERN);
            Route::post('documents/{document}/versions/{number}', [VersionController::class, 'bringBack'])->where('number', Digits::PATTERN);
            Route::post('documents/{document}/steps/{step}', [StepController::class, 'goTo'])->where('step', Digits::PATTERN);
            Route::post('documents/{document}/steps/{step}/branch', [StepController::class, 'branch'])->where('step', Digits::PATTERN);
            Route::post('documents/{document}/as-of', [AsOfController::class, 'store']);
            Route::post('documents/{document}/merge', MergeController::class);
            Route::post('strays/accept', [StrayController::class, 'accept']);
            Route::post('strays/past', [StrayController::class, 'past']);
            Route::post('unused/stay', [UnusedController::class, 'stay']);
            Route::post('crates/take-in', [ComingCrateController::class, 'store']);
            Route::patch('crates/{crate}', [CrateController::class, 'update'])->where('crate', Digits::PATTERN);
            Route::post('crate-recipes', [CrateRecipeController::class, 'store']);
            Route::delete('crate-recipes', [CrateRecipeController::class, 'destroy']);
            Route::put('documents/{document}/recipe', [CrateRecipeController::class, 'say']);
            Route::put('devices/{kind}/{name}', [DeviceController::class, 'update'])->where(['kind' => DeviceController::NAME, 'name' => DeviceController::NAME]);
            Route::post('relocations', [TreeController::class, 'decide']);
            Route::post('numbers', [TemplateController::class, 'reserve']);
            Route::post('uploads', [UploadController::class, 'store']);
            Route::post('uploads/parts', [UploadPartController::class, 'store']);
            Route::put('uploads/parts/{part}', [UploadPartController::class, 'update']);
            Route::delete('uploads/parts/{part}', [UploadPartController::class, 'destroy']);
            Route::post('quay/clear-hold', [QuayController::class, 'clearHold']);
            Route::post('session/back', [SessionOpeningController::class, 'back']);
            Route::post('sessions/import', [SessionCarryingController::class, 'import']);
            Route::post('recovery', [RecoveryController::class, 'store']);
            Route::patch('decisions', [DecisionController::class, 'update']);
        });

        Route::middleware('can:save,workspace')->group(function (): void {
            Route::post('relink', [StrayController::class, 'store']);
            Route::post('take-in', [TakeInController::class, 'store']);
            Route::post('devices/replace', [DeviceController::class, 'replace']);
            Route::post('save', [PlanController::class, 'save']);
            Route::post('logbook/{operation}/settle', [LogbookController::class, 'settle']);
            Route::post('logbook/{operation}/undo', [LogbookController::class, 'undo']);
        });

        Route::middleware('can:keep,workspace')->group(function (): void {
            Route::post('documents/{document}/versions/thin', [VersionController::class, 'thin']);
            Route::delete('crates/{crate}', [CrateController::class, 'destroy'])->where('crate', Digits::PATTERN);
            Route::post('retention', [RetentionController::class, 'apply']);
            Route::patch('settings', [SettingsController::class, 'update']);
            Route::post('members', [MemberController::class, 'store']);
            Route::put('members/{person}', [MemberController::class, 'update'])->where('person', Digits::PATTERN);
            Route::delete('members/{person}', [MemberController::class, 'destroy'])->where('person', Digits::PATTERN);
            Route::delete('invitations/{invitation}', [MemberController::class, 'withdraw'])->where('invitation', Digits::PATTERN);
            Route::put('folder-rights', [MemberController::class, 'folders']);
        });
    });
});
