<?php

declare(strict_types=1);

namespace WetCradle\Server\Database;

use Doctrine\Bundle\DoctrineBundle\Attribute\AsMiddleware;
use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;

/**
 * Every connection: write-ahead log that is on the disk before anything is called kept, foreign keys on,
 * five seconds of patience, and writers that take their turn at BEGIN.
 */
#[AsMiddleware]
final class SqlitePragmas implements Middleware
{
    public function wrap(Driver $driver): Driver
    {
        return new class($driver) extends AbstractDriverMiddleware {
            public function connect(array $params): Connection
            {
                $connection = parent::connect($params);
                foreach (['busy_timeout = 5000', 'journal_mode = WAL', 'synchronous = FULL', 'foreign_keys = ON', 'temp_store = MEMORY'] as $pragma) {
                    $connection->exec('PRAGMA '.$pragma);
                }

                return new ImmediateConnection($connection);
            }
        };
    }
}
