<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Bench;

use WetCradle\Server\Tests\House;

/** Zones laid out, changed, closed: a clear answer to what cannot be, and nothing lost. */
final class ZonesTest extends House
{
    private const BENCH = [
        'name' => 'Mist 6', 'house' => 'Mist house', 'kind' => 'mist', 'heatLow' => 16, 'heatHigh' => 24, 'mistLow' => 1, 'mistHigh' => 3,
        'length' => 9.6, 'width' => 1.6,
    ];

    public function testANewBenchHoldsAsManyTraysAsCanBeLaidOnIt(): void
    {
        $this->signIn();
        $zone = $this->ask('POST', '/api/zones', self::BENCH);
        self::assertSame(38, $zone['trays']);
        self::assertSame(38, array_column($zone['fits'], 'trays', 'trayKind')['tray of 40']);
        self::assertSame(
            38,
            json_decode(
                explode(
                    ' ',
                    self::console('cradle:compute', ['name' => 'tray_fit'], '{"bench":{"lengthCm":960,"widthCm":160},"tray":{"lengthCm":80,"widthCm":50}}'),
                    2,
                )[1],
                true,
            )['trays'],
        );
        $house = array_values(
            array_filter($this->ask('GET', '/api/bench')['zones'], static fn (array $z) => $z['house'] === 'Mist house' && $z['id'] !== $zone['id']),
        );
        foreach ($house as $other) {
            self::assertGreaterThanOrEqual($other['place']['y'] + $other['place']['width'], $zone['place']['y'], 'It is drawn below what is there.');
        }
    }

    public function testAZoneThatIsNeverWarmEnoughIsNoOffer(): void
    {
        $this->signIn();
        $cold = $this->ask('POST', '/api/zones', ['name' => 'Ice house', 'heatLow' => -5, 'heatHigh' => -2] + self::BENCH);
        $offer = array_column($this->ask('GET', "/api/bench/offers?batch={$this->planned()}")['zones'], null, 'id')[$cold['id']];
        self::assertSame(['no_warmth', false, false], [$offer['reason'], $offer['yes'], $offer['here']]);
    }

    public function testAColdFrameIsNotFreeOfFrostUnlessItIsSaid(): void
    {
        $this->signIn();
        foreach ([['mist', [], true], ['frame', [], false], ['frame', ['frostFree' => true], true]] as $i => [$kind, $says, $isFree]) {
            $zone = $this->ask('POST', '/api/zones', $says + ['name' => "New {$i}", 'kind' => $kind] + self::BENCH);
            self::assertSame($isFree, $zone['frostFree'], "{$kind} {$i}");
        }
    }

    public function testWhatCannotBeLaidOutIsSaid(): void
    {
        $this->signIn();
        $told = $this->refused(422, 'POST', '/api/zones', ['length' => 0.4, 'width' => 0.4] + self::BENCH);
        self::assertSame(['too_small', 'length'], [$told['code'], $told['field']]);
        $told = $this->refused(422, 'POST', '/api/zones', ['trays' => 39] + self::BENCH);
        self::assertSame(['out_of_range', 'trays'], [$told['code'], $told['field']]);
        self::assertStringContainsString('38 places for a tray of 40', $told['message']);
        $told = $this->refused(422, 'POST', '/api/zones', ['x' => 1, 'y' => 1] + self::BENCH);
        self::assertSame(['overlaps', 'x'], [$told['code'], $told['field']]);
        self::assertStringContainsString('Mist 1', $told['message']);
        self::assertSame('under', $this->ask('POST', '/api/zones', ['x' => 1, 'y' => 1, 'stands' => 'under'] + self::BENCH)['stands']);
        self::assertSame('taken', $this->refused(422, 'POST', '/api/zones', self::BENCH)['code']);
        $this->signIn('bo');
        $this->refused(403, 'POST', '/api/zones', self::BENCH);
    }

