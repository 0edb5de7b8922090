<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Bench;

use WetCradle\Server\Tests\House;

/** The house filled again: what would change, making it so, undoing it; and what every zone says to a batch. */
final class FillTest extends House
{
    public function testFillingFindsAPlaceForWhatAClosedZoneDrivesOutAndIsUndone(): void
    {
        $this->signIn();
        $before = $this->places();
        $found = $this->ask('POST', '/api/bench/fill', ['round' => 1]);
        self::assertSame([5, 0], [$found['gains']['withoutPlaceNow'], $found['gains']['withoutPlaceThen']], 'Mist 1 is closed in autumn.');
        self::assertGreaterThanOrEqual($found['bound'], $found['score']);
        self::assertSame($before, $this->places(), 'Nothing moves until it is asked for.');
        $tried = $this->ask('POST', '/api/plan/moves/try', ['moves' => array_column($found['moves'], 'move')]);
        foreach ($tried['batches'] as $one) {
            self::assertSame([], array_filter($one['breaks'], static fn (array $b) => $b['hard']), $one['code']);
        }
        $made = $this->ask('POST', '/api/plan/moves', ['moves' => array_column($found['moves'], 'move'), 'why' => 'Filling the house']);
        self::assertSame(0, $this->ask('POST', '/api/bench/fill')['gains']['withoutPlaceNow']);
        self::assertNotSame($before, $this->places());
        $this->ask('POST', "/api/plan/versions/{$made['version']}/back", ['batches' => $made['batches']]);
        self::assertSame($before, $this->places());
    }

    public function testTheSameFillingIsFoundAgainAndGoesOnFromItself(): void
    {
        $this->signIn();
        $one = $this->ask('POST', '/api/bench/fill', ['round' => 1]);
        self::assertSame($one['moves'], $this->ask('POST', '/api/bench/fill', ['round' => 1])['moves']);
        self::assertLessThanOrEqual($one['score'], $this->ask('POST', '/api/bench/fill', ['round' => 2, 'before' => $one['plan']])['score']);
    }

    public function testWhatIsLockedStaysAndIsNamedAsInTheWay(): void
    {
        $this->signIn();
        $driven = $this->ask('POST', '/api/bench/fill')['moves'][0]['code'];
        self::assertTrue($this->ask('POST', "/api/batches/{$driven}/lock", ['locked' => true])['locked']);
        self::assertNotContains($driven, array_column($this->ask('POST', '/api/bench/fill')['moves'], 'code'));
        foreach ($this->ask('GET', '/api/batches')['batches'] as $batch) {
            if ($batch['leftBenchOn'] === null && $batch['state'] !== 'called_off' && $batch['code'] !== $driven) {
                $this->ask('POST', "/api/batches/{$batch['code']}/lock", ['locked' => true]);
            }
        }
        $this->ask('POST', "/api/batches/{$driven}/lock", ['locked' => false]);
        foreach ($this->ask('GET', '/api/bench')['zones'] as $zone) {
            if ($zone['name'] !== 'Mist 1') {
                $this->ask('POST', "/api/zones/{$zone['id']}/closed", ['from' => '2027-W19', 'to' => '2028-W19', 'why' => 'all but one']);
            }
        }
        $found = $this->ask('POST', '/api/bench/fill');
        $none = array_column($found['unplaced'], null, 'code')[$driven] ?? null;
        self::assertNotNull($none);
        self::assertContains($none['reason'], ['no_weeks', 'locked', 'no_such_zone', 'sharing']);
        self::assertNotSame('', $none['words']);
    }

    public function testWhatIsOfferedForABatchWithoutAPlaceCanBeDone(): void
    {
        $this->signIn('ines');
        foreach ($this->ask('GET', '/api/bench?week=2027-W34')['zones'] as $zone) {
            if (in_array($zone['name'], ['Mist 2', 'Mist 3', 'Mist 4', 'Mist 5', 'Closed cover'], true)) {
                $this->ask('POST', "/api/zones/{$zone['id']}/closed", ['from' => '2027-W34', 'to' => '2027-W38', 'why' => 'nearly all']);
            }
        }
        $found = $this->ask('POST', '/api/bench/fill', ['round' => 2]);
        self::assertNotSame([], $found['unplaced']);
        $tried = 0;
        foreach ($found['unplaced'] as $without) {
            foreach ($without['options'] as $option) {
                $breaks = array_merge(...array_column($this->ask('POST', '/api/plan/moves/try', ['moves' => $option['moves']])['batches'], 'breaks'));
                self::assertNotContains(true, array_column($breaks, 'hard'), $without['code'].': '.$option['words']);
                // With all that would change it is said how many moves that is.
                self::assertSame(count($option['moves']) > 2, str_contains($option['words'], 'moves below'), $option['words']);
                ++$tried;
            }
        }
        self::assertGreaterThan(0, $tried);
    }

