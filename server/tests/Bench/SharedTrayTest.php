<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Bench;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Plan\BatchLoad;
use WetCradle\Server\Bench\Tenants;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Plan\Hours;
use WetCradle\Server\Plan\Loads;
use WetCradle\Server\Tests\House;

/** Any number of cuttings is planned, and what does not fill a tray stands in the last tray of another batch. */
final class SharedTrayTest extends House
{
    private const STICK = '2027-06-07';

    /** @return array<string, mixed> what a batch of so many cuttings would rest on */
    private function proposal(int $cuttings, string $stickOn = self::STICK, string $crop = 'catmint-millrace'): array
    {
        $order = ['crop' => $crop, 'plants' => 10, 'pot' => 1, 'readyWeek' => '2027-W40', 'priority' => 'nice'];
        $id = $this->ask('POST', '/api/wanted', $order + ['customer' => 'Oxlow Landscape'])['id'];

        return $this->ask('POST', "/api/wanted/{$id}/proposal", ['cuttings' => $cuttings, 'stickOn' => $stickOn]);
    }

    /**
     * @param array<string, mixed> $proposal
     * @param array<string, mixed> $more
     *
     * @return array<string, mixed>
     */
    private static function plan(array $proposal, array $more = []): array
    {
        return $more + [
            'wanted' => $proposal['wanted']['id'], 'plants' => 10, 'way' => $proposal['way'], 'trayKind' => $proposal['trayKind']['id'], 'trays' => $proposal['trays'],
            'cuttings' => $proposal['stick'], 'confidence' => 0.9, 'stickOn' => self::STICK, 'block' => $proposal['best']['block'], 'zone' => $proposal['best']['zone'],
        ];
    }

    private function used(string $zone, string $week): int
    {
        return array_column($this->ask('GET', '/api/bench?week='.$week)['zones'], 'used', 'name')[$zone];
    }

    public function testABatchOfAnyNumberIsPlannedAndStaysSo(): void
    {
        $this->signIn('ines');
        $proposal = $this->proposal(30);
        self::assertSame([30, 1], [$proposal['stick'], $proposal['trays']]);
        self::assertGreaterThan($this->proposal(12)['chance'], $proposal['chance']);
        $batch = $this->ask('POST', '/api/batches', self::plan($proposal));
        self::assertSame([30, 1], [$batch['planned'], $batch['trays']]);
        $told = $this->refused(422, 'POST', '/api/batches', self::plan($proposal, ['cuttings' => 85]));
        self::assertSame('cuttings', $told['field']);
        self::assertStringContainsString('1 tray holds '.$batch['cells'], $told['message']);
        $body = ['version' => $batch['version'], 'trays' => 1, 'stickOn' => '2027-06-08', 'block' => $batch['block'], 'zone' => $proposal['best']['zone']];
        $later = $this->ask('PUT', '/api/batches/'.$batch['code'], $body);
        self::assertSame(30, $later['planned'], 'Another day fills no tray.');
        $more = $this->ask('PUT', '/api/batches/'.$batch['code'], ['version' => $later['version'], 'trays' => 2] + $body);
        self::assertSame(2 * $batch['cells'], $more['planned']);
        self::assertSame(100, $this->ask('PUT', '/api/batches/'.$batch['code'], ['version' => $more['version'], 'trays' => 2, 'cuttings' => 100] + $body)['planned']);
    }

