<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Calendar;

use WetCradle\Server\Calendar\CalendarAddress;
use WetCradle\Server\Mist\Device;
use WetCradle\Server\Tests\Contract;
use WetCradle\Server\Tests\House;

/** What the rooms of the app read, on the made-up nursery. */
final class RoomsTest extends House
{
    public function testTheRailIsFilledFromThePlanAndTheLog(): void
    {
        $this->signIn('visitor');
        $rail = $this->ask('GET', '/api/rail');
        self::assertSame('2027-W19', $rail['thisWeek']);
        self::assertCount(54, $rail['weeks']);
        $at = array_search('2027-W19', array_column($rail['weeks'], 'week'), true);
        self::assertIsInt($at);
        $past = array_slice($rail['weeks'], 0, $at);
        $ahead = array_slice($rail['weeks'], $at + 1);
        foreach ([$past, $ahead] as $weeks) {
            self::assertGreaterThan(0, array_sum(array_column($weeks, 'stickHours')));
            self::assertGreaterThan(0, array_sum(array_column($weeks, 'potHours')));
            self::assertGreaterThan(0, array_sum(array_column($weeks, 'fill')));
        }
        self::assertNotSame([], $rail['weeks'][$at]['open']);
        $bench = $this->ask('GET', '/api/bench?week='.$ahead[3]['week']);
        $mist = array_filter($bench['zones'], static fn (array $z) => $z['kind'] === 'mist');
        self::assertSame($ahead[3]['trays'], array_sum(array_column($mist, 'used')), 'Rail and bench count the same trays.');
    }

    public function testEveryWeekOfTheRailCanBeShown(): void
    {
        $this->signIn('visitor');
        foreach (['2026-W40', '2027-W18', '2027-W19', '2027-W20', '2028-W10'] as $week) {
            $day = $this->ask('GET', '/api/day?week='.$week);
            self::assertSame([$week, $week === '2027-W19'], [$day['week'], $day['running']]);
            if ($week < '2027-W19') {
                self::assertSame([], $day['things']);
            }
            $this->ask('GET', '/api/stock?week='.$week);
            $this->ask('GET', '/api/bench?week='.$week);
        }
        self::assertNotSame([], $this->ask('GET', '/api/day?week=2027-W18')['logged']);
        $jobs = array_unique(array_column($this->ask('GET', '/api/day')['things'], 'job'));
        $order = ['short', 'stick', 'wean', 'check', 'pot', 'plan'];
        self::assertSame(array_values(array_intersect($order, $jobs)), array_values($jobs));
    }

    public function testFindingAnything(): void
    {
        $this->signIn('visitor');
        $kinds = fn (string $typed) => array_unique(array_column($this->ask('GET', '/api/find?q='.rawurlencode($typed))['found'], 'kind'));
        self::assertSame([], $kinds(' '));
        self::assertEqualsCanonicalizing(['batch', 'lot', 'crop', 'block', 'wanted'], $kinds('hebe'));
        self::assertContains('zone', $kinds('mist'));
        self::assertSame(['customer', 'wanted'], array_values($kinds('oxlow')));
        self::assertSame([], $kinds('%'));
        $code = (string) $this->db()->fetchOne('SELECT code FROM batch LIMIT 1');
        self::assertSame($code, $this->ask('GET', '/api/find?q='.strtolower(str_replace('-', '', $code)))['found'][0]['at']);
    }

    public function testAllReadsHoldToTheContract(): void
    {
        $this->signIn('visitor');
        foreach ([
            'nursery', 'people', 'choices', 'wanted', 'wanted?season=2025', 'batches', 'batches?crop=hebe-copperlight', 'stock', 'crops',
            'season', 'season?week=2027-W40', 'patterns', 'house-rules', 'compute',
        ] as $read) {
            $this->ask('GET', '/api/'.$read);
        }
        $codes = $this->db()->fetchFirstColumn('SELECT code FROM batch WHERE id % 9 = 0');
        foreach ($codes as $code) {
            $this->ask('GET', '/api/batches/'.$code);
        }
        $this->db()->insert('taken_out', ['id' => 1, 'what' => 'pot', 'which' => '5 L', 'kept' => '[]', 'at' => '2027-05-11 10:00:00', 'by_id' => 1]);
        $this->db()->insert('alarm_outlet', ['kind' => 'feed', 'address' => Device::kept(str_repeat('a', 40)), 'at' => '2027-05-11 10:00:00', 'by_id' => 1]);
        $this->db()->insert('calendar_address', ['account_id' => 1, 'token' => CalendarAddress::kept(str_repeat('a', 40)), 'at' => '2027-05-11 10:00:00']);
        foreach (Contract::operations() as $operation) {
            [$method, $path] = explode(' ', $operation);
            self::assertNotSame(
                404,
                $this->send(
                    $method,
                    strtr(
                        $path,
                        [
                            '{id}' => '1', '{other}' => '2', '{closed}' => '1', '{code}' => (string) $codes[0],
                            '{record}' => 'pot', '{slug}' => 'hebe-copperlight', '{name}' => 'stick_count', '{token}' => str_repeat('a', 40),
                        ],
                    ),
                    $method === 'GET' ? null : [],
                )->getStatusCode(),
                $operation,
            );
        }
    }
}
