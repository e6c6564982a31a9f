<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('documents', function (Blueprint $table): void {
            // Set by the database whenever anything of the row changes, so that what is derived from documents knows which to look at anew.
            $table->dateTime('touched_at', 6)->useCurrent()->useCurrentOnUpdate();
            $table->index(['workspace_id', 'touched_at']);
            // Whether there is a document at a path is told by the index alone.
            $table->index(['workspace_id', 'path_key', 'dropped_at', 'is_gone'], 'documents_there_index');
            $table->dropIndex(['workspace_id', 'path_key']);
        });
        // How many pages are open at the moment.
        Schema::table('visits', fn (Blueprint $table) => $table->index(['workspace_id', 'seen_at']));
        // For what is in a folder.
        DB::statement('create index documents_workspace_id_path_index on documents (workspace_id, path(300))');
    }

    public function down(): void
    {
        Schema::table('visits', fn (Blueprint $table) => $table->dropIndex(['workspace_id', 'seen_at']));
        Schema::table('documents', function (Blueprint $table): void {
            $table->index(['workspace_id', 'path_key']);
            $table->dropIndex('documents_there_index');
            $table->dropIndex(['workspace_id', 'touched_at']);
            $table->dropIndex('documents_workspace_id_path_index');
            $table->dropColumn('touched_at');
        });
    }
};
