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
     * @param list<array{week: int, from: int|float, to: int|float}> $course every change of a plant's shoots, a bite or a flush
     */
    private function __construct(public readonly array $takes, public readonly int|float $shootsLeft, public readonly array $course)
    {
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

        return ['takes' => $season->takes, 'shootsLeft' => $season->shootsLeft];
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
        $shoots = (float) $habit->shoots;
        $flushes = [];
        $done = $course = [];
        $last = null;
        foreach ($takes as $take) {
            if ($last !== null && $weeks->grewAnew($last, $take['week'])) {
                $flushes = [];
                $course[] = self::step($take['week'], $shoots, $shoots = (float) $habit->shoots);
            }
            $last = $take['week'];
            while ($flushes !== [] && $flushes[0]['week'] <= $take['week']) {
                $flush = array_shift($flushes);
                $course[] = self::step($flush['week'], $shoots, $shoots = min((float) $habit->maxShoots, $shoots + $flush['taken'] * $habit->branching));
            }
            $available = $weeks->restIn($take['week']) ? 0 : Whole::down($shoots * $habit->capShare);
            $taken = $plants === 0 ? 0 : min($available, $take['cuttings'] === null ? $available : (int) ceil($take['cuttings'] / $plants));
            $done[] = ['week' => $take['week'], 'availablePerPlant' => $available, 'takenPerPlant' => $taken, 'available' => $available * $plants];
            $course[] = self::step($take['week'], $shoots, $shoots -= $taken);
            if ($taken > 0) {
                $flushes[] = ['week' => $weeks->backIn($take['week']), 'taken' => $taken];
            }
        }
        $left = $shoots;
        foreach ($flushes as $flush) {
            $course[] = self::step($flush['week'], $shoots, $shoots = min((float) $habit->maxShoots, $shoots + $flush['taken'] * $habit->branching));
        }

        return new self($done, Whole::plain($left), $course);
    }

    /** @return array{week: int, from: int|float, to: int|float} */
    private static function step(int $week, float $from, float $to): array
    {
        return ['week' => $week, 'from' => Whole::plain($from), 'to' => Whole::plain($to)];
    }
}
