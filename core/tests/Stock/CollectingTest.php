<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Stock;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Hold;
use WetCradle\Core\Crops\HoldWay;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\HoldClock;
use WetCradle\Core\Stock\TakeSheet;
use WetCradle\Core\Tests\Told;

final class CollectingTest extends TestCase
{
    /** @param array<string, mixed> $says */
    private static function hold(array $says): Hold
    {
        return Hold::read(Fields::of($says + ['dry' => false, 'sameDay' => false, 'shadedHours' => 8, 'coldDays' => 3, 'sealDays' => 0]));
    }

    /** @return iterable<string, array{0: array<string, mixed>, 1: string, 2: array<string, string>}> */
    public static function clocks(): iterable
    {
        yield 'shaded, eight hours' => [[], 'shaded', ['07:00' => 'fresh', '12:59' => 'fresh', '13:00' => 'soon', '14:59' => 'soon', '15:00' => 'past']];
        yield 'same day, by the evening' => [
            ['sameDay' => true, 'coldDays' => 0, 'shadedHours' => 24],
            'shaded',
            ['07:00' => 'fresh', '16:44' => 'fresh', '16:45' => 'soon', '19:59' => 'soon', '20:00' => 'past'],
        ];
        yield 'cold, three days' => [
            [],
            'cold',
            ['07:00' => 'fresh', '2027-06-04 12:59' => 'fresh', '2027-06-04 13:00' => 'soon', '2027-06-05 06:59' => 'soon', '2027-06-05 07:00' => 'past'],
        ];
        yield 'dry, a week to seal' => [
            ['dry' => true, 'shadedHours' => 0, 'coldDays' => 0, 'sealDays' => 7],
            'dry',
            ['07:00' => 'sealing', '2027-06-09 06:59' => 'sealing', '2027-06-09 07:00' => 'sealed', '2027-06-20 07:00' => 'sealed'],
        ];
    }

    /**
     * @param array<string, mixed>  $hold
     * @param array<string, string> $at
     */
    #[DataProvider('clocks')]
    public function testTheClockFromTheCutToTheTray(array $hold, string $how, array $at): void
    {
        $clock = HoldClock::of(self::hold($hold), HoldWay::from($how), new \DateTimeImmutable('2027-06-02 07:00'), HouseDefaults::usual());
        foreach ($at as $time => $state) {
            $now = new \DateTimeImmutable(strlen($time) === 5 ? "2027-06-02 {$time}" : $time);
            self::assertSame($state, $clock->at($now), $time);
            self::assertStringStartsWith("hold.{$state}", Told::of($clock->words($now)));
        }
    }

    public function testTheClockSpeaks(): void
    {
        $clock = HoldClock::of(self::hold([]), HoldWay::Shaded, new \DateTimeImmutable('2027-06-02 07:00'), HouseDefaults::usual());
        self::assertSame(
            'hold.fresh span=(hold.hours hours=5) until=(hold.hour at=2027-06-02 15:00)',
            Told::of($clock->words(new \DateTimeImmutable('2027-06-02 10:00'))),
        );
        self::assertSame(
            'hold.soon span=(hold.minutes minutes=90) until=(hold.hour at=2027-06-02 15:00)',
            Told::of($clock->words(new \DateTimeImmutable('2027-06-02 13:30'))),
        );
        self::assertStringStartsWith('hold.past span=(hold.hours hours=2)', Told::of($clock->words(new \DateTimeImmutable('2027-06-02 17:00'))));
        self::assertStringContainsString(
            'span=(hold.days days=3) until=(hold.day_and_hour at=2027-06-05 07:00)',
            Told::of(HoldClock::of(
                self::hold([]),
                HoldWay::Cold,
                new \DateTimeImmutable('2027-06-02 07:00'),
                HouseDefaults::usual(),
            )->words(new \DateTimeImmutable('2027-06-02 07:00'))),
        );
    }

