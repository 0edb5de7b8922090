<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Mixing;

use WetCradle\Server\Tests\House;

/** The mixes of the house: reckoned in litres, bags and barrows, held against a crop, kept by name. */
final class MixesTest extends House
{
    public function testAMixIsReckonedForTraysInBagsAndBarrowsBothWays(): void
    {
        $this->signIn('bo');
        $kind = array_column($this->ask('GET', '/api/trays')['kinds'], null, 'name')['tray of 104'];
        $made = $this->ask('POST', '/api/mixes/reckon', ['mix' => 'perlite 2 : coir 1', 'trays' => 12, 'trayKind' => $kind['id']]);
        self::assertEqualsWithDelta(27.12528, $made['litres'], 1e-6, 'As in the reference case.');
        self::assertSame([['perlite', 1], ['coir', 1]], array_map(static fn (array $p) => [$p['name'], $p['bags']], $made['parts']));
        self::assertSame(
            [1, 35, 0, 0],
            [$made['up']['barrows'], $made['up']['fills'], $made['down']['barrows'], $made['down']['fills']],
            'A barrow of 80 l fills 35 trays.',
        );
        self::assertSame(0, $made['wholeBags']['fills'], 'No whole bag is used up.');
        self::assertEqualsWithDelta(0.35, $made['holds']['air'], 1e-9);
        $more = $this->ask('POST', '/api/mixes/reckon', ['mix' => 'perlite 2 : coir 1', 'pots' => 900, 'pot' => 2, 'compaction' => 1, 'waste' => 0]);
        self::assertEqualsWithDelta(900.0, $more['litres'], 1e-9);
        self::assertEqualsWithDelta(840.0, $more['wholeBags']['litres'], 1e-6, 'Four whole bags of coir make 840 l.');
    }

    public function testAMixWithCompostIsPointedOutForARotProneCropWithTheSchool(): void
    {
        $this->signIn('bo');
        $crop = $this->ask('GET', '/api/crops/catmint-millrace');
        $way = $crop['sheets'][0]['id'];
        $made = $this->ask('POST', '/api/mixes/reckon', ['mix' => 'part potting mix', 'trays' => 4, 'trayKind' => 3, 'way' => $way]);
        self::assertSame(['perlite', 'potting mix'], array_column($made['parts'], 'name'), 'A mix of the house is taken by its name.');
        self::assertSame(['compost', 'feed'], array_column($made['against'], 'kind'));
        self::assertSame('rooting mix', $made['against'][0]['school']);
        self::assertSame([], $this->ask('POST', '/api/mixes/reckon', ['mix' => 'perlite 2 : coir 1', 'trays' => 4, 'trayKind' => 3, 'way' => $way])['against']);
        self::assertSame(
            ['trays', 'trayKind', 'compaction'],
            array_map(
                fn (array $body) => $this->refused(422, 'POST', '/api/mixes/reckon', ['mix' => 'coir 1'] + $body)['field'],
                [[], ['trays' => 3, 'trayKind' => 99], ['trays' => 3, 'trayKind' => 3, 'compaction' => 0.5]],
            ),
        );
    }

    public function testMixesAndPartsAreKeptAndWhatSheetsNameStays(): void
    {
        $this->signIn();
        $all = $this->ask(
            'POST',
            '/api/mixes',
            ['name' => 'open bark', 'parts' => [['name' => 'fine bark', 'parts' => 2], ['name' => 'perlite', 'parts' => 1]]],
        );
        $mine = array_column($all['mixes'], null, 'name')['open bark'];
        $many = static fn (int $parts): array => ['name' => 'many', 'parts' => array_fill(0, $parts, ['name' => 'perlite', 'parts' => 1])];
        self::assertSame(['out_of_range', 'parts'], $this->told('POST', '/api/mixes', $many(13)));
        self::assertSame(
            ['in_use', 'name'],
            $this->told(
                'PUT',
                '/api/mixes/'.array_column($all['mixes'], null, 'name')['part potting mix']['id'],
                ['version' => 1, 'name' => 'half and half', 'parts' => [['name' => 'perlite', 'parts' => 1]]],
            ),
        );
        self::assertSame(
            ['unknown', 'parts[0].name'],
            $this->told('PUT', "/api/mixes/{$mine['id']}", ['version' => 1, 'name' => 'open bark', 'parts' => [['name' => 'moon dust', 'parts' => 1]]]),
        );
        $this->ask(
            'PUT',
            "/api/mixes/{$mine['id']}",
            ['version' => 1, 'name' => 'opener bark', 'parts' => [['name' => 'fine bark', 'parts' => 3], ['name' => 'perlite', 'parts' => 1]]],
        );
        $this->refused(409, 'PUT', "/api/mixes/{$mine['id']}", ['version' => 1, 'name' => 'bark', 'parts' => [['name' => 'perlite', 'parts' => 1]]]);

        $coir = array_column($all['parts'], null, 'name')['coir'];
        $is = [
            'version' => $coir['version'], 'name' => 'coir', 'holdsWater' => true, 'drains' => false, 'feeds' => false,
            'breaksDown' => false, 'air' => 0.2, 'water' => 0.65, 'wetBy' => 0.5, 'bagLitres' => 80, 'stockLitres' => 160,
        ];
        self::assertSame(['in_use', 'name'], $this->told('PUT', "/api/mixes/parts/{$coir['id']}", ['name' => 'cocos'] + $is));
        self::assertSame(['out_of_range', 'water'], $this->told('PUT', "/api/mixes/parts/{$coir['id']}", ['water' => 0.9] + $is));
        self::assertEquals(80, array_column($this->ask('PUT', "/api/mixes/parts/{$coir['id']}", $is)['parts'], null, 'name')['coir']['bagLitres']);
        self::assertSame(['taken', 'name'], $this->told('POST', '/api/mixes/parts', ['name' => 'coir'] + array_diff_key($is, ['version' => 0])));
        $this->signIn('bo');
        $this->refused(403, 'POST', '/api/mixes', ['name' => 'x', 'parts' => []]);
    }

    /**
     * @param array<string, mixed> $body
     *
     * @return array{0: string, 1: string}
     */
    private function told(string $method, string $path, array $body): array
    {
        $told = $this->refused(422, $method, $path, $body);

        return [(string) $told['code'], (string) $told['field']];
    }
}
