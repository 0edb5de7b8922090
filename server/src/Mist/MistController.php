<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Symfony\Component\Routing\Attribute\Route;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Mist\AirHour;
use WetCradle\Core\Mist\BenchHeat;
use WetCradle\Core\Mist\ClockTimer;
use WetCradle\Core\Mist\FilmProgramme;
use WetCradle\Core\Mist\MistDay;
use WetCradle\Core\Mist\MistFailure;
use WetCradle\Core\Mist\TimersCompared;
use WetCradle\Core\Mist\TypicalDay;
use WetCradle\Core\Mist\Vpd;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Nursery\House;

/** A day under mist, tried before it is done: by how far the film on a leaf may dry, and by the clock. */
final class MistController
{
    private const PROGRAMME = ['filmMm' => 0.1, 'refillShare' => 0.6, 'minMinutes' => 3, 'maxMinutes' => 240, 'litresPerFiring' => 1.8];
    private const BENCH = ['area' => 12.0, 'u' => 9.0, 'set' => 20.0];
    private const FAILURE = ['startMinute' => 660, 'leafWaterMm' => 0.08, 'leafShare' => 0.3];
    private const TIMER = ['from' => 360, 'to' => 1200, 'every' => 12];

    public function __construct(private readonly House $house, private readonly Today $today)
    {
    }

    #[Route('/api/mist/day', methods: ['POST'], defaults: [SentOnce::ASKS => true])]
    public function day(Fields $in): Answer
    {
        $month = $in->has('month') ? $in->count('month', 1, 12) : (int) $this->today->day()->format('n');
        $isHot = $in->has('hot') && $in->flag('hot');
        $weather = $in->has('weather') ? TypicalDay::read($in->object('weather')) : $this->weather($month, $isHot);
        $asked = $in->has('programme') ? $in->object('programme') : Fields::of(self::PROGRAMME);
        $programme = FilmProgramme::read($asked);
        $asked->done();
        $timer = ClockTimer::read($programme, $in->has('timer') ? $in->object('timer') : Fields::of(self::TIMER));
        $bench = $in->has('bench') ? $in->object('bench') : Fields::of(self::BENCH);
        $heat = self::heat($bench, $weather);
        $fails = $in->has('failure') ? $in->object('failure') : Fields::of(self::FAILURE);
        $failure = self::failure($fails, $weather, $programme);
        $isCompared = $in->has('compare') && $in->flag('compare');
        $in->done();
        $hours = $weather->hours();
        $best = $isCompared ? TimersCompared::on($hours, $programme) : null;

        return new Answer([
            'month' => $month,
            'weather' => $weather->toArray(),
            'programme' => $programme->toArray(),
            'timer' => self::times($timer),
            'hours' => array_map(static fn (AirHour $hour) => [
                'air' => round($hour->air, 1), 'humidity' => round($hour->humidity), 'netRadiation' => round($hour->netRadiation),
                'vpd' => round(Vpd::of($hour->air, $hour->humidity), 2), 'mmPerHour' => round($hour->evaporation(), 3),
            ], $hours),
            'heat' => $heat,
            'failure' => $failure,
            'byFilm' => self::drawn(MistDay::under($programme, $hours)),
            'byClock' => self::drawn(MistDay::under($timer, $hours)),
            'bestClock' => $best === null
                ? null
                : self::times($best->best) + ['dryMinutes' => $best->day->dryMinutes, 'litres' => round($best->day->litres, 1)],
        ]);
    }

    /** @return array{area: float, u: float, set: float, kWh: float, peakW: float} what a bench takes to stay so warm through the day */
    private static function heat(Fields $in, TypicalDay $weather): array
    {
        $air = array_map(static fn (AirHour $hour) => $hour->air, $weather->hours());
        [$area, $u, $set] = [$in->positive('area', 10_000), $in->positive('u', 50), $in->number('set', -10, 45)];
        $in->done();
        $heat = BenchHeat::of($area, $u, $set, $air);

        return ['area' => $area, 'u' => $u, 'set' => $set, 'kWh' => round($heat->kWh, 2), 'peakW' => round($heat->peakW)];
    }

    /**
     * @return array{
     *     startMinute: int, leafWaterMm: float, leafShare: float, filmGoneAfter: ?int, wiltingAfter: ?int,
     * } how long there is when no mist comes from a minute on
     */
    private static function failure(Fields $in, TypicalDay $weather, FilmProgramme $programme): array
    {
        $start = $in->count('startMinute', 0, MistDay::MINUTES - 1);
        [$water, $share] = [$in->positive('leafWaterMm', 10), $in->number('leafShare', 0, 1)];
        $in->done();
        $failure = MistFailure::from($weather->hours(), $start, $programme->filmMm(), $water, $share);

        return [
            'startMinute' => $start, 'leafWaterMm' => $water, 'leafShare' => $share, 'filmGoneAfter' => $failure->filmGoneAfter,
            'wiltingAfter' => $failure->wiltingAfter,
        ];
    }

    private function weather(int $month, bool $isHot): TypicalDay
    {
        $middle = $this->today->day()->setDate((int) $this->today->day()->format('Y'), $month, 15);
        $mean = $this->house->air()->on($middle);
        $dayOfYear = (int) $middle->format('z');
        $hemisphere = $this->house->nursery()->hemisphere;

        return $isHot ? TypicalDay::hotAndDry($mean, $dayOfYear, $hemisphere) : TypicalDay::usual($mean, $dayOfYear, $hemisphere);
    }

    /** @return array{from: int, to: int, every: int} */
    private static function times(ClockTimer $timer): array
    {
        return ['from' => $timer->from, 'to' => $timer->to, 'every' => $timer->every];
    }

    /** @return array{firings: list<int>, dryMinutes: int, soakedMinutes: int, litres: float, film: list<float>} */
    private static function drawn(MistDay $day): array
    {
        return [
            'firings' => $day->firings, 'dryMinutes' => $day->dryMinutes, 'soakedMinutes' => $day->soakedMinutes, 'litres' => round($day->litres, 1),
            'film' => array_map(static fn (float $film) => round($film, 4), $day->film),
        ];
    }
}
