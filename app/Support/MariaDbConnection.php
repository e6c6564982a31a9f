<?php

declare(strict_types=1);

namespace App\Support;

use Illuminate\Database\MariaDbConnection as FrameworkConnection;

/** A connection that is begun anew where the last transaction broke off with it. */
final class MariaDbConnection extends FrameworkConnection
{
    protected function createTransaction(): void
    {
        // The driver goes on counting a broken connection as within its transaction, and would refuse every other one.
        if ($this->transactions === 0 && $this->pdo instanceof \PDO && $this->pdo->inTransaction()) {
            $this->disconnect();
        }
        parent::createTransaction();
    }
}
