<?php

declare(strict_types=1);

namespace WetCradle\Server\Database;

use Doctrine\DBAL\Connection;

/**
 * How the rows of the database are spread, by which it chooses its ways: without that it walks the whole book for one licence once
 * there are years of it. A sample of each index is enough.
 */
final class Statistics
{
    private const ROWS = 1000;

    public static function anew(Connection $db): void
    {
        $db->executeStatement('PRAGMA analysis_limit = '.self::ROWS);
        $db->executeStatement('ANALYZE');
    }
}
