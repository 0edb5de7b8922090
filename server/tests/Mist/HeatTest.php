<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Mist;

use WetCradle\Server\Tests\House;

/** What the season takes in heat comes from who is planned to lie where; how cool a zone may be, from the orders that wait. */
final class HeatTest extends House
{
    /** @return array<int, array<string, mixed>> by zone */
    private function zones(): array
    {
        return array_column($this->ask('GET', '/api/mist/heat')['zones'], null, 'id');
    }

    public function testAHeatedWeekCostsWhatTheHouseSaysAKilowattHourDoes(): void
    {
        $this->signIn('ines');
        $zones = $this->zones();
        $set = array_filter($zones, static fn (array $zone) => $zone['set'] !== null);
        self::assertNotSame([], $set);
        foreach ($zones as $zone) {
            self::assertCount(26, $zone['weeks']);
            foreach ($zone['weeks'] as $week) {
                self::assertEqualsWithDelta(0.3 * $week['kWh'], $week['cost'], 0.03);
                self::assertTrue($week['set'] !== null || $week['kWh'] === 0, 'Nothing is heated where nobody lies.');
            }
        }
        $habits = $this->ask('GET', '/api/house-defaults');
        $this->ask('PUT', '/api/house-defaults', ['version' => $habits['version'], 'defaults' => ['power_price' => 0.6]]);
        $cost = static fn (array $all): float => array_sum(array_map(static fn (array $zone) => $zone['weeks'][0]['cost'], $all));
        self::assertEqualsWithDelta(2 * $cost($zones), $cost($this->zones()), 0.1);
    }

    public function testItIsSetAsTheProgrammeSays(): void
    {
        $this->signIn('ines');
        $heat = $this->zones();
        foreach ($this->ask('GET', '/api/mist/programmes')['zones'] as $zone) {
            if ($zone['asks']['medium'] !== null) {
                self::assertSame($zone['asks']['medium'], $heat[$zone['id']]['set'], $zone['name']);
            }
        }
    }

    public function testWhereNobodyHasTimeNothingCoolerIsProposed(): void
    {
        $this->signIn('ines');
        foreach ($this->zones() as $zone) {
            foreach ($zone['degreeLess']['batches'] ?? [] as $batch) {
                $isHeld = $batch['slack'] !== null && $batch['days'] !== null && $batch['days'] > max(0, $batch['slack']);
                self::assertFalse($isHeld && $batch['bears']);
                self::assertFalse($isHeld && $zone['cheapest'] !== null && $zone['cheapest']['set'] <= $zone['set'] - 1);
            }
            self::assertTrue($zone['cheapest'] === null || ($zone['cheapest']['set'] < $zone['set'] && $zone['cheapest']['kWh'] >= 0));
        }
        // An order of this very week leaves no day.
        $this->db()->executeStatement("UPDATE wanted SET ready_week = '2027-W19'");
        $this->db()->executeStatement('UPDATE batch SET wanted_id = (SELECT id FROM wanted LIMIT 1) WHERE wanted_id IS NULL');
        foreach ($this->zones() as $zone) {
            foreach ($zone['degreeLess']['batches'] ?? [] as $batch) {
                self::assertTrue($batch['days'] === 0 || !$batch['bears'] || $batch['days'] === 0.0, $batch['batch']);
            }
        }
    }
}
