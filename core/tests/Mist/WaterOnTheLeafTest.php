<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Mist;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calculations;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Mist\AirHour;
use WetCradle\Core\Mist\BenchHeat;
use WetCradle\Core\Mist\FilmProgramme;
use WetCradle\Core\Mist\MistDay;
use WetCradle\Core\Mist\MistFailure;
use WetCradle\Core\Mist\Vpd;
use WetCradle\Core\Refused;

/** Air draws water out of a leaf, a film dries, mist wets it anew, and without mist a leaf wilts. */
final class WaterOnTheLeafTest extends TestCase
{
    private static function hour(float $air = 24, float $humidity = 70, float $netRadiation = 200, float $wind = 0.2): AirHour
    {
        return AirHour::read(Fields::of(['air' => $air, 'humidity' => $humidity, 'netRadiation' => $netRadiation, 'wind' => $wind]));
    }

    /** @return non-empty-list<AirHour> still and dark by night, sunny by day */
    private static function day(float $noon = 350.0, float $humidity = 80.0): array
    {
        $sun = static fn (int $hour) => round(max(0.0, $noon * sin(M_PI * ($hour - 6) / 12)), 6);

        return array_map(static fn (int $hour) => self::hour(14 + 12 * $sun($hour) / 350, $humidity, $sun($hour)), range(0, 23));
    }

    public function testDampAirDrawsNothingAndAWarmerLeafMore(): void
    {
        self::assertSame(0.0, Vpd::of(20, 100));
        self::assertSame(0.0, Vpd::of(20, 100, -5), 'A leaf cooler than the dew point loses nothing.');
        foreach ([0.0, 10.0, 22.0, 35.0] as $air) {
            self::assertEqualsWithDelta(Vpd::saturation($air), Vpd::of($air, 0), 1e-12);
            $last = INF;
            foreach ([0, 30, 60, 90, 100] as $humidity) {
                self::assertLessThan($last, Vpd::of($air, $humidity));
                $last = Vpd::of($air, $humidity);
                self::assertGreaterThan($last, Vpd::of($air, $humidity, 2.0));
            }
        }
    }

    /** The weather alone sets how fast a film dries: sun, wind and dry air all speed it. */
    public function testSunWindAndDryAirDryAFilmFaster(): void
    {
        $is = self::hour()->evaporation();
        self::assertGreaterThan($is, self::hour(netRadiation: 300)->evaporation());
        self::assertGreaterThan($is, self::hour(wind: 1.0)->evaporation());
        self::assertGreaterThan($is, self::hour(humidity: 50)->evaporation());
        self::assertSame(0.0, self::hour(humidity: 100, netRadiation: 0)->evaporation());
        // 200 W/m² in still, damp air can evaporate 0.29 mm in an hour at the very most: 0.72 MJ by 2.45 MJ a litre.
        self::assertLessThan(0.72 / 2.45, self::hour(humidity: 100, wind: 0)->evaporation());
    }

    private static function programme(float $share = 0.5, int $min = 3, int $max = 240): FilmProgramme
    {
        return FilmProgramme::read(Fields::of([
            'filmMm' => 0.1, 'refillShare' => $share, 'minMinutes' => $min, 'maxMinutes' => $max, 'litresPerFiring' => 1.8,
        ]));
    }

    public function testItFiresNoSoonerAndNoLaterThanItMay(): void
    {
        foreach ([[0.5, 3, 240], [0.9, 10, 60], [0.1, 0, 30], [1.0, 5, 2000]] as [$share, $min, $max]) {
            $day = MistDay::under(self::programme($share, $min, $max), self::day());
            $last = 0;
            foreach ($day->firings as $minute) {
                self::assertGreaterThanOrEqual($min, $minute - $last);
                self::assertLessThanOrEqual($max, $minute - $last);
                $last = $minute;
            }
            self::assertEqualsWithDelta(1.8 * count($day->firings), $day->litres, 1e-9);
        }
    }

    public function testASunnierDayTakesMoreWaterAndNoFilmDriesWhileItMayFireInTime(): void
    {
        $litres = static fn (float $noon) => MistDay::under(self::programme(), self::day($noon))->litres;
        self::assertLessThan($litres(350), $litres(100));
        self::assertSame(0, MistDay::under(self::programme(0.5, 1), self::day())->dryMinutes);
        self::assertGreaterThan(0, MistDay::under(self::programme(0.5, 60), self::day())->dryMinutes, 'With gaps of an hour the film dries at noon.');
        self::assertLessThan(
            count(MistDay::under(self::programme(0.3), self::day())->firings),
            count(MistDay::under(self::programme(0.9), self::day())->firings),
            'What may dry further is wetted less often: so leaves are weaned.',
        );
    }

