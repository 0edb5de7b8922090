<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Mist;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Mist\Alarm;
use WetCradle\Core\Mist\AlarmKind;
use WetCradle\Core\Mist\HoursAhead;
use WetCradle\Core\Mist\Misting;
use WetCradle\Core\Mist\Quantity;
use WetCradle\Core\Mist\Reading;
use WetCradle\Core\Mist\TypicalDay;
use WetCradle\Core\Mist\ZoneProgramme;
use WetCradle\Core\Mist\ZoneWatch;

/** What is wrong in a zone is seen in what its sensors say, with how long there is until it does harm. */
final class ZoneWatchTest extends TestCase
{
    /** Noon of a day that begins with minute 0. */
    private const NOON = 720;

    private static function usual(): TypicalDay
    {
        return TypicalDay::usual(18, 190, Hemisphere::North, HouseDefaults::usual());
    }

    private static function set(?Misting $mist = null): ZoneProgramme
    {
        return ZoneProgramme::of($mist ?? Misting::at(3, 0.0, 12, HouseDefaults::usual()), 0.9, 20.0, 18.0, null, null, null, null);
    }

    /**
     * Readings of every five minutes from six in the morning until noon.
     *
     * @param \Closure(int): array<string, ?float> $says what is otherwise, by minute
     *
     * @return list<Reading>
     */
    private static function morning(\Closure $says, int $until = self::NOON): array
    {
        return array_map(static fn (int $minute) => new Reading($minute, array_filter(
            $says($minute) + [
                'air' => 20.0 + $minute / 1000, 'humidity' => 85.0 - $minute / 1000, 'medium' => 20.0 + $minute % 2 / 10, 'light' => 300.0, 'flow' => 0.32,
            ],
            static fn (?float $one) => $one !== null,
        )), range(360, $until, 5));
    }

    /**
     * @param list<Reading> $readings
     *
     * @return list<Alarm>
     */
    private static function alarms(array $readings, int $now = self::NOON, ?HouseDefaults $house = null, ?ZoneProgramme $set = null): array
    {
        return ZoneWatch::alarms(
            $set ?? self::set(), $readings, self::usual()->hours(), static fn (int $minute): int => intdiv($minute, 60) % 24, $now, $house ?? HouseDefaults::usual(),
        );
    }

    /**
     * @param list<Alarm> $alarms
     *
     * @return list<string>
     */
    private static function kinds(array $alarms): array
    {
        return array_map(static fn (Alarm $alarm) => $alarm->kind->value, $alarms);
    }

    public function testAHouseInWhichAllIsWellSaysNothing(): void
    {
        self::assertSame([], self::alarms(self::morning(static fn () => [])));
        self::assertSame([], self::alarms([]), 'Where no sensor ever said anything nothing is known to be wrong.');
    }

    /** @return iterable<string, array{\Closure(int): array<string, ?float>, list<string>}> */
    public static function wrong(): iterable
    {
        $from = static fn (int $minute, string $what, ?float $value) => static fn (int $at): array => $at >= $minute ? [$what => $value] : [];
        yield 'no water for an hour' => [$from(660, 'flow', 0.0), ['no_firing']];
        yield 'far too little' => [$from(600, 'flow', 0.02), ['no_firing']];
        yield 'water all the time' => [$from(710, 'flow', 12.0), ['flow_unasked']];
        yield 'a cold medium' => [$from(680, 'medium', 16.0), ['medium_cold']];
        yield 'a hot medium' => [$from(680, 'medium', 24.5), ['medium_hot']];
        yield 'hot air' => [$from(680, 'air', 31.0), ['air_hot']];
        yield 'cold air' => [$from(680, 'air', 8.0), ['air_cold']];
        yield 'dry air' => [$from(680, 'humidity', 50.0), ['too_dry']];
        yield 'a sensor that is gone' => [$from(680, 'air', null), ['silent']];
        yield 'a sensor that is stuck' => [$from(0, 'air', 20.0), ['stuck']];
        yield 'a medium that hardly moves' => [$from(0, 'medium', 20.0), []];
        yield 'air that is full of water' => [$from(0, 'humidity', 100.0), []];
        yield 'two at once, the most urgent first' => [
            static fn (int $at): array => $at >= 660 ? ['medium' => 16.0, 'flow' => 0.0] : [], ['no_firing', 'medium_cold'],
        ];
        yield 'no sensor for water' => [$from(0, 'flow', null), []];
        yield 'off for less than it takes' => [$from(700, 'medium', 16.0), []];
    }

    /**
     * @param \Closure(int): array<string, ?float> $says
     * @param list<string>                         $kinds
     */
    #[DataProvider('wrong')]
    public function testWhatIsWrongIsSeen(\Closure $says, array $kinds): void
    {
        self::assertSame($kinds, self::kinds(self::alarms(self::morning($says))));
    }

    public function testOfAZoneThatIsSilentNothingElseIsSaid(): void
    {
        $last = self::morning(static fn () => ['medium' => 10.0], 700);
        self::assertSame([], array_diff(self::kinds(self::alarms($last, 715)), ['medium_cold']));
        $silent = self::alarms($last, 716);
        self::assertSame([['silent'], 700], [self::kinds($silent), $silent[0]->since]);
    }

    public function testTheTimeUntilLeavesWiltGrowsShorterAndIsShorterInTheSun(): void
    {
        $dry = static fn (float $light) => static fn (int $at): array => ['light' => $light] + ($at >= 660 ? ['flow' => 0.0] : []);
        $harm = static fn (float $light, int $until) => self::alarms(self::morning($dry($light), $until), $until)[0]->harmAfter;
        self::assertGreaterThan($harm(600, 720), $harm(200, 720));
        $sooner = $harm(300, 700);
        self::assertNotNull($sooner);
        self::assertEqualsWithDelta($sooner - 20, $harm(300, 720), 6.0);
    }

