<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\Filling;
use WetCradle\Core\Bench\FillingCheck;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\PlaceBatches;
use WetCradle\Core\Bench\Settings;
use WetCradle\Core\Bench\Space;
use WetCradle\Core\Bench\Stay;
use WetCradle\Core\Bench\Taken;
use WetCradle\Core\Calculations;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

final class FillingTest extends TestCase
{
    /** Houses whose best filling was proven by an exact solver: up to 30 batches, 5 zones, 20 weeks. */
    public function testItFindsTheBestThatAnExactSolverProvedAndProvesItToo(): void
    {
        $houses = json_decode((string) file_get_contents(__DIR__.'/proven.json'), true);
        self::assertCount(17, $houses);
        foreach ($houses as $i => ['input' => $input, 'expect' => ['bestScore' => $best]]) {
            $filling = PlaceBatches::read(Fields::fromJson(json_encode($input, JSON_THROW_ON_ERROR)));
            self::assertGreaterThanOrEqual($best, $filling->score());
            $filling->improve(Filling::STEPS);
            self::assertSame([$best, $best, $best], [$filling->score(), $filling->bound(), $filling->filled()->score()], "house {$i}");
        }
    }

    public function testTheSameIsAlwaysFilledTheSameAndMoreStepsAreNeverWorse(): void
    {
        $input = json_decode((string) file_get_contents(__DIR__.'/proven.json'), true)[5]['input'];
        $last = PHP_INT_MAX;
        foreach ([0, 300, 1000, 3000, 9000] as $steps) {
            [$one, $other] = array_map(static function () use ($input, $steps) {
                $filling = PlaceBatches::read(Fields::fromJson(json_encode($input, JSON_THROW_ON_ERROR)));
                $filling->improve($steps);

                return $filling->filled();
            }, [1, 2]);
            self::assertEquals($one->placed, $other->placed);
            self::assertLessThanOrEqual($last, $one->score());
            $last = $one->score();
        }
    }

    /** @param list<Stay> $stays */
    private static function howFar(array $stays, int $trays): string
    {
        $filling = new Filling(6, [Space::of('A', $trays, self::comfort([15, 25]), 6)], $stays, HouseDefaults::usual());
        $filling->improve(2000);

        return Told::fact($filling->howFar());
    }

    public function testHowFarItIsFromTheBestIsSaidAsFarAsItIsKnown(): void
    {
        self::assertSame('filling.no_better', self::howFar([self::stay('X', 4, 3, [0, 3])], 10));
        $three = array_map(static fn (string $name) => self::stay($name, 6, 6, [0, 0]), ['X', 'Y', 'Z']);
        self::assertSame('filling.most most=1 all=3 best=(filling.no_better)', self::howFar($three, 10));
        $proven = json_decode((string) file_get_contents(__DIR__.'/proven.json'), true)[16]['input'];
        $filling = PlaceBatches::read(Fields::fromJson(json_encode($proven, JSON_THROW_ON_ERROR)));
        self::assertMatchesRegularExpression('/^filling\.(most most=\d+ all=30 best=\()?filling\.not_known\)?$/', Told::fact($filling->howFar()), 'not searched yet');
        $filling->improve(9000);
        self::assertMatchesRegularExpression('/^filling\.most most=2\d all=30 best=\(filling\.at_most less=(\d|[1-4]\d)\)$/', Told::fact($filling->howFar()));
        $filling->improve(Filling::STEPS);
        self::assertMatchesRegularExpression('/^filling\.most most=2\d all=30 best=\(filling\.no_better\)$/', Told::fact($filling->howFar()));
    }

    public function testWhatStandsThereStaysAndAClosedZoneIsLeftAlone(): void
    {
        $spaces = [Space::of('A', 10, self::comfort([15, 25]), 8, [3, 4]), Space::of('B', 10, self::comfort([15, 25]), 8)];
        $standing = ['OLD' => [new Leg(1, 0, 3, 7, self::comfort([18, 20]))]];
        $filling = new Filling(8, $spaces, [self::stay('X', 4, 3, [0, 4]), self::stay('Y', 9, 3, [0, 4])], HouseDefaults::usual(), $standing);
        $filled = $filling->filled();
        self::assertSame([], $filled->unplaced);
        self::assertSame([1, 3], [$filled->placed['Y'][0]->space, $filled->placed['Y'][0]->from], 'A is out of use from week 3 and X has it before');
        self::assertSame([0, 0], [$filled->placed['X'][0]->space, $filled->placed['X'][0]->from]);
    }

