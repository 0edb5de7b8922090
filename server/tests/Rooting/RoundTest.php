<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Rooting;

use WetCradle\Server\Tests\House;

/** The walk through the house, and what is logged on it: kept once, whatever the network does. */
final class RoundTest extends House
{
    public function testTheWalkGoesBenchByBenchAndHoldsAllThatLives(): void
    {
        $this->signIn('bo');
        $round = $this->ask('GET', '/api/round');
        self::assertGreaterThan(20, count($round['stops']));
        $zones = [];
        foreach ($round['stops'] as $stop) {
            if (end($zones) !== $stop['zone']) {
                $zones[] = $stop['zone'];
            }
            self::assertGreaterThan(0, $stop['there']);
            self::assertSame($stop['code'], $stop['tag']['code']);
        }
        self::assertSame(array_values(array_unique($zones)), $zones, 'No zone is walked to twice.');
        $every = array_column($round['stops'], 'every', 'zone');
        self::assertSame([1, 3], [$every['Mist 2'], $every['Pot tunnel']]);
    }

    public function testALookIsKeptOnceHoweverOftenItIsSent(): void
    {
        $this->signIn('bo');
        $stop = $this->stop();
        $look = [
            'key' => 'device-1-0001', 'code' => $stop['code'], 'line' => $stop['line'], 'seen' => 'rot', 'culled' => 3, 'share' => 0.1,
            'note' => 'north end', 'at' => '2027-05-12T07:31:00',
        ];
        self::assertSame('kept', $this->ask('POST', '/api/round/looks', $look)['state']);
        self::assertSame('was_kept', $this->ask('POST', '/api/round/looks', $look)['state'], 'The answer was lost, the look was not.');
        $batch = $this->ask('GET', "/api/batches/{$stop['code']}");
        self::assertSame(3, $batch['lost']['rot'] ?? 0);
        self::assertSame(
            ['rot', 3, 'north end', 'Bo Tarrant'],
            [$batch['looks'][0]['seen'], $batch['looks'][0]['culled'], $batch['looks'][0]['note'], $batch['looks'][0]['by']],
        );
        $again = array_values(
            array_filter($this->ask('GET', '/api/round')['stops'], static fn (array $s) => $s['code'] === $stop['code'] && $s['line'] === $stop['line']),
        )[0];
        self::assertSame([$stop['there'] - 3, false, 'rot'], [$again['there'], $again['due'], $again['seen']]);
    }

    public function testTwoDevicesNeverTakeOutMoreThanThereAre(): void
    {
        $this->signIn('bo');
        $stop = $this->stop();
        $look = static fn (string $key, int $culled) => [
            'key' => $key, 'code' => $stop['code'], 'line' => $stop['line'], 'seen' => 'pest', 'culled' => $culled,
            'at' => '2027-05-12T07:31:00',
        ];
        $this->ask('POST', '/api/round/looks', $look('device-1-0002', $stop['there'] - 5));
        $this->signIn('femi');
        $told = $this->refused(422, 'POST', '/api/round/looks', $look('device-2-0001', 8));
        self::assertSame(['more_than_there_are', 'culled'], [$told['code'], $told['field']]);
        self::assertStringContainsString('8 were taken out here, but by the book only 5 still stand', (string) $told['message']);
        $this->ask('POST', '/api/round/looks', $look('device-2-0002', 5));
        self::assertSame(
            [],
            array_filter($this->ask('GET', '/api/round')['stops'], static fn (array $s) => $s['code'] === $stop['code'] && $s['line'] === $stop['line']),
            'Nothing is left to be looked at.',
        );
    }

    public function testACheckOnTheWalkIsKeptOnceAndJudged(): void
    {
        $this->signIn('bo');
        $this->db()->executeStatement("UPDATE root_check SET on_day = date(on_day, '-9 days')");
        $stop = array_values(array_filter($this->ask('GET', '/api/round')['stops'], static fn (array $s) => $s['checkDue'] && $s['there'] > 10))[0];
        $before = count($this->ask('GET', '/api/batches/'.$stop['code'])['checks']);
        $look = [
            'key' => 'device-1-0077', 'code' => $stop['code'], 'line' => $stop['line'], 'seen' => 'fine',
            'stages' => ['at_wall' => 9, 'dead' => 1], 'note' => 'north end', 'at' => '2027-05-12T07:31:00',
        ];
        $this->ask('POST', '/api/round/looks', $look);
        self::assertSame('was_kept', $this->ask('POST', '/api/round/looks', $look)['state']);
        $batch = $this->ask('GET', '/api/batches/'.$stop['code']);
        self::assertCount($before + 1, $batch['checks']);
        self::assertSame(
            [10, 9, 'north end', '2027-05-12'],
            [$batch['checks'][0]['lifted'], $batch['checks'][0]['rooted'], $batch['checks'][0]['note'], $batch['checks'][0]['on']],
        );
        self::assertFalse(
            array_values(
                array_filter($this->ask('GET', '/api/round')['stops'], static fn (array $s) => $s['code'] === $stop['code'] && $s['line'] === $stop['line']),
            )[0]['checkDue'],
        );
        $told = $this->refused(422, 'POST', '/api/round/looks', ['key' => 'device-1-0078', 'stages' => ['dead' => $stop['there'] + 1]] + $look);
        self::assertSame('stages', $told['field']);
    }