    public function testHeldOnlyAsTheSheetAllows(): void
    {
        $ways = static fn (int $cold): array => self::hold(['coldDays' => $cold])->ways();
        self::assertSame([[HoldWay::Shaded], [HoldWay::Shaded, HoldWay::Cold]], [$ways(0), $ways(1)], 'A day in the cold is enough.');
        foreach ([
            [['sameDay' => true, 'coldDays' => 0], 'cold'],
            [[], 'dry'],
            [['dry' => true, 'shadedHours' => 0, 'coldDays' => 0, 'sealDays' => 3], 'shaded'],
        ] as [$hold, $how]) {
            try {
                HoldClock::of(self::hold($hold), HoldWay::from($how), new \DateTimeImmutable('2027-06-02 07:00'), HouseDefaults::usual());
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertSame('how', $refused->field);
            }
        }
    }

    public function testATakeIsSpreadEvenlyNeverOverTheCap(): void
    {
        mt_srand(3);
        for ($i = 0; $i < 200; ++$i) {
            $rows = array_map(static fn (int $r) => ['row' => "row {$r}", 'plants' => [], 'count' => mt_rand(1, 40)], range(1, mt_rand(1, 6)));
            $plants = array_sum(array_column($rows, 'count'));
            $cap = mt_rand(1, 12);
            $asked = mt_rand(1, $plants * $cap);
            $sheet = TakeSheet::spread($asked, $rows, $cap, 1);
            self::assertSame($asked, array_sum(array_column($sheet['rows'], 'total')));
            foreach ($sheet['rows'] as $row) {
                self::assertLessThanOrEqual($cap, $row['each'] + ($row['more'] > 0 ? 1 : 0));
            }
            self::assertSame(min($asked, $plants), $sheet['parents']);
        }
    }

    public function testNamedParentsAndTheWalk(): void
    {
        $rows = [['row' => 'row 2', 'plants' => ['A', 'B', 'C'], 'count' => 3], ['row' => 'row 5', 'plants' => ['D', 'E'], 'count' => 2]];
        $sheet = TakeSheet::spread(12, $rows, 3, 10);
        self::assertSame([['A', 3], ['B', 3], ['C', 2]], array_map(static fn (array $n) => array_values($n), $sheet['rows'][0]['named']));
        self::assertSame([8, 4], array_column($sheet['rows'], 'total'));
        self::assertSame('take.too_few_parents parents=5 least=10', Told::of($sheet['short']));
        self::assertNull(TakeSheet::spread(12, $rows, 3, 5)['short']);
        foreach ([[16, 3, 'over_cap'], [0, 3, 'out_of_range']] as [$asked, $cap, $code]) {
            try {
                TakeSheet::spread($asked, $rows, $cap, 1);
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertSame($code, $refused->reason);
            }
        }
    }

    public function testBoxesToolsAndWhatToKeepApart(): void
    {
        $way = static fn (Pattern $pattern) => WaySheet::of($pattern->sheet(1));
        self::assertSame('take.damp_boxes boxes=2', Told::of(TakeSheet::carry($way(Pattern::SoftTip), 251, HouseDefaults::usual())));
        self::assertSame('take.bundles bundles=3 each=20', Told::of(TakeSheet::carry($way(Pattern::Hardwood), 60, HouseDefaults::usual())));
        self::assertSame('take.dry_boxes boxes=1', Told::of(TakeSheet::carry($way(Pattern::FleshyDryStart), 10, HouseDefaults::usual())));
        self::assertContains('tool.spade', Told::of(TakeSheet::tools($way(Pattern::Clump))));
        self::assertContains('tool.secateurs', Told::of(TakeSheet::tools($way(Pattern::SemiRipe))));
        self::assertStringContainsString('take.ends_slanted_below', implode(' ', Told::of(TakeSheet::keepApart($way(Pattern::SoftTip), false, false))));
        self::assertCount(3, TakeSheet::keepApart($way(Pattern::Leaf), true, true));
        self::assertSame([], Told::of(TakeSheet::keepApart($way(Pattern::Clump), false, false)));
    }
}