    public function testNobodyJoinsThoseWhoAlreadyStandTooClose(): void
    {
        $spaces = [Space::of('A', 10, self::comfort([10, 25]), 4)];
        $standing = ['ONE' => [new Leg(0, 0, 2, 6, self::comfort([10, 12]))], 'TWO' => [new Leg(0, 0, 2, 6, self::comfort([20, 22]))]];
        $filling = new Filling(4, $spaces, [self::stay('X', 1, 2, [0, 0]), self::stay('Y', 1, 2, [0, 2])], HouseDefaults::usual(), $standing);
        self::assertSame(['Y'], array_keys($filling->filled()->placed));
    }

    public function testABatchIsPartedOrMovedMidwayOnlyWhereItMay(): void
    {
        $spaces = [Space::of('A', 6, self::comfort([15, 25]), 4, [2, 3]), Space::of('B', 6, self::comfort([15, 25]), 4, [0, 1])];
        foreach ([[false, false, 0], [false, true, 2]] as [$part, $move, $legs]) {
            $filled = (new Filling(4, $spaces, [Stay::of('X', 5, 4, 0, 0, 0, self::comfort([18, 20]), 1, $part, $move)], HouseDefaults::usual()))->filled();
            self::assertCount($legs, $filled->placed['X'] ?? []);
        }
        $spaces = [Space::of('A', 6, self::comfort([15, 25]), 4), Space::of('B', 5, self::comfort([15, 25]), 4)];
        foreach ([[false, true, []], [true, false, [6, 4]]] as [$part, $move, $trays]) {
            $filled = (new Filling(4, $spaces, [Stay::of('X', 10, 4, 0, 0, 0, self::comfort([18, 20]), 1, $part, $move)], HouseDefaults::usual()))->filled();
            self::assertSame($trays, array_map(static fn (Leg $leg) => $leg->trays, $filled->placed['X'] ?? []));
        }
    }

    public function testLikeGoesBesideLikeSoThatAnotherZoneStandsEmpty(): void
    {
        $spaces = [Space::of('A', 10, self::comfort([15, 25]), 4), Space::of('B', 10, self::comfort([15, 25]), 4)];
        $standing = ['WARM' => [new Leg(1, 0, 4, 3, self::comfort([20, 22]))]];
        $filled = (new Filling(4, $spaces, [self::stay('X', 3, 4, [0, 0], [20, 23])], HouseDefaults::usual(), $standing))->filled();
        self::assertSame(1, $filled->placed['X'][0]->space);
        $cool = ['COOL' => [new Leg(1, 0, 4, 3, self::comfort([15, 22]))]];
        self::assertSame(
            0,
            (new Filling(4, $spaces, [self::stay('X', 3, 4, [0, 0], [24, 25])], HouseDefaults::usual(), $cool))->filled()->placed['X'][0]->space,
            'not where the two could not share',
        );
    }

    /** One batch at a time, so that the best is known: the zone with which the whole house needs least. */
    public function testABatchGoesWhereTheHouseNeedsLeastForIt(): void
    {
        $draw = new Randomizer(new Mt19937(11));
        $house = HouseDefaults::usual();
        // What a house needs: by its size each warm or wet week of a zone, a little for keeping it at all, and half a degree of each jump.
        $needs = static function (Taken $taken, array $spaces) use ($house): float {
            $sum = 0.0;
            foreach ($spaces as $at => $space) {
                $last = null;
                for ($week = 0; $week < 5; ++$week) {
                    $now = $taken->setting($at, $week);
                    $size = max(1, $space->trays[$week]);
                    $sum += $now === null ? 0.0 : $size * (1.0 + max(0.0, $now['heat']) + $house->number(HouseDefault::MistAsWarmth) * $now['mist']);
                    $sum += $now === null || $last === null ? 0.0 : $size * 0.5 * abs($now['heat'] - $last);
                    $last = $now['heat'] ?? null;
                }
            }

            return $sum;
        };
        $moved = 0;
        for ($i = 0; $i < 300; ++$i) {
            $spaces = $standing = [];
            for ($at = 0; $at < 3; ++$at) {
                $spaces[] = Space::of("Z{$at}", $draw->getInt(0, 4) === 0 ? 0 : $draw->getInt(4, 12), self::comfort([2, 26]), 5, $draw->getInt(0, 5) === 0 ? [4] : []);
                if ($draw->getInt(0, 2) > 0 && $spaces[$at]->trays[0] > 0) {
                    $heat = $draw->getInt(-3, 18);
                    $comfort = self::comfort([$heat, $heat + 8], [$draw->getInt(0, 2), 3]);
                    $standing["S{$at}"] = [new Leg($at, $draw->getInt(0, 3), $draw->getInt(1, 4), 1, $comfort)];
                }
            }
            $from = $draw->getInt(0, 3);
            $heat = $draw->getInt(2, 16);
            $stay = Stay::of('X', $draw->getInt(1, 4), $draw->getInt(1, 2), $from, $from, $from, self::comfort([$heat, $heat + 8], [$draw->getInt(0, 2), 3]));
            $with = [];
            foreach (array_keys($spaces) as $at) {
                $taken = new Taken(5, $spaces);
                foreach ($standing as $name => $legs) {
                    $taken->put($name, true, ...$legs);
                }
                $leg = $stay->lay($at, $from)['leg'] ?? null;
                if ($leg !== null && $taken->fits($leg)) {
                    $taken->put('X', false, $leg);
                    $with[$at] = $needs($taken, $spaces);
                }
            }
            $filled = (new Filling(5, $spaces, [$stay], $house, $standing))->filled();
            self::assertSame($with === [], $filled->placed === []);
            if ($with !== []) {
                $lies = $filled->placed['X'][0]->space;
                self::assertEqualsWithDelta(min($with), $with[$lies], 1e-6);
                $moved += $lies === array_key_first($with) ? 0 : 1;
            }
        }
        self::assertGreaterThan(30, $moved);
    }

