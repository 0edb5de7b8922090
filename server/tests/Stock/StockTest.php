<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Stock;

use WetCradle\Server\Tests\House;

/** What a block can give, as takes are planned, made and grown over. */
final class StockTest extends House
{
    private const BLOCK = [
        'code' => 'CA-9', 'crop' => 'catmint-millrace', 'place' => 'New bed', 'plants' => 50, 'shoots' => 20, 'maxShoots' => 40,
        'recoveryWeeks' => 4, 'plantedYear' => 2025,
    ];

    /** By hand: 168 off 50 plants is 4 of 20 shoots; of the 16 left half is 8. Grown back to 24 after four weeks, half is 12. */
    public function testAPlannedTakeIsFeltUntilThePlantsHaveGrownBack(): void
    {
        $this->signIn();
        $this->ask('POST', '/api/stock', self::BLOCK);
        self::assertSame([500, 500], $this->left('2027-W22'));
        $batch = $this->plan('CA-9', 2, '2027-06-01');
        self::assertSame(400, $this->left('2027-W23')[0]);
        self::assertSame(400, $this->left('2027-W25')[0], 'Three weeks later they have not grown back.');
        self::assertSame(600, $this->left('2027-W27')[0], 'Five weeks later they have, and branched.');
        self::assertSame(500, $this->left('2027-W21')[0], 'Half now leaves enough for what is planned then.');

        $told = $this->refused(422, 'POST', '/api/batches', ['trays' => 5] + $this->body('CA-9', '2027-06-10'));
        self::assertSame(['no_material', 'block'], [$told['code'], $told['field']]);
        self::assertStringContainsString('20 short: can give 400 (of 500; the plants are growing back)', $told['message']);

        $this->ask(
            'PUT',
            "/api/batches/{$batch['code']}",
            ['version' => $batch['version'], 'trays' => 2, 'stickOn' => '2027-06-01', 'block' => 'CA-9', 'zone' => $this->mist(), 'calledOff' => true],
        );
        self::assertSame([500, 500], $this->left('2027-W23'));
    }

    public function testWhatWasReallyTakenCountsOnceItIsStuck(): void
    {
        $this->signIn();
        $this->ask('POST', '/api/stock', self::BLOCK);
        $this->ask('POST', '/api/stock/CA-9/inspections', ['clean' => true]);
        $batch = $this->plan('CA-9', 2, '2027-05-12');
        $stuck = $this->ask(
            'POST',
            "/api/batches/{$batch['code']}/stick",
            ['on' => '2027-05-12', 'stuck' => 130, 'tooPoor' => 15, 'trays' => 2, 'mix' => 'perlite', 'people' => []],
        );
        self::assertSame(400, $this->left('2027-W20')[0], '145 are 3 of each plant, stuck or thrown; half of the 17 left is 8.');
        $this->ask('POST', "/api/batches/{$batch['code']}/undo", ['act' => $stuck['acts'][0]['id']]);
        self::assertSame(400, $this->left('2027-W20')[0], 'Undone, the plan speaks again.');
    }

    public function testTheWeekSaysWhetherTheMaterialIsRight(): void
    {
        $this->signIn('visitor');
        $in = fn (string $week) => $this->block('CA-1', $week)['window']['opensIn'];
        self::assertSame(0, $in('2027-W20'));
        self::assertSame(2, $in('2027-W16'));
        self::assertGreaterThan(30, $in('2027-W30'));
    }

    public function testABlockThatCannotBe(): void
    {
        $this->signIn();
        $wrongs = [
            ['plantedYear' => 2031],
            ['plantedYear' => 1800],
            ['plantedOn' => '2024-12-31'],
            ['plantedOn' => 'in spring'],
            ['shoots' => 0],
            ['plants' => -3],
            ['recoveryWeeks' => 99],
            ['code' => 'MUCH-TOO-LONG'],
            ['code' => '1/2'],
            ['place' => ''],
            ['crop' => 'moonflower'],
            ['maxShoots' => 10],
            ['capShare' => 1.5],
            ['branching' => -1,
            ],
            ['internodeCm' => 0], ['replaceAfter' => 1], ['minParents' => 0], ['origin' => 'the moon'], ['permitUntil' => 'soon'], ['survival' => 2]];
        foreach ($wrongs as $wrong) {
            self::assertSame(array_key_first($wrong), $this->refused(422, 'POST', '/api/stock', $wrong + self::BLOCK)['field']);
        }
        foreach ([['shootCm' => 40, 'internodeCm'], ['multiplication' => 3, 'survival']] as $half) {
            self::assertSame(['missing', array_pop($half)], array_slice(array_values($this->refused(422, 'POST', '/api/stock', $half + self::BLOCK)), 0, 2));
        }
        self::assertNotContains('CA-9', array_column($this->ask('GET', '/api/stock')['blocks'], 'code'));
    }

