<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Calendar;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\Season;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Refused;

final class CalendarTest extends TestCase
{
    public function testWeeksFollowEachOtherThroughLongYears(): void
    {
        $week = Week::of('2020-W50');
        $written = [];
        for ($i = 0; $i < 6; ++$i) {
            $next = $week->plus(1);
            self::assertSame(1, $week->until($next));
            self::assertSame($week->ordinal() + 1, $next->ordinal());
            self::assertSame($week->monday()->modify('+7 days')->format('c'), $next->monday()->format('c'));
            $written[] = ($week = $next)->written();
        }
        self::assertSame(['2020-W51', '2020-W52', '2020-W53', '2021-W01', '2021-W02', '2021-W03'], $written);
    }

    public function testADayLiesInItsWeekAndWeeksReadBack(): void
    {
        $day = new \DateTimeImmutable('1999-12-25');
        for ($i = 0; $i < 900; ++$i, $day = $day->modify('+1 day')) {
            $week = Week::containing($day);
            self::assertTrue($week->holds($day));
            self::assertFalse($week->plus(1)->holds($day));
            self::assertSame($week->written(), Week::of($week->written())->written());
            self::assertSame((int) $day->format('W'), $week->number());
        }
    }

    public function testWhatIsNoWeekIsRefused(): void
    {
        foreach (['2025-W53', '2026-W00', '2026-W54', '2026-48', 'W48', '3026-W01', '2026-W1'] as $written) {
            try {
                Week::of($written, 'readyWeek');
                self::fail($written);
            } catch (Refused $refused) {
                self::assertSame(['not_a_week', 'readyWeek'], [$refused->reason, $refused->field]);
            }
        }
    }

    public function testSeasonsTurnInAutumn(): void
    {
        $name = static fn (string $day, Hemisphere $half) => Season::containing(new \DateTimeImmutable($day), $half)->name();
        self::assertSame('2025/26', $name('2026-09-30', Hemisphere::North));
        self::assertSame('2026/27', $name('2026-10-01', Hemisphere::North));
        self::assertSame('2026/27', $name('2026-10-01', Hemisphere::South));
        self::assertSame('2025/26', $name('2026-03-31', Hemisphere::South));
        self::assertSame('2099/00', $name('2099-12-01', Hemisphere::North));
        $season = Season::containing(new \DateTimeImmutable('2027-02-03'), Hemisphere::North);
        self::assertSame('2027-10-01', $season->end()->format('Y-m-d'));
        self::assertSame(365, (int) $season->firstDay()->diff($season->end())->format('%a'));
    }

    public function testTheClimatesAreAsTheyWereAgreedAndTheSouthIsHalfAYearOn(): void
    {
        $agreed = json_decode((string) file_get_contents(__DIR__.'/climates.json'), true);
        foreach (Climate::cases() as $climate) {
            self::assertEquals($agreed[$climate->value], $climate->air(Hemisphere::North)->means);
            self::assertEquals(
                [...array_slice($agreed[$climate->value], 6), ...array_slice($agreed[$climate->value], 0, 6)],
                $climate->air(Hemisphere::South)->means,
            );
        }
        self::assertEquals($agreed['cool_maritime'], Climate::reference()->means);
    }
}
