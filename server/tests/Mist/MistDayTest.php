<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Mist;

use WetCradle\Server\Tests\House;

/** A day under mist is tried in some weather, by the film and by the clock, and nothing is kept of it. */
final class MistDayTest extends House
{
    public function testAUsualDayIsThatOfTheSiteAndAHotOneDriesMore(): void
    {
        $this->signIn('visitor');
        $usual = $this->ask('POST', '/api/mist/day', ['month' => 6]);
        $hot = $this->ask('POST', '/api/mist/day', ['month' => 6, 'hot' => true]);
        self::assertSame([24, 1440, null], [count($usual['hours']), count($usual['byFilm']['film']), $usual['bestClock']]);
        self::assertGreaterThan($usual['weather']['mean'], $hot['weather']['mean']);
        self::assertGreaterThan($usual['byFilm']['litres'], $hot['byFilm']['litres']);
        self::assertGreaterThanOrEqual($usual['byClock']['dryMinutes'], $hot['byClock']['dryMinutes'], 'A clock does not know of the weather.');
        self::assertSame($usual['byClock']['litres'], $hot['byClock']['litres']);
        self::assertLessThan($usual['weather']['daylight'], $this->ask('POST', '/api/mist/day', ['month' => 12])['weather']['daylight']);
        self::assertSame(5, $this->ask('POST', '/api/mist/day', [])['month'], 'This month, where none is said.');
    }

    public function testWhatIsSaidIsTried(): void
    {
        $this->signIn('visitor');
        $day = $this->ask('POST', '/api/mist/day', ['month' => 6]);
        $again = $this->ask('POST', '/api/mist/day', ['month' => 6, 'weather' => $day['weather'], 'programme' => $day['programme'], 'timer' => $day['timer']]);
        self::assertSame($day, $again, 'What it came to can be asked again.');
        $thirsty = $this->ask('POST', '/api/mist/day', ['month' => 6, 'programme' => ['refillShare' => 0.2] + $day['programme']]);
        self::assertGreaterThan(count($day['byFilm']['firings']), count($thirsty['byFilm']['firings']));
        $often = $this->ask('POST', '/api/mist/day', ['month' => 6, 'timer' => ['every' => 5] + $day['timer']]);
        self::assertGreaterThan($day['byClock']['litres'], $often['byClock']['litres']);
        self::assertSame($day['byFilm'], $often['byFilm']);
        $best = $this->ask('POST', '/api/mist/day', ['month' => 6, 'compare' => true])['bestClock'];
        $as = $this->ask('POST', '/api/mist/day', ['month' => 6, 'timer' => ['from' => $best['from'], 'to' => $best['to'], 'every' => $best['every']]]);
        self::assertSame([$best['dryMinutes'], $best['litres']], [$as['byClock']['dryMinutes'], $as['byClock']['litres']]);
    }

    public function testWhatHeatItTakesAndHowLongThereIsWhenItFails(): void
    {
        $this->signIn('visitor');
        $noon = $this->ask('POST', '/api/mist/day', ['month' => 6]);
        self::assertGreaterThan($noon['failure']['filmGoneAfter'], $noon['failure']['wiltingAfter']);
        $hot = $this->ask('POST', '/api/mist/day', ['month' => 6, 'hot' => true]);
        self::assertLessThan($noon['failure']['wiltingAfter'], $hot['failure']['wiltingAfter'], 'On a hot day there is less time.');
        self::assertLessThan($noon['heat']['kWh'], $hot['heat']['kWh']);
        $warmer = $this->ask('POST', '/api/mist/day', ['month' => 6, 'bench' => ['area' => 24, 'u' => 9, 'set' => 20]]);
        self::assertEqualsWithDelta(2 * $noon['heat']['kWh'], $warmer['heat']['kWh'], 0.02);
        $night = $this->ask('POST', '/api/mist/day', ['month' => 6, 'failure' => ['startMinute' => 1320, 'leafWaterMm' => 0.08, 'leafShare' => 0.3]]);
        self::assertGreaterThan($noon['failure']['filmGoneAfter'], $night['failure']['filmGoneAfter']);
    }

    public function testWhatCannotBeIsRefusedByItsField(): void
    {
        $this->signIn('visitor');
        $day = $this->ask('POST', '/api/mist/day', ['month' => 6]);
        foreach ([
            'month' => ['month' => 13],
            'weather.humidity' => ['weather' => ['humidity' => 120] + $day['weather']],
            'programme.maxMinutes' => ['programme' => ['minMinutes' => 90, 'maxMinutes' => 60] + $day['programme']],
            'programme.fog' => ['programme' => ['fog' => 1] + $day['programme']],
            'bench.area' => ['bench' => ['area' => 0, 'u' => 9, 'set' => 20]],
            'failure.startMinute' => ['failure' => ['startMinute' => 1440, 'leafWaterMm' => 0.08, 'leafShare' => 0.3]],
            'timer.to' => ['timer' => ['from' => 900, 'to' => 600] + $day['timer']],
        ] as $field => $wrong) {
            self::assertSame($field, $this->refused(422, 'POST', '/api/mist/day', $wrong)['field']);
        }
    }

    /** What the app promises of a film programme: no leaf is dry for longer than by the best clock, and it takes less water. */
    public function testOverASummerHereTheFilmDoesBetterThanTheBestClock(): void
    {
        $this->signIn('visitor');
        $programme = $this->ask('POST', '/api/mist/day', [])['programme'];
        $summer = $this->ask('POST', '/api/mist/summer', ['programme' => $programme]);
        self::assertSame(10, $summer['days']);
        self::assertLessThan($summer['bestClock']['dryMinutes'], $summer['byFilm']['dryMinutes']);
        self::assertLessThan($summer['bestClock']['litres'], $summer['byFilm']['litres']);
        self::assertLessThan($summer['thriftyClock']['dryMinutes'], $summer['byFilm']['dryMinutes'], 'No clock that takes as little keeps leaves as wet.');
        self::assertSame('programme.seconds', $this->refused(422, 'POST', '/api/mist/summer', ['programme' => ['seconds' => 0] + $programme])['field']);
    }
}
