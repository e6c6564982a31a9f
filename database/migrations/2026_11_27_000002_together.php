<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('visits', function (Blueprint $table): void {
            // The document that the page shows now; null: none, or the page is gone.
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin')->nullable()->index();
        });
        Schema::table('document_locks', function (Blueprint $table): void {
            $table->string('note', 500)->nullable();
            // When it ends by itself.
            $table->timestamp('until', 3)->nullable();
            // Taken because somebody wrote, and standing as long as there is a draft.
            $table->boolean('is_automatic')->default(false);
        });
        Schema::create('comments', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin');
            $table->foreign('document_id')->references('id')->on('documents')->cascadeOnDelete();
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->text('text');
            // Of the version that a line is meant in; null: it is about the document as a whole.
            $table->unsignedInteger('version')->nullable();
            // Counted from 1.
            $table->unsignedInteger('line')->nullable();
            $table->timestamp('at', 3)->useCurrent();
            $table->timestamp('settled_at', 3)->nullable();
            $table->foreignId('settled_by')->nullable()->constrained('users')->nullOnDelete();
            $table->index(['document_id', 'at']);
        });
        // What one person has for another: a mention, a request for a lock, an answer to that.
        Schema::create('notices', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('from_id')->nullable()->constrained('users')->nullOnDelete();
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin');
            $table->foreign('document_id')->references('id')->on('documents')->cascadeOnDelete();
            $table->string('kind', 20);
            $table->foreignId('comment_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('text', 500)->nullable();
            $table->timestamp('at', 3)->useCurrent();
            // When it was answered or put aside.
            $table->timestamp('done_at', 3)->nullable();
            $table->index(['user_id', 'done_at']);
            $table->index(['document_id', 'kind', 'done_at']);
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('notices');
        Schema::dropIfExists('comments');
        Schema::table('document_locks', fn (Blueprint $table) => $table->dropColumn(['note', 'until', 'is_automatic']));
        Schema::table('visits', fn (Blueprint $table) => $table->dropColumn('document_id'));
    }
};
