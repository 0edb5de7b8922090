<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\StandIn;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Mist\Alarm;
use WetCradle\Core\Mist\Intake;
use WetCradle\Core\Mist\Misting;
use WetCradle\Core\Mist\Quantity;
use WetCradle\Core\Mist\Reading;
use WetCradle\Core\Mist\ReadingTable;
use WetCradle\Core\Mist\TypicalDay;
use WetCradle\Core\Mist\ZoneProgramme;
use WetCradle\Core\Mist\ZoneWatch;
use WetCradle\Server\StandIn\Fault;
use WetCradle\Server\StandIn\SimulatedHouse;
use WetCradle\Server\StandIn\SimulatedWeather;
use WetCradle\Server\StandIn\SimulatedZone;

/** A summer week in a house that is made up, and all that can go wrong in it: each is told, and nothing is told while nothing is wrong. */
final class SimulatedHouseTest extends TestCase
{
    private const FROM = '2027-07-06T00:00Z';
    private const EVERY = 5;

    private static function usual(\DateTimeImmutable $day): TypicalDay
    {
        $air = SiteAir::of([4, 4, 6, 9, 12, 15, 17, 16, 14, 11, 7, 5]);

        return TypicalDay::usual($air->on($day), (int) $day->format('z'), Hemisphere::North, HouseDefaults::usual());
    }

    private static function programme(): ZoneProgramme
    {
        return ZoneProgramme::of(Misting::at(2, 0.0, 12, HouseDefaults::usual()), 0.9, 20.0, null, 0.6, 10.0, null, null);
    }

    /**
     * @param list<string> $faults
     *
     * @return list<array<string, float|string>>
     */
    private static function play(array $faults = [], int $days = 2, int $seed = 1): array
    {
        $clocks = new \DateTimeZone('UTC');
        $house = new SimulatedHouse(
            new SimulatedWeather($seed, self::usual(...)), $clocks, [new SimulatedZone('Mist 1', self::programme(), HouseDefaults::usual())],
            array_map(Fault::read(...), $faults),
        );

        return iterator_to_array($house->goOn(new \DateTimeImmutable(self::FROM), $days * 1440, self::EVERY), false);
    }

    /**
     * What is told at each reading of those days, as somebody who watches would have seen it; of a long time, once an hour until it is
     * looked at closely.
     *
     * @param list<array<string, float|string>> $said
     *
     * @return array<string, list<array{int, Alarm}>> by kind, with the minute from the beginning at which it was told
     */
    private static function told(array $said, int $days = 2, int $closely = 0): array
    {
        $readings = Intake::of(ReadingTable::objects($said, new \DateTimeZone('UTC'))->byZone['Mist 1'] ?? [], PHP_INT_MAX - 10)->taken;
        $begin = intdiv((new \DateTimeImmutable(self::FROM))->getTimestamp(), 60);
        $told = [];
        $before = [];
        $next = 0;
        for ($now = $begin; $now <= $begin + $days * 1440; $now += $now - $begin < $closely ? 60 : self::EVERY) {
            while (isset($readings[$next]) && $readings[$next]->minute <= $now) {
                $before[] = $readings[$next++];
            }
            $before = array_values(array_filter($before, static fn (Reading $one) => $one->minute > $now - ZoneWatch::LOOKS_BACK));
            $hours = self::usual(new \DateTimeImmutable('@'.(60 * $now)))->hours();
            $hourOf = static fn (int $minute): int => intdiv($minute, 60) % 24;
            foreach (ZoneWatch::alarms(self::programme(), $before, $hours, $hourOf, $now, HouseDefaults::usual()) as $alarm) {
                $told[$alarm->kind->value][] = [$now - $begin, $alarm];
            }
        }

        return $told;
    }

    public function testWhileNothingIsWrongNothingIsTold(): void
    {
        foreach ([1, 2, 3] as $seed) {
            self::assertSame([], self::told(self::play([], 2, $seed)), "Seed {$seed}");
        }
    }

    public function testTheSameSeedIsTheSameHouseAndAnotherIsAnother(): void
    {
        self::assertSame(self::play([], 1), self::play([], 1));
        self::assertNotSame(self::play([], 1), self::play([], 1, 2));
        self::assertCount(288, self::play([], 1));
    }

