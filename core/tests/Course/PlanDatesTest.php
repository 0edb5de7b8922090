<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Course;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calculations;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Course\PlanDates;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\CardinalTemperatures;

final class PlanDatesTest extends TestCase
{
    private static function plan(
        string $due,
        ?float $setPoint = 20.0,
        float $degreeDays = 420,
        float $tau = 24,
        ?SiteAir $air = null,
        int $weaning = 10,
    ): PlanDates {
        return PlanDates::backwards(
            new \DateTimeImmutable($due),
            $air ?? Climate::reference(),
            $degreeDays,
            5,
            $weaning,
            $tau,
            CardinalTemperatures::of(6, 21, 25, 36),
            $setPoint,
        );
    }

    /** The last day for which it holds: the need is met from that day on, and would not be from the next. */
    public function testTheDaysAreTheLastThatWillDo(): void
    {
        $air = Climate::reference();
        foreach (['2027-06-14', '2027-09-01', '2028-03-05', '2027-12-24'] as $due) {
            $dates = self::plan($due);
            $sum = static function (\DateTimeImmutable $from) use ($air, $due): float {
                for ($total = 0.0, $day = $from; $day < new \DateTimeImmutable($due); $day = $day->modify('+1 day')) {
                    $total += max(0.0, $air->on($day) - 5);
                }

                return $total;
            };
            self::assertGreaterThanOrEqual(420 - 1e-6, $sum($dates->potOn), $due);
            self::assertLessThan(420, $sum($dates->potOn->modify('+1 day')), $due);
            self::assertSame(10, (int) $dates->weanOn->diff($dates->potOn)->format('%a'));
            // At 20 °C a day is 14/15 of a thermal day: 24 of them take 26 days.
            self::assertSame(26, (int) $dates->stickOn->diff($dates->weanOn)->format('%a'));
        }
    }

    public function testAWarmerBenchIsNeverStuckEarlierUpToTheOptimum(): void
    {
        $last = null;
        for ($set = 8.0; $set <= 25.0; $set += 0.5) {
            $stickOn = self::plan('2027-06-14', $set)->stickOn;
            self::assertTrue($last === null || $stickOn >= $last, "{$set} °C");
            $last = $stickOn;
        }
        self::assertLessThan($last, self::plan('2027-06-14', 33.0)->stickOn, 'Too warm is slow again.');
    }

    public function testALaterDueDayNeverMeansStickingEarlier(): void
    {
        $last = null;
        for ($i = 0; $i < 400; $i += 9) {
            $dates = self::plan((new \DateTimeImmutable('2027-01-04'))->modify("+{$i} days")->format('Y-m-d'), null, 300, 18);
            self::assertTrue($last === null || ($dates->potOn >= $last->potOn && $dates->stickOn >= $last->stickOn));
            $last = $dates;
        }
    }

    public function testAWarmerSiteNeverPotsEarlier(): void
    {
        $warmer = SiteAir::of(array_map(static fn (float $t) => $t + 2, Climate::reference()->means));
        foreach (['2027-03-01', '2027-06-14', '2027-10-01'] as $due) {
            self::assertGreaterThanOrEqual(self::plan($due)->potOn, self::plan($due, air: $warmer)->potOn);
        }
    }

    public function testTheSouthIsTheSameHalfAYearOn(): void
    {
        $north = self::plan('2027-06-15');
        $south = self::plan('2027-12-15', air: Climate::reference()->otherHemisphere());
        self::assertEqualsWithDelta((int) $north->potOn->diff($north->due)->format('%a'), (int) $south->potOn->diff($south->due)->format('%a'), 3);
    }

    public function testALeapDayIsADay(): void
    {
        $in = static fn (int $year) => (int) self::plan("{$year}-03-10", null, 60, 3)->potOn->diff(new \DateTimeImmutable("{$year}-03-10"))->format('%a');
        self::assertEqualsWithDelta($in(2027), $in(2028), 1);
        self::assertSame('2028-02-29', self::plan('2028-03-01', 21, 0, 1, weaning: 0)->stickOn->format('Y-m-d'));
    }

    public function testNothingNeededTakesNoDay(): void
    {
        $dates = self::plan('2027-06-14', 20, 0, 0, weaning: 0);
        self::assertEquals([$dates->due, $dates->due, $dates->due], [$dates->potOn, $dates->weanOn, $dates->stickOn]);
    }

    public function testWhatNeverComesIsSaidSo(): void
    {
        foreach ([
            [fn () => self::plan('2027-06-14', air: SiteAir::of(array_fill(0, 12, 4.0))), 'growOn.degreeDays'],
            [fn () => self::plan('2027-06-14', 6.0), 'rooting.tau'],
            [fn () => self::plan('2027-06-14', 40.0), 'rooting.tau'],
            [fn () => self::plan('2027-06-14', degreeDays: 50_000), 'growOn.degreeDays'],
        ] as [$plan, $field]) {
            try {
                $plan();
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertSame(['never_reached', $field], [$refused->reason, $refused->field]);
            }
        }
    }

    /** @return iterable<string, array{0: array<string, mixed>, 1: string, 2: string}> */
    public static function badInput(): iterable
    {
        yield 'eleven months' => [['monthlyMeans' => array_fill(0, 11, 10)], 'monthlyMeans', 'wrong_length'];
        yield 'a word for a month' => [['monthlyMeans' => [...array_fill(0, 11, 10), 'mild']], 'monthlyMeans[11]', 'wrong_type'];
        yield 'no set-point, and not said so' => [
            ['rooting' => ['tau' => 20, 'base' => 6, 'optimumLow' => 20, 'optimumHigh' => 25, 'ceiling' => 36]],
            'rooting.setPoint',
            'missing',
        ];
        yield 'an optimum upside down' => [
            ['rooting' => ['tau' => 20, 'setPoint' => null, 'base' => 6, 'optimumLow' => 26, 'optimumHigh' => 25, 'ceiling' => 36]],
            'rooting.optimumHigh',
            'upside_down',
        ];
        yield 'negative weaning' => [['weaningDays' => -1], 'weaningDays', 'negative'];
        yield 'less than no growth' => [['growOn' => ['degreeDays' => -5, 'base' => 5]], 'growOn.degreeDays', 'negative'];
        yield 'no such day' => [['due' => '2027-02-29'], 'due', 'not_a_day'];
        yield 'something else' => [['hurry' => true], 'hurry', 'unknown_field'];
    }

    /** @param array<string, mixed> $wrong */
    #[DataProvider('badInput')]
    public function testBadInputNamesItsField(array $wrong, string $field, string $reason): void
    {
        $good = ['due' => '2027-06-14', 'monthlyMeans' => Climate::reference()->means, 'growOn' => ['degreeDays' => 420, 'base' => 5], 'weaningDays' => 10,
            'rooting' => ['tau' => 24, 'setPoint' => 20, 'base' => 6, 'optimumLow' => 21, 'optimumHigh' => 25, 'ceiling' => 36]];
        try {
            Calculations::registry()->compute('plan_dates', json_encode($wrong + $good, JSON_THROW_ON_ERROR));
            self::fail('Should have been refused.');
        } catch (Refused $refused) {
            self::assertSame([$field, $reason], [$refused->field, $refused->reason]);
        }
    }
}
