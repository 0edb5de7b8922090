<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Course;

use WetCradle\Server\Tests\House;

/** A layer roots on its mother: nothing of it is cut or carried, it takes ground beside the stock, and is cut loose before it is potted. */
final class OnMotherTest extends House
{
    private function layer(string $method, bool $isStuck): string
    {
        $code = $this->db()->fetchOne(
            'SELECT code FROM batch WHERE method = ? AND stuck_on IS '.($isStuck ? 'NOT NULL' : 'NULL').' AND called_off = 0 ORDER BY stick_on',
            [$method],
        );
        self::assertIsString($code);

        return $code;
    }

    public function testALayerGoesFromItsPinToItsPot(): void
    {
        $this->signIn('ines');
        $code = $this->layer('tip layer', false);
        $batch = $this->ask('GET', '/api/batches/'.$code);
        self::assertSame(['Stock ground', 'mother', 'pot beside its plant'], [$batch['zone'], $batch['course'][0]['kind'], $batch['trayKind']]);
        self::assertSame('cut_loose', $batch['course'][1]['kind']);

        $stop = $this->ask('GET', '/api/take-sheets?batches='.$code)['stops'][0];
        self::assertSame([[], []], [$stop['holds'], $stop['stickBy']], 'Nothing is cut, and no clock runs.');
        self::assertStringContainsString('pins', $stop['carry']);
        self::assertSame('how', $this->refused(422, 'POST', "/api/batches/{$code}/collect", ['how' => 'shaded'])['field']);

        $sheet = $this->ask('GET', '/api/day-sheet?day='.$batch['stickOn']);
        self::assertNotContains($code, array_column($sheet['collect'], 'batch'));
        $turn = array_column($sheet['stick'], null, 'batch')[$code];
        self::assertStringContainsString('pin the tip', $turn['how']);
        self::assertNull($turn['setting'], 'Its mother waters it.');
        self::assertNotContains('Stock ground', array_column($sheet['set'], 'zone'));

        $offers = $this->ask('GET', '/api/bench/offers?batch='.$code)['zones'];
        self::assertSame([true], array_column(array_filter($offers, static fn (array $zone) => $zone['here']), 'yes'));
        self::assertSame(
            ['not_beside_stock'],
            array_values(array_unique(array_column(array_filter($offers, static fn (array $zone) => !$zone['here']), 'reason'))),
        );

        $many = $batch['planned'];
        $stuck = $this->ask('POST', "/api/batches/{$code}/stick", [
            'on' => '2027-05-12', 'stuck' => $many, 'tooPoor' => 0, 'trays' => $many, 'trayNumbers' => '1', 'mix' => 'part potting mix', 'hormone' => '',
            'people' => ['1'], 'despite' => 'early',
        ]);
        self::assertSame('now', $stuck['course'][0]['time']);
        $round = array_column($this->ask('GET', '/api/round')['stops'], null, 'code');
        self::assertSame(3, $round[$code]['every']);
        self::assertSame(7, $round[$this->layer('air layer', true)]['every'], 'Moss keeps longer.');

        $loose = $this->ask('POST', "/api/batches/{$code}/weaning", ['version' => $stuck['version'], 'step' => 1, 'as' => 'done', 'on' => '2027-05-12']);
        self::assertSame(['past', 'now'], array_column(array_slice($loose['course'], 0, 2), 'time'));
        $potted = $this->ask('POST', "/api/batches/{$code}/count", [
            'line' => 1, 'on' => '2027-05-12', 'rooted' => $many - 1, 'unrooted' => 0, 'lost' => ['dried_out' => 1], 'potted' => $many - 1,
        ]);
        self::assertSame(['potted', $many - 1], [$potted['state'], $potted['count']]);
    }

