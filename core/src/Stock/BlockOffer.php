<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Refused;

/**
 * What one stock block can give in a week: its shoots through the takes before it, as far as that leaves later takes no
 * worse off, and under the most a plant may give in a year.
 */
final class BlockOffer
{
    /** Takes weigh on a plant for a year; before that it has been pruned and grown anew. */
    private const YEAR = 52;

    private function __construct(
        public readonly int $canGive,
        public readonly int $perPlant,
        private readonly int $left,
        public readonly int $asked,
        public readonly ?Week $restsUntil,
        public readonly bool $yearUsedUp,
        private readonly bool $forLater,
    ) {
    }

    /**
     * @param int  $plants   stock plants in the block
     * @param int  $perShoot cuttings that one shoot makes
     * @param ?int $yearCap  the most cuttings a plant may give in 52 weeks; null where only the cap of each take counts
     * @param list<array{on: \DateTimeImmutable, cuttings: int}> $takes other takes, past and planned
     */
    public static function of(int $plants, ShootHabit $habit, int $perShoot, ?int $yearCap, array $takes, \DateTimeImmutable $on, int $asked): self
    {
        if ($plants < 0 || $perShoot < 0 || $asked < 0) {
            throw Refused::because('negative', 'plants', 'A stock block holds no negative numbers.');
        }
        $now = Week::containing($on)->ordinal();
        $before = $later = [];
        $thisYear = 0;
        foreach ($takes as $take) {
            $week = Week::containing($take['on'])->ordinal();
            if (abs($week - $now) >= self::YEAR || $take['cuttings'] <= 0) {
                continue;
            }
            // In one week, who is planned for a later day comes after.
            $isLater = $take['on'] > $on;
            $one = ['week' => $week, 'cuttings' => $perShoot === 0 ? 0 : (int) ceil($take['cuttings'] / $perShoot)];
            $isLater ? $later[] = $one : $before[] = $one;
            $thisYear += $isLater ? 0 : $take['cuttings'];
        }
        $fresh = StockTakes::of($plants, $habit, [['week' => $now, 'cuttings' => 0]])->takes[0];
        $course = StockTakes::of($plants, $habit, [...$before, ['week' => $now, 'cuttings' => 0]]);
        $here = $course->takes[count($before)];
        $perPlant = self::sparing($plants, $habit, $before, $later, $now, $here['availablePerPlant']);
        $left = $perPlant * $plants * $perShoot;
        $year = $yearCap === null ? $left : max(0, $yearCap * $plants - $thisYear);

        return new self(
            $fresh['available'] * $perShoot,
            $perPlant * $perShoot,
            min($left, $year),
            $asked,
            self::restsUntil($course->takes, $habit, $now),
            $yearCap !== null && $plants > 0 && $year < $plants,
            $perPlant < $here['availablePerPlant'],
        );
    }

    /**
     * The most shoots a plant can give now without leaving any later take with less than it would have had.
     *
     * @param list<array{week: int, cuttings: int}> $before
     * @param list<array{week: int, cuttings: int}> $later
     */
    private static function sparing(int $plants, ShootHabit $habit, array $before, array $later, int $now, int $available): int
    {
        if ($later === [] || $plants === 0) {
            return $available;
        }
        $taken = static fn (int $perPlant) => array_column(array_slice(StockTakes::of($plants, $habit, [...$before, ['week' => $now, 'cuttings' => $perPlant * $plants], ...$later])->takes, count($before) + 1), 'takenPerPlant');
        $untouched = $taken(0);
        for ($perPlant = $available; $perPlant > 0; --$perPlant) {
            foreach ($taken($perPlant) as $i => $there) {
                if ($there < $untouched[$i]) {
                    continue 2;
                }
            }

            return $perPlant;
        }

        return 0;
    }

    /** @param list<array{week: int, availablePerPlant: int, takenPerPlant: int, available: int}> $takes */
    private static function restsUntil(array $takes, ShootHabit $habit, int $now): ?Week
    {
        $until = null;
        foreach ($takes as $take) {
            if ($take['takenPerPlant'] > 0 && $take['takenPerPlant'] === $take['availablePerPlant'] && $take['week'] <= $now && $take['week'] + $habit->recoveryWeeks > $now) {
                $until = max($until ?? 0, $take['week'] + $habit->recoveryWeeks);
            }
        }

        return $until === null ? null : Week::ofOrdinal($until);
    }

    public function left(): int
    {
        return $this->left;
    }

    public function isEnough(): bool
    {
        return $this->left >= $this->asked;
    }

    public function words(): string
    {
        $why = match (true) {
            $this->yearUsedUp => ' (the plants have given their share of the year)',
            $this->forLater => sprintf(' (of %d; the rest is spoken for by later takes)', $this->canGive),
            $this->left < $this->canGive => sprintf(' (of %d; the plants are growing back)', $this->canGive),
            default => '',
        };

        return $this->isEnough()
            ? sprintf('can give %d%s', $this->left, $why)
            : sprintf('%d short: can give %d%s', $this->asked - $this->left, $this->left, $why);
    }
}