    public function testABatchThatItsBlockCannotGiveIsLeftAloneAndTheOthersAreFilled(): void
    {
        $this->signIn();
        $moves = array_column($this->ask('POST', '/api/bench/fill')['moves'], 'code');
        $block = $this->ask('GET', "/api/batches/{$moves[0]}")['block'];
        $this->db()->executeStatement('UPDATE stock_block SET plants = 1 WHERE code = ?', [$block]);
        $found = $this->ask('POST', '/api/bench/fill');
        self::assertNotContains($moves[0], array_column($found['moves'], 'code'));
        self::assertNotSame([], $found['moves']);
        $made = $this->ask('POST', '/api/plan/moves', ['moves' => array_column($found['moves'], 'move'), 'why' => 'All that can be']);
        self::assertCount(count($found['moves']), array_column($made['batches'], 'code'));
    }

    public function testWhereTheStockIsDrawnOnToTheLastWhatIsFoundCanBeMade(): void
    {
        $this->signIn();
        $before = $this->ask('POST', '/api/bench/fill');
        $this->db()->executeStatement('UPDATE stock_block SET plants = (plants + 2) / 3');
        $found = $this->ask('POST', '/api/bench/fill');
        self::assertNotSame([], $found['moves']);
        self::assertLessThan(count($before['moves']), count($found['moves']), 'Those whose plants cannot give it stay.');
        $made = $this->ask('POST', '/api/plan/moves', ['moves' => array_column($found['moves'], 'move'), 'why' => 'All that can be']);
        self::assertCount(count($found['moves']), array_column($made['batches'], 'code'));
    }

    public function testAStuckBatchInAZoneThatClosesIsMovedOnFromThere(): void
    {
        $this->signIn();
        $zones = array_column($this->ask('GET', '/api/bench')['zones'], null, 'name');
        $staying = static fn (array $zone) => array_values(array_filter($zone['tenants'], static fn (array $t) => !$t['inPots'] && $t['tag']['isStuck'] && $t['to'] > '2027-W20'));
        $zone = current(array_filter($zones, static fn (array $z) => $staying($z) !== []));
        self::assertIsArray($zone);
        $stuck = $staying($zone)[0]['tag']['code'];
        $this->ask('POST', "/api/zones/{$zone['id']}/closed", ['from' => '2027-W20', 'to' => '2027-W40', 'why' => 'a valve leaks']);
        $move = array_column($this->ask('POST', '/api/bench/fill')['moves'], null, 'code')[$stuck]['move'];
        self::assertSame('2027-05-17', $move['on']);
        $this->ask('POST', '/api/plan/moves', ['moves' => $this->seen([$move]), 'why' => 'The valve leaks']);
        $work = array_values(array_filter($this->ask('GET', '/api/bench/work?week=2027-W20')['jobs'], static fn (array $j) => $j['kind'] === 'move'));
        $work = array_column($work, null, 'code')[$stuck];
        self::assertSame([$zone['name'], '2027-05-17'], [$work['zone'], $work['day']]);
        $there = array_column($this->ask('GET', '/api/bench?week=2027-W20')['zones'], null, 'name')[$work['to']];
        self::assertContains($stuck, array_column(array_column($there['tenants'], 'tag'), 'code'));
        $then = array_column($this->ask('GET', '/api/bench?week=2027-W19')['zones'], null, 'name')[$zone['name']];
        self::assertContains($stuck, array_column(array_column($then['tenants'], 'tag'), 'code'), 'Until then it lies where it lay.');
    }

