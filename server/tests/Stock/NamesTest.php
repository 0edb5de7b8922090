<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Stock;

use WetCradle\Server\Tests\House;

/** What a plant is, who holds rights in it, and who looked that it is what it is called. */
final class NamesTest extends House
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('ines');
    }

    public function testACloneIsOnItsBlockItsLabelsAndItsWayToTheCustomer(): void
    {
        $batch = $this->db()->fetchAssociative('SELECT b.code, k.code AS block FROM batch b JOIN stock_block k ON k.id = b.block_id
            WHERE b.stuck_on IS NULL AND b.called_off = 0 ORDER BY b.id LIMIT 1');
        self::assertIsArray($batch);
        $is = $this->ask('GET', "/api/stock/{$batch['block']}")['block'];
        $entered = array_diff_key($is, ['code' => 1, 'crop' => 1]);
        $this->refused(422, 'PUT', "/api/stock/{$batch['block']}", ['trueToNameBy' => 'R. Vey'] + $entered);
        $this->refused(422, 'PUT', "/api/stock/{$batch['block']}", ['trueToNameOn' => '2027-06-01'] + $entered);
        $now = $this->ask('PUT', "/api/stock/{$batch['block']}", [
            'accession' => '1998-0417', 'trueToNameOn' => '2026-09-03', 'trueToNameBy' => 'R. Vey',
        ] + $entered)['block'];
        self::assertSame(['1998-0417', '2026-09-03', 'R. Vey'], [$now['accession'], $now['trueToNameOn'], $now['trueToNameBy']]);
        $labels = $this->ask('GET', "/api/labels?batches={$batch['code']}")['labels'];
        self::assertSame(["{$batch['block']} 1998-0417"], array_values(array_unique(array_column($labels, 'source'))));
        $trace = $this->ask('GET', "/api/trace/block/{$batch['block']}")['nodes'][0]['more'];
        self::assertSame(['1998-0417', '2026-09-03'], array_values(array_intersect_key(
            array_column($trace, 'says', 'what'),
            ['accession' => 1, 'verified' => 1],
        )));
    }

    public function testOfAProtectedCropNothingIsTakenBeforeThereIsALicence(): void
    {
        $sheet = $this->sheet();
        $this->ask('POST', '/api/crops', ['name' => 'Free', 'sheet' => $sheet]);
        $this->ask('POST', '/api/crops', ['name' => 'Held', 'sheet' => $sheet, 'protectedBy' => 'Vey Plants']);
        foreach (['free' => false, 'held' => true] as $slug => $isHeld) {
            $code = strtoupper(substr($slug, 0, 2)).'-77';
            $block = $this->ask('POST', '/api/stock', [
                'code' => $code, 'crop' => $slug, 'place' => 'North', 'plants' => 20, 'plantedYear' => 2024, 'shoots' => 10,
            ]);
            self::assertSame($isHeld, in_array('rights', array_column($block['against'], 'code'), true), $slug);
        }
        self::assertStringContainsString('protected for Vey Plants', json_encode($this->ask('GET', '/api/stock/HE-77')['against'], JSON_THROW_ON_ERROR));
    }
}
