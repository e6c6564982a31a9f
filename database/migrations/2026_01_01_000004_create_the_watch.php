<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        // All drafts of one person's quay at one moment.
        Schema::create('recovery_points', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('reason', 20);
            // Tells two sets of drafts apart, so that an unchanged set makes no new point.
            $table->char('digest', 64)->charset('ascii')->collation('ascii_bin');
            // The newest edit step then; what came since is told by it and not by the clock, which can be set back.
            $table->unsignedBigInteger('newest_step')->default(0);
            $table->timestamp('at', 3)->useCurrent();
            $table->index(['user_id', 'workspace_id', 'id']);
        });
        Schema::create('recovery_point_items', function (Blueprint $table): void {
            $table->foreignId('recovery_point_id')->constrained()->cascadeOnDelete();
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin');
            $table->foreign('document_id')->references('id')->on('documents')->cascadeOnDelete();
            $table->char('hash', 64)->charset('ascii')->collation('ascii_bin');
            $table->unsignedBigInteger('size');
            $table->char('base_hash', 64)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->primary(['recovery_point_id', 'document_id']);
            $table->index(['document_id', 'recovery_point_id']);
            $table->index('hash');
        });
        // One page of one person, from its loading to its leaving; one that was not left tells of a crash.
        Schema::create('visits', function (Blueprint $table): void {
            $table->char('id', 26)->charset('ascii')->collation('ascii_bin')->primary();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->timestamp('begun_at', 3)->useCurrent();
            $table->timestamp('seen_at', 3)->useCurrent();
            $table->timestamp('ended_at', 3)->nullable();
            $table->index(['user_id', 'workspace_id', 'ended_at']);
        });
        // What was closed together, so that it can be opened again in its place.
        Schema::create('closings', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->json('items');
            $table->timestamp('at', 3)->useCurrent();
            $table->index(['user_id', 'workspace_id', 'id']);
        });
        Schema::create('recent_documents', function (Blueprint $table): void {
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin');
            $table->foreign('document_id')->references('id')->on('documents')->cascadeOnDelete();
            $table->timestamp('opened_at', 3)->nullable();
            $table->timestamp('saved_at', 3)->nullable();
            $table->primary(['user_id', 'document_id']);
        });
    }

    public function down(): void
    {
        foreach (['recent_documents', 'closings', 'visits', 'recovery_point_items', 'recovery_points'] as $table) {
            Schema::dropIfExists($table);
        }
    }
};
