<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Mist;

use WetCradle\Core\Mist\AlarmKind;

/** What is wrong in a zone is told at once, is quiet once somebody saw it, and is over when it is over. */
final class AlarmsTest extends MeasuredHouse
{
    private const FAILED = '2027-05-12T10:30';

    /** @return list<array<string, mixed>> */
    private function alarms(): array
    {
        return $this->ask('GET', '/api/alarms')['alarms'];
    }

    private function aPumpFails(): void
    {
        $this->say($this->readings('2027-05-12T08:00', '2027-05-12T12:00', ['flow' => 0.0], self::FAILED));
    }

    public function testAPumpThatFailsIsToldWithWhoSuffersAndWhatToDo(): void
    {
        self::assertSame([], $this->alarms());
        $this->aPumpFails();
        $alarms = $this->alarms();
        self::assertSame(['no_firing'], array_column($alarms, 'kind'));
        [$alarm] = $alarms;
        self::assertSame([$this->zoneName, 'No mist on dry leaves', 'Wet the leaves by hand.', null], [$alarm['zoneName'], $alarm['words'], $alarm['first'][0], $alarm['seenBy']]);
        self::assertIsInt($alarm['harmAfter']);
        self::assertGreaterThanOrEqual('2027-05-12 10:30', $alarm['since']);
        self::assertSame(
            array_column(array_column($this->ask('GET', '/api/mist/programmes')['zones'], null, 'id')[$this->zone]['tenants'], 'batch'),
            array_column($alarm['suffer'], 'batch'),
            'Those who lie there; the softest first.',
        );
        self::assertSame(1, (int) $this->db()->fetchOne('SELECT count(*) FROM alarm'));
    }

    public function testWhoSeesItIsNamedAndNobodyIsCalledAgain(): void
    {
        $this->aPumpFails();
        $seen = $this->ask('POST', '/api/alarms/seen', ['zone' => $this->zone, 'kind' => 'no_firing'])['alarms'][0];
        self::assertSame(['Ines Halloran', '2027-05-12 12:00'], [$seen['seenBy'], $seen['seenAt']]);
        $this->itIs('2027-05-12 12:05:00');
        $this->say($this->readings('2027-05-12T12:05', '2027-05-12T12:05', ['flow' => 0.0]));
        self::assertSame([1, 'Ines Halloran'], [(int) $this->db()->fetchOne('SELECT count(*) FROM alarm'), $this->alarms()[0]['seenBy']]);
        self::assertSame(404, $this->send('POST', '/api/alarms/seen', ['zone' => $this->zone, 'kind' => 'stuck'])->getStatusCode());
    }

    public function testItEndsWhenTheWaterComesAndIsTheSameWhenItStopsAgain(): void
    {
        $this->aPumpFails();
        $this->itIs('2027-05-12 12:05:00');
        $this->say($this->readings('2027-05-12T12:05', '2027-05-12T12:05', ['flow' => 0.5]));
        $now = $this->ask('GET', '/api/alarms');
        self::assertSame([[], '2027-05-12 12:05', $this->zoneName], [$now['alarms'], $now['over'][0]['until'], $now['over'][0]['zoneName']]);
        $this->itIs('2027-05-12 12:55:00');
        $this->say($this->readings('2027-05-12T12:10', '2027-05-12T12:55', ['flow' => 0.0, 'light' => 400.0]));
        self::assertSame([1, 1], [count($this->alarms()), (int) $this->db()->fetchOne('SELECT count(*) FROM alarm')], 'It came back soon.');
    }

