<?php

declare(strict_types=1);

namespace App\Providers;

use App\Data\DatabaseTrouble;
use Illuminate\Database\SQLiteConnection as Base;

/**
 * SQLite for several processes that write.
 *
 * Three things that PHP before 8.4 and the framework leave out: a transaction waits for its turn to write before it has
 * read anything, as SQLite refuses at once one that has read and then wants to write what another has written since; a
 * transaction that SQLite itself has ended, as it does when the disk is full, leaves a connection that can be used
 * again; and a connection that cannot begin or commit is thrown away. One that was opened while the file could not be
 * written never writes again, so it is made anew until it can.
 */
final class SqliteConnection extends Base
{
    protected function executeBeginTransactionStatement(): void
    {
        $pdo = $this->getPdo();
        try {
            $pdo->beginTransaction();
            $pdo->exec('commit');
            $pdo->exec('begin immediate');
        } catch (\PDOException $error) {
            $this->disconnect();

            throw $error;
        }
    }

    public function commit(): void
    {
        try {
            parent::commit();
        } catch (\PDOException $error) {
            $this->throwAway();

            throw $error;
        }
    }

    /**
     * @param  int  $currentAttempt
     * @param  int  $maxAttempts
     */
    protected function handleCommitTransactionException(\Throwable $e, $currentAttempt, $maxAttempts): void
    {
        $this->throwAway();

        parent::handleCommitTransactionException($e, $currentAttempt, $maxAttempts);
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

    protected function causedByLostConnection(\Throwable $e): bool
    {
        return DatabaseTrouble::isOfConnection($e) || parent::causedByLostConnection($e);
    }

    /** With its transaction, of which nothing was kept; the next query opens another. */
    private function throwAway(): void
    {
        $this->transactionsManager?->rollback((string) $this->getName(), 0);
        $this->disconnect();
    }
}
