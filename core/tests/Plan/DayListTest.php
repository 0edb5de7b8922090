<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Plan\BatchCode;
use WetCradle\Core\Plan\DayList;
use WetCradle\Core\Plan\Job;
use WetCradle\Core\Plan\NextThing;
use WetCradle\Core\Plan\Outlook;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\PlainTimes;
use WetCradle\Core\Tests\Told;

/** What a day asks, case by case, and the dates it rests on. */
final class DayListTest extends TestCase
{
    private const TODAY = '2027-05-12';

    /** @return iterable<string, array{0: Outlook, 1: ?string}> */
    public static function outlooks(): iterable
    {
        yield 'planned for today' => [self::outlook(planned: 100, stickOn: self::TODAY), 'stick'];
        yield 'planned for Sunday' => [self::outlook(planned: 100, stickOn: '2027-05-16'), 'stick'];
        yield 'planned for Monday' => [self::outlook(planned: 100, stickOn: '2027-05-17'), null];
        yield 'planned long ago' => [self::outlook(planned: 100, stickOn: '2027-02-01'), 'stick'];
        yield 'just stuck' => [self::outlook(stuck: 100, stickOn: '2027-05-11'), null];
        yield 'due for a first look' => [self::outlook(stuck: 100, stickOn: '2027-04-28'), 'check'];
        yield 'looked at yesterday' => [self::outlook(stuck: 100, checked: '2027-05-11'), null];
        yield 'looked at a week ago' => [self::outlook(stuck: 100, checked: '2027-05-05'), 'check'];
        yield 'found ready' => [self::outlook(stuck: 100, checked: '2027-05-11', ready: true), 'pot'];
        yield 'rooted, waiting' => [self::outlook(rooted: 30), 'pot'];
        yield 'part rooted' => [self::outlook(stuck: 20, rooted: 30), 'pot'];
        yield 'empty' => [self::outlook(), null];
    }

    #[DataProvider('outlooks')]
    public function testWhatABatchAsksOfTheRunningWeek(Outlook $outlook, ?string $job): void
    {
        $things = DayList::of([$outlook], [], [], Week::of('2027-W19'), new \DateTimeImmutable(self::TODAY), HouseDefaults::usual());
        self::assertSame($job === null ? [] : [$job], array_map(static fn (NextThing $t) => $t->job->value, $things));
    }

    public function testEveryThingFallsInExactlyOneWeekAhead(): void
    {
        $outlooks = [];
        for ($i = 0; $i < 40; ++$i) {
            $outlooks[] = self::outlook(planned: 10, stickOn: (new \DateTimeImmutable('2027-05-17'))->modify("+{$i} days")->format('Y-m-d'), batch: 'B'.$i);
        }
        $seen = [];
        for ($week = Week::of('2027-W20'), $i = 0; $i < 8; ++$i, $week = $week->plus(1)) {
            foreach (DayList::of($outlooks, [], [], $week, new \DateTimeImmutable(self::TODAY), HouseDefaults::usual()) as $thing) {
                self::assertTrue($week->holds($thing->due));
                self::assertSame(0, $thing->daysLate);
                $seen[] = $thing->about;
            }
        }
        self::assertCount(40, $seen);
        self::assertCount(40, array_unique($seen));
    }

    public function testLatenessIsCountedInDays(): void
    {
        $late = DayList::of(
            [self::outlook(planned: 5, stickOn: '2027-05-02')],
            [],
            [],
            Week::of('2027-W19'),
            new \DateTimeImmutable(self::TODAY),
            HouseDefaults::usual(),
        );
        self::assertSame(10, $late[0]->daysLate);
        self::assertSame('due.planned', Told::of($late[0]->why));
    }

    public function testAThingSaysHowManyPlantsItIsAbout(): void
    {
        $count = static fn (Outlook $o) => DayList::of(
            [$o],
            [],
            [],
            Week::of('2027-W19'),
            new \DateTimeImmutable(self::TODAY),
            HouseDefaults::usual(),
        )[0]->count;
        self::assertSame(120, $count(self::outlook(planned: 120, stickOn: self::TODAY)));
        self::assertSame(50, $count(self::outlook(stuck: 20, rooted: 30)));
    }

