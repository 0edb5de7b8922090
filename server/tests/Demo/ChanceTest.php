<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Demo;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Demo\Chance;
use WetCradle\Server\Demo\DemoCrop;
use WetCradle\Server\Demo\Foot;
use WetCradle\Server\Demo\Readable;

/** The dice of the made-up nursery are fair, and the same each time. */
final class ChanceTest extends TestCase
{
    public function testTheSameSeedThrowsTheSame(): void
    {
        $throw = static function (int $seed): array {
            $chance = new Chance($seed);

            return [
                $chance->between(1, 1000), $chance->unit(), $chance->normal(), $chance->binomial(300, 0.6), $chance->shareAround(0.7, 20),
                $chance->oneOf(['a', 'b', 'c']),
            ];
        };
        self::assertSame($throw(5), $throw(5));
        self::assertNotSame($throw(5), $throw(6));
    }

    public function testItStaysInItsBoundsAndNearItsMean(): void
    {
        $chance = new Chance(3);
        $sum = ['unit' => 0.0, 'few' => 0, 'many' => 0, 'share' => 0.0, 'normal' => 0.0];
        for ($i = 0; $i < 4000; ++$i) {
            $between = $chance->between(3, 9);
            self::assertTrue($between >= 3 && $between <= 9);
            $unit = $chance->unit();
            self::assertTrue($unit >= 0.0 && $unit < 1.0);
            $few = $chance->binomial(10, 0.3);
            self::assertTrue($few >= 0 && $few <= 10);
            $many = $chance->binomial(500, 0.8);
            self::assertTrue($many >= 0 && $many <= 500);
            $share = $chance->shareAround(0.7, 20);
            self::assertTrue($share > 0.0 && $share < 1.0);
            $sum = [
                'unit' => $sum['unit'] + $unit, 'few' => $sum['few'] + $few, 'many' => $sum['many'] + $many,
                'share' => $sum['share'] + $share, 'normal' => $sum['normal'] + $chance->normal(),
            ];
        }
        self::assertEqualsWithDelta(0.5, $sum['unit'] / 4000, 0.02);
        self::assertEqualsWithDelta(3.0, $sum['few'] / 4000, 0.1);
        self::assertEqualsWithDelta(400.0, $sum['many'] / 4000, 1.0);
        self::assertEqualsWithDelta(0.7, $sum['share'] / 4000, 0.01);
        self::assertEqualsWithDelta(0.0, $sum['normal'] / 4000, 0.06);
        self::assertSame([0, 7], [$chance->binomial(7, -0.2), $chance->binomial(7, 1.4)]);
    }

    public function testAFootRootsInTimeAndNeverMoreThanItEverWill(): void
    {
        $foot = new Foot(0.8, 20.0, new Chance(4));
        $last = -1.0;
        for ($day = 0; $day < 120; $day += 4) {
            $rooted = $foot->rootedBy($day);
            self::assertGreaterThanOrEqual($last, $rooted);
            self::assertLessThanOrEqual(0.8, $rooted);
            $last = $rooted;
        }
        self::assertEqualsWithDelta(0.4, $foot->rootedBy(20), 1e-9);
        self::assertSame(0, $foot->lifted(50, 2)->rooted());
        self::assertEqualsWithDelta(0.8, $foot->lifted(1000, 90)->rooted() / 1000, 0.05);
        self::assertSame(12, $foot->lifted(12, 18)->lifted());
    }

    public function testCropsAreStuckInsideTheirWindows(): void
    {
        $sheets = Readable::yaml('sheets.yaml');
        foreach (Readable::csv('crops.csv') as $row) {
            $crop = DemoCrop::read($row, $sheets[Crop::slugOf($row['name'])] ?? [], 1, 60, Timetable::at(Climate::reference(), HouseDefaults::usual()));
            $days = $crop->stickDays(new \DateTimeImmutable('2026-10-01'), new Chance(1));
            self::assertCount((int) $row['batches'], $days, $crop->name);
            foreach ($days as $day) {
                self::assertTrue($crop->windows->isOpenIn(\WetCradle\Core\Calendar\Week::containing($day)), $crop->name);
            }
            self::assertSame(
                [(float) $row['rootFrom'], (float) $row['rootTo']],
                $crop->sheet->daysToRoot()->pair(),
                'thermal days say what the plain ones did',
            );
            self::assertSame((int) $row['weaning'], $crop->sheet->weaningDays());
        }
    }

    public function testTheFilesFitTogether(): void
    {
        $crops = array_column(Readable::csv('crops.csv'), 'name');
        self::assertSame($crops, array_unique($crops));
        foreach (Readable::csv('stock.csv') as $block) {
            self::assertContains($block['crop'], $crops);
        }
        $codes = array_column(Readable::csv('stock.csv'), 'code');
        self::assertSame($codes, array_unique($codes));
        $slugs = array_map(static fn (array $row) => Crop::slugOf($row['name']), Readable::csv('crops.csv'));
        self::assertSame([], array_diff(array_keys(Readable::yaml('sheets.yaml')), $slugs));
        foreach (Readable::yaml('stories.yaml') as $story) {
            self::assertContains($story['crop'], $slugs);
        }
    }
}
