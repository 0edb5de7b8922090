<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Mist;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Mist\Intake;
use WetCradle\Core\Mist\Quantity;
use WetCradle\Core\Mist\Reading;
use WetCradle\Core\Mist\ReadingTable;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

/** Readings are read as devices and people write them, and only what can be is taken in. */
final class ReadingsTest extends TestCase
{
    private static function read(string $csv, string $clocks = 'Europe/Amsterdam', ?string $zone = null): ReadingTable
    {
        return ReadingTable::csv($csv, new \DateTimeZone($clocks), $zone);
    }

    private static function minute(string $utc): int
    {
        return intdiv((new \DateTimeImmutable($utc.' UTC'))->getTimestamp(), 60);
    }

    /** @return iterable<string, array{string, string}> */
    public static function times(): iterable
    {
        yield 'universal' => ['2027-07-10T11:05Z', '2027-07-10 11:05'];
        yield 'with seconds' => ['2027-07-10T11:05:59Z', '2027-07-10 11:05'];
        yield 'with an offset' => ['2027-07-10T11:05+02:00', '2027-07-10 09:05'];
        yield 'with another' => ['2027-07-10T11:05-0330', '2027-07-10 14:35'];
        yield 'as the clocks show it' => ['2027-07-10 11:05', '2027-07-10 09:05'];
        yield 'in winter' => ['2027-01-10 11:05', '2027-01-10 10:05'];
        yield 'the hour that comes twice, first' => ['2027-10-31 02:30', '2027-10-31 00:30'];
    }

    #[DataProvider('times')]
    public function testATimeIsReadAsItIsWritten(string $written, string $utc): void
    {
        $table = self::read("time,zone,air\n{$written},Mist 1,18");
        self::assertSame([], $table->refused);
        self::assertSame(self::minute($utc), $table->byZone['Mist 1'][0]->minute);
    }

    public function testTheHourThatComesTwiceAndTheOneThatNeverComes(): void
    {
        $rows = array_map(static fn (string $time) => "{$time},Mist 1,18", [
            '2027-10-31 02:00', '2027-10-31 02:30', '2027-10-31 02:00', '2027-10-31 02:30', '2027-10-31 03:00',
        ]);
        $minutes = array_map(static fn (Reading $one) => $one->minute, self::read("time,zone,air\n".implode("\n", $rows))->byZone['Mist 1']);
        self::assertSame([30, 30, 30, 30], array_map(static fn (int $i) => $minutes[$i + 1] - $minutes[$i], range(0, 3)), 'The clocks went back.');
        $gone = self::read("time,zone,air\n2027-03-28 02:30,Mist 1,18");
        self::assertSame([[], 1], [$gone->byZone, $gone->refusedRows]);
        $dated = self::read("time,zone,air\n2027-07-10 11:30,Mist 1,18\n2027-07-10 11:00,Mist 1,18")->byZone['Mist 1'];
        self::assertSame(-30, $dated[1]->minute - $dated[0]->minute, 'Out of order on any other day is out of order.');
    }

    public function testColumnsSignsAndUnits(): void
    {
        $table = self::read("\u{FEFF}zone;time;medium_f;humidity;flow;colour\r\nMist 1;2027-07-10T11:05Z;68;81,5;0,25;blue\r\n\r\n");
        $values = $table->byZone['Mist 1'][0]->values;
        self::assertEqualsWithDelta(20.0, $values['medium'], 1e-9);
        self::assertSame([81.5, 0.25], [$values['humidity'], $values['flow']]);
        self::assertSame(['humidity', 'medium', 'flow'], array_keys($values));
        self::assertSame(18.0, self::read("time,air\n2027-07-10T11:05Z,18", zone: 'Mist 2')->byZone['Mist 2'][0]->of(Quantity::Air));
        $objects = ReadingTable::objects([['time' => '2027-07-10T11:05Z', 'zone' => 3, 'air' => 18.5], 'no row'], new \DateTimeZone('UTC'));
        self::assertSame([18.5, 1], [array_values($objects->byZone)[0][0]->of(Quantity::Air), $objects->refusedRows]);
    }

    public function testWhatCannotBeReadIsSaidByItsRowAndTheRestIsTaken(): void
    {
        $table = self::read("time,zone,air,humidity\nyesterday,Mist 1,18,80\n2027-07-10T11:05Z,Mist 1,warm,80\n2027-07-10T11:10Z,Mist 1,99,80\n"
            ."2027-07-10T25:10Z,Mist 1,18,80\n2027-07-10T11:15Z,,18,80\n2027-02-30T11:15Z,Mist 1,18,80");
        self::assertSame([2, 3, 4, 5, 6, 7], array_column($table->refused, 'row'));
        self::assertStringContainsString('cell=warm', Told::of($table->refused[1]['says']));
        self::assertSame([['humidity' => 80.0], ['humidity' => 80.0]], array_map(static fn (Reading $one) => $one->values, $table->byZone['Mist 1']));
        $this->expectException(Refused::class);
        self::read("when,where\n1,2");
    }

