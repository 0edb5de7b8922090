<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Mist;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Course\Weaning;
use WetCradle\Core\Crops\Ground;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Mist\DayAndNight;
use WetCradle\Core\Mist\MistDay;
use WetCradle\Core\Mist\Misting;
use WetCradle\Core\Mist\NightRule;
use WetCradle\Core\Mist\Nozzles;
use WetCradle\Core\Mist\ProgrammeFor;
use WetCradle\Core\Mist\Tended;
use WetCradle\Core\Mist\TypicalDay;
use WetCradle\Core\Mist\ZoneProgramme;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

/** What a zone's controller is set to follows the most demanding of those who lie there, and eases with the steps of weaning. */
final class ProgrammeTest extends TestCase
{
    private const DAY = '2027-06-14';

    private static function summer(?HouseDefaults $house = null): TypicalDay
    {
        return TypicalDay::usual(16, 165, Hemisphere::North, $house ?? HouseDefaults::usual());
    }

    /** @param array<string, mixed> $differs */
    private static function sheet(array $differs = []): WaySheet
    {
        return WaySheet::of($differs + Pattern::SoftTip->sheet(1));
    }

    /**
     * @param int                  $steps   taken of its four
     * @param array<string, mixed> $differs
     */
    private static function tended(string $batch, int $steps = 0, array $differs = [], bool $hasRoots = false, string $day = self::DAY): Tended
    {
        $weaning = array_fill(0, 4, ['days' => 3, 'what' => 'less']);
        $sheet = self::sheet($differs + ['weaning' => $weaning] + self::wetter(2));
        $kept = [];
        for ($step = 1; $step <= $steps; ++$step) {
            $kept[$step] = ['on' => new \DateTimeImmutable(sprintf('2027-06-%02d', 3 * $step - 2)), 'done' => true];
        }

        return Tended::on(
            new \DateTimeImmutable($day),
            $batch,
            $sheet->care,
            Weaning::of($weaning, new \DateTimeImmutable('2027-06-01'), $kept),
            $hasRoots,
            $sheet->daysToRootHere(),
        );
    }

    /** @return array<string, mixed> */
    private static function wetter(int $low, int $high = 3): array
    {
        return ['water' => ['regime' => 'mist', 'mist' => [$low, $high], 'steps' => []]];
    }

    private static function zone(ZoneKind $kind = ZoneKind::Mist, int $most = 3, Ground $ground = Ground::Bench): Zone
    {
        return Zone::of('Mist 1', 36, Range::of(16, 24), Range::of(0, $most), $kind, ground: $ground);
    }

    /** @param list<Tended> $tended */
    private static function for(array $tended, ?Zone $zone = null, ?float $heat = 20.0, ?HouseDefaults $house = null): ProgrammeFor
    {
        return ProgrammeFor::of($zone ?? self::zone(), 12, $heat, $tended, self::summer(), static fn () => 20.0, $house ?? HouseDefaults::usual());
    }

    public function testItFollowsTheMostDemandingAndNamesIt(): void
    {
        $for = self::for([self::tended('EASY', 0, self::wetter(1)), self::tended('HARD', 0, self::wetter(3)), self::tended('MIDDLE', 0, self::wetter(2))]);
        self::assertSame('HARD', $for->mistFor);
        self::assertSame(0.4, $for->programme->mist?->refillShare);
        self::assertSame(NightRule::Sparing, $for->programme->mist->night);
        self::assertSame([3, 3, 3], array_column($for->tenants, 'level'));
        self::assertSame([1, 3, 2], array_column($for->tenants, 'ownLevel'));
        foreach ($for->tenants as $one) {
            self::assertGreaterThanOrEqual($one['ownLitres'], $one['litres'], 'Nobody has less than alone.');
        }
        self::assertGreaterThan($for->tenants[0]['ownLitres'], $for->tenants[0]['litres'], 'What it costs the one that wants least.');
        self::assertSame($for->tenants[1]['ownLitres'], $for->tenants[1]['litres']);
    }

    public function testOfTwoThatWantAsMuchTheLessWeanedIsFollowed(): void
    {
        self::assertSame('NEW', self::for([self::tended('OLD', 2), self::tended('NEW', 1)])->mistFor);
        self::assertSame('OLD', self::for([self::tended('OLD', 1, self::wetter(3)), self::tended('NEW')])->mistFor, 'At full mist its first step eases little.');
        self::assertSame('NEW', self::for([self::tended('OLD', 3, self::wetter(3)), self::tended('NEW')])->mistFor, 'All but weaned it asks for less.');
    }

