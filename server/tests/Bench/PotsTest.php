<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Bench;

use WetCradle\Server\Tests\House;

/** Plants in pots on the same benches: where they stand, what refuses them, filled and put back. */
final class PotsTest extends House
{
    public function testWhatIsToBePottedIsGivenRoomAndItIsUndone(): void
    {
        $this->signIn();
        $found = $this->ask('POST', '/api/bench/fill', ['stage' => 'potted']);
        self::assertGreaterThan(10, count($found['moves']));
        self::assertSame($found['stays'], count($found['moves']), 'Nothing planned had a place before.');
        $zones = array_column($this->ask('GET', '/api/bench')['zones'], null, 'name');
        foreach ($found['moves'] as $move) {
            self::assertFalse($move['move']['pots']['spaced']);
            self::assertTrue($zones[$move['to'][0]['zone']]['mist'][1] < 2, 'No pot stands under mist.');
            self::assertMatchesRegularExpression('/^\d+ pots of .+, pot-thick, until /', $move['why']);
        }
        $spaced = $this->ask('POST', '/api/bench/fill', ['stage' => 'potted', 'spaced' => true]);
        $trays = static fn (array $one) => array_sum(array_column([...$one['moves'], ...$one['unplaced']], 'trays'));
        self::assertGreaterThan(2 * $trays($found), $trays($spaced));

        $moves = array_column($found['moves'], 'move');
        $made = $this->ask('POST', '/api/plan/moves', ['moves' => $this->seen($moves), 'why' => 'Room for pots']);
        self::assertCount(count($moves), array_column($made['batches'], 'code'));
        self::assertSame([], $this->ask('POST', '/api/bench/fill', ['stage' => 'potted', 'before' => $found['plan']])['moves']);
        $this->ask('POST', "/api/plan/versions/{$made['version']}/back", ['batches' => $made['batches']]);
        self::assertCount(count($moves), $this->ask('POST', '/api/bench/fill', ['stage' => 'potted'])['moves']);
    }

    public function testPotsThatStandAreMovedToAnotherPlaceAndPutBack(): void
    {
        $this->signIn();
        [$code, $zone] = $this->standing();
        $offers = $this->ask('GET', "/api/bench/offers?batch={$code}&pots=1");
        self::assertSame($code, $offers['code']);
        $by = array_column($offers['zones'], null, 'id');
        self::assertTrue($by[$zone['id']]['here']);
        $to = current(array_filter($offers['zones'], static fn (array $z) => $z['yes'] && !$z['here']));
        self::assertIsArray($to);
        $made = $this->ask(
            'POST',
            '/api/plan/moves',
            ['moves' => $this->seen([['code' => $code, 'pots' => ['zone' => $to['id'], 'spaced' => false]]]), 'why' => 'More light'],
        );
        self::assertSame([$code], array_column($made['batches'], 'code'));
        self::assertSame($to['id'], $this->where($code));
        $this->ask('POST', "/api/plan/versions/{$made['version']}/back", ['batches' => $made['batches']]);
        self::assertSame($zone['id'], $this->where($code));
        $asIfInTrays = ['moves' => $this->seen([['code' => $code, 'zone' => $to['id']]]), 'why' => 'as if in trays'];
        self::assertSame(
            "{$code} is potted: only where it stands can be changed.",
            $this->refused(422, 'POST', '/api/plan/moves', $asIfInTrays)['message'],
        );
        $old = [['code' => $code, 'version' => 1, 'pots' => ['zone' => $to['id']]]];
        self::assertSame('changed_meanwhile', $this->refused(409, 'POST', '/api/plan/moves', ['moves' => $old, 'why' => 'as it was seen before'])['code']);
    }