    /** What is lost in a day is what fell on the leaf in it, but for what hangs there at its end. */
    public function testTheFilmIsAccountedFor(): void
    {
        $day = self::day();
        $loses = array_sum(array_map(static fn (AirHour $hour) => $hour->evaporation(), $day));
        $fired = MistDay::under(self::programme(1.0, 0, 10_000), $day);
        self::assertSame(count($fired->firings), $fired->dryMinutes, 'It fires in the very minute in which the film is gone.');
        self::assertEqualsWithDelta($loses / 0.1, count($fired->firings), 1.0 + 0.2 * count($fired->firings));
    }

    public function testWithoutMistItTakesLongerByNightThanAtNoon(): void
    {
        $from = static fn (int $minute) => MistFailure::from(self::day(), $minute, 0.1, 0.08, 0.3);
        [$noon, $night] = [$from(12 * 60), $from(22 * 60)];
        self::assertNotNull($noon->filmGoneAfter);
        self::assertNotNull($noon->wiltingAfter);
        self::assertGreaterThan($noon->filmGoneAfter, $noon->wiltingAfter);
        self::assertGreaterThan($noon->filmGoneAfter, $night->filmGoneAfter);
        $fog = MistFailure::from(array_map(static fn () => self::hour(12, 100, 0), range(0, 23)), 0, 0.1, 0.08, 0.3);
        self::assertSame([null, null], [$fog->filmGoneAfter, $fog->wiltingAfter]);
        self::assertNull(MistFailure::from(self::day(), 720, 0.1, 0.08, 0.0)->wiltingAfter, 'A leaf that loses nothing never wilts.');
        self::assertLessThanOrEqual($noon->filmGoneAfter, MistFailure::from(self::day(450), 720, 0.1, 0.08, 0.3)->filmGoneAfter);
    }

    public function testHeatGoesWithAreaAndStopsWhereTheAirIsWarmEnough(): void
    {
        $air = [4.0, 10.0, 21.0];
        $heat = BenchHeat::of(10, 9, 20, $air);
        self::assertEqualsWithDelta(10 * 9 * (16 + 10) / 1000, $heat->kWh, 1e-12);
        self::assertSame(1440.0, $heat->peakW);
        self::assertEqualsWithDelta(2 * $heat->kWh, BenchHeat::of(20, 9, 20, $air)->kWh, 1e-12);
        self::assertLessThan($heat->kWh, BenchHeat::of(10, 9, 19, $air)->kWh);
        self::assertSame([0.0, 0.0], [BenchHeat::of(10, 9, 3, $air)->kWh, BenchHeat::of(10, 9, 3, [])->peakW]);
    }

    /** @return iterable<string, array{string, array<string, mixed>, string}> */
    public static function wrong(): iterable
    {
        $hour = ['air' => 20, 'humidity' => 80, 'netRadiation' => 0, 'wind' => 0.1];
        $hours = array_fill(0, 24, $hour);
        $day = ['hours' => $hours, 'filmMm' => 0.1, 'refillShare' => 0.5, 'minMinutes' => 3, 'maxMinutes' => 60, 'litresPerFiring' => 1];
        yield 'more than damp' => ['vpd', ['air' => 20, 'humidity' => 101, 'leafOffset' => 0], 'humidity'];
        yield 'wind that sucks' => ['film_evaporation', ['wind' => -1] + $hour, 'wind'];
        yield 'a day of 23 hours' => ['mist_day', ['hours' => array_slice($hours, 1)] + $day, 'hours'];
        yield 'an hour too damp' => ['mist_day', ['hours' => [['humidity' => 120] + $hour, ...array_slice($hours, 1)]] + $day, 'hours[0].humidity'];
        yield 'no film' => ['mist_day', ['filmMm' => 0] + $day, 'filmMm'];
        yield 'gaps upside down' => ['mist_day', ['minMinutes' => 61] + $day, 'maxMinutes'];
        yield 'what nobody asked for' => ['mist_day', ['fog' => 1] + $day, 'fog'];
        yield 'minute 1440' => ['mist_failure', ['hours' => $hours, 'startMinute' => 1440, 'filmMm' => 0.1, 'leafWaterMm' => 0.1, 'leafShare' => 0.3], 'startMinute'];
        yield 'no bench' => ['bench_heat', ['area' => 0, 'u' => 9, 'set' => 20, 'hourlyAir' => [10], 'price' => 0.3], 'area'];
    }

    /** @param array<string, mixed> $input */
    #[DataProvider('wrong')]
    public function testWhatIsWrongIsNamed(string $calculation, array $input, string $field): void
    {
        try {
            Calculations::registry()->compute($calculation, json_encode($input, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION));
            self::fail('Should have been refused.');
        } catch (Refused $refused) {
            self::assertSame($field, $refused->field);
        }
    }
}
