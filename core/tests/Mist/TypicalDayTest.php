<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Mist;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Mist\AirHour;
use WetCradle\Core\Mist\ClockTimer;
use WetCradle\Core\Mist\FilmProgramme;
use WetCradle\Core\Mist\MistDay;
use WetCradle\Core\Mist\Misting;
use WetCradle\Core\Mist\SprayProgramme;
use WetCradle\Core\Mist\SummerTried;
use WetCradle\Core\Mist\TimersCompared;
use WetCradle\Core\Mist\TypicalDay;
use WetCradle\Core\Refused;

/** Days of weather drawn from a few numbers, and clocks that know nothing of them. */
final class TypicalDayTest extends TestCase
{
    private static function programme(float $share = 0.6): FilmProgramme
    {
        return FilmProgramme::read(Fields::of([
            'filmMm' => 0.1, 'refillShare' => $share, 'minMinutes' => 3, 'maxMinutes' => 240, 'litresPerFiring' => 1.8,
        ]));
    }

    public function testItIsDampestBeforeDawnAndSunniestAtNoon(): void
    {
        $hours = TypicalDay::usual(16, 166, Hemisphere::North, HouseDefaults::usual())->hours();
        $column = static fn (string $what) => array_map(static fn (AirHour $hour) => $hour->{$what}, $hours);
        self::assertSame(24, count($hours));
        self::assertSame(14, array_search(max($column('air')), $column('air'), true), 'Warmest between two and three.');
        self::assertSame(max($column('humidity')), $hours[2]->humidity);
        self::assertSame(min($column('humidity')), $hours[14]->humidity);
        self::assertContains(array_search(max($column('netRadiation')), $column('netRadiation'), true), [11, 12]);
        self::assertSame(0.0, $hours[1]->netRadiation);
        self::assertEqualsWithDelta(16.0, array_sum($column('air')) / 24, 0.05);
        foreach ($hours as $hour) {
            self::assertTrue($hour->humidity > 0.0 && $hour->humidity <= 100.0 && $hour->netRadiation >= 0.0);
        }
    }

    public function testDaysAreLongInTheSummerOfEachHalfOfTheGlobe(): void
    {
        $long = static fn (int $day, Hemisphere $half) => TypicalDay::usual(12, $day, $half, HouseDefaults::usual());
        self::assertGreaterThan(15.5, $long(172, Hemisphere::North)->daylight);
        self::assertLessThan(8.5, $long(355, Hemisphere::North)->daylight);
        self::assertEqualsWithDelta($long(172, Hemisphere::North)->daylight, $long(355, Hemisphere::South)->daylight, 0.2);
        self::assertEqualsWithDelta(12.0, $long(80, Hemisphere::North)->daylight, 0.1);
        self::assertGreaterThan($long(355, Hemisphere::North)->noonRadiation, $long(172, Hemisphere::North)->noonRadiation);
        [$usual, $hot] = [TypicalDay::usual(16, 190, Hemisphere::North, HouseDefaults::usual()), TypicalDay::hotAndDry(16, 190, Hemisphere::North, HouseDefaults::usual())];
        self::assertTrue($hot->mean > $usual->mean && $hot->humidity < $usual->humidity && $hot->noonRadiation > $usual->noonRadiation);
        self::assertEquals($usual, TypicalDay::read(Fields::of($usual->toArray())));
    }

    public function testADayWithoutLightHasNoSun(): void
    {
        $dark = TypicalDay::read(Fields::of(['daylight' => 0] + TypicalDay::usual(5, 10, Hemisphere::North, HouseDefaults::usual())->toArray()));
        self::assertSame([0.0], array_values(array_unique(array_map(static fn (AirHour $hour) => $hour->netRadiation, $dark->hours()))));
    }

    public function testAClockFiresByTheClock(): void
    {
        foreach ([TypicalDay::usual(5, 15, Hemisphere::North, HouseDefaults::usual()), TypicalDay::hotAndDry(18, 190, Hemisphere::North, HouseDefaults::usual())] as $weather) {
            $day = MistDay::under(ClockTimer::of(self::programme(), 360, 480, 30), $weather->hours());
            self::assertSame([360, 390, 420, 450], $day->firings, 'At eight it fires no more.');
            self::assertEqualsWithDelta(4 * 1.8, $day->litres, 1e-12);
        }
        foreach (['to' => [480, 480, 10], 'every' => [480, 500, 0]] as $field => [$from, $to, $every]) {
            try {
                ClockTimer::of(self::programme(), $from, $to, $every);
                self::fail('No clock does that.');
            } catch (Refused $refused) {
                self::assertSame($field, $refused->field);
            }
        }
    }