    public function testAPartlyPottedBatchTakesWhatIsLeftOfItAndItsLotTakesItsOwn(): void
    {
        $this->signIn();
        $zone = array_column($this->ask('GET', '/api/bench')['zones'], null, 'name');
        $batch = current(array_filter(
            $this->ask('GET', '/api/batches')['batches'],
            static fn (array $b) => $b['trays'] >= 4 && $b['state'] === 'rooting' && $b['count'] > 3 * $b['stuck'] / 4,
        ));
        self::assertIsArray($batch);
        $code = $batch['code'];
        self::assertSame($batch['trays'], $this->taken($code)['trays'] ?? null);
        $this->ask('POST', '/api/plan/moves', [
            'moves' => $this->seen([['code' => $code, 'pots' => ['zone' => $zone['Pot tunnel']['id'], 'spaced' => true]]]),
            'why' => 'Room for its pots',
        ]);
        $half = intdiv($batch['count'], 2);
        $this->ask('POST', "/api/batches/{$code}/count", [
            'on' => '2027-05-12', 'rooted' => $half, 'unrooted' => $batch['count'] - $half, 'lost' => new \stdClass(), 'potted' => $half,
        ]);
        $left = (int) ceil($batch['trays'] * ($batch['count'] - $half) / $batch['stuck'] - 1e-9);
        self::assertLessThan($batch['trays'], $left);
        self::assertSame($left, $this->taken($code)['trays'] ?? null);

        $lot = $this->taken($code, true);
        self::assertIsArray($lot);
        self::assertSame($half, $lot['lot']['plants'] ?? null);
        self::assertSame($zone['Pot tunnel']['id'], $this->where((string) ($lot['lot']['code'] ?? '')), 'It stands where its pots were to stand.');
        $ground = array_column($this->ask('GET', "/api/bench/offers?batch={$lot['lot']['code']}&pots=1")['zones'], null, 'id');
        self::assertTrue($ground[$zone['Pot tunnel']['id']]['here']);
        $walk = array_values(array_filter($this->ask('GET', '/api/round')['stops'], static fn (array $stop) => $stop['code'] === $code));
        $trays = $batch['zone'];
        self::assertEqualsCanonicalizing(
            [[$lot['lot']['code'], 'Pot tunnel', $half], [null, $trays, $batch['count'] - $half]],
            array_map(static fn (array $stop) => [$stop['lot'], $stop['zone'], $stop['there']], $walk),
        );
    }

    /** @return ?array<string, mixed> how a batch lies in the house this week, in its trays or as a lot of it */
    private function taken(string $code, bool $asLot = false): ?array
    {
        foreach ($this->ask('GET', '/api/bench')['zones'] as $zone) {
            foreach ($zone['tenants'] as $tenant) {
                if ($tenant['tag']['code'] === $code && ($asLot ? $tenant['lot'] !== null : !$tenant['inPots'])) {
                    return $tenant;
                }
            }
        }

        return null;
    }

