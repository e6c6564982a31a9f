<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('documents', function (Blueprint $table): void {
            // How it can be made again, in a person’s words; null: it cannot, or nobody has said so.
            $table->text('recipe')->nullable();
        });
        Schema::create('crates', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('number');
            // By which it is known again when it comes back.
            $table->char('identity', 26)->charset('ascii')->collation('ascii_bin')->unique();
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->string('name', 120);
            $table->string('recipient', 200)->nullable();
            $table->string('note', 2000)->nullable();
            // What was chosen, so that it can be packed again.
            $table->longText('wish');
            // Where its file is kept, below the folder of crates; null: it is not kept here.
            $table->string('file', 255)->nullable();
            // SHA-256 of the manifest of the payload.
            $table->char('hash', 64)->charset('ascii')->collation('ascii_bin');
            // Of the crate as a whole, and of its payload.
            $table->unsignedBigInteger('size');
            $table->unsignedBigInteger('bytes');
            $table->unsignedInteger('files');
            $table->unsignedInteger('reference_count');
            $table->unsignedInteger('lead_out');
            $table->unsignedInteger('left_out');
            // Whether it was packed to be worked on, so that its documents are lent until it has come back.
            $table->boolean('is_lent')->default(false);
            $table->timestamp('at', 3)->useCurrent();
            $table->timestamp('ended_at', 3)->nullable();
            $table->unique(['workspace_id', 'number']);
        });
        Schema::create('crate_documents', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('crate_id')->constrained()->cascadeOnDelete();
            // No foreign key: what was packed outlives the document.
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin')->nullable();
            // In the workspace, or absolute; and in the crate.
            $table->string('path', 4096);
            $table->string('place', 4096);
            // Of the content that was packed, before its references were led to the crate and after.
            $table->char('base_hash', 64)->charset('ascii')->collation('ascii_bin');
            $table->char('hash', 64)->charset('ascii')->collation('ascii_bin');
            $table->unsignedBigInteger('size');
            // The content before where it is kept, so that what comes back can be merged with what is there then.
            $table->char('kept_hash', 64)->charset('ascii')->collation('ascii_bin')->nullable();
            // The same without what was taken out of it, where something was.
            $table->char('without_hash', 64)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->index('document_id');
            $table->index('kept_hash');
            $table->index('without_hash');
        });
        Schema::create('crate_recipes', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('name', 120);
            $table->longText('wish');
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestamp('at', 3)->useCurrent();
            $table->unique(['workspace_id', 'name']);
        });
        // Where a document came from in a crate, so that it is known again when it goes back.
        Schema::create('document_origins', function (Blueprint $table): void {
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin')->primary();
            $table->foreign('document_id')->references('id')->on('documents')->cascadeOnDelete();
            $table->char('crate', 26)->charset('ascii')->collation('ascii_bin');
            $table->char('identity', 26)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->string('path', 4096);
            $table->char('hash', 64)->charset('ascii')->collation('ascii_bin');
            $table->json('lineage');
        });
    }

    public function down(): void
    {
        foreach (['document_origins', 'crate_recipes', 'crate_documents', 'crates'] as $table) {
            Schema::dropIfExists($table);
        }
        Schema::table('documents', function (Blueprint $table): void {
            $table->dropColumn('recipe');
        });
    }
};