    public function testAPictureIsDrawnAnewAndKeptHere(): void
    {
        $this->signIn('bo');
        $stop = $this->stop();
        $picture = imagecreatetruecolor(40, 30);
        self::assertNotFalse($picture);
        ob_start();
        imagejpeg($picture);
        // A camera's own marks, with a place in them, between the first two bytes and the rest.
        $jpeg = (string) ob_get_clean();
        $marked = substr($jpeg, 0, 2)."\xFF\xE1".pack('n', 32).str_pad("Exif\0\0GPS 51.5 north", 30, '.').substr($jpeg, 2);
        $look = [
            'key' => 'device-1-0003', 'code' => $stop['code'], 'line' => $stop['line'], 'seen' => 'yellowing',
            'photo' => base64_encode($marked), 'at' => '2027-05-12T07:31:00',
        ];
        self::assertTrue($this->ask('POST', '/api/round/looks', $look)['look']['photo']);
        $kept = glob(\WetCradle\Server\Kernel::varDir().'/photos/*.jpg') ?: [];
        self::assertNotSame([], $kept);
        foreach ($kept as $file) {
            self::assertStringNotContainsString('GPS', (string) file_get_contents($file));
        }
        self::assertSame(
            'photo',
            $this->refused(422, 'POST', '/api/round/looks', ['key' => 'device-1-0004', 'photo' => base64_encode('no picture')] + $look)['field'],
        );
    }

    public function testNonsenseIsRefusedByName(): void
    {
        $this->signIn('bo');
        $look = ['key' => 'device-1-0009', 'code' => $this->stop()['code'], 'seen' => 'fine', 'at' => '2027-05-12T07:31:00'];
        foreach ([
            'key' => 'short', 'code' => 'NONE-1', 'line' => 9, 'seen' => 'purple', 'at' => 'this morning', 'share' => 2, 'culled' => 3,
        ] as $field => $bad) {
            self::assertSame($field, $this->refused(422, 'POST', '/api/round/looks', [$field => $bad] + $look)['field']);
        }
        self::assertSame(
            '2027-05-12',
            $this->ask('POST', '/api/round/looks', ['at' => '2019-01-01T00:00:00'] + $look)['look']['on'],
            'A clock that is years behind is not believed.',
        );
        $said = ['key' => 'device-1-0010', 'on' => '2027-05-10'] + $look;
        self::assertSame(['2027-05-10', '12:00'], array_values(array_intersect_key(
            $this->ask('POST', '/api/round/looks', $said)['look'],
            ['on' => true, 'at' => true],
        )), 'What a person says of the day is believed, whatever the clock has.');
        foreach (['2027-05-13' => 'ahead', '2019-01-01' => 'before_sticking'] as $day => $code) {
            $refusal = $this->refused(422, 'POST', '/api/round/looks', ['key' => 'device-1-0011', 'on' => $day] + $look);
            self::assertSame(['on', $code], [$refusal['field'], $refusal['code']]);
        }
        $this->signIn('visitor');
        $this->refused(403, 'POST', '/api/round/looks', $look);
    }

    /** @return array<string, mixed> */
    private function stop(): array
    {
        return current(
            array_filter($this->ask('GET', '/api/round')['stops'], static fn (array $s) => !$s['inPots'] && $s['there'] > 20),
        ) ?: self::fail('Nobody stands on a bench.');
    }

    public function testTheRoundAndTodayAgreeOnWhatIsDueForACheck(): void
    {
        $this->signIn();
        // A house that looks every day has many due.
        $this->ask(
            'PUT',
            '/api/house-defaults',
            ['version' => $this->ask('GET', '/api/house-defaults')['version'], 'defaults' => ['check_every' => 1, 'first_check_after' => 0.1]],
        );
        $today = [];
        foreach ($this->ask('GET', '/api/day')['things'] as $thing) {
            if ($thing['job'] === 'check' && $thing['due'] <= '2027-05-12') {
                $today[] = $thing['tag']['code'].' '.$thing['line'];
            }
        }
        $round = [];
        foreach ($this->ask('GET', '/api/round')['stops'] as $stop) {
            if ($stop['checkDue']) {
                $round[] = $stop['code'].' '.$stop['line'];
            }
        }
        self::assertNotSame([], $today);
        self::assertEqualsCanonicalizing($today, $round);
    }
}
