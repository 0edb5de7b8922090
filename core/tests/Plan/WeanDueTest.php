<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\RootsSeen;
use WetCradle\Core\Course\Weaning;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Plan\DayList;
use WetCradle\Core\Plan\Job;
use WetCradle\Core\Plan\NextThing;
use WetCradle\Core\Plan\Outlook;
use WetCradle\Core\Tests\Told;

/** Weaning is a job of its own, which begins by a check. */
final class WeanDueTest extends TestCase
{
    private const STEPS = [['days' => 4, 'what' => 'mist half as often'], ['days' => 4, 'what' => 'only in sun']];

    /** @param array<int, array{on: \DateTimeImmutable, done: bool}> $kept */
    private static function outlook(
        ?RootsSeen $seen = null,
        array $kept = [],
        int $planned = 0,
        int $stuck = 100,
        int $rooted = 0,
        bool $weans = true,
    ): Outlook {
        return new Outlook(
            'RAK-47',
            1,
            $planned,
            $stuck,
            $rooted,
            self::day('04-20'),
            self::day('05-04'),
            self::day('05-20'),
            $seen?->on,
            null,
            !$weans,
            $weans ? Weaning::of(self::STEPS, self::day('05-10'), $kept) : null,
            $seen,
        );
    }

    private static function day(string $day): \DateTimeImmutable
    {
        return new \DateTimeImmutable('2027-'.$day);
    }

    /** @return array{string, ?int, string} its day, its step, and why */
    private static function due(Outlook $outlook, ?HouseDefaults $house = null): array
    {
        $due = $outlook->wean($house ?? HouseDefaults::usual());
        self::assertNotNull($due);
        self::assertSame(Job::Wean, $due->job);

        return [$due->on->format('m-d'), $due->step, Told::of($due->why)];
    }

    public function testItBeginsByACheck(): void
    {
        [$on, $step, $why] = self::due(self::outlook());
        self::assertSame(['05-10', 1], [$on, $step]);
        self::assertStringContainsString('due.wean_unseen', $why);
        [$on, , $why] = self::due(self::outlook(new RootsSeen(self::day('05-06'), 10, 5)));
        self::assertSame('05-06', $on, 'Roots were seen sooner than its sheet says.');
        self::assertStringContainsString('due.wean_rooted', $why);
        self::assertSame('05-10', self::due(self::outlook(new RootsSeen(self::day('05-12'), 10, 10)))[0], 'It has been due for two days.');
        [$on, , $why] = self::due(self::outlook(new RootsSeen(self::day('05-06'), 10, 4)));
        self::assertSame('05-13', $on, 'So few: not before the next check.');
        self::assertStringContainsString('due.wean_few', $why);
        self::assertSame('05-10', self::due(self::outlook(new RootsSeen(self::day('05-01'), 10, 4)))[0], 'The next check is before it is due.');
        self::assertSame('05-13', self::due(self::outlook(new RootsSeen(self::day('05-06'), 0, 0)))[0], 'Nothing lifted shows nothing.');
        self::assertSame('05-06', self::due(self::outlook(new RootsSeen(self::day('05-06'), 10, 4)), HouseDefaults::usual()->with(HouseDefault::WeanFrom, 0.4))[0]);
    }

    public function testStepsGoOnByTheirDays(): void
    {
        $begun = [1 => ['on' => self::day('05-12'), 'done' => true]];
        [$on, $step, $why] = self::due(self::outlook(null, $begun));
        self::assertSame(['05-16', 2], [$on, $step]);
        self::assertStringContainsString('due.wean_goes_on', $why);
        $putOff = [1 => ['on' => self::day('05-15'), 'done' => false]];
        self::assertSame(['05-15', 1], array_slice(self::due(self::outlook(new RootsSeen(self::day('05-06'), 10, 9), $putOff)), 0, 2), 'Somebody wants it later.');
        $done = $begun + [2 => ['on' => self::day('05-16'), 'done' => true]];
        self::assertNull(self::outlook(null, $done)->wean(HouseDefaults::usual()));
    }

    public function testWhereNothingIsToBeWeanedNothingIsDue(): void
    {
        $house = HouseDefaults::usual();
        self::assertNull(self::outlook(planned: 100, stuck: 0)->wean($house));
        self::assertNull(self::outlook(stuck: 0)->wean($house));
        self::assertNull(self::outlook(weans: false)->wean($house), 'What was left longer.');
        self::assertNotNull(self::outlook(stuck: 0, rooted: 80)->wean($house), 'Rooted, not yet potted.');
    }

    public function testTheDayHasItBesideTheCheck(): void
    {
        $list = static fn (string $today) => array_map(
            static fn (NextThing $thing) => [$thing->job, $thing->step, $thing->daysLate],
            DayList::of([self::outlook()], [], [], Week::containing(self::day($today)), self::day($today), HouseDefaults::usual()),
        );
        self::assertSame([[Job::Wean, 1, 0], [Job::Check, null, 12]], $list('05-10'));
        self::assertSame([[Job::Wean, 1, 3], [Job::Check, null, 15]], $list('05-13'), 'A day without it is seen.');
        self::assertSame([[Job::Check, null, 7]], $list('05-05'), 'Next week it is due.');
    }
}
