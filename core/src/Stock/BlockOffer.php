<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * What one stock block can give in a week: its shoots through the takes before it, as far as that leaves later takes no
 * worse off, and under the most a plant may give in a year.
 */
final class BlockOffer
{
    /** For so many weeks, before and after, takes weigh on each other; by then a plant has been pruned and grown anew. */
    public const WEIGHS_WEEKS = 52;

    private ?int $sparing = null;

    /**
     * @param StockTakes                            $before what was taken in the year before
     * @param list<array{week: int, cuttings: int}> $later  shoots to be taken in the year after, in order of their weeks
     */
    private function __construct(
        public readonly int $canGive,
        public readonly int $asked,
        public readonly ?Week $restsUntil,
        public readonly bool $yearUsedUp,
        private readonly int $plants,
        private readonly int $perShoot,
        private readonly ?int $leftOfYear,
        private readonly StockTakes $before,
        private readonly array $later,
        private readonly int $week,
        private readonly int $available,
        public readonly ?StockRest $rest = null,
    ) {
    }

    /**
     * @param int  $plants   stock plants in the block
     * @param int  $perShoot cuttings that one shoot makes
     * @param ?int $yearCap  the most cuttings a plant may give in 52 weeks; null where only the cap of each take counts
     * @param list<array{on: \DateTimeImmutable, cuttings: int, stuck?: bool, ...}> $takes other takes, past and planned; those that are stuck
     *                                                                              are done
     *
     * @throws Refused for `plants`
     */
    public static function of(int $plants, ShootHabit $habit, int $perShoot, ?int $yearCap, array $takes, \DateTimeImmutable $on, int $asked): self
    {
        if ($plants < 0 || $perShoot < 0 || $asked < 0) {
            throw Refused::because('negative', 'plants', Fact::of('refused.block_offer.negative'));
        }
        $now = Week::ordinalOf($on);
        $before = $later = $done = [];
        $thisYear = 0;
        foreach ($takes as $take) {
            $week = Week::ordinalOf($take['on']);
            if (abs($week - $now) >= self::WEIGHS_WEEKS || $take['cuttings'] <= 0) {
                continue;
            }
            // In one week, who is planned for a later day comes after.
            $isLater = $take['on'] > $on;
            $share = ['week' => $week, 'cuttings' => $perShoot === 0 ? 0 : (int) ceil($take['cuttings'] / $perShoot)];
            $isLater ? $later[] = $share : $before[] = $share;
            $thisYear += $isLater ? 0 : $take['cuttings'];
            if ($take['stuck'] ?? false) {
                $done[] = $take['cuttings'];
            }
        }
        // What is gone through anew is what was taken back before.
        $habit = $habit->before($done);
        $weeks = TakeWeeks::of($habit, [...array_column($before, 'week'), $now, ...array_column($later, 'week')]);
        $none = ['week' => $now, 'cuttings' => 0];
        $fresh = StockTakes::in($weeks, $plants, $habit, [$none])->takes[0];
        $before = StockTakes::in($weeks, $plants, $habit, $before);
        $takesTill = $before->then([$none])->takes;
        usort($later, static fn (array $a, array $b) => $a['week'] <=> $b['week']);
        $leftOfYear = $yearCap === null ? null : max(0, $yearCap * $plants - $thisYear);

        return new self(
            $fresh['available'] * $perShoot,
            $asked,
            self::restsUntil($takesTill, $weeks, $now),
            $leftOfYear !== null && $leftOfYear < $plants,
            $plants,
            $perShoot,
            $leftOfYear,
            $before,
            $later,
            $now,
            $takesTill[count($takesTill) - 1]['availablePerPlant'],
            $habit->restIn($now),
        );
    }

    /** The most cuttings that one plant may give now. */
    public function perPlant(): int
    {
        return $this->sparing() * $this->perShoot;
    }

    public function left(): int
    {
        $left = $this->perPlant() * $this->plants;

        return $this->leftOfYear === null ? $left : min($left, $this->leftOfYear);
    }

