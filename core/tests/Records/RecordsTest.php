<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Records;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Book\LossCause;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Crops\Sign;
use WetCradle\Core\Crops\SignedWindow;
use WetCradle\Core\Numbers\NumberSigns;
use WetCradle\Core\Records\Cells;
use WetCradle\Core\Records\Column;
use WetCradle\Core\Records\DayOrder;
use WetCradle\Core\Records\Heads;
use WetCradle\Core\Records\Kind;
use WetCradle\Core\Records\LookAlike;
use WetCradle\Core\Records\Looks;
use WetCradle\Core\Records\ShortHistory;
use WetCradle\Core\Records\SignsTold;
use WetCradle\Core\Records\Table;
use WetCradle\Core\Records\UsualDay;
use WetCradle\Core\Refused;

/** Tables as people keep them are read as they are meant. */
final class RecordsTest extends TestCase
{
    /** @return iterable<string, array{string, list<string>, array<int, list<string>>}> */
    public static function tables(): iterable
    {
        $rows = [2 => ['Hebe', '1,200'], 3 => ['Elder', '7']];
        yield 'by commas' => ["crop,stuck\nHebe,\"1,200\"\nElder,7", ['crop', 'stuck'], $rows];
        yield 'by semicolons' => ["crop;stuck\r\nHebe;1,200\r\nElder;7\r\n", ['crop', 'stuck'], $rows];
        yield 'by tabs, as cells are pasted' => ["crop\tstuck\rHebe\t1,200\rElder\t7", ['crop', 'stuck'], $rows];
        yield 'by bars' => ["crop|stuck\nHebe|1,200\nElder|7\n\n\n", ['crop', 'stuck'], $rows];
        yield 'in UTF-16' => ["\xFF\xFE".mb_convert_encoding("crop;stuck\nHebe;1,200\nElder;7", 'UTF-16LE', 'UTF-8'), ['crop', 'stuck'], $rows];
        yield 'with a mark' => ["\u{FEFF}crop;stuck\nHebe;1,200\nElder;7", ['crop', 'stuck'], $rows];
        yield 'in Windows-1252' => ["crop;note\nHebe;tr\xE8s sec", ['crop', 'note'], [2 => ['Hebe', 'très sec']]];
        yield 'titles, empty lines, short and long rows' => [
            "Our records;;\n;;\ncrop;stuck;stuck\n\nHebe;3\nElder;4;5;6\n", ['crop', 'stuck', 'stuck (2)'], [5 => ['Hebe', '3', ''], 6 => ['Elder', '4', '5']],
        ];
        yield 'quotes within quotes, and a line within a cell' => [
            "crop,note\n\"Hebe \"\"Copperlight\"\"\",\"wet,\ncold\"", ['crop', 'note'], [2 => ['Hebe "Copperlight"', 'wet, cold']],
        ];
        yield 'no heading' => ["Hebe;300\nElder;4", ['1', '2'], [1 => ['Hebe', '300'], 2 => ['Elder', '4']]];
        yield 'one column' => ["customer\nThe Wharf\nDene", ['customer'], [2 => ['The Wharf'], 3 => ['Dene']]];
        yield 'the last cells empty' => ["crop;stuck;note\nHebe;3;\nTotal;3;", ['crop', 'stuck', 'note'], [2 => ['Hebe', '3', ''], 3 => ['Total', '3', '']]];
    }

    /**
     * @param list<string>             $columns
     * @param array<int, list<string>> $rows
     */
    #[DataProvider('tables')]
    public function testATableIsReadInWhateverWayItIsKept(string $bytes, array $columns, array $rows): void
    {
        $table = Table::read($bytes);
        self::assertSame([$columns, $rows], [$table->columns, $table->rows]);
    }

    /** Whatever cells hold, written by the rules they come out again. */
    public function testWhatIsWrittenByTheRulesIsReadAsItWas(): void
    {
        mt_srand(7);
        $signs = ['a', 'é', ' b', '"', ',', ';', "\n", '7', '|', "\t", '’'];
        for ($try = 0; $try < 300; ++$try) {
            $rows = [];
            for ($row = 0; $row < 4; ++$row) {
                for ($column = 0; $column < 3; ++$column) {
                    $cell = $column === 0 ? 'x' : '';
                    for ($i = mt_rand(0, 5); $i > 0; --$i) {
                        $cell .= $signs[mt_rand(0, count($signs) - 1)];
                    }
                    $rows[$row][] = $cell;
                }
            }
            $text = "one,two,three\n";
            foreach ($rows as $row) {
                $text .= implode(',', array_map(static fn (string $cell) => '"'.str_replace('"', '""', $cell).'"', $row))."\n";
            }
            $tidy = array_map(static fn (array $row) => array_map(static fn (string $cell) => trim((string) preg_replace('/\s+/u', ' ', $cell)), $row), $rows);
            self::assertSame($tidy, array_values(Table::read($text)->rows), $text);
        }
    }

