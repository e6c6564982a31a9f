<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('operations', function (Blueprint $table): void {
            $table->char('id', 26)->charset('ascii')->collation('ascii_bin')->primary();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('number');
            $table->string('kind', 20);
            $table->string('state', 20);
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->text('note')->nullable();
            $table->char('undoes_id', 26)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->foreign('undoes_id')->references('id')->on('operations')->nullOnDelete();
            $table->json('new_folders');
            $table->json('old_folders');
            $table->text('message')->nullable();
            // Contents that recovery found and nobody expected, by path.
            $table->json('found')->nullable();
            $table->timestamp('created_at', 3)->useCurrent();
            $table->timestamp('finished_at', 3)->nullable();
            $table->unique(['workspace_id', 'number']);
            $table->index(['workspace_id', 'state']);
        });
        Schema::create('operation_lines', function (Blueprint $table): void {
            $table->id();
            $table->char('operation_id', 26)->charset('ascii')->collation('ascii_bin');
            $table->foreign('operation_id')->references('id')->on('operations')->cascadeOnDelete();
            $table->unsignedInteger('position');
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->foreign('document_id')->references('id')->on('documents')->nullOnDelete();
            $table->string('path', 4096);
            $table->string('action', 20);
            $table->char('before_hash', 64)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->char('after_hash', 64)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->unsignedBigInteger('before_size')->nullable();
            $table->unsignedBigInteger('after_size')->nullable();
            // The draft that the document had, and the one that it has then, so that taking the entry back brings the first back too.
            $table->char('draft_before', 64)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->char('draft_after', 64)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->char('origin_id', 26)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->string('reason', 20);
            $table->string('reason_of', 4096)->nullable();
            $table->unique(['operation_id', 'position']);
            foreach (['before_hash', 'after_hash', 'draft_before', 'draft_after'] as $hash) {
                $table->index($hash);
            }
        });
        Schema::create('versions', function (Blueprint $table): void {
            $table->id();
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin');
            $table->foreign('document_id')->references('id')->on('documents')->cascadeOnDelete();
            $table->unsignedInteger('number');
            $table->char('hash', 64)->charset('ascii')->collation('ascii_bin');
            $table->unsignedBigInteger('size');
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->char('operation_id', 26)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->foreign('operation_id')->references('id')->on('operations')->nullOnDelete();
            $table->text('note')->nullable();
            $table->string('label')->nullable();
            $table->timestamp('at', 3)->useCurrent();
            // How many bytes a version differs in from the one before; counted when it is first asked for.
            $table->unsignedBigInteger('changed_bytes')->nullable();
            $table->unique(['document_id', 'number']);
            $table->index('hash');
        });
        Schema::create('quay_items', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin');
            $table->foreign('document_id')->references('id')->on('documents')->cascadeOnDelete();
            $table->unsignedInteger('position');
            $table->string('place', 10);
            $table->json('view')->nullable();
            $table->timestamp('opened_at', 3)->useCurrent();
            // Since when it is in the hold.
            $table->timestamp('closed_at', 3)->nullable();
            $table->unique(['user_id', 'document_id']);
            $table->index(['workspace_id', 'user_id', 'position']);
        });
    }

    public function down(): void
    {
        foreach (['quay_items', 'versions', 'operation_lines', 'operations'] as $table) {
            Schema::dropIfExists($table);
        }
    }
};
