<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests;

use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractConnectionMiddleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;
use Doctrine\DBAL\Driver\Result;
use Doctrine\DBAL\Driver\Statement;

/** Notes what the application asks the database. */
final class Statements implements Middleware
{
    /** @var array<string, int> */
    private static array $sent = [];

    /**
     * @return array<string, int> how often each was sent meanwhile, by its words; how many values a list has does not matter
     */
    public static function during(callable $what): array
    {
        self::$sent = [];
        $what();

        return self::$sent;
    }

    public static function note(string $sql): void
    {
        $words = (string) preg_replace(['/\?(, \?)+/', '/\s+/'], ['?', ' '], $sql);
        self::$sent[$words] = (self::$sent[$words] ?? 0) + 1;
    }

    public function wrap(Driver $driver): Driver
    {
        return new class($driver) extends AbstractDriverMiddleware {
            public function connect(array $params): Connection
            {
                return new class(parent::connect($params)) extends AbstractConnectionMiddleware {
                    public function prepare(string $sql): Statement
                    {
                        Statements::note($sql);

                        return parent::prepare($sql);
                    }

                    public function query(string $sql): Result
                    {
                        Statements::note($sql);

                        return parent::query($sql);
                    }
                };
            }
        };
    }
}
