<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Before a content is freed it is asked whether a small picture stays with it. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('picture_choices', fn (Blueprint $table) => $table->index('hash'));
    }

    public function down(): void
    {
        Schema::table('picture_choices', fn (Blueprint $table) => $table->dropIndex(['hash']));
    }
};