    public function testAnOrderIsAskedForWhileThereIsTimeToPlanIt(): void
    {
        $asked = static fn (string $last, string $week = '2027-W19', ?HouseDefaults $house = null) => DayList::of(
            [],
            [['order' => 'one', 'plants' => 90, 'planBy' => new \DateTimeImmutable($last)]],
            [],
            Week::of($week),
            new \DateTimeImmutable(self::TODAY),
            $house ?? HouseDefaults::usual(),
        );
        self::assertCount(1, $asked('2027-05-14'));
        self::assertCount(1, $asked('2027-05-30'), 'The Sunday two weeks on.');
        self::assertCount(0, $asked('2027-05-31'));
        self::assertCount(1, $asked('2027-05-31', '2027-W20'), 'It is the week after that which asks.');
        self::assertCount(0, $asked('2027-05-30', '2027-W20'));
        self::assertCount(1, $asked('2027-04-01'), 'What is overdue is asked for until it is planned.');
        $house = HouseDefaults::usual()->with(HouseDefault::AskAhead, 6);
        self::assertSame('2027-06-27', $asked('2027-06-27', '2027-W19', $house)[0]->due->format('Y-m-d'), 'What is due is the last day itself.');
        self::assertCount(0, $asked('2027-06-28', '2027-W19', $house));
        self::assertSame([0, 41], [$asked('2027-05-30')[0]->daysLate, $asked('2027-04-01')[0]->daysLate]);
    }

    public function testJobsGoInTheOrderOfTheDay(): void
    {
        self::assertSame([1, 2, 3, 4, 5, 6], array_map(static fn (Job $j) => $j->placeInDay(), [Job::Collect, Job::Stick, Job::Wean, Job::Check, Job::Pot, Job::Plan]));
    }

    public function testLaterWeeksWantLaterSticking(): void
    {
        $times = PlainTimes::of(18, 30, 10, 90);
        $before = new \DateTimeImmutable('2000-01-01');
        for ($week = Week::of('2027-W01'), $i = 0; $i < 60; ++$i, $week = $week->plus(1)) {
            $dates = PlainDates::backwards($week, $times);
            self::assertGreaterThan($before, $dates->stickOn);
            self::assertEquals($week->monday(), $dates->readyOn);
            self::assertLessThanOrEqual($dates->rootedBy, $dates->rootedFrom);
            self::assertLessThanOrEqual($dates->potOn, $dates->weanOn);
            $before = $dates->stickOn;
        }
    }

    public function testASlowerCropIsStuckSoonerForTheSameWeek(): void
    {
        $stick = static fn (int ...$days) => PlainDates::backwards(Week::of('2027-W30'), PlainTimes::of(...$days))->stickOn;
        self::assertLessThan($stick(10, 20, 7, 60), $stick(20, 40, 7, 60));
        self::assertLessThan($stick(10, 20, 7, 60), $stick(10, 20, 14, 60));
        self::assertLessThan($stick(10, 20, 7, 60), $stick(10, 20, 7, 90));
    }

    public function testCropsThatRootOverNightHoldTheirWeekOnTheBench(): void
    {
        $dates = PlainDates::forwards(new \DateTimeImmutable('2027-05-17'), PlainTimes::of(1, 1, 0, 30));
        self::assertSame('2027-W20', $dates->lastBenchWeek()->written());
    }

    public function testCodesTypedInAnyFashion(): void
    {
        foreach (['rak47', 'RAK 47', 'Rak-47', ' r-a-k-4-7 '] as $typed) {
            self::assertSame('RAK-47', BatchCode::typed($typed)?->written, $typed);
        }
        foreach (['', 'RAK', '47', 'RAK-48', 'ROK-47', 'RAKK-47', 'RAK-47X', '🌿'] as $typed) {
            self::assertNull(BatchCode::typed($typed), $typed);
        }
        $this->expectException(Refused::class);
        BatchCode::ofNumber(0);
    }

    private static function outlook(
        int $planned = 0,
        int $stuck = 0,
        int $rooted = 0,
        string $stickOn = '2027-04-01',
        ?string $checked = null,
        bool $ready = false,
        string $batch = 'RAK-47',
    ): Outlook {
        $day = new \DateTimeImmutable($stickOn);

        return new Outlook(
            $batch,
            1,
            $planned,
            $stuck,
            $rooted,
            $day,
            $day->modify('+20 days'),
            $day->modify('+35 days'),
            $checked === null ? null : new \DateTimeImmutable($checked),
            $ready ? Fact::of('trigger.share.ready', rooted: 9, lifted: 10) : null,
            false,
        );
    }
}