    public function testAZoneAskedForByItselfHoldsWhoeverLiesInItAmongAll(): void
    {
        $this->signIn('ines');
        $host = $this->ask('POST', '/api/batches', self::plan($first = $this->proposal(30)));
        $guest = $this->ask('POST', '/api/batches', self::plan($this->proposal(100), ['zone' => $first['best']['zone'], 'inTrayOf' => $host['code']]));
        // The host goes on, and leaves what stood in its tray to itself.
        $zones = $this->service(EntityManagerInterface::class)->getRepository(Zone::class)->findBy([], ['id' => 'ASC']);
        $others = array_values(array_filter($zones, static fn (Zone $zone) => $zone->name !== $host['zone']));
        $this->db()->executeStatement("INSERT INTO batch_moves_on (batch_id, zone_id, from_day) SELECT id, CAST(? AS INTEGER), '2027-06-21' FROM batch WHERE code = ?", [
            (int) $others[0]->id, $host['code'],
        ]);
        $tenants = $this->service(Tenants::class);
        [$from, $to] = [Week::of('2027-W10'), Week::of('2027-W40')];
        $all = $tenants->byZone($from, $to);
        foreach ($zones as $zone) {
            self::assertEquals($all[(int) $zone->id] ?? [], $tenants->in($zone, $from, $to), $zone->name);
        }
        $there = array_map(static fn (Tenant $tenant) => $tenant->name, $tenants->in($others[0], $from, $to));
        self::assertContains($host['code'], $there);
        $its = array_filter(array_merge(...$all), static fn (Tenant $tenant) => $tenant->name === $guest['code']);
        self::assertCount(2, $its, 'Beside its host it takes less than after.');
    }

    /** Whoever evens out a season has read more weeks than it asks the hours of: those later on count in none of them. */
    public function testHoursAreTheSameWhereLaterWeeksWereReadToo(): void
    {
        $this->signIn('ines');
        $first = $this->proposal(30);
        $host = $this->ask('POST', '/api/batches', self::plan($first));
        $this->ask('POST', '/api/batches', self::plan($this->proposal(100), ['zone' => $first['best']['zone'], 'inTrayOf' => $host['code']]));
        [$tenants, $loads, $hours, $from] = [$this->service(Tenants::class), $this->service(Loads::class), $this->service(Hours::class), Week::of('2027-W19')];
        $names = static fn (array $of) => array_map(static fn (BatchLoad $load) => $load->tenant->name, $of);
        foreach ([1, 6, 30] as $weeks) {
            $beside = $loads->during($from, $weeks, $tenants->during($from->plus(-1), $from->plus($weeks + 30)));
            self::assertSame($names($loads->during($from, $weeks)), $names($beside));
            self::assertSame($hours->weeks($from, $weeks), $hours->weeks($from, $weeks, $beside), "{$weeks} weeks");
        }
        self::assertEquals($tenants->byZone($from, $from->plus(30)), $tenants->byZone($from, $from->plus(30), null, $tenants->during($from, $from->plus(30))));
        self::assertGreaterThan(count($loads->during($from, 1)), count($tenants->during($from, $from->plus(30))), 'More was read than is asked.');
    }

