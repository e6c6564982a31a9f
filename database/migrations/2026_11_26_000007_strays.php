<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('document_references', function (Blueprint $table): void {
            // What it names that is no path of the workspace: an absolute path, a web address, a device.
            $table->string('address', 4096)->nullable();
            $table->char('address_key', 64)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->index(['workspace_id', 'address_key']);
        });
        // Ends of references that someone has said may stay as they are.
        Schema::create('accepted_strays', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->char('end_key', 64)->charset('ascii')->collation('ascii_bin');
            $table->text('reason');
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestamp('at', 3)->useCurrent();
            $table->unique(['workspace_id', 'end_key']);
        });
        // What files outside of all workspaces held when they were last read, so that they are not read again for each plan.
        Schema::create('known_sources', function (Blueprint $table): void {
            $table->char('path_key', 64)->charset('ascii')->collation('ascii_bin')->primary();
            $table->string('stat', 120);
            $table->unsignedBigInteger('seen_at');
            $table->char('hash', 64)->charset('ascii')->collation('ascii_bin');
            $table->timestamp('used_at', 3)->useCurrent();
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('known_sources');
        Schema::dropIfExists('accepted_strays');
        Schema::table('document_references', function (Blueprint $table): void {
            $table->dropIndex(['workspace_id', 'address_key']);
            $table->dropColumn(['address', 'address_key']);
        });
    }
};
