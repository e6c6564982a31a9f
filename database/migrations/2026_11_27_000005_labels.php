<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        // Labels are few among versions, and are looked through at every key of a search.
        Schema::table('versions', static fn (Blueprint $table) => $table->index('label'));
    }

    public function down(): void
    {
        Schema::table('versions', static fn (Blueprint $table) => $table->dropIndex(['label']));
    }
};