    public function testWeanedBatchesLeaveTheMistAndMakeRoomThere(): void
    {
        $this->signIn();
        self::assertSame(0, $this->ask('POST', '/api/bench/fill', ['stage' => 'weaning'])['stays'], 'All that can go on have their place by now.');
        $this->db()->executeStatement('DELETE FROM batch_moves_on');
        $found = $this->ask('POST', '/api/bench/fill', ['stage' => 'weaning']);
        self::assertGreaterThan(10, $found['stays']);
        $one = $found['moves'][0];
        $open = array_column($this->ask('GET', '/api/bench')['zones'], null, 'name');
        self::assertSame(0, $open[$one['to'][0]['zone']]['mist'][0], 'A bench that can be without mist.');
        $this->ask('POST', '/api/plan/moves', ['moves' => [$one['move']], 'why' => 'Off the mist']);
        $week = $one['to'][0]['week'];
        $zones = array_column($this->ask('GET', "/api/bench?week={$week}")['zones'], null, 'name');
        $codes = static fn (array $zone) => array_column(array_column($zone['tenants'], 'tag'), 'code');
        self::assertContains($one['code'], $codes($zones[$one['to'][0]['zone']]));
        $batch = array_column($this->ask('GET', '/api/batches')['batches'], null, 'code')[$one['code']];
        self::assertNotContains($one['code'], $codes($zones[$batch['zone']]));
    }

    public function testABatchIsPartedAndPutTogetherAgain(): void
    {
        $this->signIn();
        $batch = current(array_filter($this->ask('GET', '/api/batches')['batches'], static fn (array $b) => $b['state'] === 'planned' && $b['trays'] > 3));
        $yes = array_values(array_filter($this->ask('GET', "/api/bench/offers?batch={$batch['code']}")['zones'], static fn (array $z) => $z['yes']));
        self::assertGreaterThan(1, count($yes));
        $parts = [['zone' => $yes[0]['id'], 'trays' => 2], ['zone' => $yes[1]['id'], 'trays' => $batch['trays'] - 2]];
        self::assertSame(
            'not_the_whole',
            $this->refused(
                422,
                'POST',
                '/api/plan/moves',
                ['moves' => $this->seen([['code' => $batch['code'], 'parts' => [$parts[0]]]]), 'why' => 'Parted'],
            )['code'],
        );
        $made = $this->ask('POST', '/api/plan/moves', ['moves' => $this->seen([['code' => $batch['code'], 'parts' => $parts]]), 'why' => 'Parted']);
        self::assertCount(2, array_column($made['batches'], 'code'));
        $all = array_column($this->ask('GET', '/api/batches')['batches'], null, 'code');
        self::assertSame(
            [2, $batch['trays'] - 2],
            [$all[array_column($made['batches'], 'code')[0]]['trays'], $all[array_column($made['batches'], 'code')[1]]['trays']],
        );
        self::assertSame(
            $batch['planned'],
            $all[array_column($made['batches'], 'code')[0]]['planned'] + $all[array_column($made['batches'], 'code')[1]]['planned'],
        );
        $this->ask('POST', "/api/plan/versions/{$made['version']}/back", ['batches' => $made['batches']]);
        $all = array_column($this->ask('GET', '/api/batches')['batches'], null, 'code');
        self::assertSame($batch['trays'], $all[$batch['code']]['trays']);
        self::assertArrayNotHasKey(array_column($made['batches'], 'code')[1], $all);
    }

