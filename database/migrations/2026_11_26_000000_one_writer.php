<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('operation_lines', function (Blueprint $table): void {
            // Whether the tables have followed what the line did; a recovery goes on with those that have not.
            $table->boolean('is_reconciled')->default(false);
            // Why they could not; a person is asked.
            $table->text('problem')->nullable();
        });
        DB::table('operation_lines')->whereIn('operation_id', DB::table('operations')->whereNotIn('state', ['prepared'])->select('id'))->update(['is_reconciled' => true]);

        // Events are numbered in the order in which they are committed, which an automatic number is not.
        Schema::create('event_counters', function (Blueprint $table): void {
            $table->foreignId('workspace_id')->primary()->constrained()->cascadeOnDelete();
            $table->unsignedBigInteger('last');
        });
        Schema::table('events', function (Blueprint $table): void {
            $table->unsignedBigInteger('number')->default(0);
            // The documents that an event is about; null: not known, or too many.
            $table->json('documents')->nullable();
            $table->index(['workspace_id', 'number']);
            $table->index('at');
        });
        DB::table('events')->delete();

        Schema::table('workspaces', function (Blueprint $table): void {
            // Rises with every change of the settings; a change must name the one that it was made on.
            $table->unsignedInteger('settings_revision')->default(0);
        });
    }

    public function down(): void
    {
        Schema::table('workspaces', fn (Blueprint $table) => $table->dropColumn('settings_revision'));
        Schema::table('events', function (Blueprint $table): void {
            $table->dropIndex(['workspace_id', 'number']);
            $table->dropIndex(['at']);
            $table->dropColumn(['number', 'documents']);
        });
        Schema::dropIfExists('event_counters');
        Schema::table('operation_lines', fn (Blueprint $table) => $table->dropColumn(['is_reconciled', 'problem']));
    }
};
