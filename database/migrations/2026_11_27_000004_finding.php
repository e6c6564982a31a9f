<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        // What is looked for in documents: all of it is worked out from their contents, and can be again.
        Schema::create('search_texts', function (Blueprint $table): void {
            // No foreign key: whoever writes a document would wait for whoever reads its words.
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin')->primary();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            // As the document’s row bore it when this was read.
            $table->dateTime('touched_at', 6);
            // Every word of the saved content, the draft and the names once, as App\Finding\Token writes it.
            $table->mediumText('words')->charset('ascii')->collation('ascii_bin');
            // When what is on the screen was written, and by whom if that is known.
            $table->timestamp('changed_at', 3)->nullable();
            $table->foreignId('changed_by')->nullable()->constrained('users')->nullOnDelete();
            $table->fullText('words');
            $table->index(['workspace_id', 'changed_at']);
            $table->index(['workspace_id', 'changed_by']);
        });
        Schema::create('search_fields', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin');
            $table->string('name', 40);
            // Folded.
            $table->string('value', 200);
            $table->index(['workspace_id', 'name', 'value']);
            $table->index('document_id');
        });
        Schema::create('search_words', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('word', 80);
            // In how many documents it stands; as a guide only.
            $table->integer('documents');
            $table->unique(['workspace_id', 'word']);
        });
        // Whoever writes the above holds this row.
        Schema::create('search_states', function (Blueprint $table): void {
            $table->foreignId('workspace_id')->primary()->constrained()->cascadeOnDelete();
            // Every document that was touched before is in step.
            $table->dateTime('through', 6)->default('1970-01-01 00:00:00');
            // Rewritten rows since the index was last tidied.
            $table->unsignedInteger('rewritten')->default(0);
            // Another one: all that was known before is made anew.
            $table->unsignedInteger('edition')->default(0);
            // By chance, so that what was kept of another database is not taken for this one’s.
            $table->unsignedInteger('mark')->default(0);
        });
        Schema::create('bookmarks', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            // Whether everyone in the workspace sees it.
            $table->boolean('is_shared')->default(false);
            $table->foreignId('parent_id')->nullable()->constrained('bookmarks')->cascadeOnDelete();
            $table->unsignedInteger('position');
            $table->string('kind', 20);
            $table->string('name', 200);
            // The document, session or view that it leads to; of a search its words.
            $table->string('leads_to', 1000)->default('');
            $table->timestamp('at', 3)->useCurrent();
            $table->index(['workspace_id', 'is_shared']);
            $table->index(['user_id', 'workspace_id']);
        });
    }

    public function down(): void
    {
        foreach (['bookmarks', 'search_states', 'search_words', 'search_fields', 'search_texts'] as $table) {
            Schema::dropIfExists($table);
        }
    }
};
