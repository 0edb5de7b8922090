<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Mist;

/** Devices say readings and ask for programmes by their tokens, and can do nothing else; rubbish harms nothing. */
final class DevicesTest extends MeasuredHouse
{
    public function testADeviceIsLetInByItsTokenAndByNothingElse(): void
    {
        self::assertSame(1, $this->say([['time' => '2027-05-12T11:55Z', 'zone' => $this->zoneName, 'air' => 18.5]])['taken']);
        self::assertSame('no_token', $this->say([], 401, 'wc_wrong')['error']['code']);
        self::assertStringStartsWith('401', (string) $this->send('GET', '/api/feed/programmes')->getStatusCode());
        $this->cookies([]);
        self::assertSame(401, $this->send('GET', '/api/devices', null, ['HTTP_AUTHORIZATION' => "Bearer {$this->token}"])->getStatusCode(), 'It is nobody who works here.');
        $this->signIn('ines');
        $device = $this->ask('GET', '/api/devices')['devices'][0];
        self::assertSame(['Gateway', null, '2027-05-12 12:00', false], [$device['name'], $device['zone'], $device['seenAt'], $device['withdrawn']]);
        self::assertStringNotContainsString(substr($this->token, 3), $this->rows(), 'The token itself is kept nowhere.');
        self::assertTrue($this->ask('DELETE', "/api/devices/{$device['id']}")['devices'][0]['withdrawn']);
        $this->say([], 401);
    }

    public function testProgrammesGoOutTheSameWay(): void
    {
        $response = $this->send('GET', '/api/feed/programmes', null, ['HTTP_AUTHORIZATION' => "Bearer {$this->token}"]);
        $zones = array_column(json_decode((string) $response->getContent(), true)['zones'], null, 'zone');
        $asks = array_column($this->ask('GET', '/api/mist/programmes')['zones'], null, 'id')[$this->zone]['asks'];
        self::assertSame($asks, $zones[$this->zoneName]['programme']);
        $table = $this->send('GET', '/api/feed/programmes', null, ['HTTP_AUTHORIZATION' => "Bearer {$this->token}", 'HTTP_ACCEPT' => 'text/csv']);
        $rows = array_map(static fn (string $row) => str_getcsv($row, ',', '"', ''), explode("\n", trim((string) $table->getContent())));
        $row = array_combine(array_map(strval(...), $rows[0]), array_values(array_filter($rows, fn (array $one) => $one[0] === $this->zoneName))[0]);
        self::assertSame([(string) $asks['mist']['seconds'], (string) $asks['medium']], [$row['seconds'], $row['medium']]);
        $own = $this->ask('POST', '/api/devices', ['name' => 'Valve box', 'zone' => $this->zone])['token'];
        $response = $this->send('GET', '/api/feed/programmes', null, ['HTTP_AUTHORIZATION' => "Bearer {$own}"]);
        self::assertSame([$this->zoneName], array_column(json_decode((string) $response->getContent(), true)['zones'], 'zone'));
        self::assertSame(1, $this->say([['time' => '2027-05-12T11:50Z', 'medium' => 18]], 200, $own)['taken'], 'What it says is of its own zone.');
    }

    public function testATableIsTakenInAndNothingOfItTwice(): void
    {
        $csv = "time;zone;air;medium\n2027-05-12T10:00Z;{$this->zoneName};18,5;20\n2027-05-12T10:05Z;{$this->zoneName};18,6;20,1\nrubbish;;;\n"
            ."2027-05-12T10:10Z;Attic;18,6;20,1\n2027-05-13T10:10Z;{$this->zoneName};18;20\n2027-05-12T10:10Z;{$this->zoneName};45;20,1\n";
        $told = $this->say($csv);
        self::assertSame([2 + 1, 0, 1, 1, 2], [$told['taken'], $told['doubles'], $told['spikes'], $told['ahead'], $told['refusedRows']]);
        self::assertSame('There is no zone called Attic.', $told['refused'][1]['says']);
        $again = $this->say($csv);
        self::assertSame([0, 3], [$again['taken'], $again['doubles']]);
    }

