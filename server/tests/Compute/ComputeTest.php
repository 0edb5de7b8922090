<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Compute;

use Symfony\Component\Clock\MockClock;
use Symfony\Component\Lock\LockFactory;
use Symfony\Component\Lock\Store\FlockStore;
use WetCradle\Core\Calculations;
use WetCradle\Core\Compute\Going;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Account\Role;
use WetCradle\Server\Compute\Progress;
use WetCradle\Server\Kernel;
use WetCradle\Server\Tests\House;

/** The same calculation by command and over HTTP. */
final class ComputeTest extends House
{
    private const INPUT = ['needed' => 480, 'stages' => [['a' => 28, 'b' => 12]], 'confidence' => 0.9];

    public function testBothWaysGiveTheSame(): void
    {
        $this->signIn('office');
        $http = $this->ask('POST', '/api/compute/stick_count', self::INPUT);
        $command = self::console('cradle:compute', ['name' => 'stick_count'], json_encode(self::INPUT, JSON_THROW_ON_ERROR));
        self::assertStringStartsWith('0 {', $command);
        self::assertEquals($http, json_decode(substr($command, 2), true));
        self::assertSame(795, $http['stick']);
        self::assertContains('crop_rate', $this->ask('GET', '/api/compute')['calculations']);
    }

    public function testBadInputNamesItsField(): void
    {
        $this->signIn('office');
        $told = $this->refused(422, 'POST', '/api/compute/stick_count', ['needed' => -1] + self::INPUT);
        self::assertSame(['negative', 'needed'], [$told['code'], $told['field']]);
        $command = self::console('cradle:compute', ['name' => 'stick_count'], '{"needed":1e309,"stages":[],"confidence":0.9}');
        self::assertStringStartsWith('1 {"error":{"code":"not_finite","field":"needed"', $command);
        self::assertSame('unknown_calculation', $this->refused(404, 'POST', '/api/compute/guess', [])['code']);
        self::assertStringStartsWith('1 ', self::console('cradle:compute', ['name' => 'guess'], '{}'));
    }

    public function testWhoOnlyLooksDoesNotReckonHere(): void
    {
        $this->signIn('visitor');
        self::assertSame('not_allowed', $this->refused(403, 'POST', '/api/compute/stick_count', self::INPUT)['code']);
    }

    public function testAnInputIsBoundedInItsSizeAndASearchInItsTime(): void
    {
        $this->signIn();
        $batch = static fn (int $i) => [
            'id' => "B{$i}", 'trays' => 4 + $i % 9, 'weeks' => 3, 'earliest' => $i % 8, 'latest' => 12 + $i % 8, 'preferred' => 4 + $i % 8,
            'heat' => [16, 20], 'mist' => [1, 2], 'weight' => 1 + $i % 3,
        ];
        $house = ['weeks' => 30, 'zones' => array_map(
            static fn (int $i) => ['id' => "Z{$i}", 'trays' => 6 + $i, 'heat' => [10, 22], 'mist' => [0, 3]],
            range(1, 12),
        ), 'batches' => array_map($batch, range(1, 700))];
        self::assertSame('too_large', $this->refused(422, 'POST', '/api/compute/place_batches', $house)['code']);
        $stopped = new class implements Going {
            public int $asked = 0;

            public function on(float $share): bool
            {
                return ++$this->asked < 3;
            }
        };
        $house['batches'] = array_slice($house['batches'], 0, 60);
        $found = Calculations::registry()->compute('place_batches', json_encode($house, JSON_THROW_ON_ERROR), $stopped);
        self::assertSame(3, $stopped->asked, 'It is asked until it says no.');
        self::assertCount(60, [...$found['placements'], ...$found['unplaced']], 'What was found by then is whole.');
    }

    public function testLongWorkIsDoneOneAtATimeAndCanBeStopped(): void
    {
        $this->signIn();
        self::assertNull($this->ask('GET', '/api/long')['running']);
        $seen = $this->ask('POST', '/api/plan/draft', ['anew' => true])['seen'];
        $lock = (new LockFactory(new FlockStore(Kernel::varDir())))->createLock('long');
        self::assertTrue($lock->acquire());
        $clock = new MockClock('2027-05-12 09:00:00');
        $ruth = new Account('Ruth Castell', 'ruth', Role::Hand);
        $ruth->id = 4;
        $file = Kernel::varDir().'/long.json';
        $going = new Progress($file, 'the season is drafted', $ruth, $clock);
        foreach (['/api/plan/draft' => 'POST', '/api/plan/even' => 'GET', '/api/bench/fill' => 'POST', '/api/potting/fill' => 'GET', '/api/plan/draft/keep' => 'POST'] as $path => $method) {
            $told = $this->refused(423, $method, $path, match (true) {
                $method === 'GET' => null,
                $path === '/api/plan/draft/keep' => ['anew' => true, 'seen' => $seen],
                default => [],
            });
            self::assertSame(['one_at_a_time', true], [$told['code'], str_starts_with($told['message'], 'Ruth Castell is at it: the season is drafted.')]);
        }
        $clock->sleep(1);
        self::assertTrue($going->on(0.4));
        $running = $this->ask('GET', '/api/long')['running'];
        self::assertSame([0.4, 'Ruth Castell', 4, false], [$running['share'], $running['who'], $running['account'], $running['stopped']]);
        $this->signIn('bo');
        self::assertSame('not_allowed', $this->refused(403, 'POST', '/api/long/stop')['code'], 'It is not his.');
        $this->signIn();
        self::assertTrue($this->ask('POST', '/api/long/stop')['running']['stopped']);
        $clock->sleep(1);
        self::assertFalse($going->on(0.5));
        unlink($file);
        $lock->release();
        $this->ask('POST', '/api/plan/draft', []);
        self::assertNull($this->ask('GET', '/api/long')['running'], 'It is over when it is over.');
    }
}
