<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** By which edition of the readers a content was read last, so that what a new one finds is found in contents that nobody changes. */
return new class extends Migration {
    public function up(): void
    {
        foreach (['documents', 'drafts'] as $table) {
            Schema::table($table, fn (Blueprint $columns) => $columns->unsignedSmallInteger('read_by')->default(0));
        }
    }

    public function down(): void
    {
        foreach (['documents', 'drafts'] as $table) {
            Schema::table($table, fn (Blueprint $columns) => $columns->dropColumn('read_by'));
        }
    }
};
