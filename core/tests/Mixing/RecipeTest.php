<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Mixing;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calculations;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Mixing\MixVolume;
use WetCradle\Core\Mixing\Recipe;
use WetCradle\Core\Plan\BatchNeeds;
use WetCradle\Core\Plan\Named;
use WetCradle\Core\Plan\PlannedBatch;
use WetCradle\Core\Plan\PlansCompared;
use WetCradle\Core\Plan\ShoppingList;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

/** What a mix is made of, what a season uses up, and what changed between two plans. */
final class RecipeTest extends TestCase
{
    public function testPartsAreReadAsTheyAreWritten(): void
    {
        self::assertSame([['name' => 'perlite', 'parts' => 2.0], ['name' => 'coir', 'parts' => 1.0]], Recipe::written('perlite 2 : coir 1')->parts);
        self::assertSame([['name' => 'bark', 'parts' => 1.5]], Recipe::written(' bark 1,5 ')->parts);
        self::assertSame(
            [['name' => 'perlite', 'parts' => 1.0], ['name' => 'vermiculite', 'parts' => 1.0]],
            Recipe::written('half perlite half vermiculite')->parts,
        );
        self::assertSame([['name' => 'sharp sand', 'parts' => 1.0]], Recipe::written('sharp sand')->parts);
    }

    public function testNothingIsLostInTheSplit(): void
    {
        mt_srand(3);
        for ($i = 0; $i < 200; ++$i) {
            $recipe = Recipe::of(array_map(static fn (int $n) => ['name' => "part {$n}", 'parts' => (float) mt_rand(1, 9)], range(1, mt_rand(1, 5))));
            $litres = MixVolume::inHouse(mt_rand(0, 99), 72, 26, HouseDefaults::usual());
            self::assertEqualsWithDelta($litres, array_sum(array_column($recipe->split($litres), 'litres')), 1e-9 * max(1, $litres));
        }
        self::assertGreaterThan(
            10 * 72 * 0.026,
            MixVolume::inHouse(10, 72, 26, HouseDefaults::usual()),
            'Settling and spilling ask for more than the trays hold.',
        );
    }

    public function testAMixOfNothingIsRefused(): void
    {
        foreach ([[[], 'recipe'], [[['name' => 'a', 'parts' => -1.0]], 'recipe[0].parts'], [[['name' => 'a', 'parts' => 0.0]], 'recipe']] as [$parts, $field]) {
            try {
                Recipe::of($parts);
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertSame($field, $refused->field);
            }
        }
        $this->expectException(Refused::class);
        Calculations::registry()->compute('mix_volume', '{"recipe": [], "trays": 1, "cellsPerTray": 72, "cellMl": 26, "compaction": 1, "waste": 0}');
    }

    private static function needs(string $stickOn, int $trays, string $potOn, int $pots): BatchNeeds
    {
        return new BatchNeeds(
            new \DateTimeImmutable($stickOn),
            $trays,
            'cell 72',
            72,
            26,
            'perlite 2 : coir 1',
            // What is stuck still says how many it was.
            max(1, $trays) * 72,
            'powder, 0.3 %',
            new \DateTimeImmutable($potOn),
            $pots,
            '1 L',
            1000,
            'bark 1 : coir 1',
        );
    }

    public function testASeasonIsShoppedForByMonth(): void
    {
        $list = ShoppingList::of(
            [self::needs('2027-05-10', 4, '2027-06-20', 200), self::needs('2027-06-02', 2, '2027-07-10', 100), self::needs('2027-04-01', 0, '2027-05-15', 0)],
            HouseDefaults::usual(),
        );
        self::assertSame(['tray', 'pot', 'label', 'mix', 'mix', 'mix', 'dip'], array_column($list, 'kind'));
        $by = array_column($list, null, 'name');
        self::assertSame([6.0, ['2027-05' => 4.0, '2027-06' => 2.0]], [$by['cell 72']['total'], $by['cell 72']['months']]);
        self::assertSame([300.0, 6.0, 432.0], [$by['1 L']['total'], $by['tray label']['total'], $by['powder, 0.3 %']['total']]);
        $coir = MixVolume::inHouse(6, 72, 26, HouseDefaults::usual()) / 3 + MixVolume::inHouse(300, 1, 1000, HouseDefaults::usual()) / 2;
        self::assertEqualsWithDelta($coir, $by['coir']['total'], 1e-6, 'One thing in two mixes is bought once.');
        self::assertEquals(new \DateTimeImmutable('2027-05-10'), $by['coir']['firstOn']);
        self::assertSame([], ShoppingList::of([], HouseDefaults::usual()));
    }

    /** @param array<string, mixed> $but */
    private static function batch(string $code, array $but = []): PlannedBatch
    {
        return PlannedBatch::of(
            $but + [
                'code' => $code, 'crop' => 'Fuchsia', 'orders' => [1], 'block' => ['id' => 1, 'name' => 'FU-1'],
                'zone' => ['id' => 1, 'name' => 'A1'], 'trays' => 4, 'cuttings' => 288,
                'stickOn' => '2027-05-10', 'heldDays' => 0, 'readyOn' => '2027-08-02', 'stuck' => false,
            ],
        );
    }

