<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Crops;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\HouseRules;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\School;
use WetCradle\Core\Crops\SchoolEffect;
use WetCradle\Core\Crops\WaysCompared;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\RootingPace;
use WetCradle\Core\Tests\Told;

final class SheetTest extends TestCase
{
    public function testTheNearestPatternOfAWayIsOfItsMaterial(): void
    {
        foreach ([
            [Method::Runner, Material::Runner, Pattern::Runner], [Method::LeafSection, Material::Leaf, Pattern::Leaf],
            [Method::Root, Material::Root, Pattern::Root], [Method::Hardwood, Material::Hardwood, Pattern::Hardwood],
            [Method::Nodal, Material::SemiRipe, Pattern::SemiRipe], [Method::Tip, Material::Softwood, Pattern::SoftTip],
            [Method::Runner, Material::Runner, Pattern::Runner], [Method::TipLayer, Material::Layer, Pattern::TipLayer],
            [Method::AirLayer, Material::Layer, Pattern::AirLayer], [Method::Heel, Material::Greenwood, Pattern::SoftTip], [Method::Division, Material::Division, Pattern::Clump],
        ] as [$method, $material, $pattern]) {
            self::assertSame($pattern, Pattern::nearest($method, $material), "{$method->value} of {$material->value}");
        }
    }

    public function testEveryMethodHasASheetToStartFrom(): void
    {
        foreach (Method::cases() as $method) {
            foreach ($method->materials() as $material) {
                $sheet = array_replace(Pattern::nearest($method, $material)->sheet(1), ['method' => $method->value, 'material' => $material->value]);
                $read = WaySheet::of($sheet);
                self::assertEquals($sheet, $read->toArray());
                self::assertSame([$method, $material], [$read->method, $read->material]);
                self::assertGreaterThan(0, $read->plannedDaysToRoot(HouseDefaults::usual()));
            }
        }
        self::assertSame(Material::SemiRipe, WaySheet::of(Pattern::SemiRipe->sheet(1))->material);
    }

    public function testPatternsAreAsTheyWereAgreed(): void
    {
        $agreed = json_decode((string) file_get_contents(__DIR__.'/patterns.json'), true);
        foreach (Pattern::cases() as $pattern) {
            self::assertEquals($agreed[$pattern->value], $pattern->sheet(1));
        }
        self::assertCount(count(Pattern::cases()), $agreed);
    }

    public function testPatternsSayTheDaysTheyWereWrittenWith(): void
    {
        $days = array_map(static fn (Pattern $p) => WaySheet::of($p->sheet(1))->daysToRoot()->pair(), Pattern::cases());
        self::assertEquals([[14, 24], [28, 45], [60, 95], [14, 24], [30, 48], [38, 62], [18, 30], [18, 30], [12, 24], [75, 115]], $days);
    }

    public function testDaysAndThermalDaysSayTheSame(): void
    {
        foreach ([[14, 24, 1.0], [60, 95, 0.4], [8, 14, 0.93], [30, 34, 0.7]] as [$low, $high, $pace]) {
            $made = RootingPace::fromDays(Range::of($low, $high), $pace);
            self::assertEquals([$low, $high], $made->daysAt($pace)->pair());
            self::assertEqualsWithDelta($made->halfAt, $made->thermalDaysTo(0.5), 1e-9);
            // F(τ) = 1 ÷ (1 + (τ ÷ d50)^−shape), at the τ for nine tenths.
            self::assertEqualsWithDelta(0.9, 1 / (1 + ($made->thermalDaysTo(0.9) / $made->halfAt) ** -$made->shape), 1e-9);
            self::assertGreaterThan($high, $made->daysAt($pace / 2)->high);
        }
        self::assertEqualsWithDelta(20.0, RootingPace::fromDays(Range::of(20, 20), 1.0)->daysAt(1.0)->low, 1.0, 'All at once, as far as a curve can.');
    }

    public function testAPaceThatCannotBe(): void
    {
        foreach ([[0, 5, 'halfAt'], [2000, 5, 'halfAt'], [20, 0.5, 'shape'], [20, 99, 'shape']] as [$half, $shape, $field]) {
            try {
                RootingPace::of($half, $shape);
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertSame($field, $refused->field);
            }
        }
    }

    public function testEverySchoolSaysWhatItChangesForEverySheet(): void
    {
        foreach (Pattern::cases() as $pattern) {
            $sheet = WaySheet::of($pattern->sheet(1));
            foreach (School::cases() as $school) {
                foreach ($school->options() as $option) {
                    self::assertStringContainsString('effect.', Told::of(SchoolEffect::words($school, $option, $sheet, HouseDefaults::usual())));
                }
            }
        }
    }

