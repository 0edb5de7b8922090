<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Wanted;

use WetCradle\Server\Tests\House;

/** Orders as customers give them: several lines under one number of theirs, and the papers that go along with the plants. */
final class OrderLinesTest extends House
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('office');
    }

    /**
     * @param list<array<string, mixed>> $lines
     * @param array<string, mixed>       $says
     *
     * @return array<string, mixed>
     */
    private static function order(array $lines, array $says = []): array
    {
        return $says + [
            'customer' => 'Oxlow Landscape', 'reference' => 'OX 77', 'priority' => 'must', 'note' => null,
            'lines' => array_map(static fn (array $line) => $line + ['plants' => 60, 'pot' => 1, 'readyWeek' => '2027-W40'], $lines),
        ];
    }

    public function testSeveralLinesAreEnteredInOneActAndStandTogether(): void
    {
        $made = $this->ask('POST', '/api/wanted/lines', self::order([
            ['crop' => 'hebe-copperlight', 'onlyFrom' => 'HE-2'],
            ['crop' => 'catmint-millrace', 'plants' => 200, 'pot' => 2, 'readyWeek' => '2027-W36'],
        ]))['wanted'];
        self::assertSame([['OX 77', 'HE-2', 60], ['OX 77', null, 200]], array_map(static fn (array $one) => [$one['reference'], $one['onlyFrom'], $one['plants']], $made));
        // One number of two customers is two orders.
        $this->ask('POST', '/api/wanted/lines', self::order([['crop' => 'hebe-copperlight']], ['customer' => 'Tanyard Wholesale']));
        $together = $this->ask('GET', "/api/wanted/{$made[0]['id']}/lines")['wanted'];
        self::assertSame([$made[1]['id'], $made[0]['id']], array_column($together, 'id'), 'In the order of their weeks.');
        $alone = $this->ask('PUT', "/api/wanted/{$made[1]['id']}", [
            'version' => 1, 'plants' => 200, 'pot' => 2, 'readyWeek' => '2027-W36', 'priority' => 'must', 'customer' => 'Oxlow Landscape', 'reference' => null,
        ]);
        self::assertSame([$alone['id']], array_column($this->ask('GET', "/api/wanted/{$alone['id']}/lines")['wanted'], 'id'));
        self::assertSame([$made[0]['id']], array_column($this->ask('GET', "/api/wanted/{$made[0]['id']}/lines")['wanted'], 'id'));
    }

    public function testWhatIsWrongInOneLineIsToldThereAndNoLineIsEntered(): void
    {
        $before = $this->rows();
        foreach ([
            ['lines[1].plants', [['crop' => 'hebe-copperlight'], ['crop' => 'catmint-millrace', 'plants' => 0]], []],
            ['lines[0].onlyFrom', [['crop' => 'hebe-copperlight', 'onlyFrom' => 'nowhere']], []],
            ['lines[2].crop', [['crop' => 'hebe-copperlight'], ['crop' => 'hebe-copperlight'], ['crop' => 'heb']], []],
            ['customer', [['crop' => 'hebe-copperlight']], ['customer' => null]],
            ['lines', [], []],
        ] as [$field, $lines, $says]) {
            self::assertSame($field, $this->refused(422, 'POST', '/api/wanted/lines', self::order($lines, $says))['field']);
        }
        self::assertSame($before, $this->rows());
    }

    public function testAPassportThatGoesAlongIsKeptWithWhatWasSent(): void
    {
        $lot = $this->db()->fetchAssociative('SELECT p.code, p.version, c.slug, sum(s.count) AS ready FROM pot_lot p JOIN crop c ON c.id = p.crop_id
            JOIN line l ON l.lot_id = p.id JOIN standing s ON s.line_id = l.id AND s.state = \'grown\' GROUP BY p.id HAVING ready >= 20 LIMIT 1') ?: [];
        $order = $this->ask('POST', '/api/wanted/lines', self::order([['crop' => $lot['slug'], 'plants' => 15]]))['wanted'][0];
        $given = array_column($this->ask('GET', '/api/papers')['given'], 'passport');
        $this->signIn('bo');
        $said = ['version' => $lot['version'], 'on' => '2027-05-12', 'order' => $order['id'], 'count' => 15, 'passport' => 'ZZ 9 / 15'];
        $sent = $this->ask('POST', "/api/lots/{$lot['code']}/send", $said);
        self::assertSame(
            [['lot' => $lot['code'], 'on' => '2027-05-12', 'count' => 15, 'passport' => 'ZZ 9 / 15', 'bundles' => null]],
            $this->ask('GET', "/api/wanted/{$order['id']}")['sent'],
        );
        $papers = $this->ask('GET', '/api/papers');
        self::assertSame(['ZZ 9 / 15', ...$given], array_column($papers['given'], 'passport'));
        self::assertSame(['Oxlow Landscape', 'OX 77'], [$papers['given'][0]['customer'], $papers['given'][0]['reference']]);
        $this->ask('POST', "/api/lots/{$lot['code']}/undo", ['act' => $sent['acts'][0]['id']]);
        self::assertSame($given, array_column($this->ask('GET', '/api/papers')['given'], 'passport'), 'What was not sent had no passport.');
    }

    public function testPapersTellWhichPermitIsMissingOrOverAndWhatCameWithThePlants(): void
    {
        $permits = array_column($this->ask('GET', '/api/papers')['permits'], null, 'block');
        self::assertSame(['GG 114', false], [$permits['JA-2']['number'], $permits['JA-2']['isOver']]);
        self::assertSame([null, 'wild'], [$permits['TH-2']['number'], $permits['TH-2']['origin']]);
        self::assertArrayNotHasKey('HE-1', $permits);
        $this->signIn();
        $entered = array_diff_key($this->ask('GET', '/api/stock/JA-2')['block'], ['code' => 1, 'crop' => 1]);
        $this->ask('PUT', '/api/stock/JA-2', ['permitUntil' => '2027-05-11', 'passport' => 'ZZ-1 / 5'] + $entered);
        $papers = $this->ask('GET', '/api/papers');
        self::assertTrue(array_column($papers['permits'], 'isOver', 'block')['JA-2']);
        self::assertSame(['JA-2' => 'ZZ-1 / 5'], array_column($papers['cameWith'], 'passport', 'block'));
    }

    public function testPassportsGivenAreToldInParts(): void
    {
        $this->db()->executeStatement("UPDATE dispatch SET passport = 'ZZ / ' || id");
        $first = $this->ask('GET', '/api/papers');
        self::assertSame([100, true], [count($first['given']), $first['more']]);
        $all = array_column($first['given'], 'id');
        while ($first['more']) {
            $first = $this->ask('GET', '/api/papers?before='.end($all));
            array_push($all, ...array_column($first['given'], 'id'));
        }
        self::assertSame((int) $this->db()->fetchOne('SELECT count(*) FROM dispatch d WHERE NOT EXISTS (SELECT 1 FROM act u WHERE u.undoes = d.act_id)'), count($all));
        self::assertSame(array_values(array_unique($all)), $all);
    }

    public function testACountryIsTwoLetters(): void
    {
        $this->signIn();
        $settings = $this->ask('GET', '/api/nursery');
        self::assertSame('country', $this->refused(422, 'PUT', '/api/nursery', ['country' => '9x'] + $settings)['field']);
        $kept = $this->ask('PUT', '/api/nursery', ['country' => 'xq', 'registration' => ''] + $settings);
        self::assertSame(['XQ', null], [$kept['country'], $kept['registration']]);
    }
}
