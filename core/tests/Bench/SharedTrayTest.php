<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\SharedTray;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Bench\Whereabouts;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\MixKind;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\Setting;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;

/** What does not fill a tray stands in one with others, and takes no bench of its own as long as they stand there. */
final class SharedTrayTest extends TestCase
{
    /** @return iterable<string, array{int, int, list<int>, int, int}> holes, cells, others; free, and left over */
    public static function trays(): iterable
    {
        yield 'smaller than a tray' => [10, 84, [], 74, 10];
        yield 'full to the last hole' => [168, 84, [], 0, 84];
        yield 'one hole too many' => [169, 84, [], 83, 1];
        yield 'with two others in it' => [100, 84, [20, 30], 18, 16];
        yield 'more than fit' => [100, 84, [60, 30], 0, 16];
        yield 'one hole to a tray' => [3, 1, [], 0, 1];
        yield 'nothing' => [0, 84, [], 84, 0];
    }

    /** @param list<int> $others */
    #[DataProvider('trays')]
    public function testWhatIsFreeInTheLastTray(int $holes, int $cells, array $others, int $free, int $over): void
    {
        self::assertSame([$free, $over], [SharedTray::free($holes, $cells, $others), SharedTray::over($holes, $cells)]);
    }

    public function testItStandsThereInSuchTraysInTheSameZoneWhileTheOtherIsThere(): void
    {
        self::assertTrue(SharedTray::stands(3, 3, true, 7, 7));
        self::assertFalse(SharedTray::stands(3, 4, true, 7, 7), 'The holes are of another size.');
        self::assertFalse(SharedTray::stands(3, 3, false, 7, 7), 'The other is gone.');
        self::assertFalse(SharedTray::stands(3, 3, true, 7, 8), 'The other lies elsewhere.');
    }

    /** @return iterable<string, array{int, bool, ?int, int, int}> pieces to a hole, apart, came, planned; holes */
    public static function stuck(): iterable
    {
        yield 'planned, one to a hole' => [1, false, null, 90, 90];
        yield 'planned, three to a hole as one plant' => [3, false, null, 90, 30];
        yield 'stuck, three to a hole as one plant: plants are counted' => [3, false, 30, 90, 30];
        yield 'planned, three to a hole and potted apart' => [3, true, null, 91, 31];
        yield 'stuck, three to a hole and potted apart: pieces are counted' => [3, true, 91, 90, 31];
        yield 'stuck, and all of it called back' => [1, false, 0, 90, 0];
    }

    #[DataProvider('stuck')]
    public function testWhatComesInIsCountedInHoles(int $each, bool $apart, ?int $came, int $planned, int $holes): void
    {
        $setting = new Setting('usual', MixKind::Inert, 1, $each, 2.0, $apart);
        self::assertSame($holes, $setting->holesTaken($came, $planned));
    }

    private static function tenant(int $from, int $to, int $trays = 3, string $name = 'A'): Tenant
    {
        return Tenant::of($name, $trays, Week::of('2027-W01')->plus($from), Week::of('2027-W01')->plus($to), Range::of(18, 22), Range::of(1, 2));
    }

    /**
     * @param list<array{int, int, int}> $legs zone, from, to
     *
     * @return non-empty-list<array{zone: int, tenant: Tenant}>
     */
    private static function legs(array $legs, int $trays = 3): array
    {
        assert($legs !== []);

        return array_map(static fn (array $leg) => ['zone' => $leg[0], 'tenant' => self::tenant($leg[1], $leg[2], $trays)], $legs);
    }

    /**
     * @param list<array{int, int, int}> $legs
     * @param list<array{int, int, int}> $host
     *
     * @return list<string>
     */
    private static function shared(array $legs, array $host, int $besides = 2): array
    {
        return array_map(
            static fn (array $leg) => sprintf(
                '%d: %d to %d on %d', $leg['zone'], Week::of('2027-W01')->until($leg['tenant']->from), Week::of('2027-W01')->until($leg['tenant']->to), $leg['tenant']->trays,
            ),
            Whereabouts::inTrayOf(self::legs($legs), $host === [] ? [] : self::legs($host, 9), $besides),
        );
    }

