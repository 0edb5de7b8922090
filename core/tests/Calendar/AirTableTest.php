<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Calendar;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\AirTable;
use WetCradle\Core\Tests\Told;

final class AirTableTest extends TestCase
{
    public function testMonthsByNameOrNumberInAnyOrder(): void
    {
        $rows = array_map(static fn (int $m) => $m.';'.($m - 1).',5', range(1, 12));
        $table = AirTable::read("month;mean\n".implode("\r\n", array_reverse($rows)));
        self::assertSame([0.5, 1.5, 2.5], array_slice((array) $table->means, 0, 3));
        $named = AirTable::read(
            "January, -4.5\nFeb,-2\nmarch,3\nApril,9\nMay,15\nJune,19\nJuly,21\nAugust,20\nSeptember,15\nOctober,9\nNovember,3\nDecember,-2\n",
        );
        self::assertSame(-4.5, $named->means[0] ?? null);
        self::assertSame([], $named->days);
    }

    public function testDaysAsMeasured(): void
    {
        $table = AirTable::read("date,mean\n2028-02-29,4.5\n2028-02-28,-1\n\n");
        self::assertSame([null, ['2028-02-28' => -1.0, '2028-02-29' => 4.5]], [$table->means, $table->days]);
    }

    /** @return iterable<string, array{0: string, 1: string}> */
    public static function wrong(): iterable
    {
        yield 'nothing' => ['', 'empty'];
        yield 'only a heading' => ['month,mean', 'empty'];
        yield 'eleven months' => [implode("\n", array_map(static fn (int $m) => "{$m},5", range(1, 11))), 'wrong_length months=11'];
        yield 'a month twice' => ["1,5\n1,6", 'not_a_table line=2 wrong=(refused.air_table.month_twice month=1)'];
        yield 'a thirteenth month' => ['13,5', 'not_a_table line=1 wrong=(refused.air_table.no_month month=13)'];
        yield 'no such day' => ['2027-02-29,5', 'not_a_table line=1 wrong=(refused.air_table.no_day cell=2027-02-29)'];
        yield 'no number' => ["date,mean\n2027-02-28,mild", 'not_a_table line=2 wrong=(refused.air_table.no_row)'];
        yield 'hotter than any day' => ['2027-02-28,99', 'not_a_table line=1 wrong=(refused.air_table.no_mean mean=99)'];
    }

    #[DataProvider('wrong')]
    public function testWhatIsWrongIsSaidWithItsLine(string $csv, string $says): void
    {
        self::assertSame("csv: refused.air_table.{$says}", Told::refusal(static fn () => AirTable::read($csv)));
    }
}
