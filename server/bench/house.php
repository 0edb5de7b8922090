<?php

declare(strict_types=1);

/**
 * A made-up house to fill, as an input of place_batches: so many batches over so many zones and weeks, some zones warm
 * and wet, some cool and dry, and about as much asked as there is. A fuller one begins nothing in its last four weeks, so that some have
 * no place; its first zone takes any water.
 *
 * @return array{weeks: int, zones: list<array<string, mixed>>, batches: list<array<string, mixed>>}
 */
function houseToFill(int $batches, int $zones, int $weeks, int $seed = 3, bool $isFuller = false): array
{
    mt_srand($seed);
    $one = static fn (array $of) => $of[mt_rand(0, count($of) - 1)];
    $found = ['weeks' => $weeks, 'zones' => [], 'batches' => []];
    for ($i = 1; $i <= $zones; ++$i) {
        $found['zones'][] = [
            'id' => "Z{$i}", 'trays' => $isFuller ? mt_rand(20, 60) : mt_rand(22, 55), 'heat' => [$one([5, 10, 14]), $one([18, 22, 26])],
            'mist' => $isFuller && $i === 1 ? [0, 3] : $one([[0, 3], [0, 1], [1, 3], [1, 2], [2, 3]]),
        ];
    }
    for ($i = 1; $i <= $batches; ++$i) {
        $stays = mt_rand(3, 6);
        $earliest = $isFuller ? min($weeks - $stays, mt_rand(0, $weeks - 8)) : mt_rand(0, $weeks - $stays);
        $latest = min($weeks - $stays, $earliest + mt_rand(1, 4));
        $low = mt_rand(8, 20);
        $mist = mt_rand(0, 2);
        $found['batches'][] = [
            'id' => "B{$i}", 'trays' => mt_rand(6, 34), 'weeks' => $stays, 'earliest' => $earliest, 'latest' => $latest,
            'preferred' => mt_rand($earliest, $latest), 'heat' => [$low, $low + $one($isFuller ? [2, 3, 4, 5, 6] : [2, 3, 4, 6])],
            'mist' => [$mist, $mist + mt_rand(0, 1)], 'weight' => mt_rand(1, 5),
        ];
    }

    return $found;
}