    public function testEffectsAreWorkedOutNotWrittenDown(): void
    {
        $sheet = Pattern::SoftTip->sheet(1);
        $way = WaySheet::of($sheet);
        $better = WaySheet::of(array_replace($sheet, ['prior' => ['rate' => 0.95, 'strength' => 10, 'phi' => 20]]));
        self::assertSame(
            'effect.per_hole.several plants=99 single=80',
            Told::of(SchoolEffect::words(School::PerHole, 'several', $way, HouseDefaults::usual())),
        );
        self::assertSame(
            'effect.per_hole.several plants=100 single=95',
            Told::of(SchoolEffect::words(School::PerHole, 'several', $better, HouseDefaults::usual())),
        );
        self::assertStringContainsString(' stick=1250 ', Told::of(SchoolEffect::words(School::Surplus, 'expected', $way, HouseDefaults::usual())));
        self::assertStringContainsString(' stick=1053 ', Told::of(SchoolEffect::words(School::Surplus, 'expected', $better, HouseDefaults::usual())));
        self::assertStringContainsString(' times=9', Told::of(SchoolEffect::words(School::Surplus, 'chance', $way, HouseDefaults::usual())));
        // 52 cm of 6 cm internodes are 8 nodes; two a cutting (12 cm) when 7 cm are asked, whether or not one is below.
        self::assertStringContainsString(' gives=4 ', Told::of(SchoolEffect::words(School::Nodes, 'between', $way, HouseDefaults::usual())));
        self::assertStringContainsString(' day=18', Told::of(SchoolEffect::words(School::PottingTrigger, 'first_root', $way, HouseDefaults::usual())));
    }

    public function testASheetShapedByTheHouseFollowsIt(): void
    {
        mt_srand(11);
        for ($i = 0; $i < 60; ++$i) {
            $chosen = [];
            foreach (School::cases() as $school) {
                $options = $school->options();
                $chosen[$school->value] = $options[mt_rand(0, count($options) - 1)];
            }
            $rules = HouseRules::usual()->with(Fields::of($chosen));
            self::assertSame($chosen, $rules->toArray());
            foreach (Pattern::cases() as $pattern) {
                $way = WaySheet::of($rules->shape($pattern->sheet(1)));
                foreach ($rules->differences($way, HouseDefaults::usual()) as $difference) {
                    // What a kind needs for its own sake outweighs the house: water for what starts dry,
                    // no dip for what must not have one, nodes it cannot do without, room for several.
                    self::assertContains($difference['school'], ['water', 'dip', 'nodes', 'per_hole', 'hormone'], $pattern->value);
                }
            }
        }
    }

    public function testAWayThatDiffersSaysFromWhatAndWhatThatChanges(): void
    {
        $way = WaySheet::of(Pattern::FleshyDryStart->sheet(1));
        $differs = HouseRules::usual()->differences($way, HouseDefaults::usual());
        self::assertSame(['water'], array_column($differs, 'school'));
        self::assertSame(['school.water.mist', 'school.water.dry'], Told::of([$differs[0]['house'], $differs[0]['here']]));
        self::assertStringContainsString('effect.water.dry days=7', Told::of($differs[0]['words']));
    }

    public function testWaysInFiguresAsByHand(): void
    {
        $sheet = Pattern::SoftTip->sheet(1);
        $way = WaySheet::of($sheet);
        $figures = WaysCompared::figures($way, Beta::of(80, 20), 84, 0.4, HouseDefaults::usual());
        // Three quarters from day 14 to 24 is day 22 (rounded up), and 8 of weaning: 30 days are 30/7 weeks.
        self::assertSame([30, true], [$figures['benchDays'], $figures['warm']]);
        self::assertEqualsWithDelta(84 * 0.8 * 0.95 / 0.4 / (30 / 7), $figures['plantsPerSquareMetreWeek'], 1e-9);
        self::assertEqualsWithDelta(0.05 / (0.8 * 0.95), $figures['materialPerPlant'], 1e-12);
        self::assertLessThan(0.8, $figures['rate']['low']);

        $three = WaySheet::of(array_replace($sheet, ['hole' => ['each' => 3] + $sheet['hole']]));
        // The rate is the plant's: of three cuttings of which eight in ten root, one does not in 992 of a thousand.
        $insured = WaysCompared::figures($three, Beta::of(992, 8), 84, 0.4, HouseDefaults::usual());
        self::assertEqualsWithDelta(84 * 0.992 * 0.95 / 0.4 / (30 / 7), $insured['plantsPerSquareMetreWeek'], 1e-9);
        self::assertGreaterThan(2 * $figures['materialPerPlant'], $insured['materialPerPlant']);
        $apart = WaySheet::of(array_replace($sheet, ['hole' => ['each' => 3, 'apart' => true] + $sheet['hole']]));
        $each = WaysCompared::figures($apart, Beta::of(80, 20), 84, 0.4, HouseDefaults::usual());
        self::assertEqualsWithDelta(3 * $figures['plantsPerSquareMetreWeek'], $each['plantsPerSquareMetreWeek'], 1e-9, 'Potted apart, three of a hole are three.');
        self::assertSame($figures['materialPerPlant'], $each['materialPerPlant']);
        self::assertEquals([['path' => 'hole.each', 'one' => 1, 'other' => 3]], WaysCompared::differences($way, $three));
        self::assertSame([], WaysCompared::differences($way, WaySheet::of($sheet)));
    }

    public function testFourInAHoleTakeAQuarterOfTheHolesAndTheLastHoleIsNotFull(): void
    {
        $sheet = Pattern::SoftTip->sheet(1);
        $trays = static fn (int $each, int $cuttings, int $cells) => WaySheet::of(array_replace_recursive($sheet, ['hole' => ['each' => $each]]))
            ->traysFor($cuttings, $cells)->number;
        self::assertSame([1, 2, 1, 2], [$trays(1, 72, 72), $trays(1, 73, 72), $trays(4, 288, 72), $trays(4, 289, 72)]);
        self::assertSame([1, 1, 10, 11], [$trays(4, 1, 72), $trays(4, 3, 1), $trays(3, 30, 1), $trays(3, 31, 1)]);
    }
}
