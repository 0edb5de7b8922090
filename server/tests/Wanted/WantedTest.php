<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Wanted;

use WetCradle\Server\Tests\House;

/** Orders and own targets over their life. */
final class WantedTest extends House
{
    private const ORDER = ['crop' => 'mint-cellar', 'plants' => 80, 'pot' => 2, 'readyWeek' => '2027-W34', 'priority' => 'should'];

    public function testAnOrderGoesFromUnplannedToDone(): void
    {
        $this->signIn();
        $wanted = $this->ask('POST', '/api/wanted', self::ORDER);
        $is = fn (string $state) => self::assertSame($state, $this->ask('GET', "/api/wanted/{$wanted['id']}")['state']);
        $is('unplanned');
        $proposal = $this->ask('POST', "/api/wanted/{$wanted['id']}/proposal", ['stickOn' => '2027-05-12']);
        $batch = $this->ask(
            'POST',
            '/api/batches',
            [
                'wanted' => $wanted['id'], 'trayKind' => $proposal['trayKind']['id'], 'trays' => 1, 'confidence' => 0.9,
                'stickOn' => '2027-05-12', 'block' => $proposal['blocks'][0]['code'], 'zone' => $proposal['zones'][0]['id'],
            ],
        );
        $is('planned');
        $at = "/api/batches/{$batch['code']}";
        $on = ['on' => '2027-05-12'];
        $this->ask('POST', $at.'/stick', $on + ['stuck' => 84, 'trays' => 1, 'mix' => 'perlite', 'people' => ['1']]);
        $is('under_way');
        $this->ask('POST', $at.'/count', $on + ['rooted' => 84, 'unrooted' => 0, 'lost' => new \stdClass(), 'potted' => 84]);
        $this->ask('POST', $at.'/move-on', $on + ['state' => 'potted', 'count' => 84]);
        $is('under_way');
        $sold = $this->ask('POST', $at.'/move-on', $on + ['state' => 'grown', 'count' => 84]);
        self::assertSame(['gone', 84], [$sold['state'], $sold['count']]);
        $is('done');
    }

    public function testCustomersAreTheSameHoweverTheyAreCapitalised(): void
    {
        $this->signIn();
        $before = count($this->ask('GET', '/api/choices')['customers']);
        self::assertSame('Oxlow Landscape', $this->ask('POST', '/api/wanted', ['customer' => ' oxlow landscape '] + self::ORDER)['customer']);
        self::assertSame('A new one', $this->ask('POST', '/api/wanted', ['customer' => 'A new one'] + self::ORDER)['customer']);
        self::assertNull($this->ask('POST', '/api/wanted', ['customer' => '   '] + self::ORDER)['customer']);
        self::assertCount($before + 1, $this->ask('GET', '/api/choices')['customers']);
    }

    public function testTheDayToStickByFollowsFromTheWeekWanted(): void
    {
        $this->signIn();
        $near = $this->ask('POST', '/api/wanted', self::ORDER)['planBy'];
        $far = $this->ask('POST', '/api/wanted', ['readyWeek' => '2027-W36'] + self::ORDER)['planBy'];
        self::assertSame(14, (int) (new \DateTimeImmutable($near))->diff(new \DateTimeImmutable($far))->format('%r%a'));
    }

    public function testWhatIsWantedTooSoonIsPlannedFromTodayAndSaidToBeLate(): void
    {
        $this->signIn();
        $wanted = $this->ask('POST', '/api/wanted', ['crop' => 'holly-black-gate', 'readyWeek' => '2027-W25'] + self::ORDER);
        $proposal = $this->ask('POST', "/api/wanted/{$wanted['id']}/proposal");
        self::assertSame('2027-05-12', $proposal['dates']['stickOn']);
        self::assertGreaterThan(20, $proposal['timing']['weeksLate']);
        self::assertMatchesRegularExpression('/^Ready \d+ weeks after the week wanted\.$/', $proposal['timing']['words']);
        self::assertFalse($proposal['window']['open']);
        self::assertStringContainsString('is not right in week 19', $proposal['window']['words']);
    }

    public function testTheRunningSeasonLeavesOutWhatIsOver(): void
    {
        $this->signIn('visitor');
        $now = $this->ask('GET', '/api/wanted');
        $running = $now['wanted'];
        self::assertNull($now['season']);
        self::assertSame([], array_filter(array_column($running, 'readyWeek'), static fn (string $week) => $week < '2026-W40'));
        self::assertNotSame([], $now['seasons']);
        $all = array_column($running, 'id');
        foreach ($now['seasons'] as ['year' => $year, 'name' => $name]) {
            self::assertLessThan(2026, $year);
            $before = $this->ask('GET', "/api/wanted?season={$year}");
            self::assertSame($year, $before['season']);
            self::assertSame(sprintf('%d/%02d', $year, ($year + 1) % 100), $name);
            self::assertNotSame([], $before['wanted']);
            $weeks = array_column($before['wanted'], 'readyWeek');
            $sorted = $weeks;
            sort($sorted);
            self::assertSame($sorted, $weeks);
            self::assertLessThan('2026-W40', end($weeks));
            $order = $before['wanted'][0]['id'];
            self::assertSame($year, $this->ask('GET', "/api/wanted?order={$order}")['season'], 'Asked for by one of its orders.');
            self::assertSame([], array_intersect($all, array_column($before['wanted'], 'id')), 'No order is in two seasons.');
            $all = [...$all, ...array_column($before['wanted'], 'id')];
        }
        self::assertEqualsCanonicalizing(array_map(intval(...), $this->db()->fetchFirstColumn('SELECT id FROM wanted')), $all, 'Each is in one.');
        self::assertNull($this->ask('GET', "/api/wanted?order={$running[0]['id']}")['season']);
        $this->refused(422, 'GET', '/api/wanted?season=all');
        foreach ($running as $one) {
            self::assertSame($one['state'] === 'unplanned', $one['batches'] === []);
        }
    }

    public function testAWeekGoneByMayStayButNotBeEntered(): void
    {
        $this->signIn();
        $old = (int) $this->db()->fetchOne("SELECT id FROM wanted WHERE ready_week < '2027-W19' ORDER BY id LIMIT 1");
        $wanted = $this->ask('GET', '/api/wanted/'.$old);
        $body = ['version' => $wanted['version'], 'plants' => 7, 'pot' => 1, 'readyWeek' => $wanted['readyWeek'], 'priority' => 'nice'];
        self::assertSame(7, $this->ask('PUT', '/api/wanted/'.$old, $body)['plants']);
        self::assertSame(
            'gone_by',
            $this->refused(422, 'PUT', '/api/wanted/'.$old, ['version' => $wanted['version'] + 1, 'readyWeek' => '2027-W18'] + $body)['code'],
        );
    }
}
