<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Nursery;

use WetCradle\Core\House\HouseDefault;
use WetCradle\Server\Tests\House;

/** The habits of the house: entered once, kept by version, obeyed wherever they count. */
final class HabitsTest extends House
{
    /** @param array<string, float|int|string> $own */
    private function keep(array $own): void
    {
        $this->ask('PUT', '/api/house-defaults', ['version' => $this->ask('GET', '/api/house-defaults')['version'], 'defaults' => (object) $own]);
    }

    /** @return array<string, array<string, mixed>> by name */
    private function habits(): array
    {
        return array_column(array_merge(...array_column($this->ask('GET', '/api/house-defaults')['topics'], 'defaults')), null, 'name');
    }

    public function testAllAreShownWithUnitAndReasonAndOnlyWhatDiffersIsKept(): void
    {
        $this->signIn();
        $habits = $this->habits();
        self::assertEqualsCanonicalizing(array_column(HouseDefault::cases(), 'value'), array_keys($habits));
        self::assertSame(
            ['days', 7, 7, true],
            [$habits['check_every']['unit'], $habits['check_every']['value'], $habits['check_every']['usual'], $habits['check_every']['whole']],
        );
        $this->keep(['check_every' => 5, 'barrow' => 80]);
        self::assertSame('{"check_every":5.0}', $this->db()->fetchOne('SELECT house_defaults FROM nursery'));
        self::assertSame([5, 7], [$this->habits()['check_every']['value'], $this->habits()['check_every']['usual']]);
        $note = (array) $this->db()->fetchAssociative("SELECT * FROM change_note WHERE what = 'house_defaults' ORDER BY id DESC LIMIT 1");
        self::assertStringContainsString('check_every', json_encode($note, JSON_THROW_ON_ERROR));
        $this->keep([]);
        self::assertSame(7, $this->habits()['check_every']['value'], 'Left out, it goes back to the usual.');
    }

    public function testWhoMayNotPlanMayOnlyLookAndTwoPeopleAreTold(): void
    {
        $this->signIn('bo');
        $seen = $this->ask('GET', '/api/house-defaults');
        $this->refused(403, 'PUT', '/api/house-defaults', ['version' => $seen['version'], 'defaults' => ['check_every' => 5]]);
        $this->signIn();
        $this->keep(['check_every' => 5]);
        $told = $this->refused(409, 'PUT', '/api/house-defaults', ['version' => $seen['version'], 'defaults' => ['check_every' => 6]]);
        self::assertSame(5, array_column(array_merge(...array_column($told['theirs']['topics'] ?? [], 'defaults')), 'value', 'name')['check_every']);
        foreach ([['check_every' => 0], ['check_every' => 'often'], ['tea_break' => 3]] as $wrong) {
            $this->refused(422, 'PUT', '/api/house-defaults', ['version' => $this->ask('GET', '/api/house-defaults')['version'], 'defaults' => $wrong]);
        }
        self::assertSame(5, $this->habits()['check_every']['value']);
    }

    public function testTheDaysListAndTheRoundFollowOneHabit(): void
    {
        $this->signIn('ines');
        $checks = function (): array {
            $day = array_filter($this->ask('GET', '/api/day')['things'], static fn (array $t) => ($t['job'] ?? '') === 'check');

            return array_values(array_unique(array_column(array_column($day, 'tag'), 'code')));
        };
        $round = fn (): array => array_values(
            array_unique(array_column(array_filter($this->ask('GET', '/api/round')['stops'] ?? [], static fn (array $s) => $s['checkDue'] ?? false), 'code')),
        );
        $usual = [$checks(), $round()];
        $this->keep(['check_every' => 60, 'first_check_after' => 1]);
        $seldom = [$checks(), $round()];
        self::assertLessThan(count($usual[0]), count($seldom[0]), 'Fewer are due.');
        self::assertLessThanOrEqual(count($usual[1]), count($seldom[1]));
    }

