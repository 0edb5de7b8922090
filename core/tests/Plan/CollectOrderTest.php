<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\TimeOfDay;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Plan\CollectOrder;
use WetCradle\Core\Plan\Crew;
use WetCradle\Core\Refused;

/** The order of a morning's cutting, and who is there for it. */
final class CollectOrderTest extends TestCase
{
    public function testEarlyComesFirstAndWhatKeepsShortestIsCutLast(): void
    {
        $take = static fn (string $code, string $time, ?int $keeps, int $minutes = 60) => [
            'code' => $code, 'time' => TimeOfDay::from($time), 'keeps' => $keeps, 'minutes' => $minutes,
        ];
        $order = CollectOrder::of(
            [$take('DRY', 'dry', null), $take('ANY', 'any', null), $take('SOFT', 'early', 240), $take('FIRM', 'early', 600)],
            1,
            HouseDefaults::usual(),
        );
        self::assertSame(['FIRM', 'SOFT', 'ANY', 'DRY'], array_column($order, 'code'));
        self::assertSame([420, 480, 540, 600], array_column($order, 'from'));
        $alone = CollectOrder::of([$take('DRY', 'dry', null, 50)], 2, HouseDefaults::usual());
        self::assertSame([['code' => 'DRY', 'from' => 570, 'to' => 595]], $alone, 'Not before the dew has gone; two cut in half the time.');
        self::assertSame([], CollectOrder::of([], 1, HouseDefaults::usual()));
        $this->expectException(Refused::class);
        CollectOrder::of([], 0, HouseDefaults::usual());
    }

    public function testWhoIsThere(): void
    {
        $crew = Crew::read(
            Fields::of(
                [
                    'hands' => [['person' => 2, 'hours' => 38], ['person' => 3, 'hours' => 20], ['person' => 4, 'hours' => 0]],
                    'away' => [['who' => 2, 'from' => '2027-05-12', 'to' => '2027-05-13']],
                ],
            ),
        );
        $there = static fn (string $day) => $crew->thereOn(new \DateTimeImmutable($day));
        self::assertSame([2, 1, 2, 0], array_map($there, ['2027-05-11', '2027-05-12', '2027-05-14', '2027-05-15']));
    }
}
