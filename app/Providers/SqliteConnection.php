<?php

declare(strict_types=1);

namespace App\Providers;

use Illuminate\Database\SQLiteConnection as Base;

/**
 * SQLite for several processes that write.
 *
 * Two things that PHP before 8.4 leaves out: a transaction waits for its turn to write before it has read anything, as
 * SQLite refuses at once one that has read and then wants to write what another has written since; and a transaction
 * that SQLite itself has ended, as it does when the disk is full, leaves a connection that can be used again.
 */
final class SqliteConnection extends Base
{
    protected function executeBeginTransactionStatement(): void
    {
        $pdo = $this->getPdo();
        $pdo->beginTransaction();
        $pdo->exec('commit');
        try {
            $pdo->exec('begin immediate');
        } catch (\PDOException $error) {
            $this->reconnect();

            throw $error;
        }
    }

    /** @param  int  $toLevel */
    protected function performRollBack($toLevel): void
    {
        try {
            parent::performRollBack($toLevel);
        } catch (\PDOException $error) {
            if (!str_contains($error->getMessage(), 'no transaction is active')) {
                throw $error;
            }
            $this->reconnect();
        }
    }
}
