<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('picture_choices', function (Blueprint $table): void {
            $table->char('document_id', 26)->charset('ascii')->collation('ascii_bin')->primary();
            $table->foreign('document_id')->references('id')->on('documents')->cascadeOnDelete();
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            // As Hafenbuch\Core\Picture\Aspect says it; empty: all of it.
            $table->json('aspect');
            // The content that the picture stays with; null: it is renewed with the document.
            $table->char('hash', 64)->charset('ascii')->collation('ascii_bin')->nullable();
            $table->timestamp('chosen_at', 3)->useCurrent();
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('picture_choices');
    }
};