    public function testTheBestClockIsDryForNoLongerThanAnyOther(): void
    {
        self::assertCount(200, TimersCompared::all(self::programme()));
        foreach ([TypicalDay::usual(16, 166, Hemisphere::North, HouseDefaults::usual()), TypicalDay::hotAndDry(18, 190, Hemisphere::North, HouseDefaults::usual())] as $weather) {
            ['best' => $best, 'thrifty' => $thrifty] = TimersCompared::over([$weather->hours()], self::programme(), 40.0);
            self::assertLessThanOrEqual(40.0, $thrifty->litres ?? INF);
            self::assertNull(TimersCompared::over([$weather->hours()], self::programme(), 0.5)['thrifty']);
            foreach (TimersCompared::all(self::programme()) as $timer) {
                $day = MistDay::under($timer, $weather->hours());
                self::assertGreaterThanOrEqual([$best->dryMinutes, $best->litres], [$day->dryMinutes, $day->litres]);
            }
        }
    }

    /** One clock has to serve a whole summer; the film goes with each day of it. */
    public function testOverASummerTheFilmIsDryForLessAndTakesLessThanAnyClock(): void
    {
        $days = [];
        for ($day = 121; $day < 270; $day += 3) {
            $mean = 13.0 + 4.0 * sin(M_PI * ($day - 105) / 184);
            $weather = $day % 4 === 0 ? TypicalDay::hotAndDry($mean, $day, Hemisphere::North, HouseDefaults::usual()) : TypicalDay::usual($mean, $day, Hemisphere::North, HouseDefaults::usual());
            $days[] = $weather->hours();
        }
        [$dry, $litres] = self::over($days, self::programme(0.9));
        ['best' => $clock, 'thrifty' => $thrifty] = TimersCompared::over($days, self::programme(0.9), $litres);
        $best = [$clock->dryMinutes, $clock->litres];
        self::assertLessThan($thrifty->dryMinutes ?? 0, $dry, 'No clock that takes as little keeps leaves as wet.');
        self::assertLessThanOrEqual($best[0], $dry);
        self::assertLessThan($best[1], $litres);
    }

    public function testASummerIsTriedOnAUsualAndAHotDayOfEachOfItsMonths(): void
    {
        $asked = $days = [];
        $dayOf = static function (int $month, bool $isHot) use (&$asked, &$days): TypicalDay {
            $asked[] = $month;
            $day = $isHot
                ? TypicalDay::hotAndDry(16, 30 * $month, Hemisphere::South, HouseDefaults::usual())
                : TypicalDay::usual(16, 30 * $month, Hemisphere::South, HouseDefaults::usual());
            $days[] = $day->hours();

            return $day;
        };
        $misting = Misting::at(2, 0.0, 12, HouseDefaults::usual());
        $summer = SummerTried::under($misting, Hemisphere::South, $dayOf);
        self::assertSame([11, 11, 12, 12, 1, 1, 2, 2, 3, 3], $asked);
        self::assertSame(10, $summer->days);
        $sum = [0, 0.0];
        foreach ($days as $hours) {
            [$dry, $litres] = self::over([$hours], $misting->over($hours));
            $sum = [$sum[0] + $dry, $sum[1] + $litres];
        }
        self::assertSame([$summer->dryMinutes, $summer->litres], $sum);
        self::assertLessThanOrEqual($summer->litres, $summer->thrifty->litres ?? 0.0);
        self::assertLessThanOrEqual($summer->thrifty->dryMinutes ?? PHP_INT_MAX, $summer->best->dryMinutes);
    }

    /**
     * @param list<non-empty-list<AirHour>> $days
     *
     * @return array{int, float} minutes without a film, and litres
     */
    private static function over(array $days, SprayProgramme $programme): array
    {
        $sum = [0, 0.0];
        foreach ($days as $hours) {
            $day = MistDay::under($programme, $hours);
            $sum = [$sum[0] + $day->dryMinutes, $sum[1] + $day->litres];
        }

        return $sum;
    }
}