    /** Each step lets the film dry further, lengthens the longest gap, gives drier air and more light; none goes back. */
    public function testWeaningIsAProgrammeOverDays(): void
    {
        $last = null;
        foreach ([0, 1, 2, 3, 4] as $steps) {
            $programme = self::for([self::tended('A', $steps, day: '2027-06-10')])->programme;
            self::assertNotNull($programme->mist);
            $now = [$programme->mist->refillShare, $programme->mist->maxMinutes, -(float) $programme->humidity, -(float) $programme->shade];
            foreach ($last ?? [] as $i => $before) {
                self::assertGreaterThan($before, $now[$i], "Step {$steps}");
            }
            self::assertSame($steps === 0 ? NightRule::Sparing : NightRule::Off, $programme->mist->night);
            $last = $now;
        }
        self::assertSame([1.0, 960, -0.6, -0.3], $last, 'With its last step a leaf dries wholly between two firings.');
    }

    public function testOnceItsLastStepHasHadItsDaysItNeedsNoMist(): void
    {
        self::assertNotNull(self::for([self::tended('A', 4, day: '2027-06-12')])->programme->mist);
        $weaned = self::for([self::tended('A', 4, day: '2027-06-13')]);
        self::assertNull($weaned->programme->mist);
        self::assertNull($weaned->mistFor);
        self::assertSame(0.6, $weaned->programme->humidity);
        self::assertSame('OTHER', self::for([self::tended('A', 4, day: '2027-06-13'), self::tended('OTHER', 3)])->mistFor);
    }

    public function testAStepThatIsToComeEasesNothing(): void
    {
        self::assertEquals(self::for([self::tended('A')])->programme, self::for([self::tended('A', 1, day: '2027-05-31')])->programme);
    }

    public function testWhereThereIsNoValveHandsAreTold(): void
    {
        $none = ['water' => ['regime' => 'dry', 'mist' => [0, 0], 'steps' => []]];
        $of = static fn (string $regime, int $steps, bool $roots = false) => self::tended(
            'A', $steps, ['water' => ['regime' => $regime, 'mist' => [0, 0], 'steps' => []]], $roots, '2027-06-10',
        );
        self::assertSame(
            ['mist.hand.dry_none', 'mist.hand.dry_once', 'mist.hand.dry_twice', 'mist.hand.below', 'mist.hand.below_less', 'mist.hand.still', null, null],
            array_map(static fn (Tended $one) => $one->byHand() === null ? null : Told::of($one->byHand()), [
                $of('dry', 0), $of('dry', 0, true), $of('dry', 1), $of('below', 0), $of('below', 1), $of('none', 0), $of('cover', 0), self::tended('M'),
            ]),
        );
        $dry = self::for([self::tended('A', 0, $none)])->programme;
        self::assertSame([null, null, null, null], [$dry->mist, $dry->humidity, $dry->shade, $dry->lightHours], 'What has no soft leaves is not shaded.');
        self::assertNull(self::for([self::tended('A')], self::zone(most: 0))->programme->mist, 'The zone has no valve.');
    }

    public function testACoverIsOpenedLongerWithEachStepAndTakenOffAtTheEnd(): void
    {
        $under = static fn (int $steps, string $day = '2027-06-10') => self::for(
            [self::tended('A', $steps, ['water' => ['regime' => 'cover', 'mist' => [0, 1], 'steps' => []]], day: $day)], self::zone(ZoneKind::Cover, 1),
        );
        self::assertSame([2, 10], [$under(0)->programme->ventTimes, $under(0)->programme->ventFor]);
        self::assertSame(25, $under(2)->programme->ventFor);
        self::assertNull($under(4, '2027-06-13')->programme->ventTimes);
        self::assertSame('mist.hand.cover_off', Told::of($under(4, '2027-06-13')->tenants[0]['byHand'] ?? self::fail()));
        self::assertNull(self::for([self::tended('A')])->programme->ventTimes, 'Nothing is vented where there is no cover.');
    }

    public function testWhereNobodyLiesOrRainWatersNothingIsSet(): void
    {
        self::assertTrue(self::for([])->programme->isAs(ZoneProgramme::off()));
        self::assertTrue(self::for([self::tended('A')], self::zone(ground: Ground::Open))->programme->isAs(ZoneProgramme::off()));
        self::assertNull(self::for([self::tended('A')], self::zone(ZoneKind::Frame))->programme->medium, 'A frame is as warm as the air.');
    }

    public function testWhatIsNoBatchIsMistedToo(): void
    {
        $seeds = Tended::guest('seed trays', Range::of(2, 3));
        self::assertSame('seed trays', self::for([self::tended('A', 0, self::wetter(1)), $seeds])->mistFor);
        self::assertNull(self::for([Tended::guest('plugs', Range::of(0, 1))])->mistFor);
        self::assertSame([null, null, 0.0], [$seeds->byHand(), $seeds->daysLater(16, 20), $seeds->lightHours()]);
    }