    public function testWaitingIsWeighedByTheHabits(): void
    {
        $this->signIn();
        $code = (string) $this->db()->fetchOne('SELECT b.code FROM batch b JOIN batch_standing s ON s.batch_id = b.id
            WHERE b.left_bench_on IS NULL AND s.stuck > 50 ORDER BY b.stuck_on LIMIT 1');
        $wait = fn (): array => $this->ask('GET', "/api/batches/{$code}/wait");
        $usual = $wait();
        self::assertSame([0.03, 8], [$usual['asked']['lossPerStep'], $usual['asked']['maxSteps']]);
        $this->keep(['dies_in_a_week' => 0.1, 'wait_weeks' => 3, 'close_call' => 1.0]);
        $now = $wait();
        self::assertSame([0.1, 3], [$now['asked']['lossPerStep'], $now['asked']['maxSteps']]);
        self::assertCount(3, $now['steps']);
        $this->keep(['worth_times_cost' => 20, 'least_worth' => 3]);
        self::assertTrue($wait()['value'] >= 3 || $wait()['valueFrom'] === 'what one costs bought in');
    }

    public function testMixesPotsAndBlocksFollowTheHabits(): void
    {
        $this->signIn();
        $mix = fn (): array => $this->ask('POST', '/api/mixes/reckon', ['mix' => 'perlite 1 : coir 1', 'trays' => 10, 'trayKind' => 3]);
        $usual = $mix();
        $pot = fn (): array => array_column($this->ask('GET', '/api/trays')['pots'], null, 'name')['1 L'];
        self::assertSame(10, $pot()['spaced']);
        $this->keep(['compaction' => 1.3, 'waste' => 0, 'barrow' => 40, 'pots_apart' => 1, 'take_share' => 0.25, 'branching' => 3, 'full_grown' => 2]);
        $now = $mix();
        self::assertEqualsWithDelta($usual['litres'] / 1.15 / 1.05 * 1.3, $now['litres'], 1e-6);
        self::assertSame($pot()['thick'], $pot()['spaced']);
        $block = $this->ask(
            'POST',
            '/api/stock',
            ['code' => 'CA-9', 'crop' => 'catmint-millrace', 'place' => 'New bed', 'plants' => 50, 'shoots' => 20, 'recoveryWeeks' => 4, 'plantedYear' => 2025],
        )['block'];
        self::assertSame([40, 0.25, 3], [$block['maxShoots'], $block['capShare'], $block['branching']]);
        $firstTake = fn (): ?string => $this->ask('PUT', '/api/stock/CA-9', ['restFrom' => 44, 'restartIn' => 6] + $this->ask('GET', '/api/stock/CA-9')['block'])['year']['rest']['takeFrom'];
        self::assertSame('2028-03-13', $firstTake());
        $this->keep(['first_take_after' => 3]);
        self::assertSame('2028-02-28', $firstTake());
        self::assertSame(
            ['out_of_range', 'recoveryWeeks'],
            array_values(
                array_intersect_key(
                    $this->refused(
                        422,
                        'POST',
                        '/api/stock',
                        [
                            'code' => 'CA-8', 'crop' => 'catmint-millrace', 'place' => 'New bed', 'plants' => 50, 'shoots' => 20,
                            'recoveryWeeks' => 53, 'plantedYear' => 2025,
                        ],
                    ),
                    ['code' => 1, 'field' => 1],
                ),
            ),
            'No take weighs longer than a year.',
        );
    }

    public function testAPlanAimsAsHighAsTheHouseDoes(): void
    {
        $this->signIn();
        $order = current(array_filter($this->ask('GET', '/api/wanted')['wanted'], static fn (array $w) => $w['state'] === 'unplanned'));
        $stick = fn (): int => $this->ask('POST', "/api/wanted/{$order['id']}/proposal", [])['stick'];
        $usual = $stick();
        $this->keep(['sure_of_plan' => 0.99]);
        self::assertGreaterThan($usual, $stick());
        self::assertSame(0.99, $this->ask('GET', "/api/wanted/{$order['id']}/routes")['confidence']);
    }
}
