<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Potting;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Going;
use WetCradle\Core\Course\GrowingOn;
use WetCradle\Core\Potting\PotJob;
use WetCradle\Core\Potting\WeekFill;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

/** Potting laid into the hours there are. */
final class WeekFillTest extends TestCase
{
    private Week $now;

    protected function setUp(): void
    {
        $this->now = Week::of('2027-W19');
    }

    private function job(string $code, float $hours, string $from = '2027-05-10', ?string $due = null, int $growOn = 28, ?string $bound = null): PotJob
    {
        $day = new \DateTimeImmutable($from);

        return PotJob::of(
            $code,
            (int) (100 * $hours),
            $hours,
            $day,
            $bound === null ? $day->modify('+14 days') : new \DateTimeImmutable($bound),
            GrowingOn::days($growOn),
            $due === null ? null : Week::of($due),
            'North Lane',
            28,
        );
    }

    /** @return array<string, string> week by code */
    private static function weeks(WeekFill $fill): array
    {
        return array_combine(
            array_map(static fn (array $one) => $one['job']->code, $fill->laid),
            array_map(static fn (array $one) => $one['week']->written(), $fill->laid),
        );
    }

    public function testOldestRootsAndNearestOrdersGoFirst(): void
    {
        $fill = WeekFill::fill($this->now, [6.0, 6.0, 6.0], [
            $this->job('new', 4), $this->job('old', 4, '2027-05-01'), $this->job('ordered', 4, '2027-05-10', '2027-W24'),
        ]);
        // Of ten hours wanted in two weeks of six: what mats first, then what is ordered soonest, then the rest.
        self::assertSame(['old' => '2027-W19', 'ordered' => '2027-W20', 'new' => '2027-W21'], self::weeks($fill));
    }

    public function testNothingIsLaidBeforeItCanBePottedAndHoursHold(): void
    {
        mt_srand(5);
        for ($i = 0; $i < 60; ++$i) {
            $jobs = [];
            for ($j = 0; $j < 12; ++$j) {
                $jobs[] = $this->job(
                    'J'.$j,
                    mt_rand(1, 40) / 10,
                    (new \DateTimeImmutable('2027-05-01'))->modify(sprintf('+%d days', mt_rand(0, 30)))->format('Y-m-d'),
                    mt_rand(0, 1) === 1 ? '2027-W'.mt_rand(22, 30) : null,
                );
            }
            $free = array_map(static fn () => mt_rand(20, 80) / 10, range(0, 5));
            $fill = WeekFill::fill($this->now, $free, $jobs);
            self::assertCount(12, $fill->laid);
            $sum = array_fill(0, 6, 0.0);
            foreach ($fill->laid as $one) {
                $at = $this->now->until($one['week']);
                self::assertGreaterThanOrEqual(min(5, max(0, $this->now->until(Week::containing($one['job']->from)))), $at);
                $sum[$at] += $one['job']->hours;
            }
            foreach ($sum as $at => $hours) {
                self::assertEqualsWithDelta($fill->taken[$at], $hours, 1e-9);
                $over = array_filter($fill->laid, fn (array $one) => $one['over'] && $this->now->until($one['week']) === $at);
                if ($over === []) {
                    self::assertLessThanOrEqual($free[$at] + 1e-9, $hours);
                }
            }
        }
    }

    public function testTheOrderOfTheJobsDoesNotMatter(): void
    {
        $jobs = [$this->job('A', 3), $this->job('B', 3), $this->job('C', 3, '2027-05-03'), $this->job('D', 3, '2027-05-10', '2027-W24')];
        self::assertSame(self::weeks(WeekFill::fill($this->now, [6.0, 6.0], $jobs)), self::weeks(WeekFill::fill($this->now, [6.0, 6.0], array_reverse($jobs))));
    }

    public function testWhatNoWeekHasRoomForIsSaidToBeOver(): void
    {
        $fill = WeekFill::fill($this->now, [5.0, 5.0], [$this->job('big', 12)]);
        self::assertSame([true, '2027-W19'], [$fill->laid[0]['over'], $fill->laid[0]['week']->written()]);
        $this->expectException(Refused::class);
        WeekFill::fill($this->now, [0.0, 0.0], [$this->job('big', 12)]);
    }

    public function testWeeksHalfFilledAreNone(): void
    {
        $going = new class implements Going {
            /** @var list<float> */
            public array $shares = [];

            public function on(float $share): bool
            {
                $this->shares[] = $share;

                return count($this->shares) < 3;
            }
        };
        $jobs = [$this->job('A', 3), $this->job('B', 3), $this->job('C', 3), $this->job('D', 3)];
        self::assertSame(
            ': refused.week_fill.stopped',
            Told::refusal(fn () => WeekFill::fill($this->now, [6.0, 6.0], $jobs, $going)),
        );
        self::assertSame([0.0, 0.25, 0.5], $going->shares);
    }

    public function testNothingIsHeldUntilItIsSpoiltForTheSakeOfHours(): void
    {
        $fill = WeekFill::fill($this->now, [1.0, 1.0, 1.0, 1.0, 1.0, 40.0], [$this->job('late', 4, '2027-05-10')]);
        self::assertSame('2027-W19', $fill->laid[0]['week']->written(), 'Over now rather than whole in five weeks.');
        self::assertTrue($fill->laid[0]['over']);
    }

    public function testWhatWaitingCostsIsSaid(): void
    {
        $job = $this->job('ordered', 4, '2027-05-10', '2027-W24', 28);
        self::assertSame([], $job->costs($this->now));
        self::assertSame('2027-05-23', $job->lastGood()->format('Y-m-d'), 'Four weeks before the Sunday of week 24 comes before its roots mat.');
        $costs = Told::of(array_column($job->costs($this->now->plus(3)), 'words', 'kind'));
        self::assertSame(['root_bound' => 'potting.root_bound days=7', 'late' => 'potting.late weeks=2 for=North Lane'], $costs);
        self::assertArrayHasKey('too_long', array_column($job->costs($this->now->plus(5)), 'words', 'kind'));
        self::assertSame('2027-05-10', $job->dayIn($this->now)->format('Y-m-d'));
        $this->expectException(Refused::class);
        PotJob::of('X', -1, 0.0, $job->from, $job->boundOn, GrowingOn::days(1), null, null, 28);
    }
}