    public function testRubbishHarmsNothing(): void
    {
        $before = $this->rows();
        // No contract could describe it.
        $this->isHeldToContract = false;
        foreach (['', 'rubbish', "\xFF\xFE\x00", str_repeat("time,zone\n", 2000), "time,zone,air\n".str_repeat('9', 100_000)] as $rubbish) {
            $status = $this->send('POST', '/api/feed/readings', $rubbish, ['CONTENT_TYPE' => 'text/csv', 'HTTP_AUTHORIZATION' => "Bearer {$this->token}"])->getStatusCode();
            self::assertContains($status, [200, 422], $rubbish);
        }
        foreach (['{', '3', '{"readings": 3}', '[[[[]]]]', '[{"time": {"a": 1}, "zone": ["b"], "air": "warm"}]', '{"a": 1}'] as $rubbish) {
            $status = $this->send('POST', '/api/feed/readings', $rubbish, ['CONTENT_TYPE' => 'application/json', 'HTTP_AUTHORIZATION' => "Bearer {$this->token}"])->getStatusCode();
            self::assertContains($status, [200, 400, 422], $rubbish);
        }
        $huge = $this->send('POST', '/api/feed/readings', str_repeat('x', 17_000_000), ['CONTENT_TYPE' => 'text/csv', 'HTTP_AUTHORIZATION' => "Bearer {$this->token}"]);
        self::assertSame([413, 415], [
            $huge->getStatusCode(),
            $this->send('POST', '/api/feed/readings', 'a=b', ['CONTENT_TYPE' => 'application/x-www-form-urlencoded', 'HTTP_AUTHORIZATION' => "Bearer {$this->token}"])->getStatusCode(),
        ]);
        $seen = '/"seen_at":"[^"]*"|"seen_at":null/';
        self::assertSame(preg_replace($seen, '', $before), preg_replace($seen, '', $this->rows()));
    }

    public function testConditionsAreDrawnAsFinelyAsCanBe(): void
    {
        $this->say($this->readings('2027-05-08T00:00', '2027-05-12T11:55'));
        $day = $this->ask('GET', "/api/mist/conditions?zone={$this->zone}&from=2027-05-12");
        self::assertSame(['reading', 144, '2027-05-12 00:00'], [$day['step'], count($day['points']), $day['points'][0]['at']]);
        $week = $this->ask('GET', "/api/mist/conditions?zone={$this->zone}&from=2027-05-06");
        self::assertSame(['hour', 108], [$week['step'], count($week['points'])]);
        self::assertEqualsWithDelta($day['points'][0]['air'], $week['points'][96]['air'], 0.2);
        self::assertLessThanOrEqual($week['points'][96]['airHigh'], $week['points'][96]['air']);
        $year = $this->ask('GET', "/api/mist/conditions?zone={$this->zone}&from=2026-05-13");
        self::assertSame(['day', 4], [$year['step'], count($year['points'])], 'Today counts once it is over.');
        self::assertNotSame([], $week['batches']);
        self::assertSame($this->zoneName, $week['zone']['name']);
        self::assertSame('from', $this->refused(422, 'GET', '/api/mist/conditions?from=2027-06-01&to=2027-05-01')['field']);
        self::assertSame([], $this->ask('GET', '/api/mist/conditions?zone='.($this->zone + 1))['points']);
    }

    public function testADayIsTriedAsItWasMeasured(): void
    {
        $this->say($this->readings('2027-05-11T00:00', '2027-05-11T23:55', ['air' => 31.5, 'light' => 500.0]));
        $day = $this->ask('POST', '/api/mist/day', ['on' => '2027-05-11', 'zone' => $this->zone]);
        self::assertSame(array_fill(0, 24, 31.5), array_column($day['hours'], 'air'));
        self::assertSame(array_fill(0, 24, 250), array_column($day['hours'], 'netRadiation'), 'A leaf takes up half of it.');
        self::assertGreaterThan(count($this->ask('POST', '/api/mist/day', [])['byFilm']['firings']), count($day['byFilm']['firings']));
        self::assertSame('on', $this->refused(422, 'POST', '/api/mist/day', ['on' => '2027-05-09', 'zone' => $this->zone])['field']);
    }

