<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Plan\DayHours;
use WetCradle\Core\Plan\WorkNorms;

final class DayHoursTest extends TestCase
{
    public function testADaysWorkIsTheSumOfItsKinds(): void
    {
        $norms = WorkNorms::of(200, 120, 400, 30, ['leaf section' => 100], ['9 cm' => 60]);
        $hours = DayHours::of(
            [400, 200],
            [['cuttings' => 400, 'method' => Method::Tip], ['cuttings' => 50, 'method' => Method::LeafSection]],
            [['plants' => 30, 'pot' => '9 cm', 'setOut' => null], ['plants' => 120, 'pot' => '1 L', 'setOut' => null]],
            2,
            1,
            [6, 9],
            ['checks' => 3, 'stock' => 2, 'vents' => 1],
            $norms,
            HouseDefaults::usual(),
        );
        self::assertEqualsWithDelta([1.5, 25 / 60, 2.5, 1.5], [$hours->collect, $hours->makeUp, $hours->stick, $hours->pot], 1e-12);
        self::assertEqualsWithDelta([0.5, (30 + 40 + 5) / 60], [$hours->wean, $hours->look], 1e-12);
        self::assertEqualsWithDelta(6.0 + 100 / 60, $hours->all(), 1e-12);
        self::assertSame(0.0, DayHours::of([], [], [], 0, 0, [], ['checks' => 0, 'stock' => 0, 'vents' => 0], $norms, HouseDefaults::usual())->all());
    }

    public function testStickingBeginsWhenTheLastIsCutAndAllIsMadeUp(): void
    {
        $from = static fn (array $cutBy, int $mixes, int $dips, int $hands) => DayHours::sticksFrom(
            array_values($cutBy),
            $mixes,
            $dips,
            $hands,
            HouseDefaults::usual(),
        );
        self::assertSame(420, $from([], 0, 0, 1), 'With nothing to cut or make, when the day begins.');
        self::assertSame(420, $from([400], 0, 0, 1));
        self::assertSame(500 + 25, $from([450, 500], 2, 1, 1));
        self::assertSame(500 + 13, $from([450, 500], 2, 1, 2), 'Two share the making, up to the whole minute.');
    }
}