    public function testItGoesOnFromAPlanMadeBefore(): void
    {
        $spaces = [Space::of('A', 10, self::comfort([15, 25]), 6), Space::of('B', 10, self::comfort([15, 25]), 6)];
        $stays = [self::stay('X', 6, 3, [0, 3]), self::stay('Y', 6, 3, [0, 3])];
        $filling = new Filling(6, $spaces, $stays, HouseDefaults::usual());
        $filling->from(['X' => ['space' => 1, 'from' => 0], 'Y' => ['space' => 1, 'from' => 0], 'GONE' => ['space' => 0, 'from' => 0]]);
        $filled = $filling->filled(false);
        self::assertSame(1, $filled->placed['X'][0]->space);
        self::assertSame(0, $filled->placed['Y'][0]->space, 'two cannot lie there, and the other zone is as good');
        self::assertFalse($filling->improve(50), 'nothing can cost less than nothing');
    }

    public function testItSaysHowTheHouseWasBefore(): void
    {
        $spaces = [Space::of('A', 10, self::comfort([15, 25]), 6, [4]), Space::of('B', 10, self::comfort([15, 25]), 6)];
        $filling = new Filling(6, $spaces, [self::stay('X', 6, 3, [0, 3]), self::stay('Y', 6, 3, [0, 3])], HouseDefaults::usual());
        $was = $filling->asItWas(['X' => ['space' => 0, 'from' => 3], 'Y' => ['space' => 1, 'from' => 0]]);
        self::assertSame(['X'], $was['without'], 'A is out of use in its second week.');
        self::assertSame(10 * 18.0 * 3, $was['heat'], 'B is kept at 18 degrees for three weeks.');
        self::assertSame(['X', 'Y'], $filling->asItWas([])['without']);
        $standing = ['OLD' => [new Leg(1, 0, 2, 7, self::comfort([18, 20]))]];
        $beside = new Filling(6, $spaces, [self::stay('Y', 6, 3, [0, 3])], HouseDefaults::usual(), $standing);
        self::assertSame(['Y'], $beside->asItWas(['Y' => ['space' => 1, 'from' => 0]])['without'], 'What stands there leaves no room for it.');
        self::assertSame([], $beside->asItWas(['Y' => ['space' => 1, 'from' => 2]])['without']);
        self::assertSame([], $filling->filled()->unplaced);
        self::assertSame([2, 0, 0], [$filling->count(), $filling->score(), $filling->bound()]);
    }

    public function testTheSettingIsCoolAndDoesNotJumpWhereItNeedNot(): void
    {
        $spaces = [Space::of('A', 30, self::comfort([15, 25]), 4)];
        $standing = [
            'P' => [new Leg(0, 0, 1, 3, self::comfort([20, 24]))],
            'Q' => [new Leg(0, 0, 3, 3, self::comfort([18, 24]))],
            'R' => [new Leg(0, 2, 1, 3, self::comfort([16, 19]))],
        ];
        $found = Settings::of((new Filling(4, $spaces, [], HouseDefaults::usual(), $standing))->filled()->taken, 2.0);
        self::assertSame([[0, 20.0], [1, 20.0], [2, 18.0]], array_map(static fn (array $one) => [$one['week'], $one['heat']], $found));
    }

