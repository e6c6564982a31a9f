<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** The references of a document lie beside one another in the table, since they are nearly always asked for together. */
return new class extends Migration {
    public function up(): void
    {
        DB::statement('alter table document_references drop primary key, add key (id), add primary key (document_id, in_draft, position, id), drop key document_references_document_id_in_draft_position_index');
    }

    public function down(): void
    {
        DB::statement('alter table document_references add key document_references_document_id_in_draft_position_index (document_id, in_draft, position), drop primary key, drop key id, add primary key (id)');
    }
};