    private static function cells(string $cell, DayOrder $order = DayOrder::DayFirst, NumberSigns $signs = NumberSigns::PointComma): Cells
    {
        return new Cells(['of' => $cell], $signs, $order, new \DateTimeImmutable('2027-05-12'));
    }

    /** @return iterable<array{string, string, 2?: DayOrder}> */
    public static function days(): iterable
    {
        foreach (['2024-06-12', '2024/6/12', '12.6.2024', '12.06.24', '12/6/2024', '12-06-2024', '12. June 2024', '12 Jun 24', '12-jun-2024', 'June 12, 2024',
            'Jun 12th 2024', '2024-06-12 08:30', '2024-06-12T08:30:00', '45455'] as $cell) {
            yield $cell => [$cell, '2024-06-12'];
        }
        yield 'month first' => ['6/12/24', '2024-06-12', DayOrder::MonthFirst];
        foreach (['2024-W24', '2024W24', 'week 24 2024', 'wk 24/2024', 'KW 24, 2024'] as $cell) {
            yield $cell => [$cell, '2024-06-10'];
        }
    }

    #[DataProvider('days')]
    public function testADayIsReadInWhateverWayItIsWritten(string $cell, string $day, DayOrder $order = DayOrder::DayFirst): void
    {
        self::assertSame($day, self::cells($cell, $order)->day('of')->format('Y-m-d'));
    }

    public function testOfAYearAloneNothingIsKnownButTheYear(): void
    {
        self::assertSame(['day' => null, 'year' => 2024], self::cells('2024')->dayOrYear('of'));
        self::assertSame(2025, self::cells('3.1.2025')->dayOrYear('of')['year']);
    }

    /** @return iterable<array{string, string, string}> */
    public static function wrong(): iterable
    {
        foreach (['31.6.2024', '13/13/2024', 'soon', '12.2024', '2024-W60', 'Foo 12, 2024', '1.2.1899', '2124'] as $cell) {
            yield "day {$cell}" => ['dayOrYear', $cell, $cell === '1.2.1899' ? 'no_year' : 'not_a_day'];
        }
        foreach (['c. 300', '12x', '3,5,'] as $cell) {
            yield "count {$cell}" => ['count', $cell, 'not_a_number'];
        }
        yield 'part of one' => ['count', '3.5', 'not_a_count'];
        yield 'less than none' => ['count', '-3', 'not_a_count'];
        yield 'too many' => ['count', '9000000', 'not_a_count'];
        yield 'nothing' => ['count', 'n/a', 'missing'];
        yield 'in two ways' => ['number', '1.000', 'two_readings'];
        yield 'too long' => ['words', str_repeat('a', 121), 'too_long'];
    }

    #[DataProvider('wrong')]
    public function testWhatCannotBeReadIsRefusedByItsField(string $as, string $cell, string $why): void
    {
        try {
            self::cells($cell)->{$as}('of');
            self::fail("{$cell} was read.");
        } catch (Refused $refused) {
            self::assertSame(['of', $why], [$refused->field, $refused->reason]);
        }
    }

    public function testAWordIsKnownByItsBeginningWhereOnlyOneBeginsSo(): void
    {
        $of = static fn (string $cell) => self::cells($cell)->oneOf('of', ['female', 'male', 'may be', 'must']);
        self::assertSame(['female', 'male', 'must'], [$of(' F '), $of('Male'), $of('mu')]);
        foreach (['m', 'both', 'males', '!'] as $cell) {
            try {
                $of($cell);
                self::fail("{$cell} was read.");
            } catch (Refused $refused) {
                self::assertSame(['of', 'unknown'], [$refused->field, $refused->reason]);
            }
        }
    }

    public function testACountMayBeWrittenAsAShare(): void
    {
        self::assertSame([340, 300, 0], [
            self::cells('85%')->countOrShareOf('of', 400), self::cells('75,0 %', signs: NumberSigns::CommaPoint)->countOrShareOf('of', 400),
            self::cells('0')->countOrShareOf('of', 400),
        ]);
        $this->expectException(Refused::class);
        self::cells('130%')->countOrShareOf('of', 400);
    }

    public function testOrderAndSignsAreToldByWhatCanBeReadInOneWayOnly(): void
    {
        self::assertSame(DayOrder::DayFirst, DayOrder::toldBy(['1.2.2024', '25.2.2024', '']));
        self::assertSame(DayOrder::MonthFirst, DayOrder::toldBy(['1/2/24', '2/25/24']));
        self::assertNull(DayOrder::toldBy(['1/2/24', '2024-02-25', 'soon']));
        self::assertNull(DayOrder::toldBy(['25/2/24', '2/25/24']));
        self::assertSame(NumberSigns::CommaPoint, SignsTold::by(['1.200', '12', '3,5'], NumberSigns::PointComma));
        self::assertSame(NumberSigns::PointComma, SignsTold::by(['1,200', '3.5'], NumberSigns::CommaPoint));
        self::assertSame(NumberSigns::CommaSpace, SignsTold::by(['12', '1.2.2024', '1.200', '3.5'], NumberSigns::CommaSpace));
    }