    public function testHowOldItsPlantsAreCountsFromTheirDayWhereThatIsKnown(): void
    {
        $this->signIn();
        $codes = fn (string $week) => array_column($this->ask('GET', '/api/stock/CA-9?week='.$week)['against'], 'words', 'code');
        $saved = $this->ask('POST', '/api/stock', ['plantedYear' => 2026, 'plantedOn' => '2026-06-09'] + self::BLOCK);
        self::assertSame('2026-06-09', $saved['block']['plantedOn']);
        self::assertSame('Planted on 9 Jun 2026: nothing is taken before 9 Jun 2027.', $codes('2027-W20')['too_young']);
        self::assertArrayHasKey('too_young', $codes('2027-W23'), 'Monday is two days too soon.');
        self::assertArrayNotHasKey('too_young', $codes('2027-W24'));
        $now = $this->ask('PUT', '/api/stock/CA-9', ['plantedOn' => ''] + $saved['block']);
        self::assertNull($now['block']['plantedOn']);
        self::assertArrayNotHasKey('too_young', $codes('2027-W20'), 'By its year it is old enough.');
        $told = $this->refused(422, 'PUT', '/api/stock/CA-9', ['plantedYear' => 2027, 'plantedOn' => '2027-05-13'] + $now['block']);
        self::assertSame('plantedOn', $told['field'], 'That is tomorrow.');
    }

    public function testOfTwoPlantletsEachRunnerGivesTwo(): void
    {
        $this->signIn();
        $code = (string) $this->db()->fetchOne("SELECT k.code FROM stock_block k JOIN crop c ON c.id = k.crop_id WHERE c.name LIKE 'Strawberry%' ORDER BY k.code");
        $one = $this->ask('GET', '/api/stock/'.$code.'?week=2027-W27');
        $way = array_values(array_filter(
            $this->ask('GET', '/api/crops/'.$one['cropSlug'])['sheets'],
            static fn (array $way) => $way['house'],
        ))[0];
        $sheet = ['cut' => ['plantlets' => 2] + $way['sheet']['cut']] + $way['sheet'];
        self::assertSame('runner', $sheet['method']);
        $this->ask('PUT', '/api/ways/'.$way['id'], ['version' => $way['version'], 'name' => $way['name'], 'why' => 'two a runner', 'sheet' => $sheet]);
        $two = $this->ask('GET', '/api/stock/'.$code.'?week=2027-W27');
        self::assertSame([1, 2], [$one['perShoot'], $two['perShoot']]);
        self::assertSame(2 * $one['canGive'], $two['canGive']);
    }

    public function testABlockIsEditedAndTwoPeopleMeet(): void
    {
        $this->signIn();
        $block = $this->ask('POST', '/api/stock', self::BLOCK);
        $now = $this->ask(
            'PUT',
            '/api/stock/CA-9',
            [
                'shoots' => 30, 'shootCm' => 60, 'tipCm' => 8, 'internodeCm' => 6, 'multiplication' => 3, 'survival' => 0.9,
                'target' => 1500, 'plants' => 60,
            ] + $block['block'],
        );
        self::assertSame(['clumps' => [60, 162, 437, 1179, 3183], 'firstYear' => 2027, 'years' => 4, 'holdEachYear' => 883, 'target' => 1500], $now['path']);
        self::assertSame(900, $now['canGive']);
        self::assertSame(1, $now['perShoot'], 'A tip cutting is one a shoot, however long it is.');
        self::assertSame(60, $this->refused(409, 'PUT', '/api/stock/CA-9', ['plants' => 12] + $block['block'])['theirs']['plants'] ?? 0);
        self::assertSame('in_use', $this->refused(422, 'DELETE', '/api/stock/CA-1')['code']);
        $this->ask('DELETE', '/api/stock/CA-9');
        self::assertSame(404, $this->send('GET', '/api/stock/CA-9')->getStatusCode());
    }

