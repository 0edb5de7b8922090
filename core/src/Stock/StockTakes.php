<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Whole;
use WetCradle\Core\Refused;

/**
 * Shoots of alike stock plants through a season of takes. At a take a plant may give its cap's share of the shoots it has
 * then; some weeks later each shoot taken has become `branching` new ones, up to what a plant of its size can carry.
 */
final class StockTakes implements Calculation
{
    /**
     * @param list<array{week: int, availablePerPlant: int, takenPerPlant: int, available: int}> $takes in order of their weeks
     * @param float                                $shoots  that a plant has after them
     * @param list<array{week: int, taken: int}>   $flushes that are still to come of what was taken, in order
     * @param ?int                                 $last    the week of the last take; null before the first
     * @param list<array{int, float, float}>       $changes of a plant's shoots so far: the week, from, to
     */
    private function __construct(
        private readonly TakeWeeks $weeks,
        private readonly int $plants,
        private readonly ShootHabit $habit,
        public readonly array $takes,
        private readonly float $shoots,
        private readonly array $flushes,
        private readonly ?int $last,
        private readonly array $changes,
    ) {
    }

    public static function name(): string
    {
        return 'stock_takes';
    }

    /**
     * @param Fields $in {plants, shootsPerPlant, maxShoots, capShare, branching, recoveryWeeks, takes: [{week, cuttings?}]};
     *                   a take without a number takes all it may
     *
     * @return array{takes: list<array{week: int, availablePerPlant: int, takenPerPlant: int, available: int}>, shootsLeft: int|float}
     */
    public static function compute(Fields $in): array
    {
        $habit = ShootHabit::of(
            $in->count('shootsPerPlant', 0, 100_000),
            $in->count('maxShoots', 0, 100_000),
            $in->number('capShare', 0, 1),
            $in->number('branching', 0, 100),
            $in->count('recoveryWeeks', 0, 520),
        );
        $plants = $in->count('plants');
        $takes = array_map(static function (Fields $take): array {
            $read = ['week' => $take->count('week', 0, 100_000), 'cuttings' => $take->has('cuttings') ? $take->count('cuttings') : null];
            $take->done();

            return $read;
        }, $in->objects('takes'));
        $in->done();
        $season = self::of($plants, $habit, $takes);

        return ['takes' => $season->takes, 'shootsLeft' => $season->shootsLeft()];
    }

    /**
     * @param list<array{week: int, cuttings: ?int}> $takes weeks counted from anywhere; null takes all that may be taken.
     *                                                     Here one shoot is one cutting.
     *
     * @throws Refused for `plants`
     */
    public static function of(int $plants, ShootHabit $habit, array $takes): self
    {
        return self::in(TakeWeeks::of($habit, array_column($takes, 'week')), $plants, $habit, $takes);
    }

    /**
     * The same, where what the calendar does in those weeks is known.
     *
     * @param list<array{week: int, cuttings: ?int}> $takes
     *
     * @throws Refused for `plants`
     */
    public static function in(TakeWeeks $weeks, int $plants, ShootHabit $habit, array $takes): self
    {
        if ($plants < 0) {
            throw Refused::because('negative', 'plants', Fact::of('refused.stock_takes.negative'));
        }
        usort($takes, static fn (array $a, array $b) => $a['week'] <=> $b['week']);

        return (new self($weeks, $plants, $habit, [], (float) $habit->shoots, [], null, []))->then($takes);
    }

    /**
     * The same with takes that follow.
     *
     * @param list<array{week: int, cuttings: ?int}> $takes in order of their weeks, none before the last so far
     */
    public function then(array $takes): self
    {
        [$shoots, $flushes, $last, $done, $changes] = [$this->shoots, $this->flushes, $this->last, $this->takes, $this->changes];
        $due = 0;
        foreach ($takes as ['week' => $week, 'cuttings' => $asked]) {
            if ($last !== null && $this->weeks->grewAnew($last, $week)) {
                $flushes = [];
                $due = 0;
                $changes[] = [$week, $shoots, $shoots = (float) $this->habit->shoots];
            }
            $last = $week;
            for (; isset($flushes[$due]) && $flushes[$due]['week'] <= $week; ++$due) {
                $changes[] = [$flushes[$due]['week'], $shoots, $shoots = $this->flushed($shoots, $flushes[$due]['taken'])];
            }
            $available = $this->weeks->restIn($week) ? 0 : Whole::down($shoots * $this->habit->capShare);
            $taken = $this->plants === 0 ? 0 : min($available, $asked === null ? $available : (int) ceil($asked / $this->plants));
            $done[] = ['week' => $week, 'availablePerPlant' => $available, 'takenPerPlant' => $taken, 'available' => $available * $this->plants];
            $changes[] = [$week, $shoots, $shoots -= $taken];
            if ($taken > 0) {
                $flushes[] = ['week' => $this->weeks->backIn($week), 'taken' => $taken];
            }
        }

        return new self($this->weeks, $this->plants, $this->habit, $done, $shoots, array_slice($flushes, $due), $last, $changes);
    }

    /** Of a plant, after the last take. */
    public function shootsLeft(): int|float
    {
        return Whole::plain($this->shoots);
    }

    /** @return list<array{week: int, from: int|float, to: int|float}> every change of a plant's shoots, a bite or a flush, to the last flush */
    public function course(): array
    {
        $changes = $this->changes;
        $shoots = $this->shoots;
        foreach ($this->flushes as ['week' => $week, 'taken' => $taken]) {
            $changes[] = [$week, $shoots, $shoots = $this->flushed($shoots, $taken)];
        }

        return array_map(
            static fn (array $change) => ['week' => $change[0], 'from' => Whole::plain($change[1]), 'to' => Whole::plain($change[2])],
            $changes,
        );
    }

    /** Each shoot taken has become as many new ones as the plant branches into, up to what it carries. */
    private function flushed(float $shoots, int $taken): float
    {
        return min((float) $this->habit->maxShoots, $shoots + $taken * $this->habit->branching);
    }
}