    public function testItTakesOneTrayLessForAsLongAsTheOtherLiesThere(): void
    {
        self::assertSame(['1: 4 to 9 on 2'], self::shared([[1, 4, 9]], [[1, 4, 9]]));
        self::assertSame(['1: 4 to 7 on 2', '1: 8 to 9 on 3'], self::shared([[1, 4, 9]], [[1, 3, 7]]), 'The other has gone.');
        self::assertSame(['1: 4 to 4 on 3', '1: 5 to 9 on 2'], self::shared([[1, 4, 9]], [[1, 5, 12]]), 'The other comes later.');
        self::assertSame(['1: 4 to 9 on 0'], self::shared([[1, 4, 9]], [[1, 4, 9]], 0), 'All of it stands in that tray.');
        self::assertSame(['1: 4 to 9 on 3'], self::shared([[1, 4, 9]], []));
        self::assertSame(['1: 4 to 9 on 3'], self::shared([[1, 4, 9]], [[2, 4, 9]]), 'Elsewhere it shares nothing.');
        self::assertSame(['1: 4 to 9 on 3'], self::shared([[1, 4, 9]], [[1, 10, 12]]));
    }

    public function testItDoesSoWhereverTheyGoOnTogether(): void
    {
        self::assertSame(
            ['1: 4 to 6 on 2', '2: 7 to 8 on 2', '2: 9 to 12 on 3'],
            self::shared([[1, 4, 6], [2, 7, 12]], [[1, 4, 6], [2, 7, 8]]),
        );
        self::assertSame(['1: 4 to 6 on 2', '2: 7 to 12 on 3'], self::shared([[1, 4, 6], [2, 7, 12]], [[1, 4, 9]]), 'It goes on, and the other stays.');
        self::assertSame(
            ['1: 4 to 4 on 3', '1: 5 to 6 on 2', '1: 7 to 7 on 3', '1: 8 to 9 on 2'],
            self::shared([[1, 4, 9]], [[1, 5, 6], [3, 7, 7], [1, 8, 12]]),
            'The other was elsewhere for a week.',
        );
    }

    /** Of any weeks of both: no week is lost or doubled, and each has the places that the rule says. */
    public function testNoWeekIsLostOrDoubled(): void
    {
        for ($seed = 0; $seed < 200; ++$seed) {
            $from = $seed % 7;
            $to = $from + $seed % 11;
            $host = [[1 + $seed % 2, 3, 3 + $seed % 5], [1, 10, 10 + $seed % 4]];
            $weeks = [];
            foreach (Whereabouts::inTrayOf(self::legs([[1, $from, $to]]), self::legs($host), 2) as $leg) {
                for ($week = Week::of('2027-W01')->until($leg['tenant']->from); $week <= Week::of('2027-W01')->until($leg['tenant']->to); ++$week) {
                    $weeks[] = [$week, $leg['tenant']->trays];
                }
            }
            $expected = array_map(static fn (int $week) => [$week, array_filter(
                $host,
                static fn (array $leg) => $leg[0] === 1 && $leg[1] <= $week && $week <= $leg[2],
            ) === [] ? 3 : 2], range($from, $to));
            self::assertSame($expected, $weeks, "Seed {$seed}");
        }
    }

    public function testItLiesOnAFullBenchUntilTheOtherGoes(): void
    {
        $sheet = WaySheet::of(['weaning' => []] + Pattern::SoftTip->sheet(1));
        $timetable = Timetable::at(Climate::reference(), HouseDefaults::usual());
        $zone = Zone::of('Mist', 9, Range::of(16, 24), Range::of(0, 3));
        $dates = $timetable->dates($sheet, $zone, new \DateTimeImmutable('2027-05-03'));
        $there = static fn (int $weeks) => Tenant::of('HOST', 9, Week::of('2027-W18'), $dates->lastBenchWeek()->plus($weeks), Range::of(18, 22), Range::of(1, 2));
        $berth = static fn (Tenant $host, bool $shares, int $later = 0) => (new Berths(
            [1 => $zone],
            [1 => [$host, ...$later === 0 ? [] : [Tenant::of('LATER', 9, $host->to->plus(1), $host->to->plus($later), Range::of(18, 22), Range::of(1, 2))]]],
            $timetable,
            HouseDefaults::usual(),
        ))->at(1, $sheet, $dates, 1, $shares ? [['zone' => 1, 'tenant' => $host]] : [], 0);
        self::assertFalse($berth($there(0), false)->isFree());
        self::assertTrue($berth($there(0), true)->isFree(), 'It stands in the tray of the other.');
        self::assertTrue($berth($there(-1), true)->isFree(), 'In its last week the bench is empty.');
        self::assertFalse($berth($there(-1), true, 3)->isFree(), 'In its last week it has no tray there.');
    }
}
