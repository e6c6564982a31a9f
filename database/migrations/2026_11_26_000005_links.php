<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        // A move asks for the links among the documents, which are few.
        Schema::table('documents', static fn (Blueprint $table) => $table->index(['workspace_id', 'format']));
    }

    public function down(): void
    {
        Schema::table('documents', static fn (Blueprint $table) => $table->dropIndex(['workspace_id', 'format']));
    }
};
