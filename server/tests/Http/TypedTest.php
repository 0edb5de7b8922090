<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Http;

use Symfony\Component\Clock\Clock;
use Symfony\Component\Clock\MockClock;
use Symfony\Component\Clock\NativeClock;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Numbers\NumberSigns;
use WetCradle\Core\Numbers\TypedNumber;
use WetCradle\Server\Tests\House;

/** What a person types is what is kept: numbers, weeks and days, read by the nursery's own ways. */
final class TypedTest extends House
{
    private const ORDER = ['crop' => 'catmint-millrace', 'plants' => 40, 'pot' => 1, 'readyWeek' => '2027-W36', 'priority' => 'must'];

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn();
        // What is typed is text where the contract has a number: that is what these tests are about.
        $this->isHeldToContract = false;
    }

    protected function tearDown(): void
    {
        $_SERVER['CRADLE_TODAY'] = $_ENV['CRADLE_TODAY'] = '2027-05-12';
        Clock::set(new NativeClock());
        parent::tearDown();
    }

    /** @param array<string, mixed> $says */
    private function nursery(array $says): void
    {
        $this->ask('PUT', '/api/nursery', $says + $this->ask('GET', '/api/nursery'));
    }

    public function testTheServerReadsAsTheContractSays(): void
    {
        $cases = static fn (string $name): array => json_decode(
            (string) file_get_contents(dirname(__DIR__, 2)."/contract/typed/{$name}.json"),
            true,
            flags: JSON_THROW_ON_ERROR,
        );
        foreach ($cases('numbers') as $case) {
            foreach (NumberSigns::cases() as $signs) {
                self::assertEquals($case[$signs->value], TypedNumber::of($case['typed'], $signs)->readings, "{$case['typed']}, {$signs->value}");
            }
        }
        foreach ($cases('weeks') as ['typed' => $typed, 'now' => $now, 'weeks' => $weeks]) {
            self::assertSame($weeks, array_map(static fn (Week $week) => $week->written(), Week::meantBy($typed, Week::of($now))), "{$typed} in {$now}");
        }
    }

    public function testAThousandIsAThousand(): void
    {
        self::assertSame(1000, $this->ask('POST', '/api/wanted', ['plants' => '1,000'] + self::ORDER)['plants']);
        $told = $this->refused(422, 'POST', '/api/wanted', ['plants' => '1.000'] + self::ORDER);
        self::assertSame(
            ['two_ways', 'plants', 'Plants', 'Plants can be read as 1000 or as 1: write it so that only one is meant.'],
            [$told['code'], $told['field'], $told['label'] ?? '', $told['message']],
        );
        self::assertSame('empty', $this->refused(422, 'POST', '/api/wanted', ['plants' => ''] + self::ORDER)['code'], 'Nothing is not 0.');
        $this->nursery(['numbers' => '1.200,5']);
        self::assertSame(1000, $this->ask('POST', '/api/wanted', ['plants' => '1.000'] + self::ORDER)['plants']);
        self::assertSame('two_ways', $this->refused(422, 'POST', '/api/wanted', ['plants' => '1,000'] + self::ORDER)['code']);
        self::assertSame('wrong_type', $this->refused(
            422,
            'POST',
            '/api/compute/rate_interval',
            ['rooted' => '31', 'checked' => 40, 'priorA' => 1, 'priorB' => 1],
        )['code'], 'What is only computed has to come as numbers.');
    }

    public function testAWeekIsReadHoweverItIsTyped(): void
    {
        foreach (['41', 'W41', '41/2027', '2027-W41', '14.10.2027', '2027-10-14'] as $typed) {
            self::assertSame('2027-W41', $this->ask('POST', '/api/wanted', ['readyWeek' => $typed] + self::ORDER)['readyWeek'], $typed);
        }
        self::assertSame('two_ways', $this->refused(422, 'POST', '/api/wanted', ['readyWeek' => '3/9/2027'] + self::ORDER)['code']);
        $told = $this->refused(422, 'POST', '/api/wanted', ['readyWeek' => 'soon'] + self::ORDER);
        self::assertSame('Ready week must be a week like 41, 41/2027 or 2027-W41, or a day in it.', $told['message']);
        $zone = $this->ask('GET', '/api/bench')['zones'][0]['id'];
        $this->ask('POST', "/api/zones/{$zone}/closed", ['from' => '50', 'to' => '2/2028', 'why' => 'repairs']);
        self::assertSame(['2027-W50', '2028-W02'], $this->db()->fetchNumeric('SELECT from_week, to_week FROM zone_closed ORDER BY id DESC LIMIT 1'));
    }

    public function testTodayIsByTheClocksOfTheNursery(): void
    {
        $_SERVER['CRADLE_TODAY'] = $_ENV['CRADLE_TODAY'] = '';
        Clock::set(new MockClock('2027-05-11 21:30:00 UTC'));
        $this->signIn();
        foreach (['UTC' => '2027-05-11', 'Pacific/Auckland' => '2027-05-12', 'America/Los_Angeles' => '2027-05-11'] as $zone => $day) {
            $this->nursery(['timeZone' => $zone]);
            self::assertSame($day, $this->ask('GET', '/api/session')['today'], $zone);
        }
        self::assertSame('timeZone', $this->refused(422, 'PUT', '/api/nursery', ['timeZone' => 'Atlantis'] + $this->ask('GET', '/api/nursery'))['field']);
        $this->nursery(['timeZone' => 'Pacific/Auckland']);
        Clock::set(new MockClock('2027-05-16 12:30:00 UTC'));
        $this->signIn();
        self::assertSame(['2027-05-17', '2027-W20'], array_values(array_intersect_key($this->ask('GET', '/api/session'), ['today' => 1, 'week' => 1])));
        $this->ask('POST', '/api/plan/versions', ['name' => 'On a Monday']);
        self::assertSame('2027-05-17 00:30:00', $this->db()->fetchOne('SELECT kept_at FROM plan_version ORDER BY id DESC LIMIT 1'), 'Nine at home, yesterday elsewhere.');
    }
}
