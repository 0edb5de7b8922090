<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Nursery;

use WetCradle\Server\Tests\House;

/** The kinds of tray and sizes of pot a nursery has, and what they take of its benches. */
final class TraysTest extends House
{
    private const HALF = ['name' => 'half tray of 40', 'cells' => 40, 'cellMl' => 30, 'lengthCm' => 40, 'widthCm' => 50];

    public function testANewKindIsAddedAndTakesItsShareOfABench(): void
    {
        $this->signIn();
        $kinds = $this->ask('POST', '/api/trays/kinds', self::HALF)['kinds'];
        $half = array_column($kinds, null, 'name')['half tray of 40'];
        self::assertSame([0.5, false, 0], [(float) $half['positions'], $half['first'], $half['batches']]);
        $zone = array_column($this->ask('GET', '/api/bench')['zones'], null, 'name')['Mist 2'];
        $fits = array_column($zone['fits'], 'trays', 'trayKind');
        self::assertGreaterThanOrEqual(2 * $fits['tray of 40'], $fits['half tray of 40']);

        $batch = current(
            array_filter(
                $this->ask('GET', '/api/batches')['batches'],
                static fn (array $b) => $b['state'] === 'planned' && $b['trays'] > 3 && $b['zone'] !== 'Mist 1',
            ),
        );
        $this->ask('POST', '/api/plan/moves', ['moves' => $this->seen([['code' => $batch['code'], 'trayKind' => $half['id']]]), 'why' => 'Smaller trays']);
        $now = $this->ask('GET', "/api/batches/{$batch['code']}");
        self::assertSame(['half tray of 40', (int) ceil($batch['planned'] / 40)], [$now['trayKind'], $now['trays']]);
        foreach ($this->ask('GET', '/api/bench?week='.$this->weekOf($now['stickOn']))['zones'] as $one) {
            foreach ($one['tenants'] as $tenant) {
                if ($tenant['tag']['code'] === $batch['code']) {
                    self::assertSame((int) ceil($now['trays'] / 2), $tenant['trays'], 'Two half trays lie on one place.');

                    return;
                }
            }
        }
        self::fail('It lies nowhere.');
    }

    public function testWhatBatchesAreCountedByIsNotChanged(): void
    {
        $this->signIn();
        $kinds = array_column($this->ask('GET', '/api/trays')['kinds'], null, 'name');
        $used = $kinds['tray of 84'];
        $is = ['version' => $used['version'], 'name' => 'tray of 84', 'cells' => 84, 'cellMl' => 26, 'lengthCm' => 80, 'widthCm' => 50];
        self::assertSame(['in_use', 'cells'], $this->told('PUT', "/api/trays/kinds/{$used['id']}", ['cells' => 77] + $is));
        self::assertSame(['taken', 'name'], $this->told('PUT', "/api/trays/kinds/{$used['id']}", ['name' => 'tray of 60'] + $is));
        $first = current(array_filter($kinds, static fn (array $k) => $k['first']));
        self::assertSame(
            ['in_use', 'widthCm'],
            $this->told(
                'PUT',
                "/api/trays/kinds/{$first['id']}",
                [
                    'version' => $first['version'], 'name' => $first['name'], 'cells' => $first['cells'], 'cellMl' => $first['cellMl'],
                    'lengthCm' => 80, 'widthCm' => 40,
                ],
            ),
        );
        self::assertSame(26, array_column($this->ask('PUT', "/api/trays/kinds/{$used['id']}", $is)['kinds'], null, 'name')['tray of 84']['cellMl']);
        $this->refused(409, 'PUT', "/api/trays/kinds/{$used['id']}", $is);
    }

    public function testAPotHasAWidthAndKeepsItsNameWhileSheetsCallItSo(): void
    {
        $this->signIn();
        $pot = array_column($this->ask('GET', '/api/trays')['pots'], null, 'name')['1 L'];
        self::assertSame([23, 10], [$pot['thick'], $pot['spaced']], '4,000 cm² hold 23 pots of 13 cm, and 10 that are 19.5 cm apart.');
        $is = ['version' => $pot['version'], 'name' => '1 L', 'millilitres' => 1050, 'acrossCm' => 12.5];
        $nine = array_column($this->ask('GET', '/api/trays')['pots'], null, 'name')['9 cm'];
        self::assertSame(
            ['in_use', 'name'],
            $this->told('PUT', "/api/trays/pots/{$nine['id']}", ['version' => $nine['version'], 'name' => 'nine', 'millilitres' => 500, 'acrossCm' => 9]),
        );
        self::assertSame(['out_of_range', 'acrossCm'], $this->told('PUT', "/api/trays/pots/{$pot['id']}", ['acrossCm' => 0] + $is));
        self::assertSame(25, array_column($this->ask('PUT', "/api/trays/pots/{$pot['id']}", $is)['pots'], null, 'name')['1 L']['thick']);
        self::assertSame(['taken', 'name'], $this->told('POST', '/api/trays/pots', ['name' => '2 L', 'millilitres' => 2000, 'acrossCm' => 17]));
        self::assertContains(
            '15 cm',
            array_column($this->ask('POST', '/api/trays/pots', ['name' => '15 cm', 'millilitres' => 1500, 'acrossCm' => 15])['pots'], 'name'),
        );
        $this->signIn('visitor');
        $this->refused(403, 'POST', '/api/trays/kinds', self::HALF);
    }

    /**
     * @param array<string, mixed> $body
     *
     * @return array{0: string, 1: string} why it is refused, and by which field
     */
    private function told(string $method, string $path, array $body): array
    {
        $told = $this->refused(422, $method, $path, $body);

        return [(string) $told['code'], (string) $told['field']];
    }

    private function weekOf(string $day): string
    {
        return (new \DateTimeImmutable($day))->format('o-\WW');
    }
}
