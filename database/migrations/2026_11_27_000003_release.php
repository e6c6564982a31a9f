<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('documents', function (Blueprint $table): void {
            // How far it has come in the workspace's chain of states; null: nobody has moved it.
            $table->string('release_state', 40)->nullable();
            $table->string('release_revision', 20)->nullable();
            $table->index(['workspace_id', 'release_state']);
        });
        Schema::table('operation_lines', function (Blueprint $table): void {
            // State and revision before and after, where a line changes these.
            $table->json('marking')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('operation_lines', fn (Blueprint $table) => $table->dropColumn('marking'));
        Schema::table('documents', function (Blueprint $table): void {
            $table->dropIndex(['workspace_id', 'release_state']);
            $table->dropColumn(['release_state', 'release_revision']);
        });
    }
};
