<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Crops;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calculations;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Plan\Crew;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Refused;

/** What may be entered, to the last value that is taken and the first that is not. */
final class LimitsTest extends TestCase
{
    private const LONG = 'x';

    /** @return iterable<string, array{0: string, 1: mixed, 2: mixed, 3?: array<string, mixed>}> path, the last value taken, the first refused */
    public static function sheets(): iterable
    {
        yield 'shortest cut' => ['cut.lengthCm', [0.5, 200], [0.4, 200]];
        yield 'longest cut' => ['cut.lengthCm', [0.5, 200], [0.5, 201]];
        foreach (['nodesBelow', 'nodesAbove'] as $nodes) {
            yield "most {$nodes}" => ["cut.{$nodes}", 20, 21];
            yield "least {$nodes}" => ["cut.{$nodes}", 0, -1];
        }
        yield 'most plantlets' => ['cut.plantlets', 2, 3];
        yield 'least plantlets' => ['cut.plantlets', 1, 0];
        yield 'longest in shade' => ['hold.shadedHours', 336, 337];
        yield 'least in shade' => ['hold.shadedHours', 1, 0];
        yield 'longest cold' => ['hold.coldDays', 240, 241, ['hold.sameDay' => false]];
        yield 'cold on the same day' => ['hold.coldDays', 0, 1, ['hold.sameDay' => true]];
        yield 'longest sealing' => ['hold.sealDays', 30, 31, ['hold.dry' => true, 'hold.shadedHours' => 0, 'hold.sameDay' => false]];
        yield 'least sealing' => ['hold.sealDays', 1, 0, ['hold.dry' => true, 'hold.shadedHours' => 0, 'hold.sameDay' => false]];
        yield 'sealing of what is not dry' => ['hold.sealDays', 0, 1];
        yield 'strongest' => ['hormone.ppm', 50_000, 50_001, ['hormone.kind' => 'powder', 'hormone.what' => 'IBA']];
        yield 'weakest' => ['hormone.ppm', 1, 0, ['hormone.kind' => 'powder', 'hormone.what' => 'IBA']];
        yield 'strength of none' => ['hormone.ppm', null, 1, ['hormone.kind' => 'none', 'hormone.what' => null]];
        yield 'most to a hole' => ['hole.each', 20, 21];
        yield 'least to a hole' => ['hole.each', 1, 0];
        yield 'deepest' => ['hole.depthCm', 40, 40.1];
        yield 'least deep' => ['hole.depthCm', 0, -0.1];
        yield 'most mist' => ['water.mist', [1, 3], [1, 4]];
        yield 'whole levels, low' => ['water.mist', [1, 3], [1.5, 3]];
        yield 'whole levels, high' => ['water.mist', [1, 2], [1, 2.5]];
        yield 'mist without mist' => ['water.mist', [0, 1], [0, 2], ['water.regime' => 'cover']];
        yield 'mist that is none' => ['water.mist', [0, 1], [0, 0]];
        yield 'warmest mix' => ['warmth.medium', [18, 35], [18, 41]];
        yield 'coldest mix' => ['warmth.medium', [-5, 22], [-6, 22]];
        yield 'longest light' => ['light.hours', 24, 24.1];
        yield 'least light' => ['light.hours', 0, -0.1];
        yield 'strength of the prior' => ['prior.strength', 10_000, 10_001];
        yield 'spread of the prior' => ['prior.phi', 10_000, 10_001];
        yield 'longest step of weaning' => ['weaning', [['days' => 120, 'what' => 'less']], [['days' => 121, 'what' => 'less']]];
        yield 'shortest step of weaning' => ['weaning', [['days' => 1, 'what' => 'less']], [['days' => 0, 'what' => 'less']]];
        yield 'most steps of weaning' => ['weaning', array_fill(0, 10, ['days' => 1, 'what' => 'less']), array_fill(0, 11, ['days' => 1, 'what' => 'less'])];
        yield 'most windows' => [
            'windows',
            array_fill(0, 6, ['from' => 20, 'to' => 21, 'sign' => 'snaps']),
            array_fill(0, 7, ['from' => 20, 'to' => 21, 'sign' => 'snaps']),
        ];
        yield 'last week' => ['windows', [['from' => 53, 'to' => 53, 'sign' => 'snaps']], [['from' => 53, 'to' => 54, 'sign' => 'snaps']]];
        yield 'first week' => ['windows', [['from' => 1, 'to' => 5, 'sign' => 'snaps']], [['from' => 0, 'to' => 5, 'sign' => 'snaps']]];
        yield 'dearest' => ['costEach', 1000, 1000.1];
        yield 'cheapest' => ['costEach', 0, -0.1];
        yield 'longest rooting' => ['rooting', ['days' => [1, 730]], ['days' => [1, 731]]];
        yield 'growing on' => ['potting.growOnDays', 1500, 1501];
        yield 'survival' => ['potting.survivalStrength', 10_000, 10_001];
        yield 'degree-days' => ['potting.degreeDays', 20_000, 20_001, ['potting.growBase' => 5]];
        yield 'base of growth, warm' => ['potting.growBase', 30, 30.1, ['potting.degreeDays' => 600]];
        yield 'base of growth, cold' => ['potting.growBase', -10, -10.1, ['potting.degreeDays' => 600]];
        foreach (['mix.parts' => 200, 'light.cover' => 120, 'note' => 1000, 'safety' => 500, 'potting.pot' => 60, 'potting.mix' => 200] as $path => $most) {
            yield "length of {$path}" => [$path, str_repeat(self::LONG, $most), str_repeat(self::LONG, $most + 1)];
        }
    }

