<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Http;

use PHPUnit\Framework\Attributes\DataProvider;
use WetCradle\Server\Tests\House;

/** Whatever is typed: a clear word by its field, and nothing half saved. */
final class BadInputTest extends House
{
    /** @return iterable<string, array{0: string, 1: string, 2: array<string, mixed>, 3: string, 4: string}> */
    public static function bad(): iterable
    {
        $order = ['crop' => 'mint-cellar', 'plants' => 100, 'pot' => 1, 'readyWeek' => '2027-W40', 'priority' => 'must'];
        foreach ([
            [0, 'out_of_range'], [-5, 'negative'], [2.5, 'not_whole'], [99999999, 'out_of_range'], ['many', 'wrong_type'], [null, 'missing'],
        ] as [$plants, $code]) {
            yield 'plants '.json_encode($plants) => ['POST', '/api/wanted', ['plants' => $plants] + $order, $code, 'plants'];
        }
        yield 'unknown crop' => ['POST', '/api/wanted', ['crop' => 'moonflower'] + $order, 'unknown', 'crop'];
        yield 'unknown pot' => ['POST', '/api/wanted', ['pot' => 99] + $order, 'unknown', 'pot'];
        yield 'week 60' => ['POST', '/api/wanted', ['readyWeek' => '2027-W60'] + $order, 'not_a_week', 'readyWeek'];
        yield 'a week gone by' => ['POST', '/api/wanted', ['readyWeek' => '2027-W02'] + $order, 'gone_by', 'readyWeek'];
        yield 'long customer' => ['POST', '/api/wanted', ['customer' => str_repeat('🌿', 500)] + $order, 'too_long', 'customer'];
        yield 'no priority' => ['POST', '/api/wanted', ['priority' => 'now!'] + $order, 'unknown_choice', 'priority'];
        yield 'a field too many' => ['POST', '/api/wanted', ['discount' => 5] + $order, 'unknown_field', 'discount'];

        $plan = ['wanted' => 'UNPLANNED', 'trayKind' => 3, 'trays' => 1, 'confidence' => 0.9, 'stickOn' => '2027-06-01', 'block' => 'BLOCK', 'zone' => 1];
        yield 'unknown order' => ['POST', '/api/batches', ['wanted' => 9999] + $plan, 'unknown', 'wanted'];
        yield 'unknown tray' => ['POST', '/api/batches', ['trayKind' => 9999] + $plan, 'unknown', 'trayKind'];
        yield 'unknown block' => ['POST', '/api/batches', ['block' => 'ZZ-9'] + $plan, 'unknown', 'block'];
        yield 'unknown zone' => ['POST', '/api/batches', ['zone' => 9999] + $plan, 'unknown', 'zone'];
        yield 'no tray' => ['POST', '/api/batches', ['trays' => 0] + $plan, 'out_of_range', 'trays'];
        yield 'certainty' => ['POST', '/api/batches', ['confidence' => 1] + $plan, 'out_of_range', 'confidence'];
        yield 'sticking yesterday' => ['POST', '/api/batches', ['stickOn' => '2027-05-11'] + $plan, 'gone_by', 'stickOn'];
        yield 'another crop’s stock' => ['POST', '/api/batches', ['block' => 'OTHER'] + $plan, 'wrong_crop', 'block'];
        yield 'more than the stock has' => ['POST', '/api/batches', ['trays' => 400] + $plan, 'no_material', 'block'];
        yield 'a zone without mist' => ['POST', '/api/batches', ['zone' => 'FRAME'] + $plan, 'no_water', 'zone'];
        yield 'a zone without room' => ['POST', '/api/batches', ['trays' => 2, 'trayKind' => 1, 'zone' => 'TINY'] + $plan, 'no_room', 'zone'];

        $stick = ['on' => '2027-05-12', 'stuck' => 40, 'trays' => 1, 'mix' => 'perlite', 'people' => ['1']];
        yield 'none stuck' => ['POST', '/api/batches/PLANNED/stick', ['stuck' => 0] + $stick, 'out_of_range', 'stuck'];
        yield 'more than the trays hold' => ['POST', '/api/batches/PLANNED/stick', ['stuck' => 4000] + $stick, 'does_not_fit', 'stuck'];
        yield 'sticking tomorrow' => ['POST', '/api/batches/PLANNED/stick', ['on' => '2027-05-13'] + $stick, 'ahead', 'on'];
        yield 'nobody' => ['POST', '/api/batches/PLANNED/stick', ['people' => ['99']] + $stick, 'unknown', 'people'];
        yield 'no mix' => ['POST', '/api/batches/PLANNED/stick', ['mix' => '  '] + $stick, 'empty', 'mix'];
        yield 'a day that is none' => ['POST', '/api/batches/PLANNED/stick', ['on' => '2027-02-30'] + $stick, 'not_a_day', 'on'];
        yield 'stuck twice' => ['POST', '/api/batches/STUCK/stick', $stick, 'is_stuck', 'stuck'];

        $check = ['on' => '2027-05-12', 'stages' => ['callus' => 3]];
        yield 'check before sticking' => ['POST', '/api/batches/STUCK/checks', ['on' => '2026-01-01'] + $check, 'before_sticking', 'on'];
        yield 'check of a plan' => ['POST', '/api/batches/PLANNED/checks', $check, 'not_stuck', 'line'];
        yield 'none lifted' => ['POST', '/api/batches/STUCK/checks', ['stages' => []] + $check, 'empty', 'stages'];
        yield 'minus one' => ['POST', '/api/batches/STUCK/checks', ['stages' => ['callus' => -1]] + $check, 'negative', 'stages.callus'];
        yield 'a stage of its own' => ['POST', '/api/batches/STUCK/checks', ['stages' => ['hairy' => 1]] + $check, 'unknown_field', 'stages.hairy'];
        yield 'more lifted than there are' => [
            'POST', '/api/batches/STUCK/checks', ['stages' => ['callus' => 90000]] + $check, 'more_than_there_are', 'stages',
        ];

        $count = ['on' => '2027-05-12', 'rooted' => 1, 'unrooted' => 0, 'lost' => ['rot' => 0]];
        yield 'more rooted than stuck' => ['POST', '/api/batches/STUCK/count', ['rooted' => 90000] + $count, 'more_than_there_are', 'rooted'];
        yield 'some missing' => ['POST', '/api/batches/STUCK/count', $count, 'does_not_add_up', 'lost'];
        yield 'no such line' => ['POST', '/api/batches/STUCK/count', ['line' => 7] + $count, 'unknown', 'line'];
        yield 'count before sticking' => ['POST', '/api/batches/STUCK/count', ['on' => '2026-01-01'] + $count, 'before_sticking', 'on'];
        yield 'an unheard-of cause' => ['POST', '/api/batches/STUCK/count', ['lost' => ['slugs' => 1]] + $count, 'unknown_field', 'lost.slugs'];
        yield 'merging crops' => ['POST', '/api/batches/STUCK/merge', ['on' => '2027-05-12', 'intoBatch' => 'FOREIGN'], 'wrong_crop', 'intoBatch'];
        yield 'merging into nothing' => ['POST', '/api/batches/STUCK/merge', ['on' => '2027-05-12', 'intoBatch' => 'XXX-11'], 'unknown', 'intoBatch'];
        yield 'merging onto itself' => ['POST', '/api/batches/STUCK/merge', ['on' => '2027-05-12', 'intoBatch' => 'STUCK'], 'not_possible', 'toLine'];
        yield 'splitting off nothing' => ['POST', '/api/batches/STUCK/split', ['on' => '2027-05-12', 'counts' => ['stuck' => 0]], 'empty', 'count'];
        yield 'losing the unborn' => [
            'POST',
            '/api/batches/STUCK/lose',
            ['on' => '2027-05-12', 'state' => 'grown', 'lost' => ['rot' => 1]],
            'more_than_there_are',
            'count',
        ];
        yield 'undoing what never was' => ['POST', '/api/batches/STUCK/undo', ['act' => 999999], 'unknown', 'act'];
        yield 'undoing another’s act' => ['POST', '/api/batches/STUCK/undo', ['act' => 1], 'unknown', 'act'];
        yield 'week of nowhere' => ['GET', '/api/day?week=2027-W99', [], 'not_a_week', 'week'];
    }