    public function testAnOrderForLayersIsPlannedOnTheGroundAndNothingElseIs(): void
    {
        $this->signIn('ines');
        $order = static fn (string $crop) => [
            'crop' => $crop, 'plants' => 8, 'pot' => 1, 'readyWeek' => '2027-W48', 'priority' => 'should',
        ];
        $best = function (string $crop) use ($order): array {
            $asked = $this->ask('POST', '/api/wanted', $order($crop));
            $proposal = $this->ask('POST', "/api/wanted/{$asked['id']}/proposal", []);
            $names = array_column($proposal['zones'], 'name', 'id');

            return [$names[$proposal['best']['zone'] ?? 0] ?? null, array_column($proposal['zones'], 'reason', 'name')];
        };
        [$zone, $reasons] = $best('wall-bramble-long-ladder');
        self::assertSame('Stock ground', $zone);
        self::assertSame('not_beside_stock', $reasons['Mist 1']);
        [$zone, $reasons] = $best('catmint-millrace');
        self::assertNotSame('Stock ground', $zone);
        self::assertSame('beside_stock', $reasons['Stock ground']);
    }

    public function testItsGroundIsNeitherFilledNorSet(): void
    {
        $this->signIn('ines');
        $ground = array_column($this->ask('GET', '/api/bench?week=2027-W28')['zones'], null, 'name')['Stock ground'];
        self::assertNotSame([], $ground['tenants']);
        self::assertNull($ground['setting']);
        $layers = $this->db()->fetchFirstColumn("SELECT b.code FROM batch b JOIN zone z ON z.id = b.zone_id WHERE z.name = 'Stock ground'");
        $filled = $this->ask('POST', '/api/bench/fill', []);
        self::assertSame([], array_intersect($layers, self::codes($filled)));
    }

    /**
     * @param array<mixed> $answer
     *
     * @return list<string> what is called a code anywhere in it
     */
    private static function codes(array $answer): array
    {
        $codes = [];
        array_walk_recursive($answer, static function (mixed $value, int|string $key) use (&$codes): void {
            if ($key === 'code' && is_string($value)) {
                $codes[] = $value;
            }
        });

        return $codes;
    }

    public function testGroundIsForLayersOrForPotsNotForBoth(): void
    {
        $this->signIn('ines');
        $zone = ['name' => 'Field', 'house' => 'Field', 'kind' => 'open', 'length' => 10, 'width' => 2, 'heatLow' => -15, 'heatHigh' => 30, 'mistLow' => 0,
            'mistHigh' => 0, 'ground' => 'beside_stock'];
        self::assertSame('ground', $this->refused(422, 'POST', '/api/zones', $zone + ['onlyPots' => true])['field']);
        $field = $this->ask('POST', '/api/zones', $zone);
        self::assertSame('beside_stock', $field['ground']);
        // Nobody is there yet; where somebody is, bench stays bench and ground stays ground.
        self::assertSame('bench', $this->ask('PUT', '/api/zones/'.$field['id'], ['version' => $field['version'], 'ground' => 'bench'] + $zone)['ground']);
        $weeks = $this->ask('GET', '/api/bench')['zones'];
        foreach (['beside_stock' => 'bench', 'bench' => 'open'] as $ground => $other) {
            $taken = current(array_filter($weeks, static fn (array $one) => $one['ground'] === $ground && $one['tenants'] !== []));
            $said = $this->refused(422, 'PUT', '/api/zones/'.$taken['id'], [
                'version' => $taken['version'], 'name' => $taken['name'], 'house' => $taken['house'], 'kind' => $taken['kind'],
                'length' => $taken['place']['length'], 'width' => $taken['place']['width'], 'x' => $taken['place']['x'], 'y' => $taken['place']['y'],
                'heatLow' => $taken['heat'][0], 'heatHigh' => $taken['heat'][1], 'mistLow' => $taken['mist'][0], 'mistHigh' => $taken['mist'][1],
                'ground' => $other,
            ]);
            self::assertSame('ground', $said['field']);
            self::assertMatchesRegularExpression('/^[A-Z]{3}-\d+.* lie there or will\. Move them first: /', $said['message']);
        }
    }
}