    public function testColumnsAreGuessedByTheirHeadingsAndBelievedByTheirCells(): void
    {
        $words = ['stuckOn' => ['stuck on', 'date', 'stuck'], 'stuck' => ['stuck', 'qty'], 'rooted' => ['rooted'], 'note' => ['note']];
        $any = static fn () => true;
        self::assertSame(['stuckOn' => 0, 'stuck' => 1, 'rooted' => 2], self::sorted(Heads::guess(['Stuck on', 'STUCK', 'No. rooted', 'ID'], $words, $any)));
        $isDay = static fn (string $field, int $column) => ($column === 0) === ($field === 'stuckOn');
        self::assertSame(['stuckOn' => 0, 'stuck' => 1], self::sorted(Heads::guess(['Stuck', 'Qty'], $words, $isDay)));
        self::assertSame([], Heads::guess(['', '???'], $words, $any));
        self::assertSame([Looks::Days, Looks::Figures, Looks::Either, Looks::Either, Looks::Days], [
            Looks::of(['1.2.2024', '3/4/24', '']), Looks::of(['1,200', '85%', 'x']), Looks::of(['2024', '2025']), Looks::of([]), Looks::of(['week 24 2024', '12 June 24']),
        ]);
        self::assertSame([false, true, false, true], [
            Column::Stuck->mayBe(Looks::Days), Column::StuckOn->mayBe(Looks::Days), Column::StuckOn->mayBe(Looks::Figures), Column::Note->mayBe(Looks::Figures),
        ]);
    }

    /**
     * @param array<string, int> $found
     *
     * @return array<string, int>
     */
    private static function sorted(array $found): array
    {
        asort($found);

        return $found;
    }

    public function testANameIsTheSameHoweverItIsWrittenAndAnotherOnlyLooksLikeIt(): void
    {
        $known = ['a' => "Lavender 'Grey Ferry'", 'b' => "Hebe 'Copperlight'", 'c' => 'Élan'];
        foreach (['LAVENDER GREY FERRY', ' lavender  ‘Grey Ferry’ ', 'Lavender "Grey-Ferry".'] as $written) {
            self::assertSame('a', LookAlike::same($written, $known), $written);
        }
        self::assertSame(['c', null, null], [LookAlike::same('elan', $known), LookAlike::same('Grey Ferry', $known), LookAlike::same('', $known)]);
        self::assertSame([['a'], ['a'], ['b'], []], array_map(
            static fn (string $written) => LookAlike::near($written, $known),
            ['Lavendar Grey Fery', 'Grey Ferry', 'Hebe Coperlight', 'Quince'],
        ));
    }

    public function testWhatIsKnownOfABatchAddsUp(): void
    {
        $is = ShortHistory::of(100, 70, 60, ['rot' => 20, 'pest' => 0]);
        self::assertSame([100, 70, 60, ['rot' => 20], 10], [$is->stuck, $is->rooted, $is->potted, $is->lost, $is->unexplained()]);
        foreach ([
            'stuck' => [0, 0], 'rooted' => [10, 11], 'potted' => [10, 8, 9], 'lost_rot' => [10, 8, null, ['rot' => 3]], 'lost_thieves' => [10, 8, null, ['thieves' => 1]],
        ] as $field => $counts) {
            try {
                ShortHistory::of(...$counts);
                self::fail("{$field} was taken.");
            } catch (Refused $refused) {
                self::assertSame($field, $refused->field);
            }
        }
    }

    public function testABatchOfWhichOnlyItsYearIsKnownWasStuckInItsUsualWeeks(): void
    {
        $summer = SignedWindow::of(20, 28, Sign::Snaps);
        self::assertSame('2024-06-12', UsualDay::in(2024, $summer, Hemisphere::North)->format('Y-m-d'));
        self::assertSame('2024-12-11', UsualDay::in(2024, $summer, Hemisphere::South)->format('Y-m-d'));
        self::assertSame('2024-12-25', UsualDay::in(2024, SignedWindow::of(46, 6, Sign::Dormant), Hemisphere::North)->format('Y-m-d'));
    }

    public function testEachKindHasItsColumnsOnceAndNeedsSome(): void
    {
        foreach (Kind::cases() as $kind) {
            $columns = array_column($kind->columns(), 'value');
            self::assertSame(array_unique($columns), $columns);
            self::assertNotSame([], array_filter($kind->columns(), $kind->needs(...)), $kind->value);
        }
        self::assertSame(
            [Column::Crop, Column::StuckOn, Column::Stuck, Column::Rooted],
            array_values(array_filter(Kind::PastBatches->columns(), Kind::PastBatches->needs(...))),
        );
        foreach (LossCause::cases() as $cause) {
            self::assertContains(Column::lostOf($cause), Kind::PastBatches->columns());
        }
    }
}
