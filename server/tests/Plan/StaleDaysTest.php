<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Plan;

use PHPUnit\Framework\Attributes\DataProvider;
use WetCradle\Server\Tests\House;

/** Kept days never go stale: whatever they rest on, when it changes they are as if reckoned anew. */
final class StaleDaysTest extends House
{
    /** @return iterable<string, array{string}> */
    public static function causes(): iterable
    {
        foreach ([
            'sheet', 'cooler zone', 'unheated zone', 'table of air', 'another climate', 'other half of the world', 'habit', 'check', 'move',
            'count', 'undone count', 'joined lots', 'parted lot', 'stuck', 'undone stick',
        ] as $cause) {
            yield $cause => [$cause];
        }
    }

    #[DataProvider('causes')]
    public function testAfterEachCauseNothingIsStale(string $cause): void
    {
        $this->signIn();
        $before = $this->days();
        $this->cause($cause);
        $after = $this->days();
        self::assertSame(in_array($cause, ['check', 'undone count', 'undone stick'], true), $before === $after, 'Whether it moves days.');
        // Kept again as they are, the habits have everything reckoned anew.
        $habits = $this->ask('GET', '/api/house-defaults');
        $own = [];
        foreach (array_merge(...array_column($habits['topics'], 'defaults')) as $one) {
            $own[$one['name']] = $one['value'];
        }
        $this->ask('PUT', '/api/house-defaults', ['version' => $habits['version'], 'defaults' => $own]);
        $anew = $this->days();
        $stale = array_keys(array_filter($anew, static fn (array $days, string $of) => $days !== ($after[$of] ?? null), ARRAY_FILTER_USE_BOTH));
        self::assertSame([], $stale);
    }

    private function cause(string $cause): void
    {
        match ($cause) {
            'sheet' => $this->coolerSheet(),
            'cooler zone' => $this->zone(['heatLow' => 10, 'heatHigh' => 14]),
            'unheated zone' => $this->zone(['kind' => 'frame', 'heatLow' => 2, 'heatHigh' => 30]),
            'table of air' => $this->ask(
                'POST',
                '/api/air',
                ['csv' => "month,mean\n".implode("\n", array_map(static fn (int $m) => $m.','.(4 + ($m > 3 && $m < 10 ? 6 : 0)), range(1, 12)))],
            ),
            'another climate' => $this->nursery(['air' => array_fill(0, 12, 12.0)]),
            'other half of the world' => $this->nursery(['hemisphere' => 'south', 'air' => array_fill(0, 12, 15.0)]),
            'habit' => $this->ask(
                'PUT',
                '/api/house-defaults',
                ['version' => $this->ask('GET', '/api/house-defaults')['version'], 'defaults' => ['planned_rooted' => 0.25]],
            ),
            'check' => $this->check(),
            'move' => $this->move(),
            'count' => $this->counted(),
            'undone count' => $this->undone($this->counted()),
            'joined lots' => $this->joined(),
            'parted lot' => $this->parted(),
            'stuck' => $this->stuck(),
            default => $this->undone($this->stuck()),
        };
    }

    private function coolerSheet(): void
    {
        $way = $this->ask('GET', '/api/crops/catmint-millrace')['sheets'][0];
        $sheet = ['warmth' => ['medium' => [14, 16]] + $way['sheet']['warmth'], 'potting' => ['growOnDays' => 90] + $way['sheet']['potting']] + $way['sheet'];
        $this->ask('PUT', '/api/ways/'.$way['id'], ['version' => $way['version'], 'name' => $way['name'], 'why' => 'cooler', 'sheet' => $sheet]);
    }

    /** @param array<string, mixed> $says */
    private function zone(array $says): void
    {
        $zone = array_column($this->ask('GET', '/api/bench')['zones'], null, 'name')['Mist 1'];
        $is = [
            'version' => $zone['version'],
            'name' => $zone['name'],
            'house' => $zone['house'],
            'kind' => $zone['kind'],
            'length' => $zone['place']['length'],
            'width' => $zone['place']['width'],
            'x' => $zone['place']['x'],
            'y' => $zone['place']['y'],
            'heatLow' => $zone['heat'][0], 'heatHigh' => $zone['heat'][1], 'mistLow' => $zone['mist'][0], 'mistHigh' => $zone['mist'][1],
            'trays' => $zone['trays'], 'light' => $zone['light'], 'stands' => $zone['stands'], 'frostFree' => $zone['frostFree'],
            'onlyPots' => $zone['onlyPots'],
        ];
        $this->ask('PUT', "/api/zones/{$zone['id']}", $says + $is);
    }

    /** @param array<string, mixed> $says */
    private function nursery(array $says): void
    {
        $this->ask('PUT', '/api/nursery', $says + $this->ask('GET', '/api/session')['nursery']);
    }

