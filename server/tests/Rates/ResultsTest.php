<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Rates;

use WetCradle\Core\Rates\Sort;
use WetCradle\Server\Tests\House;

final class ResultsTest extends House
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn();
    }

    public function testTheBatchesOfACropAreSortedByWhatTheBookKnowsOfThem(): void
    {
        $crop = $this->cropWithMost();
        foreach (array_column(Sort::cases(), 'value') as $by) {
            $rates = $this->ask('GET', "/api/results/rates/{$crop}?by={$by}");
            $codes = array_merge($rates['notKnown'], ...array_map(static fn (array $group) => array_column($group['batches'], 'code'), $rates['groups']));
            self::assertCount($rates['batches'], array_unique($codes), "by {$by} each batch is in one group");
            foreach ($rates['groups'] as $group) {
                self::assertSame($group['rooted'], array_sum(array_column($group['batches'], 'rooted')));
                self::assertGreaterThanOrEqual($group['low80'], $group['rate']);
                self::assertLessThanOrEqual($group['high80'], $group['rate']);
            }
        }
        $byYear = $this->ask('GET', "/api/results/rates/{$crop}?by=year");
        foreach ($byYear['groups'] as $group) {
            self::assertSame([$group['is']], array_values(array_unique(array_map(static fn (array $b) => substr($b['stuckOn'], 0, 4), $group['batches']))));
        }
    }

    public function testWhatWasCutAndDippedForABatchIsAmongWhatItIsComparedBy(): void
    {
        $crop = $this->cropWithMost();
        $codes = array_column($this->ask('GET', "/api/results/drift/{$crop}")['batches'], 'code');
        [$one, $other] = [$codes[count($codes) - 1], $codes[count($codes) - 2]];
        $row = static fn (int $total, array $named) => ['row' => 'B', 'plants' => 9, 'each' => 0, 'more' => 0, 'total' => $total, 'named' => $named];
        foreach ([
            [$one, '-2 days', 'thin', [$row(40, [['plant' => 'F3', 'take' => 40]])]],
            // Of this one a row gave without a name: it has no one parent.
            [$other, '-20 days', null, [$row(40, [['plant' => 'F3', 'take' => 40]]), $row(10, [])]],
        ] as [$code, $before, $grade, $parents]) {
            $batch = $this->db()->fetchAssociative('SELECT id, stuck_on FROM batch WHERE code = ?', [$code]) ?: self::fail('It is there.');
            $this->db()->insert('collection', [
                'batch_id' => $batch['id'], 'started_at' => (new \DateTimeImmutable($batch['stuck_on'].' 08:00'))->modify($before)->format('Y-m-d H:i:s'),
                'how' => 'cold', 'parents' => json_encode($parents), 'by_id' => 1, 'grade' => $grade,
            ]);
            $this->db()->insert('hormone_stock', [
                'name' => "Lot of {$code}", 'what' => 'IBA', 'kind' => 'powder', 'form' => 'acid', 'ppm' => 3000, 'made_on' => '2015-01-01', 'keeps_until' => '2016-01-01',
            ]);
            $stock = (int) $this->db()->lastInsertId();
            $this->db()->insert('made_dip', ['stock_id' => $stock, 'ppm' => 3000, 'grams' => 5, 'made_at' => $batch['stuck_on'].' 08:00:00', 'by_id' => 1]);
            $this->db()->insert('made_dip_batch', ['made_dip_id' => (int) $this->db()->lastInsertId(), 'batch_id' => $batch['id']]);
        }
        $is = function (string $by) use ($crop): array {
            $of = [];
            foreach ($this->ask('GET', "/api/results/rates/{$crop}?by={$by}")['groups'] as $group) {
                $of += array_fill_keys(array_column($group['batches'], 'code'), $group['is']);
            }

            return $of;
        };
        self::assertEquals([$one => '2 or 3 days', $other => 'more than two weeks'], $is('held'));
        self::assertSame([$one => 'thin'], $is('grade'));
        self::assertSame([$one => 'F3'], $is('parent'));
        self::assertEquals([$one => "Lot of {$one}", $other => "Lot of {$other}"], $is('hormone_lot'));
        self::assertEquals([$one => 'past its date', $other => 'past its date'], $is('hormone_age'));
        self::assertSame([], $is('weather'), 'Nobody measured the air of those years.');
        $stuckOn = (string) $this->db()->fetchOne('SELECT stuck_on FROM batch WHERE code = ?', [$one]);
        for ($i = 0; $i < 25; ++$i) {
            $day = (new \DateTimeImmutable($stuckOn))->modify("+{$i} days")->format('Y-m-d');
            $this->db()->executeStatement('INSERT OR REPLACE INTO air_day (on_day, mean) VALUES (?, 45)', [$day]);
        }
        self::assertSame('warmer than usual', $is('weather')[$one]);
    }

    public function testDaysToRootAreThoseOfTheForecastsBesideTheSheet(): void
    {
        $ways = $this->ask('GET', '/api/results/days')['ways'];
        self::assertGreaterThan(5, count($ways));
        $far = static fn (array $way) => [$way['isDifference'] ? 0 : 1, -abs(log($way['times']))];
        $sorted = $ways;
        usort($sorted, static fn (array $a, array $b) => $far($a) <=> $far($b));
        self::assertSame(array_column($sorted, 'times'), array_column($ways, 'times'));
        $learnt = $this->db()->fetchAllKeyValue('SELECT id, learnt FROM way WHERE learnt IS NOT NULL');
        self::assertEqualsCanonicalizing(array_keys($learnt), array_column($ways, 'way'));
        foreach ($ways as $way) {
            // What is kept for the forecasts is what is shown.
            $kept = json_decode((string) $learnt[$way['way']], true);
            self::assertCount($kept['batches'], $way['batches']);
            self::assertEqualsWithDelta(($way['learnt'][0] + $way['learnt'][1]) / ($way['sheet'][0] + $way['sheet'][1]), $way['times'], 0.12, $way['name']);
            self::assertGreaterThan($way['next'][0], $way['next'][1]);
        }
        $near = $ways[count($ways) - 1];
        $this->db()->executeStatement('UPDATE batch_forecast SET own = json_set(own, \'$.d50\', 3 * json_extract(own, \'$.d50\'))
            WHERE own IS NOT NULL AND batch_id IN (SELECT b.id FROM batch b JOIN way_sheet s ON s.id = b.sheet_id WHERE s.way_id = ?)', [$near['way']]);
        $slow = array_column($this->ask('GET', '/api/results/days')['ways'], null, 'way')[$near['way']];
        self::assertTrue($slow['isDifference']);
        self::assertGreaterThan(2.0 * $near['times'], $slow['times']);
        self::assertSame(array_map(static fn (array $b) => $b['code'], $near['batches']), array_map(static fn (array $b) => $b['code'], $slow['batches']));
    }

    public function testAnOrderTeachesNothingAndWhatTeachesIsNoticed(): void
    {
        $mark = fn (): array => $this->db()->fetchAllKeyValue('SELECT crop_id, is_now FROM rates_mark');
        $this->ask('GET', '/api/crops');
        $was = $mark();
        $this->ask('POST', '/api/wanted', ['crop' => 'mint-cellar', 'plants' => 90, 'pot' => 1, 'readyWeek' => '2028-W30', 'priority' => 'nice']);
        self::assertSame($was, $mark());
        $code = $this->ask('GET', "/api/results/drift/{$this->cropWithMost()}")['batches'][0]['code'];
        $crop = $this->cropWithMost();
        // Counted, and not all of it had roots.
        $left = (array) $this->db()->fetchAssociative("SELECT b.code, l.number FROM batch b JOIN batch_standing s ON s.batch_id = b.id AND s.counted = 1
            JOIN line l ON l.batch_id = b.id JOIN standing w ON w.line_id = l.id AND w.state = 'stuck' WHERE b.left_bench_on IS NULL AND w.count > 1 LIMIT 1");
        foreach ([
            'a mishap' => fn () => $this->ask('POST', "/api/batches/{$code}/mishap", ['is' => 'mishap']),
            'a loss' => fn () => $this->ask('POST', "/api/batches/{$left['code']}/lose", [
                'line' => $left['number'], 'on' => '2027-05-12', 'state' => 'stuck', 'lost' => ['rot' => 1],
            ]),
            'a habit' => fn () => $this->ask('PUT', '/api/house-defaults', [
                'version' => $this->ask('GET', '/api/house-defaults')['version'], 'defaults' => ['pots_apart' => 1.4],
            ]),
        ] as $what => $teach) {
            $before = $mark();
            $teach();
            self::assertNotSame($before, $mark(), $what);
            $shown = $this->ask('GET', '/api/crops');
            self::forgetRates();
            self::assertSame($this->ask('GET', '/api/crops'), $shown, "After {$what}, what was kept is as learnt anew.");
        }
        self::assertStringNotContainsString("\"{$code}\"", (string) json_encode($this->ask('GET', "/api/results/rates/{$crop}?by=year")));
    }

    public function testAMishapSaysNothingAndABatchOfABetterBlockIsSeen(): void
    {
        $crop = $this->cropWithMost();
        $before = $this->ask('GET', "/api/results/rates/{$crop}?by=block");
        $code = $before['groups'][0]['batches'][0]['code'];
        $this->ask('POST', "/api/batches/{$code}/mishap", ['is' => 'mishap']);
        $after = $this->ask('GET', "/api/results/rates/{$crop}?by=block");
        self::assertSame($before['batches'] - 1, $after['batches']);
        self::assertStringNotContainsString("\"{$code}\"", (string) json_encode($after));
    }

    public function testADisasterStandsOutUntilSomebodySaysThatItWasAMishap(): void
    {
        $crop = $this->cropWithMost();
        $before = $this->ask('GET', "/api/results/drift/{$crop}");
        self::assertSame($before['all'], count($before['batches']));
        foreach ($before['batches'] as $batch) {
            self::assertLessThanOrEqual($before['centre'], $batch['lower']);
            self::assertGreaterThanOrEqual($before['centre'], $batch['upper']);
        }
        $code = $before['batches'][count($before['batches']) - 2]['code'];
        $this->db()->executeStatement('UPDATE batch_standing SET rooted = stuck / 12 WHERE batch_id = (SELECT id FROM batch WHERE code = ?)', [$code]);
        $this->db()->executeStatement('UPDATE batch SET mix = \'of last year\' WHERE code = ?', [$code]);
        $after = $this->ask('GET', "/api/results/drift/{$crop}");
        $signal = array_values(array_filter($after['signals'], static fn (array $one) => $one['codes'] === [$code]))[0] ?? self::fail('It stands out.');
        self::assertSame('below', $signal['kind']);
        self::assertLessThan(0.005, $signal['chance']);
        self::assertSame(['mix', 0], [$signal['unlike'][0]['sort'], $signal['unlike'][0]['others']]);
        self::assertContains([$code], array_column($this->ask('GET', '/api/results/drift')['signals'], 'codes'));
        $this->ask('POST', "/api/batches/{$code}/mishap", ['is' => 'mishap']);
        $said = $this->ask('GET', "/api/results/drift/{$crop}");
        self::assertSame($before['all'] - 1, $said['all']);
        self::assertNotContains([$code], array_column($said['signals'], 'codes'));
        self::assertNotContains([$code], array_column($this->ask('GET', '/api/results/drift')['signals'], 'codes'));
    }

    public function testAChartOfOneZoneHasItsBatchesOnly(): void
    {
        $crop = $this->cropWithMost();
        $all = $this->ask('GET', "/api/results/drift/{$crop}");
        $zones = array_column($all['choices'], 'are', 'sort')['zone'];
        $many = 0;
        foreach ($zones as $zone) {
            $some = $this->ask('GET', "/api/results/drift/{$crop}?by=zone&is=".rawurlencode($zone));
            $many += count($some['batches']);
            self::assertSame(count($some['batches']) < $some['fewest'], $some['centre'] === null);
        }
        self::assertSame(count($all['batches']), $many);
        self::assertSame('is', $this->refused(422, 'GET', "/api/results/drift/{$crop}?by=zone")['field']);
    }

    public function testStagesAndLossesAddUpToTheBook(): void
    {
        $crop = $this->cropWithMost();
        $is = $this->ask('GET', "/api/results/outcomes/{$crop}");
        $sum = $this->db()->fetchAssociative('SELECT count(*) AS batches, sum(s.stuck) AS stuck, sum((SELECT sum(value) FROM json_each(s.lost))) AS lost,
            sum(s.rooted) AS rooted FROM batch b JOIN batch_standing s ON s.batch_id = b.id JOIN crop c ON c.id = b.crop_id
            WHERE c.slug = ? AND s.counted = 1 AND s.stuck > 0', [$crop]) ?: [];
        self::assertSame((int) $sum['batches'], $is['ordinary']['batches'] + $is['mishaps']['batches']);
        self::assertSame((int) $sum['stuck'], $is['ordinary']['stuck'] + $is['mishaps']['stuck']);
        self::assertSame((int) $sum['lost'], $is['ordinary']['lost'] + $is['mishaps']['lost']);
        self::assertSame(['stuck', 'rooted', 'potted', 'grown'], array_column($is['stages'], 'from'));
        self::assertLessThanOrEqual($is['ordinary']['stuck'], $is['stages'][0]['left']);
        foreach ($is['stages'] as $i => $stage) {
            self::assertLessThanOrEqual($stage['left'], $stage['reached']);
            self::assertGreaterThanOrEqual($is['stages'][$i + 1]['left'] ?? 0, $stage['reached'], 'Nothing leaves a stage that did not come to it.');
        }
    }

    public function testAPromiseIsKeptWhereAsManyWerePottedAsItWasFor(): void
    {
        $before = $this->ask('GET', '/api/results/promises')['groups'][0];
        self::assertSame($before['batches'] - $before['kept'], count($before['broken']));
        $code = (string) $this->db()->fetchOne('SELECT b.code FROM batch b JOIN batch_standing s ON s.batch_id = b.id WHERE b.left_bench_on IS NOT NULL
            AND s.counted = 1 AND s.potted >= b.needed AND s.stuck >= b.planned AND b.together = 1 ORDER BY b.id LIMIT 1');
        $this->db()->executeStatement('UPDATE batch_standing SET potted = 1 WHERE batch_id = (SELECT id FROM batch WHERE code = ?)', [$code]);
        $after = $this->ask('GET', '/api/results/promises');
        self::assertContains($code, $after['groups'][0]['broken']);
        self::assertSame($before['kept'] - 1, $after['groups'][0]['kept']);
        $this->db()->executeStatement('UPDATE batch SET planned = 2 * planned WHERE code = ?', [$code]);
        $fewer = $this->ask('GET', '/api/results/promises');
        self::assertSame([$before['batches'] - 1, $after['fewer'] + 1], [$fewer['groups'][0]['batches'], $fewer['fewer']]);
    }

    public function testASeasonAddsUpToTheBook(): void
    {
        $of = $this->ask('GET', '/api/results/season?of=2025');
        self::assertSame(['2025/26', true], [$of['name'], $of['isOver']]);
        $weeks = ['2025-W40', '2026-W40'];
        self::assertSame(
            (int) $this->db()->fetchOne('SELECT sum(plants) FROM wanted WHERE called_off = 0 AND ready_week > ? AND ready_week <= ?', $weeks),
            $of['all']['wanted'],
        );
        self::assertSame((int) $this->db()->fetchOne("SELECT sum(s.stuck) FROM batch_standing s JOIN batch b ON b.id = s.batch_id
            WHERE b.stuck_on >= '2025-10-01' AND b.stuck_on < '2026-10-01'"), $of['all']['stuck']);
        foreach (['wanted', 'sent', 'inTime', 'short', 'stuck', 'rooted', 'potted'] as $figure) {
            self::assertSame($of['all'][$figure], array_sum(array_column($of['crops'], $figure)), $figure);
        }
        self::assertSame($of['all']['wanted'], $of['all']['sent'] + $of['all']['short']);
        self::assertSame([2025, 2024], array_column($of['seasons'], 'year'));
        self::assertSame($of['all'], array_diff_key($of['seasons'][0], ['year' => 1]));
        foreach ([...$of['better'], ...$of['worse']] as $told) {
            self::assertGreaterThanOrEqual(0.05, abs($told['rate'] - $told['before']));
        }
        $running = $this->ask('GET', '/api/results/season');
        self::assertSame([2026, false], [$running['year'], $running['isOver']]);
        self::assertGreaterThan(0, $running['all']['due']);
        self::assertContains(2025, $running['years']);
        $none = $this->ask('GET', '/api/results/season?of=1999');
        self::assertSame([[], 0], [$none['crops'], $none['all']['wanted']]);
        self::assertSame('of', $this->refused(422, 'GET', '/api/results/season?of=soon')['field']);
    }

    public function testStockThatIsWornOutWhenTheSeasonEndsIsToBeReplaced(): void
    {
        $this->db()->executeStatement("UPDATE stock_block SET planted_year = 2020, replace_after = 6 WHERE code = 'HE-1'");
        self::assertNotContains('HE-1', array_column($this->ask('GET', '/api/results/season?of=2025')['wornOut'], 'block'));
        self::assertContains('HE-1', array_column($this->ask('GET', '/api/results/season?of=2026')['wornOut'], 'block'));
    }

    public function testWhatCannotBeAskedIsRefused(): void
    {
        self::assertSame(404, $this->send('GET', '/api/results/rates/no-such-crop?by=mix')->getStatusCode());
        self::assertSame('by', $this->refused(422, 'GET', '/api/results/rates/'.$this->cropWithMost().'?by=colour')['field']);
        self::assertSame('by', $this->refused(422, 'GET', '/api/results/rates/'.$this->cropWithMost())['field']);
    }

    private function cropWithMost(): string
    {
        return (string) $this->db()->fetchOne('SELECT c.slug FROM crop c JOIN batch b ON b.crop_id = c.id JOIN batch_standing s ON s.batch_id = b.id
            WHERE s.counted = 1 GROUP BY c.id ORDER BY count(*) DESC, c.id LIMIT 1');
    }
}