    public function testBadInputNamesItsField(): void
    {
        $good = [
            'weeks' => 6,
            'zones' => [['id' => 'Z', 'trays' => 9, 'heat' => [10, 20], 'mist' => [0, 3]]],
            'batches' => [
                [
                    'id' => 'J', 'trays' => 3, 'weeks' => 2, 'earliest' => 0, 'latest' => 3, 'preferred' => 1, 'heat' => [12, 14],
                    'mist' => [1, 2], 'weight' => 2,
                ],
            ],
        ];
        $wrong = [
            ['weeks', 'weeks', 0], ['batches[0].weight', 'batches.0.weight', -1], ['batches[0].trays', 'batches.0.trays', 0],
            ['batches[0].heat', 'batches.0.heat', [20, 10]],
            ['batches[0].latest', 'batches.0.earliest', 5], ['zones[0].colour', 'zones.0.colour', 'red'],
            ['zones[0].mist', 'zones.0.mist', 3], ['batches[0].weeks', 'batches.0.weeks', 7],
        ];
        foreach ($wrong as [$field, $path, $value]) {
            [$list, , $name] = [...explode('.', $path), '', ''];
            $input = $list === 'weeks'
                ? [$list => $value] + $good
                : [$list => [[$name => $value] + ($list === 'zones' ? $good['zones'][0] : $good['batches'][0])]] + $good;
            try {
                Calculations::registry()->compute('place_batches', json_encode($input, JSON_THROW_ON_ERROR));
                self::fail("{$field} should have been refused.");
            } catch (Refused $refused) {
                self::assertSame($field, $refused->field);
            }
        }
        $good['batches'][1] = $good['batches'][0];
        self::assertSame(
            'batches[1].id: refused.place_batches.taken id=J',
            Told::refusal(static fn () => Calculations::registry()->compute('place_batches', json_encode($good, JSON_THROW_ON_ERROR))),
        );
    }

    /** Made-up houses of every kind: whatever was found, the check finds no fault in it and the score is what it says. */
    public function testAFillingIsNeverAtFault(): void
    {
        mt_srand(4);
        for ($house = 0; $house < 40; ++$house) {
            $weeks = mt_rand(2, 12);
            $spaces = $stays = $standing = [];
            for ($i = 0; $i < mt_rand(1, 4); ++$i) {
                $spaces[] = Space::of(
                    "Z{$i}",
                    mt_rand(0, 30),
                    self::comfort([mt_rand(5, 14), mt_rand(18, 26)], [0, mt_rand(0, 3)]),
                    $weeks,
                    mt_rand(0, 3) === 0 ? [mt_rand(0, $weeks - 1)] : [],
                );
            }
            for ($i = 0; $i < 12; ++$i) {
                $heat = mt_rand(8, 20);
                $leg = new Leg(mt_rand(0, count($spaces) - 1), mt_rand(0, $weeks - 1), 1, mt_rand(1, 20), self::comfort([$heat, $heat + 3]));
                if ($i < 2) {
                    $standing["S{$i}"] = [$leg];
                    continue;
                }
                $earliest = mt_rand(0, $weeks);
                $stays[] = Stay::of(
                    "B{$i}",
                    mt_rand(1, 30),
                    mt_rand(1, 5),
                    $earliest,
                    $earliest + mt_rand(0, 4),
                    $earliest,
                    self::comfort([$heat, $heat + 3], [mt_rand(0, 1), 2]),
                    mt_rand(1, 5),
                    mt_rand(0, 1) === 1,
                    mt_rand(0, 1) === 1,
                );
            }
            $filling = new Filling($weeks, $spaces, $stays, HouseDefaults::usual(), $standing, $house);
            $filling->improve(200);
            $filled = $filling->filled();
            self::assertSame([], FillingCheck::faults($weeks, $spaces, $stays, $filled->placed, $standing));
            self::assertLessThanOrEqual($filling->score(), $filled->score());
            self::assertCount(count($stays), [...$filled->placed, ...$filled->unplaced]);
        }
    }

    /**
     * @param array{0: int, 1: int} $window
     * @param array{0: int, 1: int} $heat
     */
    private static function stay(string $name, int $trays, int $weeks, array $window, array $heat = [18, 20]): Stay
    {
        return Stay::of($name, $trays, $weeks, $window[0], $window[1], $window[0], self::comfort($heat));
    }

    /**
     * @param array{0: int, 1: int} $heat
     * @param array{0: int, 1: int} $mist
     */
    private static function comfort(array $heat, array $mist = [0, 3]): Comfort
    {
        return Comfort::of(Range::of(...$heat), Range::of(...$mist));
    }
}
