<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Plan\StickOrder;
use WetCradle\Core\Plan\ToStick;
use WetCradle\Core\Refused;

/** The order of a day's sticking: what keeps shortest first, alike ones together. */
final class StickOrderTest extends TestCase
{
    public function testAHurriedFourAreStuckByWhatKeepsShortest(): void
    {
        $order = StickOrder::of([
            ToStick::of('HARDWOOD', 480, null, 60, 'b', ''),
            ToStick::of('TWO-DAYS', 480, 48 * 60, 60, 'a', ''),
            ToStick::of('SOFT', 480, 720, 120, 'a', 'x'),
            ToStick::of('FELTED', 480, 600, 90, 'a', 'y'),
        ], 1, 480, HouseDefaults::usual());
        self::assertSame(['FELTED', 'SOFT', 'TWO-DAYS', 'HARDWOOD'], array_column($order, 'code'));
        self::assertSame([0, 0, 0, 0], array_column($order, 'late'));
        self::assertSame([480, 570], [$order[0]['from'], $order[0]['to']]);
        self::assertSame(575, $order[1]['from'], 'Another dip takes five minutes.');
    }

    public function testAlikeOnesFollowEachOtherWhereNothingIsMadeLate(): void
    {
        $batches = static fn (int $due) => [
            ToStick::of('A1', 480, 560, 60, 'a', ''), ToStick::of('B1', 480, $due, 60, 'b', ''), ToStick::of('A2', 480, 1000, 60, 'a', ''),
        ];
        self::assertSame(['A1', 'A2', 'B1'], array_column(StickOrder::of($batches(900), 1, 480, HouseDefaults::usual()), 'code'));
        self::assertSame(
            ['A1', 'B1', 'A2'],
            array_column(StickOrder::of($batches(640), 1, 480, HouseDefaults::usual()), 'code'),
            'B1 would be late behind A2.',
        );
        self::assertSame(['A1', 'B1', 'A2'], array_column(StickOrder::of($batches(800), 1, 480, HouseDefaults::usual()), 'code'), 'A2 keeps hours longer.');
    }

    public function testWhatIsNotCutOrNotSealedYetIsWaitedForOnlyIfNothingElseIsThere(): void
    {
        $order = StickOrder::of([ToStick::of('LATER', 600, 700, 30, 'a', ''), ToStick::of('NOW', 480, null, 90, 'a', '')], 1, 480, HouseDefaults::usual());
        self::assertSame([['NOW', 480], ['LATER', 600]], array_map(static fn (array $one) => [$one['code'], $one['from']], $order));
    }

    /** @return array<string, array{list<array{int, ?int}>, int, list<string>}> minutes and due of each batch, stations, and who sticks what from when to when */
    public static function shared(): array
    {
        return [
            'one batch, three hands' => [[[600, null]], 3, ['A at 1: 480 to 680', 'A at 2: 480 to 680', 'A at 3: 480 to 680']],
            'alone as before' => [[[600, null]], 1, ['A at 1: 480 to 1080']],
            'each its own' => [[[200, null], [200, null]], 2, ['A at 1: 480 to 680', 'B at 2: 480 to 680']],
            'too little to share' => [[[60, null]], 3, ['A at 1: 480 to 540']],
            'one that keeps too short alone' => [
                [[120, 540], [300, null]], 2, ['A at 1: 480 to 540', 'A at 2: 480 to 540', 'B at 1: 540 to 690', 'B at 2: 540 to 690'],
            ],
            'late whatever is done' => [[[240, 400]], 2, ['A at 1: 480 to 600', 'A at 2: 480 to 600']],
        ];
    }

    /**
     * @param list<array{int, ?int}> $batches
     * @param list<string>           $expected
     */
    #[DataProvider('shared')]
    public function testMoreHandsStickABatchInLessTime(array $batches, int $stations, array $expected): void
    {
        $asked = array_map(static fn (array $one, int $i) => ToStick::of(chr(65 + $i), 480, $one[1], $one[0], 'a', ''), $batches, array_keys($batches));
        self::assertSame($expected, array_map(
            static fn (array $turn) => "{$turn['code']} at {$turn['station']}: {$turn['from']} to {$turn['to']}",
            StickOrder::of($asked, $stations, 480, HouseDefaults::usual()),
        ));
    }

    public function testStationsStickSideBySideAndWhatIsLateIsSaid(): void
    {
        $order = StickOrder::of(
            [ToStick::of('A', 480, 540, 60, 'a', ''), ToStick::of('B', 480, 540, 60, 'a', ''), ToStick::of('C', 480, 540, 60, 'a', '')],
            2,
            480,
            HouseDefaults::usual(),
        );
        self::assertSame([1, 2, 1], array_column($order, 'station'));
        self::assertSame([0, 0, 60], array_column($order, 'late'));
    }

    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        foreach (range(1, 25) as $seed) {
            yield "seed {$seed}" => [$seed];
        }
    }

    #[DataProvider('seeds')]
    public function testEveryoneIsStuckOnceNobodyTwiceAtATimeAndTheWorstIsNoWorseThanByAnyOtherOrder(int $seed): void
    {
        mt_srand($seed);
        $batches = [];
        for ($i = 0; $i < 5; ++$i) {
            $batches[] = ToStick::of("B{$i}", 480, mt_rand(0, 4) === 0 ? null : 480 + mt_rand(30, 400), mt_rand(10, 90), 'mix', 'dip');
        }
        $order = StickOrder::of($batches, 1, 480, HouseDefaults::usual());
        self::assertEqualsCanonicalizing(array_map(static fn (ToStick $b) => $b->code, $batches), array_column($order, 'code'));
        foreach (array_slice($order, 1) as $i => $one) {
            self::assertGreaterThanOrEqual($order[$i]['to'], $one['from']);
        }
        $best = PHP_INT_MAX;
        foreach (self::orders($batches) as $other) {
            $at = 480;
            $worst = 0;
            foreach ($other as $batch) {
                $at += $batch->minutes;
                $worst = max($worst, $batch->due === null ? 0 : $at - $batch->due);
            }
            $best = min($best, $worst);
        }
        self::assertSame($best, max([0, ...array_column($order, 'late')]));
    }

    public function testNobodyToStickIsRefused(): void
    {
        self::assertSame([], StickOrder::of([], 1, 480, HouseDefaults::usual()));
        $this->expectException(Refused::class);
        StickOrder::of([], 0, 480, HouseDefaults::usual());
    }

    /**
     * @param list<ToStick> $batches
     *
     * @return iterable<list<ToStick>>
     */
    private static function orders(array $batches): iterable
    {
        if ($batches === []) {
            yield [];
        }
        foreach ($batches as $i => $first) {
            foreach (self::orders([...array_slice($batches, 0, $i), ...array_slice($batches, $i + 1)]) as $rest) {
                yield [$first, ...$rest];
            }
        }
    }
}
