<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Route;

// The pages are one application in the browser, which asks the API for everything.
Route::view('/{any?}', 'app')->where('any', '^(?!api/|build/|(?:up|ready|metrics)$).*$')->name('login');
