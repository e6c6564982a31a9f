<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        // What a person has decided on a document and not carried out yet.
        Schema::create('decisions', function (Blueprint $table): void {
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin');
            $table->foreign('document_id')->references('id')->on('documents')->cascadeOnDelete();
            $table->mediumText('choice');
            $table->timestamp('at', 3)->useCurrent();
            $table->primary(['workspace_id', 'user_id', 'document_id']);
        });
        Schema::table('events', function (Blueprint $table): void {
            // Whom alone it concerns; null: everyone who looks at the workspace.
            $table->unsignedBigInteger('user_id')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('events', fn (Blueprint $table) => $table->dropColumn('user_id'));
        Schema::dropIfExists('decisions');
    }
};
