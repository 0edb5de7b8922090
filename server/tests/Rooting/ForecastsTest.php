<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Rooting;

use Doctrine\DBAL\ArrayParameterType;
use PHPUnit\Framework\Attributes\DataProvider;
use WetCradle\Server\Tests\House;

/** One forecast of a batch: kept, never old, and the same wherever it is read. */
final class ForecastsTest extends House
{
    /** A batch that is rooting, of which a check could not decide. */
    private function undecided(): string
    {
        return (string) $this->db()->fetchOne("SELECT b.code FROM batch b JOIN line l ON l.batch_id = b.id JOIN root_check r ON r.line_id = l.id
            JOIN standing s ON s.line_id = l.id AND s.state = 'stuck' AND s.count > 60
            WHERE b.left_bench_on IS NULL AND r.verdict = 'lift_more' ORDER BY r.on_day DESC, r.id DESC LIMIT 1");
    }

    private function cooler(string $code): int
    {
        $line = $this->ask('GET', "/api/batches/{$code}")['lines'][0]['number'];
        $options = array_column($this->ask('GET', "/api/batches/{$code}/wait?line={$line}")['options'], null, 'kind');

        return $options['cooler']['zones'][0]['id'];
    }

    /** @return array<string, array{string, ?string}> by batch: what it rests on, and what is kept */
    private function kept(): array
    {
        $kept = [];
        foreach ($this->db()->fetchAllAssociative('SELECT b.code, f.rests_on, hex(f.packed) AS packed, f.roots FROM batch_forecast f
            JOIN batch b ON b.id = f.batch_id WHERE b.left_bench_on IS NULL ORDER BY b.code') as $row) {
            $kept[(string) $row['code']] = [$row['packed'].$row['roots'], $row['rests_on']];
        }

        return $kept;
    }

    /** @return iterable<string, array{\Closure(self, string): mixed, int}> what is done, and how many batches at least are another by it */
    public static function causes(): iterable
    {
        yield 'a check' => [static fn (self $t, string $code) => $t->ask('POST', "/api/batches/{$code}/checks", ['on' => '2027-05-12', 'stages' => ['callus' => 8]]), 1];
        yield 'losses' => [static fn (self $t, string $code) => $t->ask(
            'POST',
            "/api/batches/{$code}/lose",
            ['on' => '2027-05-12', 'state' => 'stuck', 'lost' => ['rot' => 20]],
        ), 1];
        yield 'another bench' => [static function (self $t): void {
            $code = (string) $t->db()->fetchOne('SELECT b.code FROM batch b JOIN batch_standing s ON s.batch_id = b.id
                WHERE b.left_bench_on IS NULL AND s.counted = 0 AND s.waiting > 200 ORDER BY b.stuck_on DESC LIMIT 1');
            $batch = $t->ask('GET', '/api/batches/'.$code);
            $t->ask('POST', '/api/plan/moves', ['why' => 'Cooler', 'moves' => [['code' => $code, 'version' => $batch['version'], 'zone' => $t->cooler($code)]]]);
        }, 1];
        yield 'a count of its crop' => [static function (self $t, string $code): void {
            $count = $t->ask('GET', '/api/batches/'.$code)['lines'][0]['standing']['stuck'];
            $t->ask('POST', "/api/batches/{$code}/count", ['on' => '2027-05-12', 'rooted' => $count - 20, 'unrooted' => 20, 'lost' => new \stdClass()]);
        }, 1];
        yield 'a habit' => [static fn (self $t) => $t->ask(
            'PUT',
            '/api/house-defaults',
            ['version' => $t->ask('GET', '/api/house-defaults')['version'], 'defaults' => ['trays_alike' => 5]],
        ), 4];
        yield 'the air' => [static fn (self $t) => $t->ask('POST', '/api/air', ['csv' => "date,mean\n2027-05-01,25\n2027-05-02,25\n2027-05-03,25"]), 0];
    }

    /** @param \Closure(self, string): mixed $cause */
    #[DataProvider('causes')]
    public function testAfterEachCauseNothingIsOld(\Closure $cause, int $least): void
    {
        $this->signIn();
        $before = $this->kept();
        $cause($this, $this->undecided());
        $after = $this->kept();
        $changed = array_keys(array_filter($after, static fn (array $kept, string $code) => $kept !== ($before[$code] ?? null), ARRAY_FILTER_USE_BOTH));
        self::assertGreaterThanOrEqual($least, count($changed));
        self::assertSame(0, (int) $this->db()->fetchOne('SELECT count(*) FROM batch_forecast WHERE stale = 1'));
        // What changed and a part of what did not, reckoned anew, is as it is kept.
        $this->db()->executeStatement(
            "UPDATE batch_forecast SET stale = 1, rests_on = '' WHERE batch_id % 5 = 0 OR batch_id IN (SELECT id FROM batch WHERE code IN (?))",
            [array_slice($changed, 0, 12)],
            [ArrayParameterType::STRING],
        );
        $this->ask('POST', '/api/plan/versions', ['name' => 'Something is written']);
        self::assertSame($after, $this->kept());
    }

    public function testWhatIsReadOfABatchIsTheSameEverywhere(): void
    {
        $this->signIn();
        $checked = 0;
        $queue = $this->ask('GET', '/api/potting')['queue'];
        foreach ($this->db()->fetchFirstColumn('SELECT code FROM batch WHERE stuck_on IS NOT NULL AND left_bench_on IS NULL AND called_off = 0 ORDER BY code') as $code) {
            $curve = $this->ask('GET', "/api/batches/{$code}/curve");
            $batch = $this->ask('GET', "/api/batches/{$code}");
            $wait = $this->ask('GET', "/api/batches/{$code}/wait?line=".$batch['lines'][count($batch['lines']) - 1]['number']);
            self::assertSame($curve['finalRate'], $wait['asked']['finalRate'], $code);
            self::assertLessThanOrEqual(1.0 + 1e-9, $curve['now']['rooted'] + $curve['now']['dead'], $code);
            self::assertTrue($curve['finalLow'] <= $curve['finalHigh']);
            if (count($batch['lines']) === 1) {
                $stuck = $batch['lines'][0]['standing']['stuck'];
                self::assertSame($wait['unrooted'], max(0, $stuck - (int) round($curve['now']['rooted'] * $batch['stuck'])), $code);
            }
            $queued = array_values(array_filter($queue, static fn (array $q) => $q['tag']['code'] === $code && $q['isDue'] && $q['rooted'] === 0));
            if ($queued !== [] && $queued[0]['line'] === 1) {
                self::assertSame((int) round($queued[0]['stuck'] * $curve['now']['rooted']), $queued[0]['plants'], $code);
            }
            ++$checked;
        }
        self::assertGreaterThan(5, $checked);
    }

    public function testAnOrderStandsTheSameEverywhere(): void
    {
        $this->signIn();
        $listed = array_column($this->ask('GET', '/api/wanted')['wanted'], null, 'id');
        $short = [];
        foreach ($this->ask('GET', '/api/day')['things'] as $thing) {
            if ($thing['job'] === 'short') {
                $short[$thing['wanted']['id']] = $thing;
            }
        }
        self::assertNotSame([], $short);
        foreach ($listed as $id => $order) {
            // Each that is short, and every third of the others.
            if ($order['outlook'] === null || $order['readyWeek'] < '2027-W19' || ($id % 3 !== 0 && !$order['outlook']['isShort'] && !isset($short[$id]))) {
                continue;
            }
            $one = $this->ask('GET', "/api/wanted/{$id}")['outlook'];
            self::assertSame($order['outlook'], $one, (string) $id);
            self::assertEqualsWithDelta($one['chance'], $one['enough'] * $one['inTime'], 1e-9);
            self::assertSame($one['isShort'], isset($short[$id]), (string) $id);
            if (isset($short[$id])) {
                self::assertSame([$one['words'], $one['short']], [$short[$id]['why'], $short[$id]['count']]);
                self::assertTrue($one['short'] > 0 || $one['weeksLate'] > 0, 'Too few, or too late.');
                self::assertSame($one, $this->ask('GET', "/api/wanted/{$id}/remedies")['outlook']);
            }
        }
    }

    public function testAMishapIsAPersonsToSay(): void
    {
        $this->signIn();
        $row = $this->db()->fetchAssociative('SELECT b.code, c.slug FROM learnt l, json_each(l.marked) m JOIN batch b ON b.id = CAST(m.key AS INTEGER) JOIN crop c ON c.id = b.crop_id');
        self::assertIsArray($row);
        [$code, $slug] = [(string) $row['code'], (string) $row['slug']];
        $mishaps = (int) $this->db()->fetchOne('SELECT mishaps FROM learnt');
        $before = $this->ask('GET', '/api/crops/'.$slug);
        $of = static fn (array $crop) => array_column($crop['history'], null, 'code')[$code];
        self::assertSame([true, false, 0.0], [$of($before)['mishap'], $of($before)['said'], (float) $of($before)['weight']]);
        self::assertStringContainsString('likely a mishap', $of($before)['why']);
        $batch = $this->ask('POST', "/api/batches/{$code}/mishap", ['is' => 'counts']);
        self::assertSame([false, true], [$batch['past']['mishap'], $batch['past']['said']]);
        $counts = $this->ask('GET', '/api/crops/'.$slug);
        self::assertLessThan($before['learnt']['rate'], $counts['learnt']['rate']);
        self::assertSame($before['learnt']['batches'] + 1, $counts['learnt']['batches']);
        self::assertSame($mishaps - 1, (int) $this->db()->fetchOne('SELECT mishaps FROM learnt'));
        $this->ask('POST', "/api/batches/{$code}/mishap", ['is' => null]);
        self::assertEquals($before, $this->ask('GET', '/api/crops/'.$slug));
        self::assertSame('is', $this->refused(422, 'POST', "/api/batches/{$code}/mishap", ['is' => 'bad luck'])['field']);
        $this->signIn('bo');
        self::assertSame('not_allowed', $this->refused(403, 'POST', "/api/batches/{$code}/mishap", ['is' => 'mishap'])['code']);
    }

    public function testWhatWasLearntOfASpeedIsOfferedAndPutOnTheSheet(): void
    {
        $this->signIn();
        $way = $this->ask('GET', '/api/crops/fuchsia-lantern-row')['sheets'][0];
        $offer = array_column($way['offers'], null, 'what')['speed'];
        self::assertMatchesRegularExpression('/^Roots (a day|\d+ days) sooner here than its sheet says, by \d+ batches: in /', $offer['words']);
        $kept = $this->ask('PUT', '/api/ways/'.$way['id'], [
            'version' => $way['version'], 'name' => $way['name'], 'why' => $offer['words'], 'sheet' => array_replace($way['sheet'], $offer['change']),
        ])['sheets'][0];
        self::assertSame($way['number'] + 1, $kept['number']);
        self::assertEqualsWithDelta($offer['change']['rooting']['halfAt'], $kept['sheet']['rooting']['halfAt'], 1e-9);
    }

    public function testHowManyComeThroughIsLearntOfTheNewestBatchesAndPlansReckonWithIt(): void
    {
        $this->signIn();
        $row = $this->db()->fetchAssociative("SELECT b.code, w.id AS way, w.through, json_extract(s.states, '$.grown') AS grown FROM batch b
            JOIN way_sheet h ON h.id = b.sheet_id JOIN way w ON w.id = h.way_id AND w.house = 1 JOIN batch_standing s ON s.batch_id = b.id
            WHERE b.left_bench_on IS NOT NULL AND w.through IS NOT NULL AND json_extract(s.states, '$.grown') > 60
            AND coalesce(json_extract(s.states, '$.potted'), 0) + coalesce(json_extract(s.states, '$.rooted'), 0) = 0
            ORDER BY b.stuck_on DESC LIMIT 1");
        self::assertIsArray($row);
        $kept = fn (): array => json_decode((string) $this->db()->fetchOne('SELECT through FROM way WHERE id = ?', [$row['way']]), true, 9, JSON_THROW_ON_ERROR);
        $mean = static fn (array $through): float => $through['a'] / ($through['a'] + $through['b']);
        $before = $kept();
        $lost = $this->ask('POST', "/api/batches/{$row['code']}/lose", ['on' => '2027-05-12', 'state' => 'grown', 'lost' => ['rot' => 40]]);
        $after = $kept();
        self::assertSame($before['batches'], $after['batches']);
        self::assertLessThan($mean($before), $mean($after), 'Forty that rotted in their pots teach it.');
        $crop = (string) $this->db()->fetchOne('SELECT c.slug FROM way w JOIN crop c ON c.id = w.crop_id WHERE w.id = ?', [$row['way']]);
        $order = $this->ask('POST', '/api/wanted', [
            'crop' => $crop, 'plants' => 100, 'pot' => 1, 'readyWeek' => '2028-W20', 'customer' => null, 'priority' => 'should', 'note' => null,
        ]);
        $plan = $this->ask('POST', "/api/wanted/{$order['id']}/proposal", []);
        self::assertEqualsWithDelta($mean($after), $plan['potting']['mean'], 1e-9);
        self::assertStringContainsString("{$after['batches']} batches; the crop sheet says", $plan['potting']['words']);
        $this->ask('POST', "/api/batches/{$row['code']}/lose", ['on' => '2027-05-12', 'state' => 'grown', 'lost' => ['no_room' => 15]]);
        self::assertGreaterThanOrEqual($mean($after) - 0.005, $mean($kept()), 'What was thrown for want of room is no fault of the crop.');
        self::assertNotSame([], $lost);
    }

    public function testHowMuchOfWhatIsLeftLongerStillRootsIsLearntFromItsCounts(): void
    {
        $this->signIn();
        $row = $this->db()->fetchAssociative("SELECT b.code, c.slug, l.number, t.count, w.id AS way FROM line l
            JOIN standing t ON t.line_id = l.id AND t.state = 'stuck' AND t.count > 4 JOIN batch b ON b.id = l.batch_id JOIN crop c ON c.id = b.crop_id
            JOIN way_sheet h ON h.id = b.sheet_id JOIN way w ON w.id = h.way_id WHERE l.number > 1 AND b.left_bench_on IS NULL
            AND NOT EXISTS (SELECT 1 FROM standing o JOIN line k ON k.id = o.line_id WHERE k.batch_id = b.id AND k.id <> l.id
                AND o.state IN ('stuck', 'rooted') AND o.count > 0) ORDER BY t.count DESC LIMIT 1");
        self::assertIsArray($row);
        $kept = fn (): ?array => json_decode((string) ($this->db()->fetchOne('SELECT left_longer FROM way WHERE id = ?', [$row['way']]) ?: 'null'), true);
        $before = $kept();
        $all = (int) $row['count'];
        $this->ask('POST', "/api/batches/{$row['code']}/count", [
            'line' => (int) $row['number'], 'on' => '2027-05-12', 'rooted' => $all, 'unrooted' => 0, 'lost' => new \stdClass(), 'potted' => $all,
        ]);
        $after = $kept();
        self::assertNotNull($after);
        self::assertSame(($before['batches'] ?? 0) + 1, $after['batches']);
        $mean = static fn (?array $share): float => $share === null ? 0.4 : $share['a'] / ($share['a'] + $share['b']);
        self::assertGreaterThan($mean($before), $mean($after), 'All of it rooted.');
        $ways = array_column($this->ask('GET', '/api/crops/'.$row['slug'])['sheets'], null, 'id');
        self::assertStringStartsWith('Of what is left longer after a count, ', (string) array_reverse($ways[(int) $row['way']]['steps'])[0]);
    }
}