    public function testWhatIsLeftOverStandsInTheTrayOfAnother(): void
    {
        $this->signIn('ines');
        $first = $this->proposal(30);
        $host = $this->ask('POST', '/api/batches', self::plan($first));
        $second = $this->proposal(20);
        $open = array_column($second['trayOpen'], null, 'code')[$host['code']];
        self::assertSame([$host['cells'] - 30, $first['best']['zone']], [$open['free'], $open['zone']]);
        $week = '2027-W23';
        $before = $this->used($host['zone'], $week);
        $guest = $this->ask('POST', '/api/batches', self::plan($second, ['zone' => $open['zone'], 'inTrayOf' => $host['code']]));
        self::assertSame([$host['code'], $before], [$guest['inTrayOf'], $this->used($host['zone'], $week)], 'It takes no place of its own.');
        self::assertSame([$guest['code']], $this->ask('GET', '/api/batches/'.$host['code'])['trayGuests']);
        $fills = array_column($this->ask('GET', '/api/day-sheet?day='.self::STICK)['fills'], 'trays', 'batch');
        self::assertSame([1, false], [$fills[$host['code']], isset($fills[$guest['code']])], 'One tray is filled for both.');

        // A third that is too many, and one that has no other to stand with.
        $third = $this->proposal($host['cells'] - 49);
        self::assertNotContains($host['code'], array_column($third['trayOpen'], 'code'));
        $told = $this->refused(422, 'POST', '/api/batches', self::plan($third, ['zone' => $open['zone'], 'inTrayOf' => $host['code']]));
        self::assertSame(['no_room', 'inTrayOf'], [$told['code'], $told['field']]);
        foreach ([
            'elsewhere' => ['zone' => array_values(array_filter($third['zones'], static fn (array $z) => $z['yes'] && $z['id'] !== $open['zone']))[0]['id']],
            'too_far_apart' => ['inTrayOf' => $guest['code']],
            'unknown' => ['inTrayOf' => 'ZZZ-99'],
        ] as $code => $wrong) {
            $told = $this->refused(422, 'POST', '/api/batches', self::plan($third, $wrong + ['cuttings' => 5, 'zone' => $open['zone'], 'inTrayOf' => $host['code']]));
            self::assertSame([$code, 'inTrayOf'], [$told['code'], $told['field']]);
        }
        self::assertNotContains($host['code'], array_column($this->proposal(5, '2027-06-15')['trayOpen'], 'code'), 'Eight days apart.');

        // The host keeps a tray; moved, it says who stays behind; called off, the other has one of its own.
        $body = ['trays' => 1, 'stickOn' => self::STICK, 'block' => $host['block'], 'zone' => $open['zone']];
        $told = $this->refused(422, 'PUT', '/api/batches/'.$host['code'], ['version' => $host['version'], 'inTrayOf' => $guest['code']] + $body);
        self::assertSame('inTrayOf', $told['field']);
        $breaks = $this->ask('POST', '/api/plan/moves/try', ['moves' => [['code' => $host['code'], 'stickOn' => '2027-06-14']]])['batches'][0]['breaks'];
        self::assertContains([false, $guest['code'].' stands in its last tray, and would need a tray there by itself'], array_map(
            static fn (array $b) => [$b['hard'], $b['words']],
            $breaks,
        ));
        $this->ask('PUT', '/api/batches/'.$host['code'], ['version' => $host['version'], 'calledOff' => true] + $body);
        self::assertSame($before, $this->used($host['zone'], $week));
        $fills = array_column($this->ask('GET', '/api/day-sheet?day='.self::STICK)['fills'], 'trays', 'batch');
        self::assertSame(1, $fills[$guest['code']], 'Its own tray is filled for it.');
        $alone = $this->ask('PUT', '/api/batches/'.$guest['code'], ['version' => $guest['version'], 'inTrayOf' => ''] + ['block' => $guest['block']] + $body);
        self::assertNull($alone['inTrayOf']);
        self::assertSame($before, $this->used($host['zone'], $week));
    }

    public function testStuckItGoesOnSharingUntilTheOtherIsPotted(): void
    {
        $this->signIn('ines');
        $first = $this->proposal(30, '2027-05-12');
        $host = $this->ask('POST', '/api/batches', self::plan($first, ['stickOn' => '2027-05-12']));
        $guest = $this->ask('POST', '/api/batches', self::plan($this->proposal(20, '2027-05-12'), [
            'stickOn' => '2027-05-12', 'zone' => $first['best']['zone'], 'inTrayOf' => $host['code'],
        ]));
        $before = $this->used($host['zone'], '2027-W19');
        foreach ([$host, $guest] as $batch) {
            $this->ask('POST', '/api/batches/'.$batch['code'].'/stick', [
                'on' => '2027-05-12', 'stuck' => $batch['planned'], 'tooPoor' => 0, 'trays' => 1, 'trayNumbers' => '1', 'mix' => 'perlite 2 : coir 1',
                'hormone' => '', 'people' => ['1'], 'despite' => 'as planned',
            ]);
        }
        self::assertSame($before, $this->used($host['zone'], '2027-W19'));
        $panel = array_column(array_column($this->ask('GET', '/api/bench?week=2027-W19')['zones'], 'tenants', 'name')[$host['zone']], null);
        $trays = [];
        foreach ($panel as $tenant) {
            $trays[$tenant['tag']['code']] = $tenant['trays'];
        }
        self::assertSame([1, 0], [$trays[$host['code']], $trays[$guest['code']]]);
        $after = $this->used($host['zone'], '2027-W20');
        $this->ask('POST', '/api/batches/'.$host['code'].'/lose', ['on' => '2027-05-12', 'state' => 'stuck', 'lost' => ['rot' => 30]]);
        self::assertSame($after, $this->used($host['zone'], '2027-W20'), 'The tray is its own from now on.');
    }
}
