<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Nursery;

use WetCradle\Server\Tests\House;

/** Two people at the same thing: the second is told, shown both, and overwrites nothing. */
final class TwoPeopleTest extends House
{
    public function testTheSecondWriterOfAnOrderIsToldWhatItSaysNow(): void
    {
        $this->signIn();
        $wanted = $this->ask(
            'POST',
            '/api/wanted',
            ['crop' => 'mint-cellar', 'plants' => 100, 'pot' => 1, 'readyWeek' => '2027-W40', 'priority' => 'must', 'customer' => 'Oxlow Landscape'],
        );
        $body = ['version' => $wanted['version'], 'plants' => 120, 'pot' => 2, 'readyWeek' => '2027-W41', 'priority' => 'must'];
        $first = $this->ask('PUT', "/api/wanted/{$wanted['id']}", $body);
        self::assertGreaterThan($wanted['version'], $first['version']);
        $told = $this->refused(409, 'PUT', "/api/wanted/{$wanted['id']}", ['plants' => 90] + $body);
        self::assertSame('changed_meanwhile', $told['code']);
        self::assertSame(
            [120, '1 L', '2027-W41', null],
            [$told['theirs']['plants'] ?? 0, $told['theirs']['pot'] ?? '', $told['theirs']['readyWeek'] ?? '', $told['theirs']['customer'] ?? null],
        );
        self::assertSame(120, $this->ask('GET', "/api/wanted/{$wanted['id']}")['plants']);
        $mine = $this->ask('PUT', "/api/wanted/{$wanted['id']}", ['plants' => 90, 'version' => $told['theirs']['version'] ?? 0] + $body);
        self::assertSame(90, $mine['plants']);
        $kept = $this->db()->fetchAllAssociative("SELECT fields, by_id FROM change_note WHERE what = 'wanted' AND which = ?
            ORDER BY id", [(string) $wanted['id']]);
        self::assertCount(2, $kept);
        self::assertSame(['plants' => [120, 90]], json_decode((string) $kept[1]['fields'], true));
    }

    public function testSettingsAndPlansAreGuardedTheSame(): void
    {
        $this->signIn();
        $nursery = $this->ask('GET', '/api/nursery');
        $this->ask('PUT', '/api/nursery', ['name' => 'Another Name', 'weeks' => 'dates'] + $nursery);
        $told = $this->refused(409, 'PUT', '/api/nursery', ['name' => 'Third Name'] + $nursery);
        self::assertSame('Another Name', $told['theirs']['name'] ?? '');
        self::assertSame('Another Name', $this->ask('GET', '/api/session')['nursery']['name']);

        $code = (string) $this->db()->fetchOne("SELECT code FROM batch WHERE stuck_on IS NULL AND stick_on > '2027-06-01' ORDER BY stick_on LIMIT 1");
        $batch = $this->ask('GET', "/api/batches/{$code}");
        $zone = (int) $this->db()->fetchOne('SELECT zone_id FROM batch WHERE code = ?', [$code]);
        $body = ['version' => $batch['version'], 'trays' => 1, 'stickOn' => $batch['stickOn'], 'block' => $batch['block'], 'zone' => $zone];
        $this->ask('PUT', "/api/batches/{$code}", $body);
        self::assertSame(1, $this->refused(409, 'PUT', "/api/batches/{$code}", ['trays' => 2] + $body)['theirs']['trays'] ?? 0);
    }

    public function testACalledOffOrderIsNotPlanned(): void
    {
        $this->signIn();
        $wanted = $this->ask('POST', '/api/wanted', ['crop' => 'mint-cellar', 'plants' => 100, 'pot' => 1, 'readyWeek' => '2027-W40', 'priority' => 'nice']);
        $off = $this->ask(
            'PUT',
            "/api/wanted/{$wanted['id']}",
            ['version' => $wanted['version'], 'plants' => 100, 'pot' => 1, 'readyWeek' => '2027-W40', 'priority' => 'nice', 'calledOff' => true],
        );
        self::assertSame('called_off', $off['state']);
        self::assertSame(
            'called_off',
            $this->refused(
                422,
                'POST',
                '/api/batches',
                ['wanted' => $wanted['id'], 'trayKind' => 3, 'trays' => 1, 'confidence' => 0.9, 'stickOn' => '2027-06-01', 'block' => 'MI-1', 'zone' => 1],
            )['code'],
        );
    }
}