    public function testACoolerMediumIsToldInDays(): void
    {
        $soft = self::tended('A');
        self::assertSame(0.0, $soft->daysLater(20, 20));
        $later = $soft->daysLater(16, 20);
        self::assertGreaterThan(1.0, $later);
        self::assertGreaterThan($later, $soft->daysLater(14, 20));
        self::assertNull($soft->daysLater(-3, 20), 'It never would.');
        self::assertEqualsWithDelta($later, self::for([$soft], heat: 16.0)->tenants[0]['daysLater'], 1e-9);
        self::assertNull(self::for([self::tended('A', hasRoots: true)], heat: 16.0)->tenants[0]['daysLater'], 'What has roots waits for none.');
    }

    public function testTheWarmthFollowsTheOneWhosePlanReckonsWithIt(): void
    {
        self::assertSame('A', self::for([self::tended('A')])->warmFor, 'Its plan reckons with 20.');
        self::assertNull(self::for([self::tended('A')], heat: 19.0)->warmFor);
        self::assertSame(16.0, self::for([self::tended('A')])->programme->air);
    }

    public function testAControllerIsToldOnlyWhatIsOther(): void
    {
        $hours = self::summer()->hours();
        $is = self::for([self::tended('A')])->programme;
        self::assertSame([], $is->changesFrom($is, $hours));
        $asks = self::for([self::tended('A', 1)])->programme;
        $changes = array_map(Told::of(...), $asks->changesFrom($is, $hours));
        self::assertSame('mist.change.instead to=(mist.set.film seconds=8 share=70 least=3 most=420) from=(mist.set.film seconds=8 share=60 least=3 most=240)', $changes[0]);
        self::assertStringStartsWith('mist.change.instead to=(mist.set.clock seconds=8 every=', $changes[1]);
        self::assertStringContainsString('which=off', $changes[2]);
        self::assertSame(['mist.change.set'], array_values(array_unique(array_map(static fn ($fact) => $fact->key, $is->changesFrom(null, $hours)))));
        self::assertSame(
            ['mist.change.off'],
            array_values(array_unique(array_map(static fn ($fact) => $fact->key, ZoneProgramme::off()->changesFrom($is, $hours)))),
        );
        self::assertSame([], ZoneProgramme::off()->changesFrom(null, $hours));
    }