    public function isEnough(): bool
    {
        if ($this->leftOfYear !== null && $this->leftOfYear < $this->asked) {
            return false;
        }
        $all = $this->plants * $this->perShoot;
        // Whether a plant may give this much is sooner found than the most that it may give.
        $each = $all === 0 ? PHP_INT_MAX : intdiv($this->asked + $all - 1, $all);

        return $this->asked === 0 || ($this->sparing === null ? $this->canSpare($each) : $this->sparing >= $each);
    }

    public function words(): Fact
    {
        $left = $this->left();
        $gives = match (true) {
            $this->rest !== null => Fact::of('stock.asleep', from: $this->rest->takeFrom),
            $this->yearUsedUp => Fact::of('stock.year_used_up', left: $left),
            $this->leftOfYear === $left && $left < $this->perPlant() * $this->plants => Fact::of('stock.left_of_year', left: $left, of: $this->canGive),
            $this->sparing() < $this->available => Fact::of('stock.spoken_for', left: $left, of: $this->canGive),
            $left < $this->canGive => Fact::of('stock.growing_back', left: $left, of: $this->canGive),
            default => Fact::of('stock.can_give', left: $left),
        };

        return $this->isEnough() ? $gives : Fact::of('stock.short', short: $this->asked - $left, gives: $gives);
    }

    /** The most shoots a plant can give now without leaving any later take with less than it would have had. */
    private function sparing(): int
    {
        return $this->sparing ??= $this->spares(1);
    }

    /** The same, where it is as many as this; else none. */
    private function spares(int $atLeast): int
    {
        return $this->later === [] || $this->plants === 0 ? $this->available : $this->sparesBeside($this->laterTakes(0), $atLeast);
    }

    /** Whether a plant can spare so many, or more than that. */
    private function canSpare(int $perPlant): bool
    {
        if ($this->later === [] || $this->plants === 0 || $perPlant > $this->available) {
            return $this->available >= $perPlant;
        }
        $untouched = $this->laterTakes(0);

        // It mostly can, and then need not be asked how many more.
        return $this->isSpared($perPlant, $untouched) || $this->sparesBeside($untouched, $perPlant) >= $perPlant;
    }

    /** @param list<int> $untouched what a plant gives at each later take when nothing is taken now */
    private function sparesBeside(array $untouched, int $atLeast): int
    {
        for ($perPlant = $this->available; $perPlant >= $atLeast; --$perPlant) {
            if ($this->isSpared($perPlant, $untouched)) {
                return $perPlant;
            }
        }

        return 0;
    }

    /** @param list<int> $untouched what a plant gives at each later take when nothing is taken now */
    private function isSpared(int $perPlant, array $untouched): bool
    {
        foreach ($this->laterTakes($perPlant) as $i => $there) {
            if ($there < $untouched[$i]) {
                return false;
            }
        }

        return true;
    }

    /** @return list<int> what a plant gives at each later take, when it gives so many shoots now */
    private function laterTakes(int $perPlant): array
    {
        $takes = $this->before->then([['week' => $this->week, 'cuttings' => $perPlant * $this->plants], ...$this->later])->takes;

        return array_column(array_slice($takes, count($this->before->takes) + 1), 'takenPerPlant');
    }

    /** @param list<array{week: int, availablePerPlant: int, takenPerPlant: int, available: int}> $takes */
    private static function restsUntil(array $takes, TakeWeeks $weeks, int $now): ?Week
    {
        $until = null;
        foreach ($takes as $take) {
            if (
                $take['takenPerPlant'] > 0
                && $take['takenPerPlant'] === $take['availablePerPlant']
                && $take['week'] <= $now
                && $weeks->backIn($take['week']) > $now
            ) {
                $until = max($until ?? 0, $weeks->backIn($take['week']));
            }
        }

        return $until === null ? null : Week::ofOrdinal($until);
    }
}
