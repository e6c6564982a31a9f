<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        // Few documents have a note, and every plan that moves or deletes something asks for them.
        DB::statement('create index documents_noted on documents (workspace_id, note(1))');
        Schema::table('scans', static fn (Blueprint $table) => $table->unsignedInteger('partly_read')->nullable());
    }

    public function down(): void
    {
        Schema::table('documents', static fn (Blueprint $table) => $table->dropIndex('documents_noted'));
        Schema::table('scans', static fn (Blueprint $table) => $table->dropColumn('partly_read'));
    }
};
