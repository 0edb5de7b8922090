<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Potting;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\GrowingOn;
use WetCradle\Core\Crops\PotTrigger;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Potting\LineInTrays;
use WetCradle\Core\Potting\Looked;
use WetCradle\Core\Potting\PotJob;
use WetCradle\Core\Potting\ToPot;
use WetCradle\Core\Potting\WeekBoard;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\ReadyCheck;
use WetCradle\Core\Rooting\StageTally;

/** What waits for its pots, and in which week it is potted. */
final class WeekBoardTest extends TestCase
{
    private const TODAY = '2027-05-12';

    private static function day(string $day): \DateTimeImmutable
    {
        return new \DateTimeImmutable($day);
    }

    /** @param list<Looked> $looks */
    private static function line(
        int $number = 1,
        int $stuck = 100,
        int $rooted = 0,
        array $looks = [],
        string $school = 'share',
        string $potOn = '2027-05-24',
        ?string $counted = null,
    ): LineInTrays {
        return new LineInTrays(
            'A',
            $number,
            $stuck,
            $rooted,
            $looks,
            $counted === null ? null : self::day($counted),
            self::day($potOn),
            3,
            PotTrigger::from($school),
            0.8,
            0.4,
            static fn () => 0.5,
        );
    }

    private static function awaiting(LineInTrays $line): ToPot
    {
        return ToPot::line($line, static fn (int $plants) => $plants / 50, GrowingOn::days(60), null, null, self::day(self::TODAY), HouseDefaults::usual());
    }

    private static function looked(int $lifted, int $rooted): Looked
    {
        return new Looked(
            self::day('2027-05-10'),
            StageTally::of(['at_wall' => $rooted, 'callus' => $lifted - $rooted]),
            ReadyCheck::of($lifted, $rooted, 0.8, Beta::of(1, 1), 0.9)->verdict(),
        );
    }

    public function testHowManyThereAreToPot(): void
    {
        $house = HouseDefaults::usual();
        self::assertSame(70, self::line(rooted: 70)->plants(true), 'A count has told.');
        self::assertSame(50, self::line()->plants(true), 'Due, but not counted: by its curve.');
        self::assertSame(80, self::line()->plants(false), 'Before that, by what its way has learnt.');
        self::assertSame(40, self::line(number: 2)->plants(true), 'Left longer: by the habit.');
        self::assertSame(40, self::line(number: 2)->plants(false));
    }

    public function testALineIsDueByItsSchoolAndItsJobCountsFromThatDay(): void
    {
        $due = self::awaiting(self::line(looks: [self::looked(14, 14)]));
        self::assertTrue($due->trigger->isDue);
        self::assertSame(
            ['2027-05-10', '2027-05-24', 50, 1.0],
            [$due->job->from->format('Y-m-d'), $due->job->boundOn->format('Y-m-d'), $due->job->plants, $due->job->hours],
        );
        self::assertSame('none', $due->run?->risk);
        $not = self::awaiting(self::line(looks: [self::looked(14, 2)]));
        self::assertFalse($not->trigger->isDue);
        self::assertNull($not->run);
        self::assertSame(['2027-05-21', 80], [$not->job->from->format('Y-m-d'), $not->plants], 'Three days held after it could be potted.');
        $planned = ToPot::planned(
            'B',
            30,
            self::day('2027-05-10'),
            0,
            static fn () => 1.0,
            GrowingOn::days(60),
            null,
            null,
            self::day(self::TODAY),
            HouseDefaults::usual(),
        );
        self::assertFalse($planned->trigger->isDue, 'What is not stuck yet is never due today.');
    }

    public function testAJobIsOfTheLinesThatAreDueOrOfAll(): void
    {
        $board = new WeekBoard(self::day(self::TODAY));
        $due = self::awaiting(self::line(rooted: 70, counted: '2027-05-11'));
        $later = self::awaiting(self::line(number: 2, stuck: 50));
        $job = $board->job([$later, $due], self::day('2027-05-24'), null);
        self::assertSame([true, 70, 1.4], [$job['isDue'] ?? null, $job['job']->plants ?? null, $job['job']->hours ?? null]);
        $both = $board->job([$later, self::awaiting(self::line(stuck: 100))], self::day('2027-05-24'), null);
        self::assertSame([false, 20 + 80], [$both['isDue'] ?? null, $both['job']->plants ?? null]);
        self::assertNull($board->job([$later], self::day('2027-05-11'), null), 'Its day has gone by and no root shows: it waits for a check.');
        self::assertNotNull($board->job([$later], self::day(self::TODAY), null), 'Its day is today.');
        self::assertNotNull($board->job([$later], self::day('2027-05-11'), Week::of('2027-W20')), 'A week was given to it.');
        self::assertNull($board->job([self::awaiting(self::line(stuck: 0))], self::day('2027-05-24'), null), 'Nothing is left on it.');
    }

    public function testAJobStandsInItsGivenWeekElseNowElseOnItsDayAndNeverInOneGoneBy(): void
    {
        $board = new WeekBoard(self::day(self::TODAY));
        $week = static fn (?string $given, bool $isDue, string $potOn) => $board->weekOf(
            $given === null ? null : Week::of($given),
            $isDue,
            self::day($potOn),
        )->written();
        self::assertSame(
            ['2027-W21', '2027-W19', '2027-W22', '2027-W19', '2027-W19'],
            [
                $week('2027-W21', true, '2027-06-01'), $week(null, true, '2027-06-01'), $week(null, false, '2027-06-01'),
                $week(null, false, '2027-05-03'), $week('2027-W18', false, '2027-06-01'),
            ],
        );
    }

    public function testHoursLeftForPottingInAWeekThatIsRunning(): void
    {
        self::assertSame(['crew' => 40.0, 'other' => 12.0, 'free' => 28.0], WeekBoard::free(40, 12, 40));
        self::assertSame(
            ['crew' => 20.0, 'other' => 6.0, 'free' => 14.0],
            WeekBoard::free(40, 12, 20),
            'Half of the week is over, and half of the other work with it.',
        );
        self::assertSame(0.0, WeekBoard::free(10, 12, 10)['free']);
        self::assertSame(['crew' => 0.0, 'other' => 12.0, 'free' => 0.0], WeekBoard::free(0, 12, 0), 'A week without hands.');
    }

    public function testAWeekThatCannotBeIsRefusedWithTheReason(): void
    {
        $board = new WeekBoard(self::day(self::TODAY));
        $job = PotJob::of('A', 50, 1.0, self::day('2027-05-24'), self::day('2027-06-07'), GrowingOn::days(60), null, null, 28);
        $reason = static function (string $week, bool $isDue = false, ?PotJob $other = null) use ($board, $job): string {
            try {
                $board->mustBeAble($other ?? $job, $isDue, Week::of($week), 'week');
            } catch (Refused $refused) {
                return $refused->reason.' '.$refused->field;
            }

            return '';
        };
        self::assertSame(
            ['gone_by week', 'too_soon week', '', '', 'too_long week'],
            [$reason('2027-W18'), $reason('2027-W20'), $reason('2027-W21'), $reason('2027-W25'), $reason('2027-W26')],
        );
        self::assertSame('', $reason('2027-W20', true), 'What is due may be potted before its day.');
        $spoilt = PotJob::of('A', 50, 1.0, self::day('2027-03-01'), self::day('2027-03-15'), GrowingOn::days(60), null, null, 28);
        self::assertSame(['', 'too_long week'], [$reason('2027-W19', true, $spoilt), $reason('2027-W20', true, $spoilt)], 'Now, or never.');
    }
}