    public function testOnAnEmptyBenchNothingDriesOut(): void
    {
        $empty = array_values(array_filter($this->ask('GET', '/api/mist/programmes')['zones'], static fn (array $zone) => $zone['tenants'] === []))[0];
        $asks = array_column($this->ask('GET', '/api/mist/programmes')['zones'], null, 'id')[$this->zone]['asks'];
        $this->ask('PUT', "/api/mist/programmes/{$empty['id']}", ['mark' => $empty['mark'], 'set' => $empty['set']['id'] ?? null, 'programme' => $asks]);
        $dry = $this->readings('2027-05-12T08:00', '2027-05-12T12:00', ['flow' => 0.0, 'medium' => 5.0], self::FAILED);
        $this->say(array_map(static fn (array $one) => ['zone' => $empty['name']] + $one, $dry));
        self::assertSame([], $this->alarms());
        $this->itIs('2027-05-12 12:05:00');
        $this->say([['zone' => $empty['name'], 'flow' => 40.0] + $this->readings('2027-05-12T12:05', '2027-05-12T12:05')[0]]);
        self::assertSame(['flow_unasked'], array_column($this->alarms(), 'kind'), 'Water that runs is seen there too.');
    }

    public function testADeviceOfOneZoneSpeaksOfNoOther(): void
    {
        $own = $this->ask('POST', '/api/devices', ['name' => 'Valve box', 'zone' => $this->zone])['token'];
        $told = $this->say([['time' => '2027-05-12T11:50Z', 'zone' => 'Dry bench', 'air' => 18]], 200, $own);
        self::assertSame([0, 'This device was let in for another zone than Dry bench.'], [$told['taken'], $told['refused'][0]['says']]);
    }

    public function testSilenceIsSeenByTheClock(): void
    {
        $this->say($this->readings('2027-05-12T10:00', '2027-05-12T12:00'));
        $this->itIs('2027-05-12 12:15:00');
        self::assertSame('0 ', self::console('cradle:watch'));
        $this->itIs('2027-05-12 12:16:00');
        self::assertStringContainsString("{$this->zoneName}: Nothing has been heard for 16 minutes", self::console('cradle:watch'));
        self::assertSame('0 ', self::console('cradle:watch'), 'Once.');
        self::assertSame(['silent'], array_column($this->alarms(), 'kind'));
    }

    public function testItIsToldOutsideAndWhatFailsThereStopsNothing(): void
    {
        $feed = $this->ask('POST', '/api/alarms/outlets', ['kind' => 'feed'])['feed'];
        $this->ask('POST', '/api/alarms/outlets', ['kind' => 'webhook', 'address' => 'http://127.0.0.1:9/alarm']);
        $this->ask('POST', '/api/alarms/outlets', ['kind' => 'mail', 'address' => 'ines@example.org']);
        $this->aPumpFails();
        $outlets = array_column($this->ask('GET', '/api/alarms/outlets')['outlets'], null, 'kind');
        self::assertNotNull($outlets['webhook']['failed']);
        self::assertSame(['2027-05-12 12:00', null], [$outlets['mail']['toldAt'], $outlets['mail']['failed']]);
        $this->cookies([]);
        $atom = (string) $this->send('GET', $feed)->getContent();
        self::assertStringContainsString("<title>{$this->zoneName}: The film on the leaves", $atom);
        self::assertNotFalse(simplexml_load_string($atom));
        $another = substr($feed, 0, -1).(str_ends_with($feed, '0') ? '1' : '0');
        self::assertSame(404, $this->send('GET', $another)->getStatusCode());
        $this->signIn('ines');
        $this->ask('DELETE', "/api/alarms/outlets/{$outlets['feed']['id']}");
        self::assertSame(404, $this->send('GET', $feed)->getStatusCode(), 'It was withdrawn.');
    }

    public function testAnAddressThatIsNoneIsRefused(): void
    {
        foreach ([['webhook', 'ftp://house'], ['webhook', 'house'], ['mail', 'ines']] as [$kind, $address]) {
            self::assertSame('address', $this->refused(422, 'POST', '/api/alarms/outlets', ['kind' => $kind, 'address' => $address])['field']);
        }
    }

    public function testEachKindHasItsWords(): void
    {
        foreach (AlarmKind::cases() as $kind) {
            $said = array_map($this->words()->say(...), [$kind->words(), ...$kind->first()]);
            self::assertSame([], array_filter($said, static fn (string $one) => str_contains($one, 'alarm.')));
        }
    }
}
