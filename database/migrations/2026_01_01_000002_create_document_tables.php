<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('documents', function (Blueprint $table): void {
            $table->char('id', 26)->charset('ascii')->collation('ascii_bin')->primary();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('path', 4096);
            // SHA-256 of the path, since an index cannot hold a path of full length.
            $table->char('path_key', 64)->charset('ascii')->collation('ascii_bin');
            // The same for a document that has a file; null for a new one, whose path is only proposed.
            $table->char('file_key', 64)->charset('ascii')->collation('ascii_bin')->nullable();
            // SHA-256 of the path in one letter case and Unicode form, to find names that other systems take for the same.
            $table->char('fold_key', 64)->charset('ascii')->collation('ascii_bin');
            $table->string('format', 40);
            $table->text('title')->nullable();
            $table->text('note')->nullable();
            $table->char('saved_hash', 64)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->unsignedBigInteger('size')->nullable();
            $table->string('stat', 100)->default('');
            $table->unsignedInteger('seen_at')->default(0);
            $table->boolean('is_gone')->default(false);
            $table->boolean('is_writable')->default(true);
            // Rises with every change of the working content; a write must name it.
            $table->unsignedInteger('revision')->default(0);
            // The step that is on the screen.
            $table->unsignedBigInteger('step_id')->nullable();
            $table->timestamp('dropped_at', 3)->nullable();
            // The document that this one was made from, how, and when.
            $table->char('origin_id', 26)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->string('origin_kind', 20)->nullable();
            $table->timestamp('origin_at', 3)->nullable();
            $table->timestamps(3);
            $table->unique(['workspace_id', 'file_key']);
            $table->index(['workspace_id', 'path_key']);
            $table->index(['workspace_id', 'fold_key']);
        });
        Schema::table('documents', function (Blueprint $table): void {
            $table->foreign('origin_id')->references('id')->on('documents')->nullOnDelete();
        });
        Schema::create('document_locks', function (Blueprint $table): void {
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin')->primary();
            $table->foreign('document_id')->references('id')->on('documents')->cascadeOnDelete();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->timestamp('at', 3)->useCurrent();
        });
        Schema::create('drafts', function (Blueprint $table): void {
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin')->primary();
            $table->foreign('document_id')->references('id')->on('documents')->cascadeOnDelete();
            $table->char('hash', 64)->charset('ascii')->collation('ascii_bin');
            $table->unsignedBigInteger('size');
            $table->char('base_hash', 64)->charset('ascii')->collation('ascii_bin')->nullable();
            // What differs from the saved content, in words.
            $table->string('change_words', 500)->nullable();
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestamps(3);
            $table->index('hash');
            $table->index('base_hash');
        });
        Schema::create('draft_steps', function (Blueprint $table): void {
            $table->id();
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin');
            $table->foreign('document_id')->references('id')->on('documents')->cascadeOnDelete();
            $table->unsignedInteger('revision');
            $table->char('hash', 64)->charset('ascii')->collation('ascii_bin');
            $table->unsignedBigInteger('size');
            // The step that it was made from; steps form a tree, since one can go on from an earlier one.
            $table->unsignedBigInteger('parent_id')->nullable()->index();
            // Where, how much was taken out and what was put in; without it the whole content is in the store.
            $table->unsignedBigInteger('at_byte')->nullable();
            $table->unsignedBigInteger('removed')->nullable();
            $table->binary('inserted')->nullable();
            // Steps, and bytes, since the last whole content.
            $table->unsignedInteger('depth')->default(0);
            $table->unsignedBigInteger('weight')->default(0);
            // Whether the store may still hold the whole content of a step that can do without.
            $table->boolean('has_content')->default(true);
            $table->string('summary', 500);
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestamp('at', 3)->useCurrent();
            $table->index(['document_id', 'id']);
            $table->index(['user_id', 'at']);
            $table->index(['has_content', 'at']);
            $table->index('hash');
        });
        // Laravel knows no larger type than 64 KiB.
        DB::statement('alter table draft_steps modify inserted mediumblob null');
        Schema::create('document_references', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin');
            $table->foreign('document_id')->references('id')->on('documents')->cascadeOnDelete();
            // Whether the saved content has it, or the draft.
            $table->boolean('in_draft');
            $table->unsignedInteger('position');
            $table->string('kind', 40);
            $table->unsignedBigInteger('offset');
            $table->unsignedInteger('length');
            $table->mediumText('raw');
            $table->string('target_kind', 10);
            $table->string('target_path', 4096)->nullable();
            $table->char('target_key', 64)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->index(['document_id', 'in_draft', 'position']);
            $table->index(['workspace_id', 'target_key']);
        });
    }

    public function down(): void
    {
        foreach (['document_references', 'draft_steps', 'drafts', 'document_locks', 'documents'] as $table) {
            Schema::dropIfExists($table);
        }
    }
};
