<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Stock;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\CareDue;
use WetCradle\Core\Stock\GrowingWeeks;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\StockCare;
use WetCradle\Core\Stock\StockTakes;
use WetCradle\Core\Stock\StockYear;

/** Stock plants have a year: taken from, left to the frost, kept dormant, started again, and taken from once they have grown. */
final class StockYearTest extends TestCase
{
    private static function day(string $day): \DateTimeImmutable
    {
        return new \DateTimeImmutable($day);
    }

    /** @return array<string, array{string, ?string}> a day, and that from which something may be taken again */
    public static function days(): array
    {
        return [
            'in summer' => ['2027-07-01', null],
            'the Sunday before its rest' => ['2027-10-31', null],
            'its first day' => ['2027-11-01', '2028-03-13'],
            'New Year' => ['2028-01-01', '2028-03-13'],
            'started again, but not grown yet' => ['2028-02-20', '2028-03-13'],
            'the day before' => ['2028-03-12', '2028-03-13'],
            'the first take' => ['2028-03-13', null],
        ];
    }

    #[DataProvider('days')]
    public function testNothingIsTakenFromTheFrostUntilItHasGrownAgain(string $day, ?string $takeFrom): void
    {
        self::assertSame($takeFrom, StockYear::of(44, 6, 5)->restOn(self::day($day))?->takeFrom->format('Y-m-d'));
    }

    public function testARestWithinOneYearIsOneInTheSouth(): void
    {
        $year = StockYear::of(20, 32, 4);
        self::assertNull($year->restOn(self::day('2027-01-15')));
        self::assertSame('2027-09-06', $year->restOn(self::day('2027-06-15'))?->takeFrom->format('Y-m-d'));
        self::assertNull($year->restOn(self::day('2027-09-06')));
    }

    public function testWhatSomebodyDidOnAnotherDayCounts(): void
    {
        $early = StockYear::of(44, 6, 5, [self::day('2027-10-20')], [self::day('2028-01-24')]);
        self::assertNull($early->restOn(self::day('2027-10-19')));
        self::assertSame('2028-02-28', $early->restOn(self::day('2027-10-20'))?->takeFrom->format('Y-m-d'));
        self::assertNull($early->restOn(self::day('2028-02-28')));
        self::assertSame('2029-03-12', $early->restOn(self::day('2028-12-01'))?->takeFrom->format('Y-m-d'), 'The next winter goes by the calendar again.');
        self::assertSame('2028-10-30', $early->nextRest(self::day('2028-05-01'))->from->format('Y-m-d'));
        self::assertSame('2027-10-20', $early->nextRest(self::day('2028-01-01'))->from->format('Y-m-d'));
        // What happened half a year off belongs to no winter.
        self::assertSame('2027-11-01', StockYear::of(44, 6, 5, [self::day('2027-06-01')])->restOn(self::day('2027-12-01'))?->from->format('Y-m-d'));
    }

    /** @return array<string, array{int, int, int, string}> */
    public static function nonsense(): array
    {
        return [
            'no week' => [0, 6, 5, 'restFrom'],
            'week 53' => [44, 53, 5, 'restartIn'],
            'no rest' => [6, 6, 5, 'restartIn'],
            'rests all year' => [8, 6, 0, 'restartIn'],
            'grows too long' => [44, 6, 35, 'restartIn'],
            'grows backwards' => [44, 6, -1, 'firstTakeAfter'],
        ];
    }

    #[DataProvider('nonsense')]
    public function testAYearThatCannotBeIsRefusedByItsField(int $from, int $restart, int $after, string $field): void
    {
        try {
            StockYear::of($from, $restart, $after);
            self::fail('It was taken.');
        } catch (Refused $refused) {
            self::assertSame($field, $refused->field);
        }
    }

    public function testNothingIsOfferedWhileItRestsAndItGrowsAnewAfter(): void
    {
        $habit = ShootHabit::of(12, 12, 0.5, 1.0, 40, null, StockYear::of(44, 6, 5));
        $offer = static fn (string $on, array $takes = []) => BlockOffer::of(10, $habit, 1, null, array_map(
            static fn (string $day) => ['on' => self::day($day), 'cuttings' => 60],
            array_values($takes),
        ), self::day($on), 20);
        self::assertSame([60, true], [$offer('2027-07-01')->left(), $offer('2027-07-01')->isEnough()]);
        $resting = $offer('2027-12-01');
        self::assertSame([0, 0, false, '2028-03-13'], [$resting->left(), $resting->canGive, $resting->isEnough(), $resting->rest?->takeFrom->format('Y-m-d')]);
        self::assertSame('stock.asleep', $resting->words()->figures['gives']->key ?? $resting->words()->key);
        self::assertSame(30, $offer('2027-10-20', ['2027-09-01'])->left(), 'Half of what is left.');
        self::assertSame(60, $offer('2028-04-03', ['2027-09-01'])->left(), 'It was cut down and has grown anew, though forty weeks are not over.');
        $weeks = array_map(static fn (string $day) => Week::containing(self::day($day))->ordinal(), ['2027-09-01', '2028-04-03']);
        $left = static fn (?StockYear $year) => StockTakes::of(
            10,
            ShootHabit::of(12, 12, 0.5, 1.0, 40, null, $year),
            [['week' => $weeks[0], 'cuttings' => 60], ['week' => $weeks[1], 'cuttings' => null]],
        )->takes[1]['available'];
        self::assertSame([30, 60], [$left(null), $left(StockYear::of(44, 6, 5))], 'Without a rest it would still be growing back.');
    }