    /** @param array<string, mixed> $body */
    #[DataProvider('bad')]
    public function testBadInput(string $method, string $path, array $body, string $code, string $field): void
    {
        $this->signIn();
        $names = $this->names();
        $body = array_map(static fn (mixed $value) => is_string($value) && isset($names[$value]) ? $names[$value] : $value, $body);
        $before = $this->rows();
        $told = $this->refused(422, $method, strtr($path, array_map('strval', $names)), $method === 'GET' ? null : $body);
        self::assertSame([$code, $field], [$told['code'], $told['field']], $told['message']);
        self::assertMatchesRegularExpression('/^.{8,}[.]$/us', $told['message']);
        self::assertSame($before, $this->rows());
    }

    public function testWhatIsNoJsonOrTooMuchOfIt(): void
    {
        $this->signIn();
        self::assertSame('not_json', $this->refused(400, 'POST', '/api/wanted', '{"crop":')['code']);
        self::assertSame('wrong_type', $this->refused(422, 'POST', '/api/wanted', '[1,2]')['code']);
        self::assertSame('too_large', $this->refused(413, 'POST', '/api/wanted', '{"note":"'.str_repeat('x', 5_000_000).'"}')['code']);
        self::assertSame('not_found', $this->refused(404, 'GET', '/api/nothing')['code']);
        self::assertSame('not_found', $this->refused(404, 'GET', '/api/batches/XXX-11')['code']);
        self::assertSame('not_found', $this->refused(404, 'GET', '/api/wanted/99999')['code']);
        self::assertSame('not_found', $this->refused(404, 'GET', '/api/crops/moonflower')['code']);
        self::assertSame('wrong_method', $this->refused(405, 'DELETE', '/api/crops', [])['code']);
    }

