<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Calendar;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\AirTable;
use WetCradle\Core\Refused;

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
        yield 'nothing' => ['', 'no row'];
        yield 'only a heading' => ['month,mean', 'no row'];
        yield 'eleven months' => [implode("\n", array_map(static fn (int $m) => "{$m},5", range(1, 11))), 'there are 11'];
        yield 'a month twice' => ["1,5\n1,6", 'there already'];
        yield 'a thirteenth month' => ['13,5', 'none of the twelve'];
        yield 'no such day' => ['2027-02-29,5', 'neither a month nor a day'];
        yield 'no number' => ["date,mean\n2027-02-28,mild", 'Line 2'];
        yield 'hotter than any day' => ['2027-02-28,99', 'between -60 and 60'];
    }

    #[DataProvider('wrong')]
    public function testWhatIsWrongIsSaidWithItsLine(string $csv, string $says): void
    {
        $this->expectException(Refused::class);
        $this->expectExceptionMessage($says);
        AirTable::read($csv);
    }
}
