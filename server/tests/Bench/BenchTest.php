<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Bench;

use WetCradle\Server\Tests\House;

/** Who lies where, and what a zone says to a new batch. */
final class BenchTest extends House
{
    public function testAZoneHoldsTheTraysOfThoseWhoLieThere(): void
    {
        $this->signIn('visitor');
        $taken = 0;
        foreach (['2027-W10', '2027-W19', '2027-W24'] as $week) {
            foreach ($this->ask('GET', '/api/bench?week='.$week)['zones'] as $zone) {
                self::assertSame($zone['used'], array_sum([...array_column($zone['tenants'], 'trays'), ...array_column($zone['guests'], 'places')]), "{$zone['name']} in {$week}");
                $isSet = $zone['ground'] === 'bench' && ($zone['tenants'] !== [] || $zone['guests'] !== []);
                self::assertSame($isSet, $zone['setting'] !== null);
                foreach ($zone['tenants'] as $tenant) {
                    self::assertLessThanOrEqual($week, $tenant['from']);
                    self::assertGreaterThanOrEqual($week, $tenant['to']);
                    if ($tenant['lot'] !== null) {
                        self::assertSame($zone['name'], $this->ask('GET', "/api/lots/{$tenant['lot']['code']}")['zone']);
                    } elseif (!$tenant['inPots'] && $week === '2027-W19' && $tenant['to'] > $week) {
                        self::assertSame($zone['name'], $tenant['tag']['zone']);
                    }
                }
                $taken += $zone['used'];
            }
        }
        self::assertGreaterThan(100, $taken);
    }

    public function testAPlannedBatchTakesItsPlaceAndGivesItBackWhenCalledOff(): void
    {
        $this->signIn();
        $proposal = $this->proposal();
        $zone = $proposal['zones'][0];
        self::assertTrue($zone['yes']);
        $batch = $this->plan($proposal, (int) $zone['id']);
        $again = $this->zoneOf(
            $this->ask('POST', "/api/wanted/{$proposal['wanted']['id']}/proposal", ['stickOn' => $proposal['dates']['stickOn'], 'trays' => $proposal['trays']]),
            (int) $zone['id'],
        );
        self::assertSame($zone['leastFree'] - $proposal['trays'], $again['leastFree']);
        self::assertContains($batch['code'], array_column($again['neighbours'], 'code'));

        $this->ask(
            'PUT',
            "/api/batches/{$batch['code']}",
            [
                'version' => $batch['version'], 'trays' => $batch['trays'], 'stickOn' => $batch['stickOn'], 'block' => $batch['block'],
                'zone' => $zone['id'], 'calledOff' => true,
            ],
        );
        $freed = $this->zoneOf(
            $this->ask('POST', "/api/wanted/{$proposal['wanted']['id']}/proposal", ['stickOn' => $proposal['dates']['stickOn'], 'trays' => $proposal['trays']]),
            (int) $zone['id'],
        );
        self::assertSame($zone['leastFree'], $freed['leastFree']);
    }

    public function testABatchDoesNotStandInItsOwnWayWhenItsPlanChanges(): void
    {
        $this->signIn();
        $proposal = $this->proposal();
        $tight = $this->ask(
            'POST',
            '/api/zones',
            [
                'name' => 'Tight', 'house' => 'Mist house', 'kind' => 'mist', 'trays' => $proposal['trays'], 'heatLow' => 16,
                'heatHigh' => 24, 'mistLow' => 1, 'mistHigh' => 3, 'length' => 12, 'width' => 2,
            ],
        );
        $batch = $this->plan($proposal, $tight['id']);
        $later = (new \DateTimeImmutable($batch['stickOn']))->modify('+1 day')->format('Y-m-d');
        $moved = $this->ask(
            'PUT',
            "/api/batches/{$batch['code']}",
            ['version' => $batch['version'], 'trays' => $batch['trays'], 'stickOn' => $later, 'block' => $batch['block'], 'zone' => $tight['id']],
        );
        self::assertSame([$later, 'Tight'], [$moved['stickOn'], $moved['zone']]);
        $told = $this->refused(
            422,
            'PUT',
            "/api/batches/{$batch['code']}",
            ['version' => $moved['version'], 'trays' => $batch['trays'] + 1, 'stickOn' => $later, 'block' => $batch['block'], 'zone' => $tight['id']],
        );
        self::assertSame(['no_room', 'zone'], [$told['code'], $told['field']]);
        self::assertStringContainsString('1 tray short from week', $told['message']);
    }

