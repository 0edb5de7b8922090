<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Potting;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\GrowingOn;
use WetCradle\Core\Potting\PotHours;
use WetCradle\Core\Potting\PotJob;

/** Hours for potting, taken up job by job. */
final class PotHoursTest extends TestCase
{
    private static function job(float $hours, string $from = '2027-05-10', int $latest = 28, ?string $due = null): PotJob
    {
        $day = new \DateTimeImmutable($from);

        return PotJob::of('A', 1, $hours, $day, $day->modify('+14 days'), GrowingOn::days(28), $due === null ? null : Week::of($due), null, $latest);
    }

    public function testAJobGoesWholeIntoTheFirstWeekThatHasItsHours(): void
    {
        $hours = PotHours::of(Week::of('2027-W19'), [5.0, 5.0, 9.0]);
        $week = static fn (PotJob $job) => [$hours->lay($job)['week']->written(), $hours->taken()];
        self::assertSame(['2027-W19', [4.0, 0.0, 0.0]], $week(self::job(4)));
        self::assertSame(['2027-W20', [4.0, 4.0, 0.0]], $week(self::job(4)));
        self::assertSame(['2027-W19', [5.0, 4.0, 0.0]], $week(self::job(1)), 'A small one fits in what is left.');
        self::assertSame(['2027-W21', [5.0, 4.0, 8.0]], $week(self::job(8)));
        self::assertSame(['2027-W21', [5.0, 4.0, 9.0]], $week(self::job(1, '2027-05-24')), 'Not before it can be potted.');
        self::assertSame(['2027-W20', [5.0, 7.0, 9.0]], $week(self::job(3)), 'What no week has room for goes where there is any.');
        self::assertSame(['2027-W19', [8.0, 7.0, 9.0]], $week(self::job(3)), 'And where there is none, where it falls.');
        self::assertSame(['2027-W21', [8.0, 7.0, 12.0]], $week(self::job(3, '2028-01-01')), 'Beyond what is looked at, the last.');
    }

    public function testItIsHeldNoLongerThanItMay(): void
    {
        $hours = static fn () => PotHours::of(Week::of('2027-W19'), [1.0, 1.0, 1.0, 1.0, 9.0]);
        self::assertSame(['2027-W23', false], [$hours()->lay(self::job(4))['week']->written(), $hours()->lay(self::job(4))['over']]);
        self::assertSame(['2027-W19', true], [$hours()->lay(self::job(4, latest: 27))['week']->written(), $hours()->lay(self::job(4, latest: 27))['over']]);
        self::assertSame([14, 28], [self::job(4)->withinGood()->latest, self::job(4)->latest], 'Two weeks until its roots mat.');
        // Twenty-eight days before the Sunday of its week.
        self::assertSame(6, self::job(4, due: '2027-W23')->withinGood()->latest);
        self::assertSame(0, self::job(4, due: '2027-W20')->withinGood()->latest, 'Late already.');
        self::assertSame(3, self::job(4, latest: 3)->withinGood()->latest);
    }

    public function testOtherWorkTakesHoursToo(): void
    {
        $hours = PotHours::of(Week::of('2027-W19'), [5.0, 5.0]);
        $hours->take(new \DateTimeImmutable('2027-05-16'), 2.0);
        $hours->take(new \DateTimeImmutable('2027-05-09'), 2.0);
        $hours->take(new \DateTimeImmutable('2027-05-24'), 2.0);
        self::assertSame([2.0, 0.0], $hours->taken());
        self::assertSame('2027-W20', $hours->lay(self::job(4))['week']->written());
    }
}
