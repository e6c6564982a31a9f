<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('documents', function (Blueprint $table): void {
            // Set by the database whenever anything of the row changes, so that what is derived from documents knows which to look at anew.
            $table->dateTime('touched_at', 6)->useCurrent()->useCurrentOnUpdate();
            $table->index(['workspace_id', 'touched_at']);
        });
    }

    public function down(): void
    {
        Schema::table('documents', function (Blueprint $table): void {
            $table->dropIndex(['workspace_id', 'touched_at']);
            $table->dropColumn('touched_at');
        });
    }
};