    /** A pump that stops at noon: told within the time of one reading after the film is gone, with the time until leaves wilt. */
    public function testAPumpThatFailsIsToldWithinOneReading(): void
    {
        foreach ([1, 2, 3] as $seed) {
            $told = self::told(self::play(['pump_off@2027-07-07T12:00Z'], 2, $seed));
            self::assertSame(['no_firing'], array_keys($told));
            [$at, $alarm] = $told['no_firing'][0];
            // By then the film is gone on a leaf in the simulated air: it was full at most one gap before the pump stopped.
            $failed = 1440 + 720;
            self::assertGreaterThan($failed, $at);
            self::assertLessThan($failed + 120, $at);
            self::assertLessThanOrEqual(self::EVERY, $at - ($alarm->since - intdiv((new \DateTimeImmutable(self::FROM))->getTimestamp(), 60)));
            self::assertNotNull($alarm->harmAfter);
            self::assertGreaterThan(10, $alarm->harmAfter);
            $harms = array_map(static fn (array $one) => $one[0] + $one[1]->harmAfter, array_slice($told['no_firing'], 0, 12));
            self::assertLessThan(45, max([0, ...$harms]) - min([PHP_INT_MAX, ...$harms]), 'As time goes by there is less of it, and it ends at the same hour.');
        }
    }

    public function testASummerWeekIsQuietUntilItsPumpFails(): void
    {
        $failed = 6 * 1440 + 660;
        $told = self::told(self::play(['pump_off@2027-07-12T11:00Z'], 7, 5), 7, $failed - 60);
        // Air over leaves that nobody wets grows dry too.
        self::assertSame([], array_diff(array_keys($told), ['no_firing', 'too_dry']));
        self::assertGreaterThan($failed, min(array_map(static fn (array $of) => $of[0][0], $told) ?: [0]));
        self::assertLessThan($failed + 120, $told['no_firing'][0][0]);
        self::assertNotNull($told['no_firing'][0][1]->harmAfter, 'With a time until leaves wilt.');
    }

    /** @return iterable<string, array{string, string, int}> fault, what is told, within so many minutes */
    public static function faults(): iterable
    {
        yield 'a valve that stays open' => ['valve_open@2027-07-07T10:00Z', 'flow_unasked', 10];
        yield 'no heat' => ['heat_off@2027-07-06T20:00Z', 'medium_cold', 720];
        yield 'a power cut' => ['power_cut@2027-07-07T10:00Z', 'silent', 25];
        yield 'a sensor that is stuck' => ['sensor_stuck:air@2027-07-07T02:00Z', 'stuck', 370];
        yield 'a sensor that drifts' => ['sensor_drifts:medium@2027-07-07T02:00Z', 'medium_hot', 400];
        yield 'a clock that is wrong' => ['clock_wrong@2027-07-07T00:00Z', 'no_firing', 900];
        yield 'nozzles that are blocked' => ['nozzles_blocked@2027-07-07T08:00Z', 'no_firing', 240];
    }

    #[DataProvider('faults')]
    public function testWhatGoesWrongIsTold(string $fault, string $kind, int $within): void
    {
        $told = self::told(self::play([$fault]));
        self::assertArrayHasKey($kind, $told, implode(', ', array_keys($told)));
        $from = intdiv(Fault::read($fault)->isOn('', new \DateTimeImmutable(self::FROM)) ? 0 : (new \DateTimeImmutable(explode('@', $fault)[1]))->getTimestamp() - (new \DateTimeImmutable(self::FROM))->getTimestamp(), 60);
        self::assertGreaterThanOrEqual($from, $told[$kind][0][0], 'Not before.');
        self::assertLessThanOrEqual($from + $within, $told[$kind][0][0]);
    }

    public function testASensorThatIsGoneSaysNothingOfItsOwnAndTheRestGoesOn(): void
    {
        $said = self::play(['sensor_gone:air@2027-07-06T06:00Z'], 1);
        self::assertArrayNotHasKey('air', $said[200]);
        self::assertArrayHasKey('medium', $said[200]);
        $told = self::told($said, 1);
        self::assertSame(['silent'], array_keys($told));
        self::assertSame(['alarm.silent.sensor', 375], [$told['silent'][0][1]->says->key, $told['silent'][0][0]]);
    }

    public function testAFaultEndsAndIsOfItsZone(): void
    {
        $fault = Fault::read('pump_off@2027-07-07T12:00Z/2027-07-07T13:00Z Mist 2');
        $at = static fn (string $time) => new \DateTimeImmutable("2027-07-07T{$time}Z");
        self::assertSame(
            [false, true, false, false],
            [$fault->isOn('Mist 2', $at('11:59')), $fault->isOn('Mist 2', $at('12:00')), $fault->isOn('Mist 2', $at('13:00')), $fault->isOn('Mist 1', $at('12:30'))],
        );
        self::assertSame(Quantity::Air, Fault::read('sensor_gone:air@2027-07-05')->of);
        $this->expectException(\InvalidArgumentException::class);
        Fault::read('goblins@2027-07-05');
    }
}
