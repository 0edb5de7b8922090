<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Wanted;

use WetCradle\Server\Tests\House;

/** Orders for one sex, or for both in shares: parted into lines, planned from named plants of that sex, taken, labelled and sent as such. */
final class SexesTest extends House
{
    private const CROP = 'holly-black-gate';

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('ines');
    }

    /**
     * @param array<string, mixed> $line
     *
     * @return list<array<string, mixed>>
     */
    private function order(array $line, string $week = '2029-W20'): array
    {
        return $this->ask('POST', '/api/wanted/lines', [
            'lines' => [$line + ['crop' => self::CROP, 'plants' => 40, 'pot' => 1, 'readyWeek' => $week]],
            'customer' => 'Oxlow Landscape', 'reference' => 'OX-9', 'priority' => 'should',
        ])['wanted'];
    }

    public function testBothInSharesBecomeALineForEach(): void
    {
        [$females, $males] = $this->order(['females' => 0.6]);
        self::assertSame([['female', 24], ['male', 16]], [[$females['sex'], $females['plants']], [$males['sex'], $males['plants']]]);
        self::assertSame(['OX-9', 'OX-9'], [$females['reference'], $males['reference']]);
        self::assertCount(2, $this->ask('GET', "/api/wanted/{$males['id']}/lines")['wanted']);
        $lines = static fn (array $line): array => [
            'lines' => [$line + ['crop' => self::CROP, 'plants' => 40, 'pot' => 1, 'readyWeek' => '2029-W20']], 'priority' => 'should',
        ];
        foreach ([
            'lines[0].females' => ['females' => 1.2],
            'lines[0].plants' => ['females' => 0.5, 'plants' => 1],
            'lines[0].sex' => ['sex' => 'female', 'crop' => 'hebe-copperlight'],
        ] as $field => $line) {
            self::assertSame($field, $this->refused(422, 'POST', '/api/wanted/lines', $lines($line))['field']);
        }
        self::assertSame('lines[0].females', $this->refused(422, 'POST', '/api/wanted/lines', $lines(['sex' => 'male', 'females' => 0.5]))['field']);
        $message = $this->refused(422, 'POST', '/api/wanted/lines', $lines(['females' => 0.5, 'crop' => 'hebe-copperlight']))['message'];
        self::assertStringContainsString("Hebe 'Copperlight' has no stock plant that is known to be female", $message);
    }

    public function testItIsOfferedPlannedTakenAndLabelledFromPlantsOfThatSex(): void
    {
        [$females] = $this->order(['sex' => 'female', 'plants' => 12]);
        $any = $this->order(['plants' => 12])[0];
        $stickOn = (string) $this->ask('POST', "/api/wanted/{$any['id']}/proposal", [])['dates']['stickOn'];
        $proposal = fn (array $order): array => $this->ask('POST', "/api/wanted/{$order['id']}/proposal", ['stickOn' => $stickOn]);
        $block = static fn (array $is): array => array_column($is['blocks'], null, 'code')['HO-1'];
        [$ofFemales, $ofAny] = [$proposal($females), $proposal($any)];
        self::assertGreaterThan(0, $block($ofFemales)['left']);
        self::assertLessThan($block($ofAny)['left'] / 4, $block($ofFemales)['left'], 'Six of 51 are known to be female.');
        self::assertSame([['HO-1']], [array_column($ofFemales['blocks'], 'code')]);
        $zone = array_values(array_filter($ofFemales['zones'], static fn (array $zone) => $zone['yes']))[0]['id'];
        $asked = [
            'wanted' => $females['id'], 'block' => 'HO-1', 'zone' => $zone, 'trays' => 1, 'trayKind' => $ofFemales['trayKind']['id'], 'confidence' => 0.9,
            'stickOn' => $stickOn, 'cuttings' => min(20, $block($ofFemales)['left']),
        ];
        $batch = $this->ask('POST', '/api/batches', $asked);
        self::assertSame('female', $this->ask('GET', "/api/batches/{$batch['code']}")['sex']);
        $day = $this->ask('GET', "/api/batches/{$batch['code']}")['collectOn'];
        $sheet = array_column($this->ask('GET', "/api/take-sheets?day={$day}")['stops'], null, 'batch')[$batch['code']];
        $named = array_merge(...array_map(static fn (array $row) => array_column($row['named'], 'plant'), $sheet['rows']));
        self::assertSame('female', $sheet['sex']);
        self::assertNotSame([], $named);
        self::assertSame([], array_filter($named, static fn (string $plant) => !str_contains($plant, '(female)')));
        self::assertSame($sheet['shoots'], array_sum(array_column($sheet['rows'], 'total')), 'All of it comes from them.');
        self::assertStringEndsWith(' female', $this->ask('GET', "/api/labels?batches={$batch['code']}")['labels'][0]['source']);
        // What is taken of the females is gone for the next of them, and the males have as many as before.
        self::assertLessThan($block($ofFemales)['left'], $block($proposal($this->order(['sex' => 'female', 'plants' => 12])[0]))['left']);
        $change = ['version' => $females['version'], 'plants' => 12, 'pot' => 1, 'readyWeek' => '2029-W20', 'priority' => 'should', 'sex' => 'male'];
        self::assertSame('sex', $this->refused(422, 'PUT', "/api/wanted/{$females['id']}", $change)['field'], "{$batch['code']} serves it already.");
        $tooMany = ['cuttings' => null, 'trays' => 4, 'stickOn' => $stickOn] + $asked;
        self::assertSame('block', $this->refused(422, 'POST', '/api/batches', array_filter($tooMany))['field']);
    }

    public function testALotOfAnyIsNotSentToWhoAsksForOne(): void
    {
        $lot = array_values(array_filter($this->ask('GET', '/api/lots')['lots'], static fn (array $one) => $one['grown'] > 5))[0];
        $whole = $this->ask('GET', "/api/lots/{$lot['code']}");
        $block = (int) $this->db()->fetchOne('SELECT id FROM stock_block WHERE code = ?', [$whole['lines'][0]['block']]);
        $this->db()->executeStatement("INSERT INTO stock_plant (block_id, label, bed, sex) VALUES ({$block}, 'XX F1', 'end', 'female')");
        $order = $this->order(['crop' => $lot['cropSlug'], 'sex' => 'female', 'plants' => 5], '2027-W20')[0];
        $send = ['version' => $whole['version'], 'on' => '2027-05-12', 'order' => $order['id'], 'count' => 5];
        $refused = $this->refused(422, 'POST', "/api/lots/{$lot['code']}/send", $send);
        self::assertSame('order', $refused['field']);
        self::assertStringContainsString('is of female plants', $refused['message']);
        $batches = implode(', ', array_map(static fn (string $code) => "'{$code}'", $lot['batches']));
        $this->db()->executeStatement("UPDATE batch SET sex = 'female' WHERE code IN ({$batches})");
        self::assertSame(5, $this->ask('POST', "/api/lots/{$lot['code']}/send", $send)['sent'] - $lot['sent']);
    }

    public function testADraftAndASeriesKeepThemApart(): void
    {
        [$females, $males] = $this->order(['females' => 0.5, 'plants' => 12]);
        $drafts = $this->ask('POST', '/api/plan/draft', ['anew' => false])['drafts'];
        $of = static fn (int $id): array => array_values(
            array_filter($drafts, static fn (array $d) => in_array($id, array_column($d['orders'], 'id'), true)),
        )[0];
        self::assertSame([[$females['id']], [$males['id']]], [
            array_column($of($females['id'])['orders'], 'id'), array_column($of($males['id'])['orders'], 'id'),
        ]);
        $series = $this->ask('POST', '/api/wanted/series', [
            'crop' => self::CROP, 'plants' => 5, 'pot' => 1, 'readyWeek' => '2029-W20', 'toWeek' => '2029-W22', 'priority' => 'should', 'sex' => 'male',
        ]);
        self::assertSame(['male', 'male', 'male'], array_column($series['wanted'], 'sex'));
    }
}