    public function testWhatIsKeptIsReadAgainAsItWas(): void
    {
        foreach ([[self::tended('A')], [self::tended('A', 2)], []] as $tended) {
            $programme = self::for($tended)->programme;
            self::assertTrue($programme->isAs(ZoneProgramme::read(Fields::of($programme->toArray()))));
        }
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function wrong(): iterable
    {
        $mist = Misting::at(3, 0, 12, HouseDefaults::usual())->toArray();
        yield 'a gap upside down' => [['mist' => ['minMinutes' => 300] + $mist], 'mist.maxMinutes'];
        yield 'no such night' => [['mist' => ['night' => 'sometimes'] + $mist], 'mist.night'];
        yield 'no second' => [['mist' => ['seconds' => 0] + $mist], 'mist.seconds'];
        yield 'too damp' => [['humidity' => 1.2], 'humidity'];
        yield 'a boiling medium' => [['medium' => 60], 'medium'];
        yield 'vented longer than a day' => [['ventTimes' => 30, 'ventFor' => 60], 'ventFor'];
        yield 'what no controller has' => [['music' => 1], 'music'];
    }

    /** @param array<string, mixed> $says */
    #[DataProvider('wrong')]
    public function testWhatNoControllerTakesIsRefusedByItsField(array $says, string $field): void
    {
        try {
            ZoneProgramme::read(Fields::of($says));
            self::fail('That was taken.');
        } catch (Refused $refused) {
            self::assertSame($field, $refused->field);
        }
    }

    public function testAtNightItIsSparingOrOff(): void
    {
        $hours = self::summer()->hours();
        $misting = Misting::at(3, 0, 12, HouseDefaults::usual());
        $by = static fn (NightRule $rule) => Misting::read(Fields::of(['night' => $rule->value] + $misting->toArray()));
        $firings = static fn (NightRule $rule) => MistDay::under(DayAndNight::over($by($rule), $hours), $hours);
        [$asByDay, $sparing, $off] = array_map($firings, [NightRule::AsByDay, NightRule::Sparing, NightRule::Off]);
        self::assertGreaterThan(count($sparing->firings), count($asByDay->firings));
        self::assertGreaterThanOrEqual(count($off->firings), count($sparing->firings));
        $spray = DayAndNight::over($by(NightRule::Off), $hours);
        self::assertSame(count($off->firings), $spray->byDay($off->firings), 'With the night off it fires only by day.');
        self::assertEqualsWithDelta(60 * self::summer()->daylight, $spray->daylight(), 60);
        $dark = TypicalDay::read(Fields::of(['daylight' => 0] + self::summer()->toArray()))->hours();
        self::assertSame([], MistDay::under(DayAndNight::over($by(NightRule::Off), $dark), $dark)->firings);
        self::assertNull(Misting::at(1, 1.0, 12, HouseDefaults::usual())->every($dark));
    }

    /** @return iterable<string, array{HouseDefault, float, \Closure(HouseDefaults): mixed, mixed, mixed}> */
    public static function habits(): iterable
    {
        $at = static fn (string $field, int $level = 3, float $eased = 0.0) => static fn (HouseDefaults $h) => Misting::at($level, $eased, 12, $h)->toArray()[$field];
        $set = static fn (string $field, int $steps = 0) => static fn (HouseDefaults $h) => self::for([self::tended('A', $steps, day: '2027-06-10')], house: $h)
            ->programme->toArray()[$field];
        $cover = static fn (string $field) => static fn (HouseDefaults $h) => self::for([self::tended('A')], self::zone(ZoneKind::Cover), house: $h)
            ->programme->toArray()[$field];
        yield 'film' => [HouseDefault::LeafFilm, 0.2, $at('filmMm'), 0.1, 0.2];
        yield 'full mist' => [HouseDefault::FilmDriesFull, 0.3, $at('refillShare'), 0.4, 0.3];
        yield 'medium mist' => [HouseDefault::FilmDriesMedium, 0.5, $at('refillShare', 2), 0.6, 0.5];
        yield 'light mist' => [HouseDefault::FilmDriesLight, 0.7, $at('refillShare', 1), 0.85, 0.7];
        yield 'shortest gap' => [HouseDefault::MistGapLeast, 5, $at('minMinutes'), 3, 5];
        yield 'longest gap' => [HouseDefault::MistGapMost, 120, $at('maxMinutes'), 240, 120];
        yield 'gap at night' => [HouseDefault::MistGapAtNight, 90, $at('nightMinutes'), 60, 90];
        yield 'stretched by weaning' => [HouseDefault::WeanedGap, 3, $at('maxMinutes', 3, 1.0), 960, 720];
        yield 'seconds' => [HouseDefault::FiringSeconds, 5, $at('seconds'), 8, 5];
        yield 'flow' => [HouseDefault::NozzleFlow, 0.5, static fn (HouseDefaults $h) => Misting::at(3, 0, 15, $h)->litresPerFiring(), 2.0, 1.0];
        yield 'nozzles' => [HouseDefault::NozzlesAMetre, 1.6, static fn (HouseDefaults $h) => Nozzles::over(null, 10.0, $h), 8, 16];
        yield 'damp' => [HouseDefault::HumidRooting, 0.95, $set('humidity'), 0.9, 0.95];
        yield 'damp at the end' => [HouseDefault::HumidWeaned, 0.5, $set('humidity', 4), 0.6, 0.5];
        yield 'cooler air' => [HouseDefault::AirCooler, 3, $set('air'), 16.0, 17.0];
        yield 'shade' => [HouseDefault::ShadeRooting, 0.7, $set('shade'), 0.6, 0.7];
        yield 'shade at the end' => [HouseDefault::ShadeWeaned, 0.2, $set('shade', 4), 0.3, 0.2];
        yield 'vented' => [HouseDefault::VentTimes, 3, $cover('ventTimes'), 2, 3];
        yield 'vented for' => [HouseDefault::VentFor, 15, $cover('ventFor'), 10, 15];
        yield 'latitude' => [HouseDefault::Latitude, 0, static fn (HouseDefaults $h) => round(self::summer($h)->daylight), 16.0, 12.0];
        yield 'sun on the leaf' => [HouseDefault::LeafTakesUp, 0.7, static fn (HouseDefaults $h) => round(self::summer($h)->noonRadiation / 10), 30.0, 59.0];
    }

    /** @param \Closure(HouseDefaults): mixed $seen */
    #[DataProvider('habits')]
    public function testAHabitOfTheHouseSetsIt(HouseDefault $habit, float $other, \Closure $seen, mixed $usual, mixed $then): void
    {
        self::assertSame([$usual, $then], [$seen(HouseDefaults::usual()), $seen(HouseDefaults::usual()->with($habit, $other))]);
    }

    public function testALeafIsSoakedFromWhereTheHouseSays(): void
    {
        $hours = self::summer()->hours();
        $film = Misting::at(3, 0, 12, HouseDefaults::usual())->film();
        self::assertLessThan(MistDay::under($film, $hours, 0.7)->soakedMinutes, MistDay::under($film, $hours, 0.95)->soakedMinutes);
    }
}
