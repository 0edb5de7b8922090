<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Potting;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Crops\PotTrigger;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Potting\Looked;
use WetCradle\Core\Potting\RootRun;
use WetCradle\Core\Potting\Trigger;
use WetCradle\Core\Rooting\ReadyCheck;
use WetCradle\Core\Rooting\StageTally;
use WetCradle\Core\Tests\Told;

/** When each school pots, and how long roots have run since. */
final class TriggerTest extends TestCase
{
    /** @param array<string, int> $counts */
    private static function look(string $on, array $counts): Looked
    {
        $tally = StageTally::of($counts);

        return new Looked(new \DateTimeImmutable($on), $tally, ReadyCheck::of($tally->lifted(), $tally->rooted(), 0.8, Beta::of(1, 1), 0.9)->verdict());
    }

    /** @param list<Looked> $looks */
    private static function trigger(string $school, array $looks, int $rooted = 0): Trigger
    {
        return Trigger::of(
            PotTrigger::from($school),
            $looks,
            $rooted,
            $rooted > 0 ? new \DateTimeImmutable('2027-05-09') : null,
            new \DateTimeImmutable('2027-05-10'),
            new \DateTimeImmutable('2027-05-12'),
        );
    }

    public function testTheFirstRootAtAHoleIsEnoughForOneSchoolAndNotForAnother(): void
    {
        $looks = [self::look('2027-05-01', ['at_wall' => 8, 'callus' => 2]), self::look('2027-05-08', ['at_hole' => 1, 'at_wall' => 8, 'dead' => 1])];
        $first = self::trigger('first_root', $looks);
        self::assertTrue($first->isDue);
        self::assertSame('2027-05-08', $first->since?->format('Y-m-d'));
        self::assertSame('trigger.first_root atHole=1 lifted=10', Told::of($first->words));
        $every = self::trigger('every_hole', $looks);
        self::assertFalse($every->isDue);
        self::assertNull($every->since);
        self::assertSame('trigger.every_hole atHole=1 living=9', Told::of($every->words));
    }

    public function testTheDeadAreNotWaitedForAtEveryHole(): void
    {
        self::assertTrue(self::trigger('every_hole', [self::look('2027-05-08', ['at_hole' => 7, 'root_bound' => 1, 'dead' => 2])])->isDue);
        self::assertFalse(self::trigger('every_hole', [self::look('2027-05-08', ['dead' => 10])])->isDue, 'Nothing lives, nothing is potted.');
    }

    public function testTheShareIsJudgedAsTheCheckWasAndTheFirstOfAnUnbrokenRunDatesIt(): void
    {
        $ready = ['at_wall' => 28, 'callus' => 1];
        $looks = [
            self::look('2027-04-20', $ready), self::look('2027-04-27', ['at_wall' => 2, 'callus' => 18]), self::look('2027-05-04', $ready),
            self::look('2027-05-11', $ready),
        ];
        $trigger = self::trigger('share', $looks);
        self::assertSame([true, '2027-05-04'], [$trigger->isDue, $trigger->since?->format('Y-m-d')]);
        self::assertFalse(self::trigger('share', array_slice($looks, 0, 2))->isDue, 'The newest look speaks.');
        self::assertSame('trigger.none_lifted', Told::of(self::trigger('share', [])->words));
    }

    public function testTheCalendarAsksNobodyAndACountSettlesItForAll(): void
    {
        self::assertSame([true, '2027-05-10'], [self::trigger('calendar', [])->isDue, self::trigger('calendar', [])->since?->format('Y-m-d')]);
        $ahead = Trigger::of(PotTrigger::Calendar, [], 0, null, new \DateTimeImmutable('2027-05-20'), new \DateTimeImmutable('2027-05-12'));
        self::assertSame([false, null], [$ahead->isDue, $ahead->since]);
        foreach (['first_root', 'every_hole', 'share', 'calendar'] as $school) {
            $counted = self::trigger($school, [], 40);
            self::assertSame(
                [true, '2027-05-09', 'trigger.counted rooted=40'],
                Told::of([$counted->isDue, $counted->since?->format('Y-m-d'), $counted->words]),
            );
        }
    }

    public function testRootsRunFromNoneToHighAndWhatIsSeenMattedIsMatted(): void
    {
        $since = new \DateTimeImmutable('2027-05-01');
        $risk = static fn (string $on, ?StageTally $tally = null) => RootRun::of($since, $tally, new \DateTimeImmutable($on), HouseDefaults::usual())->risk;
        self::assertSame(
            ['none', 'none', 'rising', 'rising', 'high'],
            array_map($risk, ['2027-05-01', '2027-05-07', '2027-05-08', '2027-05-14', '2027-05-15']),
        );
        self::assertSame('bound', $risk('2027-05-01', StageTally::of(['root_bound' => 3, 'at_hole' => 9])));
        self::assertSame('none', $risk('2027-05-01', StageTally::of(['root_bound' => 2, 'at_hole' => 9])));
        self::assertSame('2027-05-15', RootRun::of($since, null, $since, HouseDefaults::usual())->boundOn->format('Y-m-d'));
    }
}