    public function testQuotesAndEmojiComeBackAsTheyWent(): void
    {
        $this->signIn();
        $name = "O'Hara & \"Sons\" <b>🌿</b> \\ %_";
        $wanted = $this->ask(
            'POST',
            '/api/wanted',
            [
                'crop' => 'mint-cellar', 'plants' => 9, 'pot' => 1, 'readyWeek' => '2027-W40', 'priority' => 'must', 'customer' => $name,
                'note' => str_repeat('ü', 1000),
            ],
        );
        self::assertSame($name, $wanted['customer']);
        self::assertSame(
            [['customer', $name], ['wanted', (string) $wanted['id']]],
            array_map(static fn (array $one) => [$one['kind'], $one['at']], $this->ask('GET', '/api/find?q='.rawurlencode($name))['found']),
        );
    }

    /** @return array<string, int|string> words in the cases above → what they stand for in this nursery */
    private function names(): array
    {
        $one = fn (string $sql) => $this->db()->fetchOne($sql);
        $stuck = 'FROM batch b JOIN batch_standing s ON s.batch_id = b.id JOIN crop c ON c.id = b.crop_id 
            WHERE s.waiting > 30 AND s.rooted = 0 AND (SELECT count(*) FROM line WHERE batch_id = b.id) = 1';
        $crop = (int) $one("SELECT id FROM crop WHERE slug = 'catmint-millrace'");
        $this->ask('POST', '/api/wanted', ['crop' => 'catmint-millrace', 'plants' => 40, 'pot' => 1, 'readyWeek' => '2027-W36', 'priority' => 'nice']);

        $this->ask(
            'POST',
            '/api/zones',
            [
                'name' => 'Tiny', 'house' => 'Mist house', 'kind' => 'mist', 'trays' => 1, 'heatLow' => 16, 'heatHigh' => 24, 'mistLow' => 1,
                'mistHigh' => 3, 'length' => 1, 'width' => 1,
            ],
        );

        return [
            'TINY' => (int) $one("SELECT id FROM zone WHERE name = 'Tiny'"),
            'UNPLANNED' => (int) $one('SELECT max(id) FROM wanted'),
            'BLOCK' => (string) $one("SELECT code FROM stock_block WHERE crop_id = {$crop} ORDER BY plants * shoots * cap_share DESC"),
            'OTHER' => (string) $one("SELECT code FROM stock_block WHERE crop_id <> {$crop}"),
            'FRAME' => (int) $one("SELECT id FROM zone WHERE kind = 'frame'"),
            'PLANNED' => (string) $one('SELECT code FROM batch WHERE stuck_on IS NULL ORDER BY stick_on LIMIT 1'),
            'STUCK' => (string) $one("SELECT b.code {$stuck} ORDER BY b.id DESC LIMIT 1"),
            'FOREIGN' => (string) $one("SELECT b.code {$stuck} AND c.id <> (SELECT b.crop_id {$stuck} ORDER BY b.id DESC LIMIT 1) LIMIT 1"),
        ];
    }
}
