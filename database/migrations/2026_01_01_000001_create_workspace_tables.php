<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('workspaces', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 120)->unique();
            $table->string('slug', 120)->unique();
            $table->string('root', 4096);
            $table->json('settings');
            $table->timestamp('scanned_at', 3)->nullable();
            $table->timestamps(3);
        });
        Schema::create('workspace_members', function (Blueprint $table): void {
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('role', 10);
            $table->primary(['workspace_id', 'user_id']);
        });
        // A row of its own: locking the workspace's would stop every insert that has a foreign key to it.
        Schema::create('workspace_locks', function (Blueprint $table): void {
            $table->foreignId('workspace_id')->primary()->constrained()->cascadeOnDelete();
        });
        Schema::create('scans', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('state', 10);
            $table->unsignedInteger('files')->default(0);
            $table->unsignedInteger('changed')->default(0);
            $table->unsignedInteger('references')->default(0);
            $table->unsignedInteger('strays')->default(0);
            $table->float('seconds')->default(0);
            $table->text('message')->nullable();
            $table->timestamps(3);
        });
        // Numbers that are given out and may have no document yet.
        Schema::create('reserved_numbers', function (Blueprint $table): void {
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('scheme', 120);
            $table->unsignedInteger('number');
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->timestamp('at', 3)->useCurrent();
            $table->primary(['workspace_id', 'scheme', 'number']);
        });
        // What has changed for whom looks at the workspace; rows are read once and thrown away.
        Schema::create('events', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('topic', 20);
            $table->timestamp('at', 3)->useCurrent();
            $table->index(['workspace_id', 'id']);
        });
    }

    public function down(): void
    {
        foreach (['events', 'reserved_numbers', 'scans', 'workspace_locks', 'workspace_members', 'workspaces'] as $table) {
            Schema::dropIfExists($table);
        }
    }
};
