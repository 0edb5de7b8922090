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
