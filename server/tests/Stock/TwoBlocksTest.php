<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Stock;

use WetCradle\Server\Tests\House;

/** Where one block cannot give all of a batch, a second one gives the rest. */
final class TwoBlocksTest extends House
{
    /** @return array{array<string, mixed>, array<string, mixed>} an order of catmint, and what is proposed for it, with small blocks */
    private function proposed(): array
    {
        $this->signIn('ines');
        // Of catmint there is little: 150 cuttings in two of its blocks, hardly any in the third, and nothing is taken before.
        $this->db()->executeStatement("UPDATE batch SET called_off = 1 WHERE stuck_on IS NULL AND crop_id = (SELECT id FROM crop WHERE slug = 'catmint-millrace')");
        foreach (['CA-1' => 10, 'CA-2' => 15, 'CA-3' => 1] as $code => $plants) {
            $this->db()->executeStatement('UPDATE stock_block SET plants = ?, recovery_weeks = 0 WHERE code = ?', [$plants, $code]);
        }
        $order = $this->ask('POST', '/api/wanted', ['crop' => 'catmint-millrace', 'plants' => 180, 'pot' => 1, 'readyWeek' => '2027-W40', 'priority' => 'should']);

        return [$order, $this->ask('POST', "/api/wanted/{$order['id']}/proposal", ['stickOn' => '2027-05-14', 'trays' => 3])];
    }

    /**
     * @param array<string, mixed> $order
     * @param array<string, mixed> $proposal
     *
     * @return array<string, mixed>
     */
    private static function body(array $order, array $proposal, string $block, ?string $also): array
    {
        return [
            'wanted' => $order['id'], 'trayKind' => $proposal['trayKind']['id'], 'trays' => 3, 'confidence' => 0.9, 'stickOn' => '2027-05-14', 'block' => $block,
            'alsoBlock' => $also, 'zone' => $proposal['best']['zone'],
        ];
    }

    public function testTheRestComesFromAnotherBlockAllTheWay(): void
    {
        [$order, $proposal] = $this->proposed();
        $blocks = array_column($proposal['blocks'], null, 'code');
        self::assertSame([252, [false, false, false]], [$proposal['stick'], array_column($proposal['blocks'], 'enough')]);
        $first = $proposal['best']['block'];
        $second = $blocks[$first]['with']['code'];
        $rest = 252 - $blocks[$first]['left'];
        self::assertSame($rest, $blocks[$first]['with']['cuttings']);
        self::assertNull($blocks['CA-3']['with'], 'Not even with the larger of the two there is enough.');

        self::assertSame('block', $this->refused(422, 'POST', '/api/batches', self::body($order, $proposal, $first, null))['field']);
        self::assertSame('alsoBlock', $this->refused(422, 'POST', '/api/batches', self::body($order, $proposal, $first, 'CA-3'))['field']);
        self::assertSame('alsoBlock', $this->refused(422, 'POST', '/api/batches', self::body($order, $proposal, $first, $first))['field']);
        self::assertSame('alsoBlock', $this->refused(422, 'POST', '/api/batches', self::body($order, $proposal, $first, 'HE-1'))['field']);
        $batch = $this->ask('POST', '/api/batches', self::body($order, $proposal, $first, $second));
        self::assertSame([$first, ['block' => $second, 'cuttings' => $rest]], [$batch['block'], $batch['also']]);

        $taken = fn (string $code): int => array_sum(array_column(array_filter(
            $this->ask('GET', "/api/stock/{$code}?week=2027-W19")['takes'],
            static fn (array $take) => $take['batch'] === $batch['code'],
        ), 'cuttings'));
        self::assertSame([252 - $rest, $rest], [$taken($first), $taken($second)], 'Each block has given its own.');
        $stops = array_column($this->ask('GET', '/api/take-sheets?batches='.$batch['code'])['stops'], 'cuttings', 'block');
        self::assertSame([$first => 252 - $rest, $second => $rest], $stops);
        $cut = array_column($this->ask('GET', '/api/day-sheet?day=2027-05-14')['collect'], null, 'batch')[$batch['code']];
        self::assertSame([$second, $rest], [$cut['also'][0]['block'], $cut['also'][0]['cuttings']]);

        $hold = $this->ask('GET', '/api/take-sheets?batches='.$batch['code'])['stops'][0]['holds'][0];
        $from = (string) json_encode($this->ask('POST', "/api/batches/{$batch['code']}/collect", ['how' => $hold])['collection']['from']);
        self::assertStringContainsString($first.', ', $from, 'What was taken says of which block each row is.');
        self::assertStringContainsString($second.', ', $from);

        // A sick second block bars it as a sick first one does.
        $this->ask('POST', "/api/stock/{$second}/inspections", ['clean' => false, 'found' => 'whitefly', 'howBad' => 'bad']);
        $against = $this->ask('GET', '/api/batches/'.$batch['code'])['against'];
        self::assertContains('quarantine', array_column($against, 'code'));
        $this->ask('POST', "/api/stock/{$first}/inspections", ['clean' => false, 'found' => 'scale', 'howBad' => 'some']);
        $codes = array_column($this->ask('GET', '/api/batches/'.$batch['code'])['against'], 'code');
        self::assertSame(array_values(array_unique($codes)), $codes, 'Each reason once, though both have it.');
        self::assertSame('not_fit', $this->refused(422, 'POST', "/api/batches/{$batch['code']}/stick", [
            'on' => '2027-05-12', 'stuck' => 252, 'trays' => 3, 'mix' => 'perlite 2 : coir 1', 'people' => ['1'],
        ])['code']);
        $this->ask('POST', "/api/batches/{$batch['code']}/stick", [
            'on' => '2027-05-12', 'stuck' => 240, 'trays' => 3, 'mix' => 'perlite 2 : coir 1', 'people' => ['1'], 'despite' => 'washed first',
        ]);
        self::assertSame([240 - $rest, $rest], [$taken($first), $taken($second)], 'Fewer were stuck: of the first.');
    }

    public function testChangedItIsPartedAnewAndASmallerOneNeedsNoSecond(): void
    {
        [$order, $proposal] = $this->proposed();
        $first = $proposal['best']['block'];
        $second = array_column($proposal['blocks'], null, 'code')[$first]['with']['code'];
        $batch = $this->ask('POST', '/api/batches', self::body($order, $proposal, $first, $second));
        $change = fn (array $says) => $this->ask('PUT', '/api/batches/'.$batch['code'], $says + [
            'version' => $this->ask('GET', '/api/batches/'.$batch['code'])['version'], 'block' => $first, 'zone' => $proposal['best']['zone'],
            'trays' => 3, 'stickOn' => '2027-05-14',
        ]);
        self::assertSame($batch['also'], $change([])['also'], 'What is not said stays.');
        $turned = $change(['block' => $second, 'alsoBlock' => $first]);
        self::assertSame([$second, $first], [$turned['block'], $turned['also']['block']]);
        self::assertNull($change(['trays' => 1])['also'], 'One tray comes from one block.');
        self::assertSame(0, (int) $this->db()->fetchOne('SELECT count(*) FROM batch WHERE also_cuttings IS NOT NULL AND also_block_id IS NULL'));
    }
}