    /** @return array<string, mixed> the batch then */
    private function check(): array
    {
        $batch = $this->standing();

        return $this->ask('POST', "/api/batches/{$batch['code']}/checks", ['on' => '2027-05-12', 'stages' => ['at_wall' => 12]]);
    }

    /** @return array<string, mixed> the batch then */
    private function counted(): array
    {
        $batch = $this->standing();
        $there = $batch['lines'][0]['standing']['stuck'] ?? $batch['stuck'];

        return $this->ask(
            'POST',
            "/api/batches/{$batch['code']}/count",
            ['on' => '2027-05-12', 'rooted' => $there, 'unrooted' => 0, 'lost' => new \stdClass(), 'potted' => $there],
        );
    }

    /** @return array<string, mixed> the batch then */
    private function stuck(): array
    {
        $code = (string) $this->db()->fetchOne("SELECT code FROM batch WHERE stuck_on IS NULL AND called_off = 0
            AND stick_on > '2027-05-20' ORDER BY stick_on LIMIT 1");
        $batch = $this->ask('GET', '/api/batches/'.$code);

        return $this->ask(
            'POST',
            "/api/batches/{$code}/stick",
            ['on' => '2027-05-12', 'stuck' => $batch['planned'], 'trays' => $batch['trays'], 'mix' => 'perlite', 'people' => [], 'despite' => 'asked for'],
        );
    }

    private function move(): void
    {
        $batch = current(
            array_filter($this->ask('GET', '/api/batches')['batches'], static fn (array $b) => $b['state'] === 'planned' && $b['zone'] !== 'Mist 1'),
        );
        $this->ask(
            'POST',
            '/api/plan/moves',
            [
                'moves' => $this->seen(
                    [['code' => $batch['code'], 'stickOn' => (new \DateTimeImmutable($batch['stickOn']))->modify('+7 days')->format('Y-m-d')]],
                ),
                'why' => 'Later',
            ],
        );
    }

    private function joined(): void
    {
        $lots = [];
        foreach ($this->ask('GET', '/api/lots')['lots'] as $lot) {
            $lots["{$lot['crop']} {$lot['pot']}"][$lot['readyOn']] ??= $lot;
        }
        $alike = array_values(array_filter($lots, static fn (array $alike) => count($alike) > 1))[0] ?? self::fail('No two lots are alike.');
        [$one, $other] = array_map(fn (array $lot) => $this->ask('GET', '/api/lots/'.$lot['code']), array_slice(array_values($alike), 0, 2));
        $this->ask('POST', "/api/lots/{$one['code']}/join", ['version' => $one['version'], 'lot' => $other['code'], 'lotVersion' => $other['version']]);
    }

    private function parted(): void
    {
        $lot = $this->ask(
            'GET',
            '/api/lots/'.(current(array_filter($this->ask('GET', '/api/lots')['lots'], static fn (array $lot) => count($lot['batches']) > 1))['code'] ?? ''),
        );
        $line = (int) $this->db()->fetchOne('SELECT l.id FROM line l JOIN pot_lot p ON p.id = l.lot_id WHERE p.code = ? ORDER BY l.id LIMIT 1', [$lot['code']]);
        $this->ask('POST', "/api/lots/{$lot['code']}/part", ['version' => $lot['version'], 'line' => $line]);
    }

    /** @param array<string, mixed> $batch */
    private function undone(array $batch): void
    {
        $this->days();
        $this->ask('POST', "/api/batches/{$batch['code']}/undo", ['act' => $batch['acts'][0]['id']]);
    }

    /** @return array<string, mixed> one that roots, of one line */
    private function standing(): array
    {
        foreach ($this->ask('GET', '/api/batches')['batches'] as $tag) {
            if ($tag['state'] === 'rooting') {
                return $this->ask('GET', '/api/batches/'.$tag['code']);
            }
        }
        self::fail('Nothing roots.');
    }

    /** @return array<string, array<string, mixed>> of all that lives, by code */
    private function days(): array
    {
        $days = [];
        foreach ($this->db()->fetchAllAssociative('
            SELECT code, stick_on, rooted_from, rooted_by, wean_on, pot_on, ready_on, pot_from, pot_by, ready_from, ready_by
            FROM batch WHERE called_off = 0 ORDER BY code
        ') as $row) {
            $days[(string) $row['code']] = $row;
        }
        foreach ($this->db()->fetchAllAssociative('SELECT code, ready_on FROM pot_lot p WHERE EXISTS (SELECT 1 FROM line l
            WHERE l.lot_id = p.id) ORDER BY code') as $row) {
            $days[(string) $row['code']] = $row;
        }

        return $days;
    }
}