    public function testAZoneIsMovedAndChangedByOneAtATime(): void
    {
        $this->signIn();
        $zone = $this->ask('POST', '/api/zones', self::BENCH);
        $moved = $this->ask('PUT', "/api/zones/{$zone['id']}", ['version' => $zone['version'], 'x' => 0, 'y' => 12.5, 'trays' => 30] + self::BENCH);
        self::assertSame([12.5, 30], [$moved['place']['y'], $moved['trays']]);
        self::assertSame(409, $this->send('PUT', "/api/zones/{$zone['id']}", ['version' => $zone['version']] + self::BENCH)->getStatusCode());
        $this->ask('DELETE', "/api/zones/{$zone['id']}");
        self::assertSame('in_use', $this->refused(422, 'DELETE', '/api/zones/1')['code']);
    }

    public function testAZoneIsNotMadeSmallerThanWhatStandsInIt(): void
    {
        $this->signIn();
        $zone = $this->fullest();
        $body = [
            'version' => $zone['version'], 'name' => $zone['name'], 'house' => $zone['house'], 'kind' => $zone['kind'],
            'heatLow' => $zone['heat'][0], 'heatHigh' => $zone['heat'][1], 'mistLow' => $zone['mist'][0], 'mistHigh' => $zone['mist'][1],
            'length' => $zone['place']['length'], 'width' => $zone['place']['width'],
        ];
        $told = $this->refused(422, 'PUT', "/api/zones/{$zone['id']}", ['trays' => 1] + $body);
        self::assertSame(['in_use', 'trays'], [$told['code'], $told['field']]);
        self::assertStringContainsString('Move ', $told['message']);
        self::assertSame($zone['trays'], $this->fullest()['trays'], 'Nothing changed.');
    }

    public function testAClosedZoneSaysWhoLiesThereAndTakesNobody(): void
    {
        $this->signIn();
        $zone = $this->fullest();
        $this->refused(422, 'POST', "/api/zones/{$zone['id']}/closed", ['from' => '2027-W30', 'to' => '2027-W20', 'why' => 'upside down']);
        $week = $this->ask('GET', '/api/bench')['week'];
        $done = $this->ask('POST', "/api/zones/{$zone['id']}/closed", ['from' => $week, 'to' => $week, 'why' => 'a valve leaks']);
        self::assertEqualsCanonicalizing(
            [...array_column(array_column($zone['tenants'], 'tag'), 'code'), ...array_column($zone['guests'], 'name')],
            $done['batches'],
        );
        $season = $this->ask('GET', "/api/zones/{$zone['id']}/season");
        $shut = array_values(array_filter($season['weeks'], static fn (array $w) => $w['trays'] === 0));
        self::assertSame([$week], array_column($shut, 'week'));
        $planned = $this->planned();
        $this->ask('POST', "/api/zones/{$zone['id']}/closed", ['from' => $week, 'to' => '2028-W10', 'why' => 'a new roof']);
        $offer = array_column($this->ask('GET', "/api/bench/offers?batch={$planned}")['zones'], null, 'id')[$zone['id']];
        self::assertFalse($offer['yes']);
        self::assertContains($offer['reason'], ['closed', 'no_water', 'no_warmth']);
        $closed = array_column($this->ask('GET', '/api/bench')['zones'], null, 'id')[$zone['id']];
        self::assertSame(0, $closed['room']);
        foreach ($closed['closed'] as $one) {
            $this->ask('DELETE', "/api/zones/{$zone['id']}/closed/{$one['id']}");
        }
        self::assertSame($zone['trays'], $this->fullest()['room']);
    }

    /** @return array<string, mixed> */
    private function fullest(): array
    {
        $zones = array_filter($this->ask('GET', '/api/bench')['zones'], static fn (array $z) => !$z['onlyPots']);
        usort($zones, static fn (array $a, array $b) => $b['used'] <=> $a['used']);

        return $zones[0];
    }

    private function planned(): string
    {
        return current(array_filter($this->ask('GET', '/api/batches')['batches'], static fn (array $b) => $b['state'] === 'planned'))['code'];
    }
}
