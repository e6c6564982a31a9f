<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        // The framework’s own sessions are logins; these are quays that a person has kept under a name.
        Schema::create('kept_sessions', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name', 120);
            // Kept by itself before something else was opened.
            $table->boolean('is_before')->default(false);
            $table->timestamp('at', 3)->useCurrent();
            $table->unique(['user_id', 'name']);
        });
        Schema::create('session_shares', function (Blueprint $table): void {
            $table->foreignId('kept_session_id')->constrained()->cascadeOnDelete();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->primary(['kept_session_id', 'workspace_id']);
        });
        Schema::create('session_stages', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('kept_session_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('number');
            $table->boolean('has_everything');
            $table->string('note', 2000)->nullable();
            // A labelled stage stays whatever the number of later ones.
            $table->string('label', 120)->nullable();
            $table->json('settings');
            $table->unsignedInteger('documents')->default(0);
            $table->unsignedInteger('drafts')->default(0);
            // Of the drafts, each content once.
            $table->unsignedBigInteger('bytes')->default(0);
            $table->timestamp('at', 3)->useCurrent();
            $table->unique(['kept_session_id', 'number']);
        });
        Schema::create('session_items', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('session_stage_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('position');
            // Null where the workspace is gone, or the session came from elsewhere and has found none.
            $table->foreignId('workspace_id')->nullable()->constrained()->nullOnDelete();
            $table->string('workspace_name', 120);
            // No foreign key: what is kept outlives the document.
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->string('path', 4096);
            $table->text('title')->nullable();
            $table->char('saved_hash', 64)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->unsignedBigInteger('size')->nullable();
            $table->boolean('is_held')->default(false);
            $table->json('view')->nullable();
            $table->char('draft_hash', 64)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->unsignedBigInteger('draft_size')->nullable();
            $table->char('base_hash', 64)->charset('ascii')->collation('ascii_bin')->nullable();
            // The steps of the draft, from the one that it was begun on, and where in them the person stood.
            $table->unsignedBigInteger('first_step')->nullable();
            $table->unsignedBigInteger('step_id')->nullable();
            // The newest then; what came since is told by it and not by the clock, which can be set back.
            $table->unsignedBigInteger('last_step')->nullable();
            // The steps of a draft that came from elsewhere, as the content of a file.
            $table->char('steps_hash', 64)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->mediumText('choice')->nullable();
            // Of the version that the file was.
            $table->string('label')->nullable();
            $table->index(['session_stage_id', 'position']);
            $table->index('document_id');
            $table->index('draft_hash');
            $table->index('base_hash');
            $table->index('steps_hash');
        });
        // What else a stage that came from elsewhere rests on: the whole contents of steps.
        Schema::create('session_contents', function (Blueprint $table): void {
            $table->foreignId('session_stage_id')->constrained()->cascadeOnDelete();
            $table->char('hash', 64)->charset('ascii')->collation('ascii_bin');
            $table->primary(['session_stage_id', 'hash']);
            $table->index('hash');
        });
        // Which session a person has open in a workspace.
        Schema::create('open_sessions', function (Blueprint $table): void {
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('session_stage_id')->constrained()->cascadeOnDelete();
            $table->primary(['user_id', 'workspace_id']);
        });
        // How a person looks at a document; without a name, as they last did.
        Schema::create('document_views', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin');
            $table->foreign('document_id')->references('id')->on('documents')->cascadeOnDelete();
            $table->string('name', 120)->default('');
            $table->json('view');
            $table->boolean('is_default')->default(false);
            $table->boolean('is_offered')->default(false);
            $table->timestamp('at', 3)->useCurrent();
            $table->unique(['user_id', 'document_id', 'name']);
            $table->index(['document_id', 'is_offered']);
        });
        Schema::table('users', fn (Blueprint $table) => $table->json('preferences')->nullable());
        // To find again, by its content, what has no other trace.
        Schema::table('documents', fn (Blueprint $table) => $table->index(['workspace_id', 'saved_hash']));
        // Views belong to a person and a document, whatever is open.
        Schema::table('quay_items', fn (Blueprint $table) => $table->dropColumn('view'));
    }

    public function down(): void
    {
        Schema::table('quay_items', fn (Blueprint $table) => $table->json('view')->nullable());
        Schema::table('documents', fn (Blueprint $table) => $table->dropIndex(['workspace_id', 'saved_hash']));
        Schema::table('users', fn (Blueprint $table) => $table->dropColumn('preferences'));
        foreach (['document_views', 'open_sessions', 'session_contents', 'session_items', 'session_stages', 'session_shares', 'kept_sessions'] as $table) {
            Schema::dropIfExists($table);
        }
    }
};
