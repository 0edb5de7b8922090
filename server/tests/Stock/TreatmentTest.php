<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Stock;

use WetCradle\Server\Tests\House;

/** What plants were treated with is kept, and says where nobody goes in yet. */
final class TreatmentTest extends House
{
    private const SPRAYED = ['product' => 'soap', 'amount' => '50 ml in 5 l', 'on' => '2027-05-12', 'time' => '09:00', 'reentryHours' => 4];

    protected function setUp(): void
    {
        parent::setUp();
        $this->itIs('2027-05-12 12:00:00');
        $this->signIn('bo');
    }

    protected function tearDown(): void
    {
        $this->itIs('2027-05-12');
        parent::tearDown();
    }

    private function itIs(string $now): void
    {
        $_SERVER['CRADLE_TODAY'] = $_ENV['CRADLE_TODAY'] = $now;
    }

    public function testItKeepsOutUntilItsHoursAreOverAndStaysInTheRecords(): void
    {
        $zone = $this->ask('GET', '/api/bench')['zones'][0];
        $is = $this->ask('POST', '/api/treatments', self::SPRAYED + ['zone' => $zone['id'], 'certificate' => 'PA1', 'why' => 'aphids']);
        self::assertSame([[$zone['name'], '2027-05-12 13:00', 'Bo Tarrant', 'PA1']], array_map(
            static fn (array $one) => [$one['where'], $one['until'], $one['doneBy'], $one['certificate']],
            $is['keepOut'],
        ));
        $this->itIs('2027-05-12 13:00:00');
        $now = $this->ask('GET', '/api/treatments');
        self::assertSame([[], ['soap']], [$now['keepOut'], array_column($now['treatments'], 'product')]);
        $taken = $this->ask('DELETE', "/api/records/treatment/{$is['treatments'][0]['id']}");
        self::assertSame([], $this->ask('GET', '/api/treatments')['treatments']);
        $this->ask('POST', "/api/taken-out/{$taken['taken']}/back");
        self::assertCount(1, $this->ask('GET', '/api/treatments')['treatments']);
    }

    public function testItIsInOnePlaceAndInThePast(): void
    {
        foreach ([
            'place' => [], 'time' => ['time' => '25:00', 'place' => 'shed'], 'reentryHours' => ['reentryHours' => 500, 'place' => 'shed'],
            'block' => ['block' => 'XX-9'], 'product' => ['product' => '', 'place' => 'shed'],
        ] as $field => $says) {
            self::assertSame($field, $this->refused(422, 'POST', '/api/treatments', $says + self::SPRAYED)['field']);
        }
        self::assertSame('time', $this->refused(422, 'POST', '/api/treatments', ['time' => '12:01', 'place' => 'shed'] + self::SPRAYED)['field']);
        self::assertSame('place', $this->refused(422, 'POST', '/api/treatments', ['block' => 'HO-1', 'place' => 'shed'] + self::SPRAYED)['field']);
        self::assertSame(['HO-1', 'the shed'], array_column([
            ...$this->ask('POST', '/api/treatments', ['block' => 'ho-1'] + self::SPRAYED)['treatments'],
            $this->ask('POST', '/api/treatments', ['place' => 'the shed'] + self::SPRAYED)['treatments'][0],
        ], 'where'));
        $this->signIn('visitor');
        self::assertSame(403, $this->send('POST', '/api/treatments', ['place' => 'shed'] + self::SPRAYED)->getStatusCode());
    }

    public function testManyAreToldInParts(): void
    {
        for ($i = 0; $i < 60; ++$i) {
            $this->db()->insert('treatment', [
                'place' => 'shed', 'at' => '2027-04-01 08:00:00', 'product' => "soap {$i}", 'amount' => '1 l', 'reentry_hours' => 0.0, 'done_by_id' => 1,
                'by_id' => 1, 'logged_at' => '2027-04-01 08:00:00',
            ]);
        }
        $first = $this->ask('GET', '/api/treatments');
        self::assertSame([50, true], [count($first['treatments']), $first['more']]);
        $rest = $this->ask('GET', '/api/treatments?before='.end($first['treatments'])['id']);
        self::assertSame([10, false], [count($rest['treatments']), $rest['more']]);
    }
}