    public function testWhatIsOldIsKeptByTheHour(): void
    {
        $this->say($this->readings('2027-02-01T00:00', '2027-02-02T23:55'));
        $before = $this->ask('GET', "/api/mist/conditions?zone={$this->zone}&from=2027-01-29&to=2027-02-03")['points'];
        self::assertSame('0 576 readings became hours.', self::console('cradle:watch', ['--compact' => true]));
        self::assertSame(0, (int) $this->db()->fetchOne('SELECT count(*) FROM reading'));
        self::assertSame($before, $this->ask('GET', "/api/mist/conditions?zone={$this->zone}&from=2027-01-29&to=2027-02-03")['points']);
    }

    /** A batch is as far as the warmth that it really had took it. */
    public function testAColdWeekShowsInTheForecast(): void
    {
        $batch = (string) $this->db()->fetchOne('SELECT code FROM batch WHERE zone_id = ? AND stuck_on IS NOT NULL AND left_bench_on IS NULL ORDER BY stuck_on DESC', [$this->zone]);
        $stuck = (string) $this->db()->fetchOne('SELECT stuck_on FROM batch WHERE code = ?', [$batch]);
        $ready = fn (): array => (array) json_decode((string) json_encode($this->ask('GET', "/api/batches/{$batch}/curve")), true);
        $before = $ready();
        $this->say($this->readings($stuck.'T00:00', '2027-05-12T11:55', ['medium' => 12.0]));
        self::assertSame(0, (int) $this->db()->fetchOne('SELECT count(*) FROM batch_forecast WHERE stale = 1'), 'It was reckoned anew at once.');
        $after = $ready();
        self::assertNull($before['warmth']);
        self::assertMatchesRegularExpression('/^It is \d+ days? later than planned, most of it for the warmth that it did not have from /', $after['warmth']);
        self::assertGreaterThan($before['readyOn'], $after['readyOn']);
    }

    public function testAirMeasuredOutsideIsThatOfTheSite(): void
    {
        $this->zoneName = (string) $this->db()->fetchOne("SELECT name FROM zone WHERE ground = 'open'");
        $this->db()->executeStatement("DELETE FROM air_day WHERE on_day = '2027-05-10'");
        $this->say($this->readings('2027-05-10T00:00', '2027-05-11T23:55', ['air' => 21.0]));
        $air = array_map(floatval(...), $this->db()->fetchAllKeyValue("SELECT on_day, mean FROM air_day WHERE on_day >= '2027-05-10'"));
        self::assertSame(21.0, $air['2027-05-10']);
        self::assertNotSame(21.0, $air['2027-05-11'], 'What somebody brought in stands.');
    }

    public function testASimulatedHouseSaysWhatADeviceWould(): void
    {
        $csv = substr(self::console('cradle:simulated-house', ['--from' => '2027-05-11T00:00Z', '--hours' => '2', '--seed' => '3']), 2);
        self::assertStringStartsWith('time,zone,air,humidity,medium,light,flow', $csv);
        $told = $this->say($csv);
        self::assertSame([0, 0], [$told['refusedRows'], $told['spikes']]);
        self::assertSame(24 * (int) $this->db()->fetchOne('SELECT count(DISTINCT zone_id) FROM zone_programme'), $told['taken']);
        self::assertCount(24, explode("\n", self::console('cradle:simulated-house', [
            '--from' => '2027-05-11T00:00Z', '--hours' => '2', '--format' => 'json', '--fault' => ['power_cut@2027-01-01'],
        ])) + array_fill(0, 24, ''));
    }
}