    public function testWhereNobodyIsMistedAnyWaterIsTooMuch(): void
    {
        $off = ZoneProgramme::of(null, null, 20.0, null, null, null, null, null);
        self::assertSame(['flow_unasked'], self::kinds(self::alarms(self::morning(static fn () => []), set: $off)));
        self::assertSame([], self::alarms(self::morning(static fn () => ['flow' => 0.0]), set: $off));
    }

    public function testAtNightADryLeafIsMissedOnlyWhereItIsWetted(): void
    {
        $night = array_map(static fn (int $minute) => new Reading($minute, [
            'air' => 20.0 + $minute / 1000, 'humidity' => 66.0 - $minute / 1000, 'medium' => 20.0, 'light' => 0.0, 'flow' => 0.0,
        ]), range(-600, 120, 5));
        $at = static fn (float $eased) => self::kinds(self::alarms($night, 120, set: self::set(Misting::at(3, $eased, 12, HouseDefaults::usual()))));
        self::assertSame(['no_firing'], $at(0.0));
        self::assertSame([], $at(0.5), 'What is being weaned has no mist at night.');
    }

    /** @return iterable<string, array{HouseDefault, float, \Closure(int): array<string, ?float>, list<string>, list<string>}> */
    public static function habits(): iterable
    {
        $all = static fn (string $what, float $value, int $from = 680) => static fn (int $at): array => $at >= $from ? [$what => $value] : [];
        yield 'medium off by' => [HouseDefault::MediumOff, 6, $all('medium', 16.0), ['medium_cold'], []];
        yield 'air off by' => [HouseDefault::AirOff, 14, $all('air', 31.0), ['air_hot'], []];
        yield 'damp off by' => [HouseDefault::HumidOff, 0.5, $all('humidity', 50.0), ['too_dry'], []];
        yield 'off for' => [HouseDefault::OffFor, 60, $all('medium', 16.0), ['medium_cold'], []];
        yield 'the same for' => [HouseDefault::SameFor, 420, $all('air', 20.0, 0), ['stuck'], []];
        yield 'silent after' => [HouseDefault::StaleAfter, 20, static fn (int $at): array => $at > 640 ? ['air' => null] : [], ['silent'], []];
        yield 'says something every' => [HouseDefault::ReadingEvery, 60, static fn (int $at): array => $at > 640 ? ['air' => null] : [], ['silent'], []];
        yield 'light on the leaf' => [HouseDefault::LeafTakesLight, 0.05, $all('flow', 0.0, 660), ['no_firing'], []];
    }

    /**
     * @param \Closure(int): array<string, ?float> $says
     * @param list<string>                         $usual
     * @param list<string>                         $then
     */
    #[DataProvider('habits')]
    public function testAHabitOfTheHouseSetsWhenItIsSaid(HouseDefault $habit, float $other, \Closure $says, array $usual, array $then): void
    {
        $readings = self::morning($says);
        self::assertSame(
            [$usual, $then],
            [self::kinds(self::alarms($readings)), self::kinds(self::alarms($readings, house: HouseDefaults::usual()->with($habit, $other)))],
        );
    }

    public function testWhatALeafHasToSpareIsTheTimeThatThereIs(): void
    {
        $readings = self::morning(static fn (int $at): array => $at >= 660 ? ['flow' => 0.0] : []);
        $harm = static fn (HouseDefault $habit, float $is) => self::alarms($readings, house: HouseDefaults::usual()->with($habit, $is))[0]->harmAfter;
        self::assertGreaterThan($harm(HouseDefault::LeafSpare, 0.08), $harm(HouseDefault::LeafSpare, 0.16));
        self::assertGreaterThan($harm(HouseDefault::BareLeafLoses, 0.5), $harm(HouseDefault::BareLeafLoses, 0.2));
    }

    public function testTheHoursAheadAreAsItIsNow(): void
    {
        $usual = self::usual()->hours();
        $now = new Reading(0, ['air' => $usual[12]->air + 5.0, 'humidity' => 40.0, 'light' => 2.0 * $usual[12]->netRadiation]);
        $ahead = HoursAhead::from($usual, 12, $now, 1.0);
        self::assertEqualsWithDelta([$usual[12]->air + 5.0, 40.0, 2.0 * $usual[12]->netRadiation], [$ahead[12]->air, $ahead[12]->humidity, $ahead[12]->netRadiation], 1e-9);
        self::assertEqualsWithDelta($usual[15]->air + 5.0, $ahead[15]->air, 1e-9);
        self::assertEqualsWithDelta($usual, HoursAhead::from($usual, 12, new Reading(0, ['air' => $usual[12]->air, 'humidity' => $usual[12]->humidity]), 1.0), 1e-9);
    }

    public function testEachKindHasSomethingToDoFirst(): void
    {
        foreach (AlarmKind::cases() as $kind) {
            self::assertNotSame([], $kind->first());
        }
        self::assertSame(
            [AlarmKind::FlowUnasked, AlarmKind::Silent, AlarmKind::Stuck],
            array_values(array_filter(AlarmKind::cases(), static fn (AlarmKind $kind) => !$kind->isOfWhoLiesThere())),
            'Water that runs and a sensor that fails matter on an empty bench too.',
        );
        self::assertSame('alarm.first.wet_by_hand', AlarmKind::NoFiring->first()[0]->key);
        foreach (Quantity::cases() as $quantity) {
            self::assertTrue($quantity->bounds()->low < $quantity->bounds()->high);
        }
    }
}