    /**
     * @param array<string, mixed> $but
     *
     * @return list<string> what is due, with its day
     */
    private static function due(string $on, array $but = []): array
    {
        $is = $but + [
            'year' => StockYear::of(44, 6, 5), 'feeds' => true, 'flowers' => true, 'takes' => [], 'done' => [], 'planted' => 2024, 'notBefore' => 1,
            'replaceAfter' => null, 'isReplaced' => false, 'house' => HouseDefaults::usual(),
        ];
        $care = new StockCare(
            $is['year'],
            GrowingWeeks::of(Climate::reference(), 6.0),
            $is['feeds'],
            $is['flowers'],
            array_values(array_map(self::day(...), $is['takes'])),
            array_map(self::day(...), $is['done']),
            $is['planted'],
            $is['notBefore'],
            $is['replaceAfter'],
            $is['isReplaced'],
            $is['house'],
        );

        return array_map(static fn (CareDue $due) => $due->job->value.' '.$due->on->format('Y-m-d'), $care->due(self::day($on)));
    }

    public function testEachJobComesAtItsTimeAndGoesOnceItIsDone(): void
    {
        self::assertSame(['cut_down 2027-11-01'], self::due('2027-11-10'));
        self::assertSame([], self::due('2027-11-10', ['done' => ['cut_down' => '2027-11-05']]));
        self::assertSame(['cut_down 2027-11-01'], self::due('2027-11-10', ['done' => ['cut_down' => '2026-11-05']]), 'Last winter was another.');
        self::assertSame(['restart 2028-02-07'], self::due('2028-02-20', ['done' => ['cut_down' => '2027-11-05']]));
        self::assertSame([], self::due('2028-02-20', ['done' => ['restart' => '2028-02-08']]));
        self::assertSame([], self::due('2028-01-20', ['done' => ['cut_down' => '2027-11-05'], 'feeds' => true, 'takes' => ['2027-10-28']]), 'What rests is not fed.');
    }

    public function testItIsFedAfterATakeAndNoLongerOnceThatIsLongAgo(): void
    {
        $feeds = static fn (string $on, array $but = []) => self::due($on, $but + ['flowers' => false, 'year' => null, 'takes' => ['2027-05-01', '2027-06-10']]);
        self::assertSame([], $feeds('2027-06-12'), 'Its cuts dry first.');
        self::assertSame(['feed 2027-06-13'], $feeds('2027-06-13'));
        self::assertSame(['feed 2027-06-13'], $feeds('2027-06-20', ['done' => ['feed' => '2027-05-08']]));
        self::assertSame([], $feeds('2027-06-20', ['done' => ['feed' => '2027-06-14']]));
        self::assertSame([], $feeds('2027-06-20', ['feeds' => false]));
        self::assertSame(['feed 2027-06-13'], $feeds('2027-08-09'));
        self::assertSame([], $feeds('2027-08-10'));
        self::assertSame(['feed 2027-05-04'], $feeds('2027-06-09'), 'A take to come is none yet.');
        self::assertSame(['feed 2027-06-17'], $feeds('2027-06-20', ['house' => HouseDefaults::of(['feed_stock_after' => 7])]));
    }

    public function testFlowersComeOffWhileItGrows(): void
    {
        $flowers = static fn (string $on, array $but = []) => self::due($on, $but + ['feeds' => false, 'year' => null]);
        self::assertSame(['flowers_off 2027-06-20'], $flowers('2027-06-20'));
        self::assertSame([], $flowers('2027-06-20', ['done' => ['flowers_off' => '2027-06-07']]));
        self::assertSame(['flowers_off 2027-06-20'], $flowers('2027-06-20', ['done' => ['flowers_off' => '2027-06-06']]));
        self::assertSame([], $flowers('2027-01-20'), 'Nothing flowers in the cold.');
        self::assertSame([], $flowers('2027-06-20', ['flowers' => false]));
        self::assertSame([], self::due('2027-12-01', ['feeds' => false, 'done' => ['cut_down' => '2027-11-05']]));
    }

    public function testItsReplacementIsAskedForInTime(): void
    {
        $replace = static fn (string $on, array $but = []) => self::due($on, $but + [
            'feeds' => false, 'flowers' => false, 'year' => null, 'planted' => 2024, 'replaceAfter' => 4,
        ]);
        self::assertSame([], $replace('2027-01-03'));
        self::assertSame(['replace 2027-01-04'], $replace('2027-01-04'), 'A year before the spring in which young plants go out.');
        self::assertSame(['replace 2026-01-05'], $replace('2027-01-04', ['notBefore' => 2]), 'They must be two years old by then.');
        self::assertSame([], $replace('2027-01-04', ['isReplaced' => true]));
        self::assertSame([], $replace('2027-01-04', ['replaceAfter' => null]));
    }

    public function testTheyArePlantedOutInTheSpringThatMakesThemOldEnough(): void
    {
        $care = static fn (?int $replaceAfter) => new StockCare(
            null, GrowingWeeks::all(), false, false, [], [], 2024, 2, $replaceAfter, false, HouseDefaults::usual(),
        );
        self::assertSame('2027-W12', $care(4)->replacedBy(Hemisphere::North)?->written());
        self::assertSame('2027-W38', $care(4)->replacedBy(Hemisphere::South)?->written());
        self::assertNull($care(null)->replacedBy(Hemisphere::North));
        self::assertSame('2027-W44', Week::inYear(2027, 44)->written());
    }
}