    public function testWhatWasCarriedYesterdayIsEnteredWithItsDay(): void
    {
        $this->signIn();
        $batch = current(array_filter(
            $this->ask('GET', '/api/batches')['batches'],
            fn (array $b) => $b['state'] === 'rooting' && $b['stickOn'] < '2027-05-05'
                && array_filter($this->ask('GET', "/api/bench/offers?batch={$b['code']}")['zones'], static fn (array $z) => $z['yes'] && !$z['here']) !== [],
        ));
        self::assertIsArray($batch);
        $to = current(array_filter($this->ask('GET', "/api/bench/offers?batch={$batch['code']}")['zones'], static fn (array $z) => $z['yes'] && !$z['here']));
        $move = fn (string $on) => ['moves' => $this->seen([['code' => $batch['code'], 'zone' => $to['id'], 'on' => $on]]), 'why' => 'carried'];
        $this->ask('POST', '/api/plan/moves', $move('2027-05-10'));
        self::assertSame('2027-05-10', $this->db()->fetchOne('SELECT m.from_day FROM batch_moves_on m JOIN batch b ON b.id = m.batch_id
            WHERE b.code = ? ORDER BY m.from_day', [$batch['code']]));
        $before = (new \DateTimeImmutable($batch['stickOn']))->modify('-1 day')->format('Y-m-d');
        self::assertSame('before_sticking', $this->refused(422, 'POST', '/api/plan/moves', $move($before))['code']);
    }

    public function testALotThatWasCarriedYesterdayStandsThereSinceThen(): void
    {
        $this->signIn();
        [$code] = $this->standing();
        $since = $this->ask('GET', "/api/lots/{$code}")['standsSince'];
        self::assertLessThan('2027-05-10', $since);
        $to = current(array_filter($this->ask('GET', "/api/bench/offers?batch={$code}&pots=1")['zones'], static fn (array $z) => $z['yes'] && !$z['here']));
        self::assertIsArray($to);
        $move = fn (string $on) => ['moves' => $this->seen([['code' => $code, 'on' => $on, 'pots' => ['zone' => $to['id']]]]), 'why' => 'carried'];
        $made = $this->ask('POST', '/api/plan/moves', $move('2027-05-11'));
        self::assertSame('2027-05-11', $this->ask('GET', "/api/lots/{$code}")['standsSince']);
        foreach (['2027-05-13' => 'ahead', '2027-05-10' => 'out_of_range'] as $on => $why) {
            $refusal = $this->refused(422, 'POST', '/api/plan/moves', $move($on));
            self::assertSame([$why, 'moves[0].on'], [$refusal['code'], $refusal['field']]);
        }
        $this->ask('POST', "/api/plan/versions/{$made['version']}/back", ['batches' => $made['batches']]);
        self::assertSame($since, $this->ask('GET', "/api/lots/{$code}")['standsSince'], 'Put back, it stands where it stood since then.');
    }

    public function testAZoneThatIsFullUnderMistOrClosedRefusesPots(): void
    {
        $this->signIn();
        [$code] = $this->standing();
        $zones = array_column($this->ask('GET', '/api/bench')['zones'], null, 'name');
        $move = fn (string $zone) => $this->refused(
            422,
            'POST',
            '/api/plan/moves',
            ['moves' => $this->seen([['code' => $code, 'pots' => ['zone' => $zones[$zone]['id']]]]), 'why' => 'a try'],
        )['code'];
        self::assertSame('no_water', $move('Mist 2'));
        $this->ask('POST', "/api/zones/{$zones['Standing ground 2']['id']}/closed", ['from' => '2027-W19', 'to' => '2027-W50', 'why' => 'new matting']);
        self::assertSame('closed', $move('Standing ground 2'));
        $this->refused(422, 'GET', '/api/bench/offers?batch=NONE-1&pots=1');
        $told = $this->refused(422, 'DELETE', "/api/zones/{$zones['Pot tunnel']['id']}");
        self::assertSame('in_use', $told['code']);
    }

    public function testOnlyPotsIsSaidOfAZoneAndKeepsRootingOut(): void
    {
        $this->signIn();
        $planned = current(array_filter($this->ask('GET', '/api/batches')['batches'], static fn (array $b) => $b['state'] === 'planned'))['code'];
        $zones = array_column($this->ask('GET', '/api/bench')['zones'], null, 'name');
        $offer = array_column($this->ask('GET', "/api/bench/offers?batch={$planned}")['zones'], null, 'id')[$zones['Pot tunnel']['id']];
        self::assertSame([false, 'only_pots'], [$offer['yes'], $offer['reason']]);
        self::assertSame([true, false], [$zones['Pot tunnel']['onlyPots'], $zones['Mist 1']['onlyPots']]);
    }

    /** @return array{0: string, 1: array<string, mixed>} a lot and its zone */
    private function standing(): array
    {
        foreach ($this->ask('GET', '/api/bench')['zones'] as $zone) {
            foreach ($zone['tenants'] as $tenant) {
                if ($tenant['lot'] !== null && $tenant['to'] > '2027-W21' && $tenant['to'] < '2027-W38') {
                    return [$tenant['lot']['code'], $zone];
                }
            }
        }
        self::fail('Nothing stands in pots.');
    }

    private function where(string $code): ?int
    {
        foreach ($this->ask('GET', '/api/bench')['zones'] as $zone) {
            foreach ($zone['tenants'] as $tenant) {
                if (($tenant['lot']['code'] ?? null) === $code) {
                    return $zone['id'];
                }
            }
        }

        return null;
    }
}