    public function testOfOtherZonesNothingIsTakenWhereOnlyOneMayBeSpokenOf(): void
    {
        $table = self::read("time,zone,air\n2027-07-10T11:05Z,Mist 1,18\n2027-07-10T11:05Z,mist 2,18\n2027-07-10T11:10Z,Mist 2,18");
        $table->only('Mist 2');
        self::assertSame(['mist 2', 'Mist 2'], array_keys($table->byZone));
        self::assertSame('refused.reading_table.other_zone zone=Mist 1', Told::of($table->refused[0]['says']));
    }

    public function testOfMuchThatIsWrongOnlySomeIsSaidAndAllIsCounted(): void
    {
        $table = self::read("time,zone,air\n".str_repeat("x,Mist 1,18\n", 250));
        self::assertSame([250, 100], [$table->refusedRows, count($table->refused)]);
    }

    /**
     * @param list<array{int, float}> $said minute and °C of the air
     *
     * @return list<Reading>
     */
    private static function air(array $said): array
    {
        return array_map(static fn (array $one) => new Reading($one[0], ['air' => (float) $one[1]]), $said);
    }

    /** @return list<array{int, float}> */
    private static function taken(Intake $intake): array
    {
        return array_map(static fn (Reading $one) => [$one->minute, (float) $one->of(Quantity::Air)], $intake->taken);
    }

    public function testItIsTakenInOrderAndOnce(): void
    {
        $intake = Intake::of(self::air([[10, 18], [0, 17], [5, 17.5], [10, 18], [60, 19]]), 62);
        self::assertSame([[0, 17.0], [5, 17.5], [10, 18.0], [60, 19.0]], self::taken($intake));
        self::assertSame([1, 0, 0, 1], [$intake->doubles, $intake->ahead, $intake->spikes, $intake->gaps]);
        self::assertSame([60, 19.0], [$intake->last['air']['minute'], $intake->last['air']['value']]);
    }

    public function testWhatIsAheadOfTheClockIsNotTaken(): void
    {
        $intake = Intake::of(self::air([[0, 17], [5, 17], [6, 17]]), 0);
        self::assertSame([2, 1], [count($intake->taken), $intake->ahead]);
    }

    public function testASpikeIsLeftOutAndAStepThatStaysIsTaken(): void
    {
        $spike = Intake::of(self::air([[0, 18], [5, 45], [10, 18.2]]), 60);
        self::assertSame([[0, 18.0], [10, 18.2]], self::taken($spike));
        self::assertSame(1, $spike->spikes);
        $step = Intake::of(self::air([[0, 18], [5, 32], [10, 32.5], [15, 33]]), 60);
        self::assertSame([[0, 18.0], [5, 32.0], [10, 32.5], [15, 33.0]], self::taken($step), 'It was no spike.');
        self::assertSame(0, $step->spikes);
        $slow = Intake::of(self::air([[0, 18], [30, 45]]), 60);
        self::assertSame(0, $slow->spikes, 'In half an hour it can be so.');
        self::assertSame(0, Intake::of(self::air([[0, 18], [90, 60]]), 100)->spikes, 'After an hour anything can be.');
    }

    public function testWhatIsBroughtInOfATimeBeforeTheNewestIsCountedRight(): void
    {
        $last = Intake::of(self::air([[100, 30]]), 200)->last;
        $before = Intake::of(self::air([[88, 12], [90, 12], [92, 12], [94, 12], [96, 12]]), 200, $last);
        self::assertSame([5, 0], [count($before->taken), $before->spikes]);
        self::assertSame(100, $before->last['air']['minute'] ?? null, 'The newest stays the newest.');
    }

    public function testADeviceThatSaysOneAtATimeIsJudgedAlike(): void
    {
        $said = [[0, 18.0], [5, 45.0], [10, 18.2], [15, 32.0], [20, 32.5], [25, 33.0]];
        $last = [];
        $taken = [];
        foreach ($said as $one) {
            $intake = Intake::of(self::air([$one]), 100, $last);
            $last = $intake->last;
            $taken = [...$taken, ...self::taken($intake)];
        }
        self::assertSame([[0, 18.0], [10, 18.2], [20, 32.5], [25, 33.0]], $taken);
    }

    public function testWaterAndLightMayJump(): void
    {
        $said = array_map(static fn (int $i) => new Reading(5 * $i, ['flow' => 2.0 * ($i % 2), 'light' => 600.0 * ($i % 2)]), range(0, 9));
        self::assertSame([10, 0], [count(Intake::of($said, 100)->taken), Intake::of($said, 100)->spikes]);
    }
}
