<?php

declare(strict_types=1);

namespace App\Support;

use Illuminate\Database\MariaDbConnection as FrameworkConnection;

/** A connection that is begun anew where the last transaction broke off with it. */
final class MariaDbConnection extends FrameworkConnection
{
    /** What is to happen after a commit must not wait for one that only holds a lock: it is rolled back, and all that waits for it is forgotten. */
    public function setTransactionManager($manager)
    {
        return $this->getConfig('holds_locks') === true ? $this : parent::setTransactionManager($manager);
    }

    protected function createTransaction(): void
    {
        // The driver goes on counting a broken connection as within its transaction, and would refuse every other one.
        if ($this->transactions === 0 && $this->pdo instanceof \PDO && $this->pdo->inTransaction()) {
            $this->disconnect();
        }
        parent::createTransaction();
    }
}
