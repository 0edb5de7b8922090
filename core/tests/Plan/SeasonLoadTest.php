<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\BatchLoad;
use WetCradle\Core\Plan\Crew;
use WetCradle\Core\Plan\SeasonLoad;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Refused;

final class SeasonLoadTest extends TestCase
{
    public function testEachWeekHoldsWhatLiesThereAndWhatIsDoneThen(): void
    {
        $weeks = $this->load([
            $this->batch(from: 10, to: 13, trays: 4, cuttings: 240, potWeek: 14, toPot: 180),
            $this->batch(from: 12, to: 15, trays: 6, cuttings: 360, potWeek: 16, toPot: 270),
        ]);
        self::assertSame([0, 4, 4, 10, 10, 6, 6, 0], array_column($weeks, 'trays'));
        self::assertSame([0.0, 0.4, 0.4, 1.0, 1.0, 0.6, 0.6, 0.0], array_column($weeks, 'fill'));
        self::assertSame([0.0, 2.0, 0.0, 3.0, 0.0, 0.0, 0.0, 0.0], array_column($weeks, 'stickHours'));
        self::assertSame([0.0, 0.0, 0.0, 0.0, 0.0, 2.0, 0.0, 3.0], array_column($weeks, 'potHours'));
        self::assertSame(['2027-W09', '2027-W16'], [$weeks[0]['week']->written(), $weeks[7]['week']->written()]);
    }

    public function testOnlyMistCountsTowardsTheMistHouse(): void
    {
        $weeks = $this->load([$this->batch(from: 10, to: 12, trays: 5, cuttings: 120, potWeek: 13, toPot: 90, underMist: false)]);
        self::assertSame(0, array_sum(array_column($weeks, 'trays')));
        self::assertSame(1.0, array_sum(array_column($weeks, 'stickHours')));
    }

    public function testWhatLiesPartlyOutsideIsCutOffAtTheEdges(): void
    {
        $weeks = $this->load([$this->batch(from: 2, to: 40, trays: 3, cuttings: 999, potWeek: 41, toPot: 999)]);
        self::assertSame(array_fill(0, 8, 3), array_column($weeks, 'trays'));
        self::assertSame(0.0, array_sum(array_column($weeks, 'stickHours')) + array_sum(array_column($weeks, 'potHours')));
    }

    public function testAnOverfullHouseIsFullerThanFull(): void
    {
        self::assertSame(1.5, $this->load([$this->batch(from: 10, to: 10, trays: 15, cuttings: 1, potWeek: 11, toPot: 1)])[1]['fill']);
    }

    public function testAHouseWithoutMistIsNeverFull(): void
    {
        $weeks = SeasonLoad::of(Week::of('2027-W09'), 3, 0, WorkNorms::of(1, 1), [$this->batch(from: 9, to: 11, trays: 5, cuttings: 1, potWeek: 12, toPot: 1)]);
        self::assertSame([0.0, 0.0, 0.0], array_column($weeks, 'fill'));
    }

    public function testCollectingAndWeaningAreWorkTooAndNormsGoByMethodAndPot(): void
    {
        $norms = WorkNorms::of(120, 90, 400, 20, ['tip cutting' => 60], ['1 L' => 45]);
        $week = SeasonLoad::of(Week::of('2027-W10'), 6, 10, $norms, [$this->batch(from: 10, to: 13, trays: 4, cuttings: 240, potWeek: 14, toPot: 180)]);
        self::assertSame([0.6, 4.0], [$week[0]['collectHours'], $week[0]['stickHours']]);
        self::assertSame([0.2, 4.0], [$week[3]['weanHours'], $week[4]['potHours']]);
        self::assertEquals($norms, WorkNorms::read(Fields::of(json_decode((string) json_encode($norms->toArray()), true))));
        foreach ([fn () => WorkNorms::of(0, 1), fn () => WorkNorms::of(1, 1, 1, 1, ['tip' => 0])] as $wrong) {
            try {
                $wrong();
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertSame('out_of_range', $refused->reason);
            }
        }
    }

    public function testHandsAwayAreNotThere(): void
    {
        $crew = self::crew([['person' => 2, 'hours' => 40], ['person' => 3, 'hours' => 20]], [
            ['who' => 2, 'from' => '2027-03-01', 'to' => '2027-03-03', 'why' => 'leave'],
            ['who' => null, 'from' => '2027-03-05', 'to' => '2027-03-08', 'why' => 'closed'],
        ]);
        self::assertSame(8.0 + 16.0, $crew->hoursIn(Week::of('2027-W09')), 'Bo is there one day of four, Femi four.');
        self::assertSame(48.0, $crew->hoursIn(Week::of('2027-W10')));
        self::assertSame(60.0, $crew->hoursIn(Week::of('2027-W11')));
        self::assertSame(0.0, Crew::nobody()->hoursIn(Week::of('2027-W11')));
        self::assertEquals($crew, Crew::read(Fields::of($crew->toArray())));
    }

    /** @param array<string, mixed> $away */
    #[DataProvider('notAway')]
    public function testWhoIsNotThereCannotBeAway(array $away, string $field, string $reason): void
    {
        try {
            self::crew([['person' => 2, 'hours' => 40]], [$away]);
            self::fail('Should have been refused.');
        } catch (Refused $refused) {
            self::assertSame([$field, $reason], [$refused->field, $refused->reason]);
        }
    }

    /** @return iterable<string, array{0: array<string, mixed>, 1: string, 2: string}> */
    public static function notAway(): iterable
    {
        yield 'a stranger' => [['who' => 9, 'from' => '2027-03-01', 'to' => '2027-03-02'], 'away[0].who', 'unknown'];
        yield 'back before leaving' => [['who' => 2, 'from' => '2027-03-02', 'to' => '2027-03-01'], 'away[0].to', 'upside_down'];
    }

    /**
     * @param list<array<string, mixed>> $hands
     * @param list<array<string, mixed>> $away
     */
    private static function crew(array $hands, array $away): Crew
    {
        return Crew::read(Fields::of(['hands' => $hands, 'away' => $away]));
    }

    public function testTrayWeeksAreNeitherLostNorDoubled(): void
    {
        mt_srand(9);
        $batches = [];
        $trayWeeks = 0;
        for ($i = 0; $i < 50; ++$i) {
            $from = mt_rand(9, 14);
            $to = mt_rand($from, 16);
            $trays = mt_rand(1, 9);
            $batches[] = $this->batch($from, $to, $trays, 10, 17, 10);
            $trayWeeks += $trays * ($to - $from + 1);
        }
        self::assertSame($trayWeeks, array_sum(array_column($this->load($batches), 'trays')));
    }

    /**
     * @param list<BatchLoad> $batches
     *
     * @return list<array{week: Week, trays: int, fill: float, stickHours: float, potHours: float}>
     */
    private function load(array $batches): array
    {
        return SeasonLoad::of(Week::of('2027-W09'), 8, 10, WorkNorms::of(120, 90), $batches);
    }

    private function batch(int $from, int $to, int $trays, int $cuttings, int $potWeek, int $toPot, bool $underMist = true): BatchLoad
    {
        $week = static fn (int $n) => Week::of(sprintf('2027-W%02d', $n));

        return new BatchLoad(
            Tenant::of('X', $trays, $week($from), $week($to), Range::of(18, 20), Range::of(1, 2)),
            $underMist,
            $cuttings,
            $week($potWeek),
            $toPot,
            $week($to),
            Method::Tip,
            '1 L',
        );
    }
}
