<?php

declare(strict_types=1);

namespace WetCradle\Server\Database;

use Doctrine\DBAL\Driver\Middleware\AbstractConnectionMiddleware;
use Doctrine\DBAL\Driver\Middleware\AbstractStatementMiddleware;
use Doctrine\DBAL\Driver\Result;
use Doctrine\DBAL\Driver\Statement;

/**
 * Transactions that take the write lock at their start, so that what was read in one cannot change before it writes. Each leaves
 * another mark in `last_write`, drawn by chance, so that none comes again, whatever is put back from a copy: as long as the mark
 * is the same, so is all that can be read. A single statement that writes is a transaction like any other.
 */
final class ImmediateConnection extends AbstractConnectionMiddleware
{
    private const WRITES = '/^\s*(INSERT|UPDATE|DELETE|REPLACE)\b/i';

    private bool $isOpen = false;
    /** A database from before there were marks has none until it is brought up to date. */
    private bool $hasMark = false;

    public function beginTransaction(): void
    {
        parent::exec('BEGIN IMMEDIATE');
        $this->isOpen = true;
    }

    public function commit(): void
    {
        $this->hasMark = $this->hasMark || parent::query("SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = 'last_write'")->fetchOne() !== false;
        if ($this->hasMark) {
            parent::exec('UPDATE last_write SET mark = lower(hex(randomblob(16)))');
        }
        parent::exec('COMMIT');
        $this->isOpen = false;
    }

    public function rollBack(): void
    {
        $this->isOpen = false;
        parent::exec('ROLLBACK');
    }

    public function exec(string $sql): int|string
    {
        return preg_match(self::WRITES, $sql) === 1 ? $this->write(fn () => parent::exec($sql)) : parent::exec($sql);
    }

    public function prepare(string $sql): Statement
    {
        $statement = parent::prepare($sql);

        return preg_match(self::WRITES, $sql) !== 1 ? $statement : new class($statement, $this->write(...)) extends AbstractStatementMiddleware {
            /** @param \Closure(callable(): Result): Result $write */
            public function __construct(Statement $statement, private readonly \Closure $write)
            {
                parent::__construct($statement);
            }

            public function execute(): Result
            {
                return ($this->write)(fn () => parent::execute());
            }
        };
    }

    /**
     * @template T
     *
     * @param callable(): T $write
     *
     * @return T
     */
    private function write(callable $write): mixed
    {
        if ($this->isOpen) {
            return $write();
        }
        $this->beginTransaction();
        try {
            $written = $write();
            $this->commit();

            return $written;
        } catch (\Throwable $failed) {
            $this->rollBack();
            throw $failed;
        }
    }
}
