<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Wanted;

use WetCradle\Server\Tests\House;

/** A check that fails, seen early: the order that will be short, and the batch that mends it inside its window. */
final class ShortfallTest extends House
{
    public function testTheDemosFailedCheckLeadsToAReplacementInsideItsWindow(): void
    {
        $this->signIn();
        $short = array_values(array_filter($this->ask('GET', '/api/day')['things'], static fn (array $t) => $t['job'] === 'short'));
        self::assertNotSame([], $short);
        $first = current(
            array_filter(
                $short,
                fn (array $t) => array_filter(
                    $this->ask('GET', "/api/wanted/{$t['wanted']['id']}/remedies")['again'],
                    static fn (array $r) => $r['possible'],
                ) !== [],
            ),
        );
        self::assertIsArray($first, 'One of them can be mended.');
        $id = $first['wanted']['id'];
        $remedies = $this->ask('GET', "/api/wanted/{$id}/remedies");
        self::assertSame([true, $first['count']], [$remedies['outlook']['isShort'], $remedies['buyIn']]);
        $crop = $this->ask('GET', '/api/crops/'.$remedies['wanted']['cropSlug']);
        $this->ask('PUT', '/api/crops/'.$crop['slug'].'/liner', ['version' => $crop['version'], 'price' => 0.5, 'weeks' => 2]);
        $two = $this->ask('GET', "/api/wanted/{$id}/remedies")['buyInBy'];
        $this->ask('PUT', '/api/crops/'.$crop['slug'].'/liner', ['version' => $crop['version'] + 1, 'price' => 0.5, 'weeks' => 4]);
        $four = $this->ask('GET', "/api/wanted/{$id}/remedies")['buyInBy'];
        self::assertSame(
            14,
            (int) (new \DateTimeImmutable($four))->diff(new \DateTimeImmutable($two))->format('%r%a'),
            'Two weeks more of notice, two weeks earlier.',
        );
        $again = $remedies['again'][0];
        self::assertTrue($again['possible']);
        self::assertGreaterThan('2027-05-12', $again['last']);
        self::assertGreaterThanOrEqual(0.9, $again['chance']);

        $proposal = $this->ask('POST', "/api/wanted/{$id}/proposal", ['plants' => $remedies['buyIn'], 'way' => $again['way'], 'stickOn' => $again['from']]);
        self::assertSame(
            [$remedies['buyIn'], $again['trays'], true, 0],
            [$proposal['plants'], $proposal['trays'], $proposal['window']['open'], max(0, $proposal['timing']['weeksLate'])],
        );
        $batch = $this->ask(
            'POST',
            '/api/batches',
            [
                'wanted' => $id, 'plants' => $proposal['plants'], 'way' => $again['way'], 'trayKind' => $proposal['trayKind']['id'],
                'trays' => $proposal['trays'], 'confidence' => 0.9, 'stickOn' => $again['from'], 'block' => $again['block'],
                'zone' => $proposal['zones'][0]['id'],
            ],
        );
        self::assertSame($remedies['buyIn'], $batch['needed']);
        self::assertFalse($this->ask('GET', "/api/wanted/{$id}/remedies")['outlook']['isShort'], 'Mended.');
        self::assertNotContains(
            $id,
            array_map(
                static fn (array $t) => $t['wanted']['id'],
                array_filter($this->ask('GET', '/api/day')['things'], static fn (array $t) => $t['job'] === 'short'),
            ),
        );
    }

    public function testAnOrderStandsAsItsBatchesDo(): void
    {
        $this->signIn();
        $wanted = $this->ask(
            'POST',
            '/api/wanted',
            ['crop' => 'catmint-millrace', 'plants' => 120, 'pot' => 1, 'readyWeek' => '2027-W40', 'priority' => 'must'],
        );
        self::assertNull($wanted['outlook'], 'Nothing is planned for it yet.');
        $this->ask('POST', '/api/stock/CA-1/inspections', ['clean' => true]);
        $proposal = $this->ask('POST', "/api/wanted/{$wanted['id']}/proposal", ['stickOn' => '2027-05-12']);
        $batch = $this->ask(
            'POST',
            '/api/batches',
            [
                'wanted' => $wanted['id'], 'trayKind' => $proposal['trayKind']['id'], 'trays' => $proposal['trays'], 'confidence' => 0.9,
                'stickOn' => '2027-05-12', 'block' => $proposal['blocks'][0]['code'], 'zone' => $proposal['zones'][0]['id'],
            ],
        );
        $planned = $this->outlook($wanted['id']);
        self::assertEqualsWithDelta($proposal['chance'], $planned['enough'], 1e-6, 'What the plan promised.');

        $code = $batch['code'];
        $this->ask(
            'POST',
            "/api/batches/{$code}/stick",
            ['on' => '2027-05-12', 'stuck' => $batch['planned'], 'trays' => $batch['trays'], 'mix' => 'perlite', 'people' => []],
        );
        self::assertEqualsWithDelta($planned['enough'], $this->outlook($wanted['id'])['enough'], 0.03, 'By the forecast now, which is on a grid and knows of mishaps.');
        $this->ask('POST', "/api/batches/{$code}/checks", ['on' => '2027-05-12', 'stages' => ['dead' => 14, 'callus' => 2]]);
        $failed = $this->outlook($wanted['id']);
        self::assertTrue($failed['isShort']);
        self::assertGreaterThan(0, $failed['short']);
        $this->ask('POST', "/api/batches/{$code}/checks", ['on' => '2027-05-12', 'stages' => ['callus' => 30], 'trays' => 2]);
        $lives = $this->outlook($wanted['id'])['enough'];
        self::assertGreaterThan($failed['enough'], $lives, 'Most of it lives.');

        $counted = $this->ask(
            'POST',
            "/api/batches/{$code}/count",
            ['on' => '2027-05-12', 'rooted' => 90, 'unrooted' => 0, 'lost' => ['rot' => $batch['planned'] - 90], 'potted' => 90],
        );
        self::assertSame(0.0, (float) $this->outlook($wanted['id'])['chance'], 'Ninety can never be a hundred and twenty.');
        $this->ask('POST', "/api/batches/{$code}/undo", ['act' => $counted['acts'][0]['id']]);
        self::assertEqualsWithDelta($lives, $this->outlook($wanted['id'])['enough'], 1e-9);
    }

    public function testWhatCanNoLongerBeDoneStaysVisibleWithItsReason(): void
    {
        $this->signIn('visitor');
        $seen = [];
        foreach ($this->db()->fetchFirstColumn("SELECT id FROM wanted WHERE ready_week BETWEEN '2027-W19' AND '2027-W52'
            AND called_off = 0 AND id % 3 = 0 ORDER BY id") as $id) {
            foreach ($this->ask('GET', "/api/wanted/{$id}/remedies")['again'] as $remedy) {
                self::assertSame($remedy['last'] !== null, $remedy['from'] !== null);
                self::assertTrue(!$remedy['possible'] || ($remedy['stick'] > 0 && $remedy['block'] !== null && $remedy['last'] >= '2027-05-12'));
                $seen[strtok($remedy['words'], ' ')] = true;
            }
        }
        self::assertArrayHasKey('Too', $seen);
        self::assertArrayHasKey('Still', $seen);
        self::assertSame(404, $this->send('GET', '/api/wanted/99999/remedies')->getStatusCode());
    }

    /** @return array<string, mixed> */
    private function outlook(int $id): array
    {
        return $this->ask('GET', "/api/wanted/{$id}/remedies")['outlook'];
    }
}