    public function testAShootOfAStemMakesSeveral(): void
    {
        $this->signIn('visitor');
        $block = $this->ask('GET', '/api/stock/HN-1');
        self::assertSame(4, $block['perShoot'], '52 cm at 6 cm are 8 nodes, and 7 cm take two.');
        self::assertSame(90 * 3 * 4, $block['canGive']);
        self::assertGreaterThan(0, count($block['season']['course']));
    }

    public function testAPlantStandsInOneBlockOnly(): void
    {
        $this->signIn();
        $this->ask('POST', '/api/stock', ['plants' => 2] + self::BLOCK);
        self::assertSame(
            ['taken', 'label'],
            array_slice(array_values($this->refused(422, 'POST', '/api/stock/CA-9/plants', ['label' => 'ho-1 f3', 'row' => 'row 1'])), 0, 2),
        );
        self::assertSame(
            'unknown_choice',
            $this->refused(422, 'POST', '/api/stock/CA-9/plants', ['label' => 'CA-9 c', 'row' => 'row 1', 'sex' => 'both'])['code'],
        );
        $this->ask('POST', '/api/stock/CA-9/plants', ['label' => 'CA-9 a', 'row' => 'row 1', 'sex' => 'female']);
        $with = $this->ask('POST', '/api/stock/CA-9/plants', ['label' => 'CA-9 b', 'row' => 'row 1']);
        self::assertSame(['CA-9 a', 'CA-9 b'], array_column($with['named'], 'label'));
        self::assertSame('out_of_range', $this->refused(422, 'POST', '/api/stock/CA-9/plants', ['label' => 'CA-9 c', 'row' => 'row 1'])['code']);
        self::assertSame('plants', $this->refused(422, 'PUT', '/api/stock/CA-9', ['plants' => 1] + $with['block'])['field']);
        self::assertCount(1, $this->ask('DELETE', "/api/stock/CA-9/plants/{$with['named'][0]['id']}")['named']);
    }

    /** @return array{0: int, 1: int} left and cap of CA-9 */
    private function left(string $week): array
    {
        $block = $this->block('CA-9', $week);

        return [$block['left'], $block['canGive']];
    }

    /** @return array<string, mixed> */
    private function block(string $code, string $week): array
    {
        foreach ($this->ask('GET', '/api/stock?week='.$week)['blocks'] as $block) {
            if ($block['code'] === $code) {
                return $block;
            }
        }
        self::fail("There is no block {$code}.");
    }

    /** @return array<string, mixed> */
    private function plan(string $block, int $trays, string $day): array
    {
        return $this->ask('POST', '/api/batches', ['trays' => $trays] + $this->body($block, $day));
    }

    /** @return array<string, mixed> */
    private function body(string $block, string $day): array
    {
        $wanted = $this->ask(
            'POST',
            '/api/wanted',
            ['crop' => 'catmint-millrace', 'plants' => 60, 'pot' => 1, 'readyWeek' => '2027-W36', 'priority' => 'nice'],
        );

        return ['wanted' => $wanted['id'], 'trayKind' => 3, 'trays' => 1, 'confidence' => 0.9, 'stickOn' => $day, 'block' => $block, 'zone' => $this->mist()];
    }

    private function mist(): int
    {
        return (int) ($this->db()->fetchOne("SELECT id FROM zone WHERE name = 'Roomy'") ?: $this->ask(
            'POST',
            '/api/zones',
            [
                'name' => 'Roomy', 'house' => 'Mist house', 'kind' => 'mist', 'trays' => 90, 'heatLow' => 16, 'heatHigh' => 24,
                'mistLow' => 1, 'mistHigh' => 3, 'length' => 24, 'width' => 2,
            ],
        )['id']);
    }
}