    public function testDegreeDaysAndTheirBaseBelongTogether(): void
    {
        foreach (['degreeDays' => ['potting.growBase' => 5], 'growBase' => ['potting.degreeDays' => 600]] as $missing => $says) {
            try {
                WaySheet::of(self::with(Pattern::SoftTip->sheet(1), $says));
                self::fail("{$missing} is not missed.");
            } catch (Refused $refused) {
                self::assertSame(['missing', "potting.{$missing}"], [$refused->reason, $refused->field]);
            }
        }
    }

    /** @param array<string, mixed> $besides what else the sheet says */
    #[DataProvider('sheets')]
    public function testASheetIsTakenToItsLimitsAndNoFurther(string $path, mixed $last, mixed $first, array $besides = []): void
    {
        $read = static fn (mixed $value) => WaySheet::of(self::with(Pattern::SoftTip->sheet(1), [$path => $value] + $besides));
        self::assertInstanceOf(WaySheet::class, $read($last));
        try {
            $read($first);
            self::fail('That was taken.');
        } catch (Refused $refused) {
            self::assertSame(explode('.', $path)[0], explode('.', str_replace('[', '.', $refused->field))[0]);
        }
    }

    /**
     * @return iterable<string, array{
     *     string, array<string, mixed>, string, mixed, mixed,
     * }> calculation, its input, path, the last value taken, the first refused
     */
    public static function calculations(): iterable
    {
        $shoot = [
            'shootCm' => 50, 'dropTipCm' => 3, 'internodeCm' => 5, 'nodesBelow' => 1, 'nodesAbove' => 1, 'minLengthCm' => 7,
            'rootsBetweenNodes' => false,
        ];
        foreach ([
            'shootCm' => 10_000, 'dropTipCm' => 10_000, 'internodeCm' => 1000, 'nodesBelow' => 50, 'nodesAbove' => 50, 'minLengthCm' => 1000,
        ] as $field => $most) {
            yield "shoot, most {$field}" => ['cuttings_per_shoot', $shoot, $field, $most, $most + 1];
        }
        foreach (['shootCm', 'dropTipCm', 'nodesBelow', 'nodesAbove', 'minLengthCm'] as $field) {
            yield "shoot, least {$field}" => ['cuttings_per_shoot', $shoot, $field, 0, -1];
        }
        $mix = ['recipe' => [['name' => 'perlite', 'parts' => 1]], 'trays' => 2, 'cellsPerTray' => 72, 'cellMl' => 20, 'compaction' => 1.1, 'waste' => 0.05];
        foreach (['compaction' => 10, 'waste' => 10, 'cellMl' => 1_000_000] as $field => $most) {
            yield "mix, most {$field}" => ['mix_volume', $mix, $field, $most, $most + 0.5];
            yield "mix, least {$field}" => ['mix_volume', $mix, $field, 0, -0.5];
        }
        $clumps = ['start' => 10, 'multiplication' => 3, 'survival' => 0.9, 'target' => 100, 'maxYears' => 8];
        foreach (['multiplication' => 1000, 'survival' => 1, 'maxYears' => 200] as $field => $most) {
            yield "clumps, most {$field}" => ['division_path', $clumps, $field, $most, $most + 1];
        }
        $takes = [
            'plants' => 10, 'shootsPerPlant' => 20, 'maxShoots' => 40, 'capShare' => 0.5, 'branching' => 2, 'recoveryWeeks' => 4,
            'takes' => [['week' => 1, 'cuttings' => 10]],
        ];
        foreach (['maxShoots' => 100_000, 'capShare' => 1, 'branching' => 100, 'recoveryWeeks' => 520] as $field => $most) {
            yield "takes, most {$field}" => ['stock_takes', $takes, $field, $most, $most + 1];
        }
        yield 'takes, last week' => ['stock_takes', $takes, 'takes', [['week' => 100_000, 'cuttings' => 1]], [['week' => 100_001, 'cuttings' => 1]]];
        $dilution = ['stockPpm' => 10_000, 'targetPpm' => 1000, 'finalMl' => 500];
        yield 'dilution, strongest' => ['dilution', $dilution, 'stockPpm', 1_000_000, 1_000_001];
        yield 'dilution, most' => ['dilution', $dilution, 'finalMl', 1e9, 1e9 + 1];
        yield 'dilution, as strong as the stock' => ['dilution', $dilution, 'targetPpm', 10_000, 10_001];
        yield 'ready, rooted of lifted' => [
            'ready_check',
            ['lifted' => 8, 'rooted' => 4, 'threshold' => 0.8, 'priorA' => 1, 'priorB' => 1, 'sure' => 0.9],
            'rooted',
            8,
            9,
        ];
    }

