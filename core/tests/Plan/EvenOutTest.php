<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Plan\EvenOut;
use WetCradle\Core\Plan\Movable;
use WetCradle\Core\Plan\Shift;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\PlainTimes;
use WetCradle\Core\Tests\Told;

final class EvenOutTest extends TestCase
{
    private static function batch(
        string $code,
        string $stickOn,
        float $stick = 6,
        float $pot = 8,
        ?string $due = null,
        string $from = '2027-04-05',
        string $to = '2027-08-01',
    ): Movable {
        return new Movable(
            $code,
            'Fuchsia',
            new \DateTimeImmutable($stickOn),
            new \DateTimeImmutable($from),
            new \DateTimeImmutable($to),
            PlainTimes::of(14, 21, 7, 42),
            0,
            $due === null ? null : Week::of($due),
            $stick,
            $pot,
        );
    }

    /**
     * @param list<Movable> $movable
     * @param list<float>   $crew
     */
    private static function even(array $movable, array $crew, ?\Closure $able = null): EvenOut
    {
        return EvenOut::plan(
            Week::of('2027-W15'),
            array_fill(0, count($crew), 0.0),
            $crew,
            $movable,
            $able ?? static fn (Movable $m, PlainDates $d) => true,
            HouseDefaults::usual(),
        );
    }

    /** @return list<string> */
    private static function codes(EvenOut $even): array
    {
        return array_map(static fn (Shift $shift) => $shift->batch, $even->moves);
    }

    public function testAnOverfullWeekIsLightened(): void
    {
        $even = self::even([self::batch('A', '2027-05-10'), self::batch('B', '2027-05-10'), self::batch('C', '2027-05-10')], array_fill(0, 30, 12.0));
        self::assertNotSame([], $even->moves);
        foreach ($even->weeks as $week) {
            self::assertLessThanOrEqual($week['crew'] + 0.05, $week['after']);
            self::assertFalse($week['isOver']);
        }
        self::assertMatchesRegularExpression(
            '/^even.frees what=.even.(stuck|potted)_(earlier|later) weeks=1 .+ from=\d+ to=\d+ crew=12$/',
            Told::of($even->moves[0]->why),
        );
    }

    public function testHoursAreSaidToTheNearestWholeOne(): void
    {
        $three = [self::batch('A', '2027-05-10'), self::batch('B', '2027-05-10'), self::batch('C', '2027-05-10')];
        $said = static fn (float $crew) => self::even($three, array_fill(0, 30, $crew))->moves[0]->why->figures['crew'];
        self::assertSame([12, 13], [$said(12.4), $said(12.6)]);
    }

    public function testWhatFitsIsLeftAlone(): void
    {
        $even = self::even([self::batch('A', '2027-05-10'), self::batch('B', '2027-05-17')], array_fill(0, 30, 40.0));
        self::assertSame([[], []], [$even->moves, $even->weeks]);
    }

    public function testTheSamePlanIsEvenedOutInTheSameWayInWhateverOrderItComes(): void
    {
        $batches = [];
        foreach (range('A', 'L') as $i => $code) {
            $batches[] = self::batch($code, sprintf('2027-05-%02d', 3 + 7 * ($i % 3)), 5 + $i % 4, 7 + $i % 3);
        }
        $told = static fn (EvenOut $even) => array_map(
            static fn (Shift $s) => [$s->batch, $s->stickOn->format('Y-m-d'), $s->heldDays, Told::fact($s->why)], $even->moves,
        );
        $once = $told(self::even($batches, array_fill(0, 30, 18.0)));
        self::assertNotSame([], $once);
        self::assertSame($once, $told(self::even(array_reverse($batches), array_fill(0, 30, 18.0))));
        self::assertSame(count($once), count(array_unique(array_column($once, 0))), 'No batch is moved twice.');
    }

    public function testWindowsAndOrdersHold(): void
    {
        $batches = [];
        foreach (range('A', 'H') as $i => $code) {
            $batches[] = self::batch($code, '2027-05-10', 6, 8, '2027-W31', '2027-05-03', '2027-05-30');
        }
        foreach (self::even($batches, array_fill(0, 30, 10.0))->moves as $move) {
            self::assertTrue($move->stickOn >= new \DateTimeImmutable('2027-05-03') && $move->stickOn <= new \DateTimeImmutable('2027-05-30'));
            self::assertLessThanOrEqual(Week::of('2027-W31')->sunday(), $move->dates->readyOn);
            self::assertTrue($move->heldDays >= 0 && $move->heldDays <= HouseDefaults::usual()->whole(HouseDefault::HeldAtMost));
        }
    }

    public function testOverloadNeverGrows(): void
    {
        mt_srand(4);
        for ($round = 0; $round < 8; ++$round) {
            $batches = [];
            for ($i = 0; $i < 14; ++$i) {
                $batches[] = self::batch(
                    'B'.$i,
                    sprintf('2027-05-%02d', mt_rand(1, 28)),
                    mt_rand(1, 9),
                    mt_rand(1, 12),
                    mt_rand(0, 1) === 1 ? '2027-W33' : null,
                );
            }
            $even = self::even($batches, array_fill(0, 30, (float) mt_rand(8, 20)));
            $over = static fn (bool $after) => array_sum(
                array_map(static fn (array $w) => max(0.0, ($after ? $w['after'] : $w['hours']) - $w['crew']), $even->weeks),
            );
            self::assertLessThanOrEqual($over(false) + 1e-9, $over(true));
        }
    }

    public function testWhatBenchOrStockForbidIsNotMoved(): void
    {
        $batches = [self::batch('A', '2027-05-10'), self::batch('B', '2027-05-10')];
        $held = self::even($batches, array_fill(0, 30, 10.0), static fn () => false);
        self::assertSame([], $held->moves);
        self::assertSame([true, true], array_column($held->weeks, 'isOver'));
        self::assertSame(['B'], self::codes(self::even($batches, array_fill(0, 30, 10.0), static fn (Movable $m) => $m->code === 'B')));
    }

    public function testWhatIsStuckCanOnlyBeHeldInItsTray(): void
    {
        $stuck = static fn (string $code) => new Movable(
            $code,
            'Fuchsia',
            new \DateTimeImmutable('2027-05-03'),
            null,
            null,
            PlainTimes::of(14, 21, 7, 42),
            0,
            null,
            6.0,
            20.0,
        );
        $even = self::even([$stuck('A'), $stuck('B')], array_fill(0, 30, 25.0));
        self::assertCount(1, $even->moves);
        self::assertEquals(new \DateTimeImmutable('2027-05-03'), $even->moves[0]->stickOn);
        self::assertGreaterThan(0, $even->moves[0]->heldDays);
        self::assertStringContainsString('(even.potted_later ', Told::of($even->moves[0]->why));
    }

    public function testAWeekWithoutHandsIsEmptiedAndASeasonWithoutIsRefused(): void
    {
        $crew = [...array_fill(0, Week::of('2027-W15')->until(Week::of('2027-W19')), 30.0), 0.0, ...array_fill(0, 25, 30.0)];
        $even = self::even([self::batch('A', '2027-05-10')], $crew);
        self::assertCount(1, $even->moves);
        self::assertSame(0.0, $even->weeks[0]['after']);
        try {
            self::even([], array_fill(0, 30, 0.0));
            self::fail('Should have been refused.');
        } catch (Refused $refused) {
            self::assertSame('no_hands', $refused->reason);
        }
    }
}
