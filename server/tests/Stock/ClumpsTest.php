<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Stock;

use WetCradle\Server\Tests\House;

/** A clump makes six: few are lifted, some pieces go back to the bed, and the block has as many plants as stand in it. */
final class ClumpsTest extends House
{
    /** @return array<string, mixed> a planned batch of hosta from HS-1 */
    private function planned(int $plants = 100): array
    {
        $order = $this->ask('POST', '/api/wanted', ['crop' => 'hosta-slate-barn', 'plants' => $plants, 'pot' => 1, 'readyWeek' => '2027-W40', 'priority' => 'should']);
        $proposal = $this->ask('POST', "/api/wanted/{$order['id']}/proposal", ['stickOn' => '2027-05-12']);
        $zone = array_values(array_filter($proposal['zones'], static fn (array $z) => $z['yes']))[0]['id'];

        return $this->ask('POST', '/api/batches', [
            'wanted' => $order['id'], 'block' => 'HS-1', 'zone' => $zone, 'stickOn' => '2027-05-12', 'trays' => $proposal['trays'],
            'trayKind' => $proposal['trayKind']['id'], 'confidence' => 0.9,
        ]);
    }

    /** @return array<string, mixed> */
    private function plant(): array
    {
        $row = $this->db()->fetchAssociative("SELECT plants, version FROM stock_block WHERE code = 'HS-1'");
        assert(is_array($row));

        return $row;
    }

    /**
     * @param array<string, mixed> $batch
     * @param array<string, mixed> $says
     *
     * @return array<string, mixed>
     */
    private static function stuck(array $batch, array $says = []): array
    {
        return $says + [
            'on' => '2027-05-12', 'stuck' => $batch['planned'], 'tooPoor' => 0, 'trays' => $batch['trays'], 'trayNumbers' => '1', 'mix' => 'part potting mix',
            'hormone' => '', 'people' => ['1'], 'despite' => 'out of season',
        ];
    }

    public function testFewClumpsAreLiftedAndTheBedFollows(): void
    {
        $this->signIn('ines');
        $batch = $this->planned();
        $pieces = $batch['planned'];
        $clumps = (int) ceil($pieces / 5);
        self::assertSame(['clumps' => $clumps, 'each' => 6, 'toBed' => 6 * $clumps - $pieces], $batch['lift']);
        self::assertStringContainsString(
            "Lift {$clumps} clumps, 6 pieces each",
            implode(' ', $this->ask('GET', '/api/take-sheets?batches='.$batch['code'])['stops'][0]['apart']),
        );
        $before = $this->plant()['plants'];

        $stuck = $this->ask('POST', "/api/batches/{$batch['code']}/stick", self::stuck($batch));
        $after = $before - $clumps + 6 * $clumps - $pieces;
        self::assertSame($after, $this->plant()['plants']);
        self::assertSame($batch['lift'], $stuck['lift']);
        self::assertStringContainsString("of {$clumps} clumps", $stuck['acts'][0]['says']);

        $undone = $this->ask('POST', "/api/batches/{$batch['code']}/undo", ['act' => $stuck['acts'][0]['id']]);
        self::assertSame([$before, false], [$this->plant()['plants'], $undone['isStuck']], 'Undone, all of them stand again.');
    }

    public function testABedNeverHasFewerPlantsThanAreEnteredOneByOne(): void
    {
        $this->signIn('ines');
        $batch = $this->planned();
        $clumps = (int) ceil($batch['planned'] / 6);
        $this->db()->executeStatement("UPDATE stock_block SET plants = 40 WHERE code = 'HS-1'");
        for ($i = 0; $i < 40 - $clumps + 1; ++$i) {
            $this->db()->executeStatement("INSERT INTO stock_plant (block_id, bed, label) SELECT id, 'A', ? FROM stock_block WHERE code = 'HS-1'", ["P{$i}"]);
        }
        $all = ['lifted' => $clumps, 'toBed' => 0];
        $told = $this->refused(422, 'POST', "/api/batches/{$batch['code']}/stick", self::stuck($batch, $all));
        self::assertSame('toBed', $told['field']);
        self::assertStringContainsString('are entered one by one', $told['message']);
        $this->db()->executeStatement("DELETE FROM stock_plant WHERE label = 'P0'");
        $this->ask('POST', "/api/batches/{$batch['code']}/stick", self::stuck($batch, $all));
        self::assertSame(40 - $clumps, $this->plant()['plants']);
    }

    public function testWhatIsSaidOfTheLiftingCounts(): void
    {
        $this->signIn('ines');
        $batch = $this->planned();
        $pieces = $batch['planned'];
        $before = $this->plant()['plants'];
        $path = "/api/batches/{$batch['code']}/stick";
        $few = $this->refused(422, 'POST', $path, self::stuck($batch, ['lifted' => 3, 'toBed' => 0]));
        self::assertSame('lifted', $few['field']);
        self::assertStringContainsString(sprintf('lift %d', (int) ceil($pieces / 5)), $few['message']);
        self::assertSame('toBed', $this->refused(422, 'POST', $path, self::stuck($batch, ['lifted' => 40, 'toBed' => 240]))['field']);
        self::assertSame('lifted', $this->refused(422, 'POST', $path, self::stuck($batch, ['lifted' => 9000]))['field']);
        self::assertSame($before, $this->plant()['plants'], 'What is refused lifts nothing.');

        $this->ask('POST', $path, self::stuck($batch, ['lifted' => 40, 'toBed' => 10]));
        self::assertSame($before - 30, $this->plant()['plants']);
        self::assertSame(['clumps' => 40, 'each' => 6, 'toBed' => 10], $this->ask('GET', "/api/batches/{$batch['code']}")['lift']);
    }

    public function testABlockWhoseClumpsStayIsTakenFromShootByShoot(): void
    {
        $this->signIn('ines');
        self::assertNull($this->ask('GET', '/api/stock/HS-2')['clumps']);
        $bed = $this->ask('GET', '/api/stock/HS-1');
        self::assertSame(5, $bed['perShoot']);
        self::assertSame(['each' => 6, 'back' => 1, 'lift' => intdiv($bed['left'], 5)], $bed['clumps']);
        self::assertLessThanOrEqual(0.5 * $bed['plants'] * 5 + 5, $bed['left'], 'Half of the clumps at most.');
        $batch = (string) $this->db()->fetchOne('SELECT b.code FROM batch b JOIN stock_block k ON k.id = b.block_id
            WHERE b.stuck_on IS NULL AND b.called_off = 0 AND k.pieces_each IS NULL AND b.together = 1 ORDER BY b.stick_on');
        $planned = $this->ask('GET', '/api/batches/'.$batch);
        self::assertSame('lifted', $this->refused(422, 'POST', "/api/batches/{$batch}/stick", self::stuck($planned, ['lifted' => 3]))['field']);
    }
}