    public function testWhatChangedIsSaidBatchByBatch(): void
    {
        $then = [self::batch('A'), self::batch('B'), self::batch('C'), self::batch('E')];
        $now = [
            self::batch('A'),
            self::batch(
                'C',
                [
                    'stickOn' => '2027-05-17', 'readyOn' => '2027-08-09', 'zone' => ['id' => 2, 'name' => 'A2'], 'trays' => 1, 'heldDays' => 7,
                    'block' => ['id' => 2, 'name' => 'FU-2'], 'orders' => [1, 2],
                ],
            ),
            self::batch('D', ['trays' => 1]),
            self::batch('E', ['stuck' => true]),
        ];
        $found = PlansCompared::of($then, $now);
        self::assertSame(
            [['B', 'gone'], ['D', 'added'], ['C', 'changed'], ['E', 'stuck']],
            array_map(static fn (array $c) => [$c['code'], $c['what']], $found),
        );
        self::assertSame(
            'apart part0=(plan.stuck_on now=2027-05-17 then=2027-05-10) part1=(plan.trays now=1 then=4) part2=(plan.zone now=A2 then=A1) '
                .'part3=(plan.block now=FU-2 then=FU-1) part4=(plan.held now=7 then=0) part5=(plan.ready now=2027-08-09 then=2027-08-02) part6=(plan.other_orders)',
            Told::of($found[2]['words']),
        );
        self::assertSame([], PlansCompared::of($then, $then));
        self::assertSame(['D', 'B'], array_column(PlansCompared::of([self::batch('D')], [self::batch('B')]), 'code'), 'What is gone comes first.');
        $given = self::batch('A', ['potWeek' => '2027-W31']);
        self::assertSame(['plan.potted_in monday=2027-08-02'], Told::of(array_column(PlansCompared::of([self::batch('A')], [$given]), 'words')));
        self::assertSame(['plan.potted_when_due'], Told::of(array_column(PlansCompared::of([$given], [self::batch('A')]), 'words')));
        self::assertEquals($given, PlannedBatch::of($given->toArray()));
    }

    public function testAThingIsToldByItsNumberWhateverItIsCalled(): void
    {
        $thing = static fn (int $id, string $name) => ['id' => $id, 'name' => $name];
        $stands = static fn (string $suffix, int $more = 0) => self::batch('A', [
            'block' => $thing(1 + $more, 'FU-1'.$suffix), 'zone' => $thing(2 + $more, 'A1'.$suffix), 'trayKind' => $thing(3 + $more, '72'.$suffix),
            'movesOn' => [['zone' => $thing(4 + $more, 'A2'.$suffix), 'from' => '2027-06-01']],
            'pots' => ['zone' => $thing(5 + $more, 'T1'.$suffix), 'spaced' => true],
        ]);
        self::assertSame([], PlansCompared::of([$stands('')], [$stands(' old')]), 'Called otherwise, nothing moved.');
        self::assertSame(
            [
                'apart part0=(plan.zone now=A1 then=A1) part1=(plan.tray_kind now=72 then=72) part2=(plan.goes_on zone=A2 on=2027-06-01) '
                .'part3=(plan.pots_spaced zone=T1) part4=(plan.block now=FU-1 then=FU-1)',
            ],
            Told::of(array_column(PlansCompared::of([$stands('')], [$stands('', 10)]), 'words')),
            'Called alike, others.',
        );
        $unknown = static fn (string $name) => self::batch('A', ['zone' => $thing(Named::UNKNOWN, $name)]);
        self::assertSame([], PlansCompared::of([$unknown('B9')], [$unknown('B9')]));
        self::assertCount(1, PlansCompared::of([$unknown('B9')], [$unknown('B8')]));
        $later = self::batch('A', ['movesOn' => [['zone' => $thing(4, 'A2'), 'from' => '2027-06-02']]]);
        $sooner = self::batch('A', ['movesOn' => [['zone' => $thing(4, 'A2'), 'from' => '2027-06-01']]]);
        self::assertSame(['plan.goes_on zone=A2 on=2027-06-02'], Told::of(array_column(PlansCompared::of([$sooner], [$later]), 'words')));
        self::assertSame(['plan.stays'], Told::of(array_column(PlansCompared::of([$sooner], [self::batch('A')]), 'words')));
        self::assertSame(['plan.no_place_for_pots'], Told::of(array_column(PlansCompared::of([$stands('')], [self::batch('A', [
            'block' => $thing(1, 'FU-1'), 'zone' => $thing(2, 'A1'), 'trayKind' => $thing(3, '72'),
            'movesOn' => [['zone' => $thing(4, 'A2'), 'from' => '2027-06-01']],
        ])]), 'words')));
        self::assertEquals($stands(''), PlannedBatch::of($stands('')->toArray()));
    }
}
