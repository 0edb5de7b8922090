<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Bench;

use WetCradle\Server\Tests\House;

/** What a week asks of those who carry trays: where pots go, and grounds that have nothing to set. */
final class WorkTest extends House
{
    public function testWhatIsPottedGoesWhereItsPotsStand(): void
    {
        $this->signIn();
        $batch = current(
            array_filter($this->ask('GET', '/api/batches')['batches'], static fn (array $b) => $b['state'] === 'planned' && $b['zone'] !== 'Mist 1'),
        );
        self::assertIsArray($batch);
        $week = (new \DateTimeImmutable((string) $batch['potOn']))->format('o-\WW');
        $off = fn (): array => current(
            array_filter(
                $this->ask('GET', "/api/bench/work?week={$week}")['jobs'],
                static fn (array $j) => $j['kind'] === 'off' && $j['code'] === $batch['code'],
            ),
        ) ?: self::fail('It is not taken off its bench.');
        self::assertNull($off()['to'], 'Its pots have no place yet.');
        $zone = array_column($this->ask('GET', '/api/bench')['zones'], null, 'name')['Pot tunnel'];
        $this->ask(
            'POST',
            '/api/plan/moves',
            ['moves' => $this->seen([['code' => $batch['code'], 'pots' => ['zone' => $zone['id'], 'spaced' => true]]]), 'why' => 'Room for its pots'],
        );
        self::assertSame('Pot tunnel', $off()['to']);

        $there = current(
            array_filter(
                array_column($this->ask('GET', "/api/bench?week={$week}")['zones'], null, 'name')['Pot tunnel']['tenants'],
                static fn (array $t) => $t['tag']['code'] === $batch['code'],
            ),
        );
        self::assertIsArray($there);
        self::assertTrue($there['inPots']);
        self::assertSame($batch['zone'], $there['tag']['zone'], 'Until it is potted it lies in its trays.');
    }

    public function testWhatGoesOnAsItIsWeanedIsCarriedTodayWhenThatIsOverdue(): void
    {
        $this->signIn();
        [$id, $code, $zone] = array_values((array) $this->db()->fetchAssociative("SELECT b.id, b.code, b.zone_id FROM batch b
            JOIN batch_standing s ON s.batch_id = b.id WHERE b.stuck_on < '2027-05-01' AND b.left_bench_on IS NULL AND b.called_off = 0 AND s.counted = 0
                AND b.wean_on < b.pot_on AND b.id NOT IN (SELECT batch_id FROM batch_moves_on) ORDER BY b.id"));
        $carried = fn (string $week): array => array_map(
            static fn (array $job) => [$job['day'], $job['code']],
            array_values(array_filter($this->ask('GET', "/api/bench/work?week={$week}")['jobs'], static fn (array $job) => $job['kind'] === 'move')),
        );
        $before = $carried('2027-W19');
        $this->db()->executeStatement('UPDATE batch SET wean_on = ? WHERE id = ?', ['2027-05-05', $id]);
        $this->db()->executeStatement('INSERT INTO batch_moves_on (batch_id, zone_id, from_day) VALUES (?, ?, ?)', [
            $id, $this->db()->fetchOne('SELECT id FROM zone WHERE id <> ? ORDER BY id', [$zone]), '2027-05-05',
        ]);
        self::assertEqualsCanonicalizing([...$before, ['2027-05-12', $code]], $carried('2027-W19'), 'It was to be weaned a week ago, and is not.');
        self::assertNotContains($code, array_column($carried('2027-W18'), 1));
    }

    public function testAnOpenGroundIsNeverSet(): void
    {
        $this->signIn('bo');
        foreach (['2027-W10', '2027-W19', '2027-W26', '2027-W40'] as $week) {
            $set = array_filter($this->ask('GET', "/api/bench/work?week={$week}")['jobs'], static fn (array $j) => $j['kind'] === 'set');
            self::assertSame([], array_filter($set, static fn (array $j) => str_starts_with((string) $j['zone'], 'Standing ground')), $week);
        }
    }

    public function testASeasonsSettingsDoNotJumpWhereTheLastStillSuits(): void
    {
        $this->signIn('bo');
        foreach ($this->ask('GET', '/api/bench')['zones'] as $zone) {
            $weeks = $this->ask('GET', "/api/zones/{$zone['id']}/season")['weeks'];
            foreach (array_slice($weeks, 1) as $i => $week) {
                $last = $weeks[$i]['setting'];
                $now = $week['setting'];
                if ($last !== null && $now !== null && $now['suits']) {
                    self::assertFalse(
                        $now['heat'] < $last['heat'] && $last['heat'] - $now['heat'] < 1.0,
                        "{$zone['name']} in {$week['week']}: a degree less is not worth a turn of the knob.",
                    );
                }
            }
        }
    }
}
