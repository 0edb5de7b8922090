<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Bench;

use WetCradle\Server\Tests\House;

/** Seed trays, bought-in plugs and pots of a trial take places, water and warmth for some weeks without being a batch. */
final class GuestsTest extends House
{
    /** @return array<string, mixed> a zone as it stands in a week */
    private function zone(string $name, string $week = '2029-W11'): array
    {
        return array_column($this->ask('GET', '/api/bench?week='.$week)['zones'], null, 'name')[$name];
    }

    /**
     * @param array<string, mixed> $zone
     *
     * @return array<string, mixed> what is laid into a zone, wanting what that gives
     */
    private static function seeds(array $zone, int $places): array
    {
        return [
            'zone' => $zone['id'], 'name' => 'Cowslip seed trays', 'kind' => 'seeds', 'places' => $places, 'from' => '2029-W10', 'to' => '2029-W12',
            'heatLow' => $zone['heat'][0], 'heatHigh' => $zone['heat'][1], 'mistLow' => 0, 'mistHigh' => $zone['mist'][1],
        ];
    }

    public function testTheyTakeThePlacesThatABatchWouldHave(): void
    {
        $this->signIn('ines');
        $zone = $this->zone('Dry bench');
        $free = $zone['room'] - $zone['used'];
        $guest = $this->ask('POST', '/api/guests', self::seeds($zone, $free));
        $now = $this->zone('Dry bench');
        self::assertSame([$zone['room'], [$guest]], [$now['used'], $now['guests']]);
        self::assertSame(array_column($zone['tenants'], 'tag'), array_column($now['tenants'], 'tag'), 'It is no batch.');
        self::assertSame([], $this->zone('Dry bench', '2029-W13')['guests'], 'It is gone by then.');

        $more = ['name' => 'One tray more', 'places' => 1] + self::seeds($zone, 1);
        $refused = $this->refused(422, 'POST', '/api/guests', $more);
        self::assertSame(['no_room', 'places'], [$refused['code'], $refused['field']]);
        $this->ask('POST', '/api/guests', ['from' => '2029-W14', 'to' => '2029-W15'] + $more);

        $changed = $this->ask('PUT', "/api/guests/{$guest['id']}", ['version' => $guest['version'], 'places' => $free - 1] + self::seeds($zone, 1));
        self::assertSame($free - 1, $changed['places'], 'It is not in its own way.');
        $this->refused(409, 'PUT', "/api/guests/{$guest['id']}", ['version' => $guest['version']] + self::seeds($zone, 1));
        $this->ask('DELETE', "/api/guests/{$guest['id']}");
        self::assertSame($zone['used'], $this->zone('Dry bench')['used']);
    }

    public function testABatchIsNotOfferedWhatTheyTake(): void
    {
        $this->signIn('ines');
        $order = $this->ask('POST', '/api/wanted', ['crop' => 'catmint-millrace', 'plants' => 300, 'pot' => 1, 'readyWeek' => '2027-W38', 'priority' => 'must']);
        $proposal = fn () => $this->ask('POST', "/api/wanted/{$order['id']}/proposal");
        $best = array_column($proposal()['zones'], null, 'id')[$proposal()['best']['zone']];
        $zone = $this->zone((string) $best['name']);
        $this->ask('POST', '/api/guests', ['from' => '2027-W19', 'to' => '2027-W36', 'mistLow' => 1, 'places' => $best['leastFree']] + self::seeds($zone, 1));
        $then = array_column($proposal()['zones'], null, 'id')[$best['id']];
        self::assertSame([0, 'no_room'], [$then['leastFree'], $then['reason']]);
        self::assertNotContains('Cowslip seed trays', $then['neighbours']);
    }

    public function testMistThatTheyTakeIsOnTheRail(): void
    {
        $this->signIn('ines');
        $fill = fn () => array_column($this->ask('GET', '/api/rail')['weeks'], 'trays', 'week')['2027-W30'];
        $before = $fill();
        $zone = $this->zone('Mist 5');
        $this->ask('POST', '/api/guests', ['mistLow' => 1, 'from' => '2027-W29', 'to' => '2027-W31'] + self::seeds($zone, 2));
        self::assertSame($before + 2, $fill());
    }

    public function testWhatCannotBeIsSaidBesideItsField(): void
    {
        $this->signIn('ines');
        $zone = $this->zone('Dry bench');
        foreach ([
            [['from' => '2029-W12', 'to' => '2029-W10'], 'to'], [['name' => 'KAR-37'], 'name'], [['name' => 'Fern plugs'], 'name'],
            [['kind' => 'cats'], 'kind'], [['zone' => 999], 'zone'], [['heatLow' => 35, 'heatHigh' => 40], 'heatLow'], [['mistLow' => 3, 'mistHigh' => 3], 'mistLow'],
            [['places' => 0], 'places'], [['from' => 'soon'], 'from'],
        ] as [$says, $field]) {
            self::assertSame($field, $this->refused(422, 'POST', '/api/guests', $says + self::seeds($zone, 1))['field']);
        }
        $ground = $this->zone('Stock ground');
        self::assertSame('zone', $this->refused(422, 'POST', '/api/guests', self::seeds($ground, 1))['field']);
        $this->signIn('bo');
        $this->refused(403, 'POST', '/api/guests', self::seeds($zone, 1));
    }

    public function testAZoneIsNeitherTakenOutNorMadeTooSmallForThem(): void
    {
        $this->signIn('ines');
        $floor = $this->zone('Tunnel floor', '2027-W19');
        self::assertSame(['Trial of three mixes', 'Primrose seed trays'], array_column($floor['guests'], 'name'));
        self::assertStringContainsString('other tenant', (string) $this->refused(422, 'DELETE', "/api/zones/{$floor['id']}")['message']);
    }
}
