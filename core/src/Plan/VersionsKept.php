<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

/**
 * Which versions of a plan are kept that nobody asked to keep: the newest, so that the last changes can be undone; of each day before
 * them one, for a season's half; nothing older. What somebody has kept by name is kept for ever, and is none of these.
 */
final class VersionsKept
{
    /** So many of the newest. */
    private const NEWEST = 60;
    /** Days back from today on which the last version of each is kept. */
    private const DAYS = 180;

    /**
     * @param list<array{id: int, on: string}> $automatic by number and day, as 2027-05-12, the newest first
     *
     * @return list<int> those that are let go
     */
    public static function letGo(array $automatic, \DateTimeImmutable $today): array
    {
        $since = $today->modify(sprintf('-%d days', self::DAYS))->format('Y-m-d');
        $gone = $days = [];
        foreach ($automatic as $i => ['id' => $id, 'on' => $on]) {
            if ($i >= self::NEWEST && ($on < $since || isset($days[$on]))) {
                $gone[] = $id;
            }
            $days[$on] = true;
        }

        return $gone;
    }
}
