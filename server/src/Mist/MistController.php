<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Symfony\Component\Routing\Attribute\Route;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Mist\AirHour;
use WetCradle\Core\Mist\BenchHeat;
use WetCradle\Core\Mist\ClockTimer;
use WetCradle\Core\Mist\MistDay;
use WetCradle\Core\Mist\MistFailure;
use WetCradle\Core\Mist\Misting;
use WetCradle\Core\Mist\SprayProgramme;
use WetCradle\Core\Mist\SummerTried;
use WetCradle\Core\Mist\TimersCompared;
use WetCradle\Core\Mist\TypicalDay;
use WetCradle\Core\Mist\Vpd;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Nursery\House;

/** A day under mist, tried before it is done: by how far the film on a leaf may dry, by another such programme, and by the clock. */
final class MistController
{
    /** A bench of this size, m², where nobody says another. */
    private const AREA = 12.0;
    private const SET = 20.0;
    /** The minute of the day in which the sun is high and a leaf has least time. */
    private const FAILS_AT = 660;
    private const TIMER = ['from' => 360, 'to' => 1200, 'every' => 12];

    public function __construct(
        private readonly House $house,
        private readonly HouseWeather $weather,
        private readonly Readings $readings,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/mist/day', methods: ['POST'], defaults: [SentOnce::ASKS => true])]
    public function day(Fields $in): Answer
    {
        $house = $this->house->defaults();
        $month = $in->has('month') ? $in->count('month', 1, 12) : (int) $this->today->day()->format('n');
        $isHot = $in->has('hot') && $in->flag('hot');
        $logged = $in->has('on') ? $this->logged($in) : null;
        $weather = $in->has('weather') ? TypicalDay::read($in->object('weather')) : $this->typical($month, $isHot);
        $misting = $in->has('programme')
            ? Misting::read($in->object('programme'))
            : Misting::at(2, 0.0, (int) ceil(self::AREA * $house->number(HouseDefault::NozzlesAMetre)), $house);
        $other = $in->has('other') ? Misting::read($in->object('other')) : null;
        $timer = ClockTimer::read($misting->film(), $in->has('timer') ? $in->object('timer') : Fields::of(self::TIMER));
        $heat = self::heat($in->has('bench') ? $in->object('bench') : Fields::of(
            ['area' => self::AREA, 'u' => $house->number(HouseDefault::BenchLoses), 'set' => self::SET],
        ), $logged ?? $weather->hours());
        $failure = self::failure($in->has('failure') ? $in->object('failure') : Fields::of([
            'startMinute' => self::FAILS_AT, 'leafWaterMm' => $house->number(HouseDefault::LeafSpare),
            'leafShare' => $house->number(HouseDefault::BareLeafLoses),
        ]), $logged ?? $weather->hours(), $misting);
        $isCompared = $in->has('compare') && $in->flag('compare');
        $in->done();
        $hours = $logged ?? $weather->hours();
        $best = $isCompared ? TimersCompared::over([$hours], $misting->film())['best'] : null;

        return new Answer([
            'month' => $month,
            'weather' => $weather->toArray(),
            'programme' => $misting->toArray(),
            'other' => $other?->toArray(),
            'timer' => self::times($timer),
            'hours' => array_map(static fn (AirHour $hour) => [
                'air' => round($hour->air, 1), 'humidity' => round($hour->humidity), 'netRadiation' => round($hour->netRadiation),
                'vpd' => round(Vpd::of($hour->air, $hour->humidity), 2), 'mmPerHour' => round($hour->evaporation(), 3),
            ], $hours),
            'heat' => $heat,
            'failure' => $failure,
            'byFilm' => $this->drawn($misting->over($hours), $hours),
            'byOther' => $other === null ? null : $this->drawn($other->over($hours), $hours),
            'byClock' => $this->drawn($timer, $hours),
            'bestClock' => $best === null ? null : self::clock($best),
        ]);
    }

    /** The same over a summer: a usual day and a hot, dry one of each of its months, by the film and by the clock that does best over all of them. */
    #[Route('/api/mist/summer', methods: ['POST'], defaults: [SentOnce::ASKS => true])]
    public function summer(Fields $in): Answer
    {
        $misting = Misting::read($in->object('programme'));
        $in->done();
        $summer = SummerTried::under($misting, $this->house->nursery()->hemisphere, $this->typical(...));

        return new Answer([
            'days' => $summer->days,
            'byFilm' => ['dryMinutes' => $summer->dryMinutes, 'litres' => round($summer->litres, 1)],
            'bestClock' => self::clock($summer->best),
            'thriftyClock' => $summer->thrifty === null ? null : self::clock($summer->thrifty),
        ]);
    }

    /**
     * The hours of a day as they were measured in a zone.
     *
     * @return non-empty-list<AirHour>
     */
    private function logged(Fields $in): array
    {
        $day = $in->day('on');
        $zone = $in->count('zone', 1);
        $hours = $this->readings->hoursOf($zone, $day, $this->weather->usual($day)->hours());

        return $hours ?? throw $in->refuse('not_measured', 'on', Fact::of('refused.mist_day.not_measured', on: $day));
    }

    /**
     * @param non-empty-list<AirHour> $hours
     *
     * @return array{area: float, u: float, set: float, kWh: float, peakW: float} what a bench takes to stay so warm through the day
     */
    private static function heat(Fields $in, array $hours): array
    {
        $air = array_map(static fn (AirHour $hour) => $hour->air, $hours);
        [$area, $u, $set] = [$in->positive('area', 10_000), $in->positive('u', 50), $in->number('set', -10, 45)];
        $in->done();
        $heat = BenchHeat::of($area, $u, $set, $air);

        return ['area' => $area, 'u' => $u, 'set' => $set, 'kWh' => round($heat->kWh, 2), 'peakW' => round($heat->peakW)];
    }

    /**
     * @param non-empty-list<AirHour> $hours
     *
     * @return array{
     *     startMinute: int, leafWaterMm: float, leafShare: float, filmGoneAfter: ?int, wiltingAfter: ?int,
     * } how long there is when no mist comes from a minute on
     */
    private static function failure(Fields $in, array $hours, Misting $misting): array
    {
        $start = $in->count('startMinute', 0, MistDay::MINUTES - 1);
        [$water, $share] = [$in->positive('leafWaterMm', 10), $in->number('leafShare', 0, 1)];
        $in->done();
        $failure = MistFailure::from($hours, $start, $misting->filmMm, $water, $share);

        return [
            'startMinute' => $start, 'leafWaterMm' => $water, 'leafShare' => $share, 'filmGoneAfter' => $failure->filmGoneAfter,
            'wiltingAfter' => $failure->wiltingAfter,
        ];
    }

    private function typical(int $month, bool $isHot): TypicalDay
    {
        $middle = $this->today->day()->setDate((int) $this->today->day()->format('Y'), $month, 15);

        return $isHot ? $this->weather->hotAndDry($middle) : $this->weather->usual($middle);
    }

    /** @return array{from: int, to: int, every: int, dryMinutes: int, litres: float} */
    private static function clock(TimersCompared $of): array
    {
        return self::times($of->best) + ['dryMinutes' => $of->dryMinutes, 'litres' => round($of->litres, 1)];
    }

    /** @return array{from: int, to: int, every: int} */
    private static function times(ClockTimer $timer): array
    {
        return ['from' => $timer->from, 'to' => $timer->to, 'every' => $timer->every];
    }

    /**
     * @param non-empty-list<AirHour> $hours
     *
     * @return array{firings: list<int>, dryMinutes: int, soakedMinutes: int, litres: float, film: list<float>}
     */
    private function drawn(SprayProgramme $spray, array $hours): array
    {
        $day = MistDay::under($spray, $hours, $this->house->defaults()->number(HouseDefault::SoakedFrom));

        return [
            'firings' => $day->firings, 'dryMinutes' => $day->dryMinutes, 'soakedMinutes' => $day->soakedMinutes, 'litres' => round($day->litres, 1),
            'film' => array_map(static fn (float $film) => round($film, 4), $day->film),
        ];
    }
}