    /** @param array<string, mixed> $input */
    #[DataProvider('calculations')]
    public function testACalculationIsTakenToItsLimitsAndNoFurther(string $name, array $input, string $field, mixed $last, mixed $first): void
    {
        $asked = static fn (mixed $value) => Calculations::registry()->compute(
            $name,
            json_encode([$field => $value] + $input, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION),
        );
        self::assertNotSame([], $asked($last));
        $this->expectException(Refused::class);
        $asked($first);
    }

    public function testAMemberOfTheCrewAndANormHaveLimits(): void
    {
        $hours = static fn (float $hours) => Crew::read(Fields::of(['hands' => [['person' => 1, 'hours' => $hours]], 'away' => []]));
        $norm = static fn (int $many) => WorkNorms::read(
            Fields::of(
                [
                    'stuckAnHour' => $many, 'pottedAnHour' => 1, 'collectedAnHour' => 1, 'weanedAnHour' => 1, 'stuckBy' => new \stdClass(),
                    'pottedBy' => new \stdClass(),
                ],
            ),
        );
        self::assertCount(1, $hours(80)->hands);
        self::assertSame(5000, $norm(5000)->stuckAnHour);
        foreach ([static fn () => $hours(80.5), static fn () => $hours(-1), static fn () => $norm(5001), static fn () => $norm(0)] as $wrong) {
            try {
                $wrong();
                self::fail('That was taken.');
            } catch (Refused $refused) {
                self::assertNotSame('', $refused->field);
            }
        }
    }

    /**
     * @param array<string, mixed> $sheet
     * @param array<string, mixed> $says  by path
     *
     * @return array<string, mixed>
     */
    private static function with(array $sheet, array $says): array
    {
        foreach ($says as $path => $value) {
            $parts = explode('.', $path);
            if (count($parts) === 1) {
                $sheet[$path] = $value;
            } else {
                $part = $sheet[$parts[0]] ?? null;
                self::assertIsArray($part);
                $sheet[$parts[0]] = [$parts[1] => $value] + $part;
            }
        }

        return $sheet;
    }
}