    public function testNeighboursThatWantOtherWarmthAreNamed(): void
    {
        $this->signIn();
        $proposal = $this->proposal();
        $zone = $this->ask(
            'POST',
            '/api/zones',
            [
                'name' => 'Shared', 'house' => 'Mist house', 'kind' => 'mist', 'trays' => 40, 'heatLow' => 5, 'heatHigh' => 30,
                'mistLow' => 0, 'mistHigh' => 3, 'length' => 12, 'width' => 2,
            ],
        );
        $first = $this->plan($proposal, $zone['id']);
        $cool = $this->ask(
            'POST',
            '/api/crops',
            [
                'name' => 'Cool thing',
                'sheet' => $this->sheet(
                    [
                        'warmth' => ['medium' => [8, 12], 'base' => 2, 'optimumLow' => 20, 'optimumHigh' => 25, 'ceiling' => 36],
                        'windows' => [['from' => 1, 'to' => 53, 'sign' => 'snaps']],
                    ],
                ),
            ],
        );
        $wanted = $this->ask('POST', '/api/wanted', ['crop' => $cool['slug'], 'plants' => 40, 'pot' => 1, 'readyWeek' => '2027-W40', 'priority' => 'nice']);
        $offer = $this->zoneOf($this->ask('POST', "/api/wanted/{$wanted['id']}/proposal", ['stickOn' => $first['stickOn']]), $zone['id']);
        self::assertSame(['sharing', false], [$offer['reason'], $offer['yes']]);
        self::assertSame("{$first['code']} lies there and wants 18–22 °C", $offer['words']);

        $nursery = $this->ask('GET', '/api/nursery');
        $this->ask('PUT', '/api/nursery', ['temperature' => 'fahrenheit', 'weeks' => 'dates'] + $nursery);
        $told = $this->ask('POST', "/api/wanted/{$wanted['id']}/proposal", ['stickOn' => $first['stickOn']]);
        self::assertStringEndsWith('wants 64–72 °F', $this->zoneOf($told, $zone['id'])['words']);
        self::assertStringContainsString('right in the week of', $told['window']['words']);
    }

    /** @return array<string, mixed> for catmint, due in autumn */
    private function proposal(): array
    {
        $wanted = $this->ask(
            'POST',
            '/api/wanted',
            ['crop' => 'catmint-millrace', 'plants' => 60, 'pot' => 1, 'readyWeek' => '2027-W36', 'priority' => 'nice'],
        );

        return $this->ask('POST', "/api/wanted/{$wanted['id']}/proposal");
    }

    /**
     * @param array<string, mixed> $proposal
     *
     * @return array<string, mixed>
     */
    private function plan(array $proposal, int $zone): array
    {
        return $this->ask('POST', '/api/batches', [
            'wanted' => $proposal['wanted']['id'],
            'trayKind' => $proposal['trayKind']['id'],
            'trays' => $proposal['trays'],
            'confidence' => 0.9,
            'stickOn' => $proposal['dates']['stickOn'],
            'block' => $proposal['blocks'][0]['code'],
            'zone' => $zone,
        ]);
    }

    /**
     * @param array<string, mixed> $proposal
     *
     * @return array<string, mixed>
     */
    private function zoneOf(array $proposal, int $id): array
    {
        foreach ($proposal['zones'] as $zone) {
            if ($zone['id'] === $id) {
                return $zone;
            }
        }
        self::fail("Zone {$id} was not offered.");
    }
}