    public function testABatchMovedMidwayIsNamedOnItsPageAndShiftedWithItsDay(): void
    {
        $this->signIn();
        $batch = current(
            array_filter(
                $this->ask('GET', '/api/batches')['batches'],
                static fn (array $b) => $b['state'] === 'planned' && $b['zone'] === 'Mist 2' && $b['weanOn'] > $b['stickOn'] && $b['against'] === [],
            ),
        );
        self::assertIsArray($batch);
        $then = $batch['weanOn'];
        $before = $this->ask('GET', "/api/batches/{$batch['code']}")['movesOn'];
        $to = array_column($this->ask('GET', '/api/bench')['zones'], null, 'name')['Weaning B'];
        $made = $this->ask(
            'POST',
            '/api/plan/moves',
            ['moves' => $this->seen([['code' => $batch['code'], 'then' => ['zone' => $to['id'], 'on' => $then]]]), 'why' => 'Off the mist'],
        );
        self::assertSame([['zone' => 'Weaning B', 'from' => $then]], $this->ask('GET', "/api/batches/{$batch['code']}")['movesOn']);
        self::assertSame('Mist 2', $this->ask('GET', "/api/batches/{$batch['code']}")['zone'], 'It is not there yet.');

        $later = (new \DateTimeImmutable($batch['stickOn']))->modify('+7 days')->format('Y-m-d');
        $tried = $this->ask('POST', '/api/plan/moves/try', ['moves' => [['code' => $batch['code'], 'stickOn' => $later]]])['batches'][0];
        self::assertNotContains(true, array_column($tried['breaks'], 'hard'));
        $this->ask('POST', '/api/plan/moves', ['moves' => $this->seen([['code' => $batch['code'], 'stickOn' => $later]]), 'why' => 'A week later']);
        self::assertSame(
            (new \DateTimeImmutable($then))->modify('+7 days')->format('Y-m-d'),
            $this->ask('GET', "/api/batches/{$batch['code']}")['movesOn'][0]['from'],
        );
        $this->ask('POST', "/api/plan/versions/{$made['version']}/back");
        self::assertSame($before, $this->ask('GET', "/api/batches/{$batch['code']}")['movesOn']);
        self::assertSame($batch['stickOn'], $this->ask('GET', "/api/batches/{$batch['code']}")['stickOn']);
    }

    public function testDenserTraysTakeLessRoom(): void
    {
        $this->signIn();
        $batch = current(
            array_filter(
                $this->ask('GET', '/api/batches')['batches'],
                static fn (array $b) => $b['state'] === 'planned' && $b['trays'] > 4 && $b['trayKind'] === 'tray of 40' && $b['against'] === [],
            ),
        );
        self::assertIsArray($batch);
        $kinds = array_column($this->ask('GET', '/api/choices')['trayKinds'], 'id', 'name');
        $made = $this->ask(
            'POST',
            '/api/plan/moves',
            ['moves' => $this->seen([['code' => $batch['code'], 'trayKind' => $kinds['tray of 84']]]), 'why' => 'Denser'],
        );
        $now = $this->ask('GET', "/api/batches/{$batch['code']}");
        self::assertSame([(int) ceil($batch['planned'] / $batch['together'] / 84), 'tray of 84', $batch['planned']], [$now['trays'], $now['trayKind'], $now['planned']]);
        $this->refused(422, 'POST', '/api/plan/moves', ['moves' => $this->seen([['code' => $batch['code'], 'trayKind' => 999]]), 'why' => 'None such']);
        $this->ask('POST', "/api/plan/versions/{$made['version']}/back", ['batches' => $made['batches']]);
        self::assertSame(
            [$batch['trays'], 'tray of 40'],
            [$this->ask('GET', "/api/batches/{$batch['code']}")['trays'], $this->ask('GET', "/api/batches/{$batch['code']}")['trayKind']],
        );
    }

    public function testWhatWouldHelpIsReckonedAnew(): void
    {
        $this->signIn();
        $is = $this->ask('POST', '/api/bench/fill');
        $room = static fn (array $found) => array_sum(array_column($found['mist'], 'room'));
        $used = static fn (array $found) => array_sum(array_column($found['mist'], 'used'));
        $bench = $this->ask('POST', '/api/bench/fill', ['whatIf' => 'bench']);
        self::assertSame($room($is) + 44 * 36, $room($bench));
        self::assertLessThan($used($is), $used($this->ask('POST', '/api/bench/fill', ['whatIf' => 'weaning'])));
        self::assertLessThanOrEqual($used($is), $used($this->ask('POST', '/api/bench/fill', ['whatIf' => 'cells'])));
        self::assertSame('whatIf', $this->refused(422, 'POST', '/api/bench/fill', ['whatIf' => 'wishes'])['field']);
    }

    public function testAHouseWithoutABenchSaysSo(): void
    {
        $this->signIn();
        self::assertSame('unknown', $this->refused(422, 'GET', '/api/bench/offers?batch=NOP-11')['code']);
        $this->refused(404, 'GET', '/api/zones/999/season');
        $this->refused(404, 'POST', '/api/batches/NOP-11/lock', ['locked' => true]);
    }

    /** @return array<string, array{0: string, 1: string, 2: int}> */
    private function places(): array
    {
        return array_map(
            static fn (array $b) => [$b['zone'], $b['stickOn'], $b['trays']],
            array_column($this->ask('GET', '/api/batches')['batches'], null, 'code'),
        );
    }
}
