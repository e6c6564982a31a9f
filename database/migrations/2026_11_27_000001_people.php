<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('users', function (Blueprint $table): void {
            // May register folders and let people in and out.
            $table->boolean('is_administrator')->default(false);
            $table->timestamp('disabled_at', 3)->nullable();
            // Of the second factor (RFC 6238), encrypted; valid from the first code on that was right.
            $table->text('totp_secret')->nullable();
            $table->timestamp('totp_since', 3)->nullable();
            // The last interval whose code was used, so that none is used twice.
            $table->unsignedBigInteger('totp_used')->nullable();
            // Hashes of codes that stand in for the second factor once each.
            $table->json('recovery_codes')->nullable();
        });
        // Whoever could register workspaces until now goes on doing so.
        $owners = DB::table('workspace_members')->where('role', 'owner')->distinct()->pluck('user_id');
        DB::table('users')->whereIn('id', $owners)->update(['is_administrator' => true]);
        DB::table('workspace_members')->where('role', 'owner')->update(['role' => 'keeper']);
        DB::table('workspace_members')->where('role', 'member')->update(['role' => 'writer']);
        Schema::create('folder_rights', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            // Null: for everyone who is no keeper.
            $table->foreignId('user_id')->nullable()->constrained()->cascadeOnDelete();
            // In the workspace; only read there and below.
            $table->string('folder', 4096);
        });
        // Links by which a person gets in: to become one, or to choose a new password.
        Schema::create('entry_links', function (Blueprint $table): void {
            $table->id();
            $table->string('purpose', 10);
            // SHA-256 of what only the link says.
            $table->char('secret_hash', 64)->charset('ascii')->collation('ascii_bin')->unique();
            $table->string('email');
            $table->foreignId('user_id')->nullable()->constrained()->cascadeOnDelete();
            $table->foreignId('workspace_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('role', 10)->nullable();
            $table->boolean('is_administrator')->default(false);
            $table->foreignId('made_by')->nullable()->constrained('users')->nullOnDelete();
            $table->timestamp('at', 3)->useCurrent();
            $table->timestamp('until', 3)->nullable();
            $table->timestamp('used_at', 3)->nullable();
            $table->index('email');
        });
        Schema::table('operations', function (Blueprint $table): void {
            // What an entry was that changed no file but rules or people.
            $table->text('words')->nullable();
            // What was before and after, by name.
            $table->json('details')->nullable();
            // From where it was asked for: an address, or the command line.
            $table->string('asked_from', 64)->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('operations', fn (Blueprint $table) => $table->dropColumn(['words', 'details', 'asked_from']));
        Schema::dropIfExists('entry_links');
        Schema::dropIfExists('folder_rights');
        DB::table('workspace_members')->where('role', 'keeper')->update(['role' => 'owner']);
        DB::table('workspace_members')->whereIn('role', ['reader', 'writer'])->update(['role' => 'member']);
        Schema::table('users', fn (Blueprint $table) => $table->dropColumn(['is_administrator', 'disabled_at', 'totp_secret', 'totp_since', 'totp_used', 'recovery_codes']));
    }
};
