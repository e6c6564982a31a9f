<?php

declare(strict_types=1);

use App\Serving\Health\HealthController;
use Illuminate\Support\Facades\Route;

Route::get('up', [HealthController::class, 'up']);
Route::get('ready', [HealthController::class, 'ready']);
Route::get('metrics', [HealthController::class, 'metrics']);
