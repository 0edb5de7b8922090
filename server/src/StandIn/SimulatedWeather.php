<?php

declare(strict_types=1);

namespace WetCradle\Server\StandIn;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Mist\AirHour;
use WetCradle\Core\Mist\TypicalDay;

/** Made-up weather in a house: the seasons of the site with days that are warmer, duller or drier than usual. The same seed is the same weather. */
final class SimulatedWeather
{
    /** °C by which a day can be warmer or cooler than usual. */
    private const WARMER = 4.0;
    /** Percentage points by which its air can be damper or drier. */
    private const DAMPER = 12.0;

    /** @var array<string, non-empty-list<AirHour>> by day */
    private array $days = [];

    /** @param \Closure(\DateTimeImmutable): TypicalDay $usual a usual day of the site */
    public function __construct(private readonly int $seed, private readonly \Closure $usual)
    {
    }

    /** @param \DateTimeImmutable $at by the clocks of the site */
    public function at(\DateTimeImmutable $at): AirHour
    {
        $hours = $this->day($at);
        // Figures are those of the middle of an hour, and run from one to the next.
        $middle = ((int) $at->format('G') * 60 + (int) $at->format('i')) / 60.0 - 0.5;
        $from = max(0, (int) floor($middle));
        $to = min(AirHour::IN_A_DAY - 1, $from + 1);
        $share = max(0.0, min(1.0, $middle - $from));
        $between = static fn (float $a, float $b): float => $a + $share * ($b - $a);
        [$a, $b] = [$hours[$from] ?? $hours[0], $hours[$to] ?? $hours[0]];
        $flutter = $this->noise($at->format('Y-m-d H:i'));

        return AirHour::of(
            $between($a->air, $b->air) + 0.1 * $flutter,
            max(20.0, min(99.5, $between($a->humidity, $b->humidity) + 0.6 * $flutter)),
            max(0.0, $between($a->netRadiation, $b->netRadiation) * (1.0 + 0.15 * $flutter)),
            $a->wind,
        );
    }

    /** @return non-empty-list<AirHour> */
    private function day(\DateTimeImmutable $at): array
    {
        return $this->days[$key = $at->format('Y-m-d')] ??= (function () use ($at, $key): array {
            $usual = ($this->usual)($at)->toArray();
            $clear = max(0.35, min(1.35, 1.0 + 0.5 * $this->noise("{$key} sun")));

            return TypicalDay::read(Fields::of([
                'mean' => $usual['mean'] + self::WARMER * ($this->noise("{$key} air") + $this->noise($at->modify('-1 day')->format('Y-m-d').' air')) / 2.0,
                'swing' => min(30.0, $usual['swing'] * $clear),
                'humidity' => max(30.0, min(98.0, $usual['humidity'] + self::DAMPER * $this->noise("{$key} damp"))),
                'noonRadiation' => min(1000.0, $usual['noonRadiation'] * $clear),
                'daylight' => $usual['daylight'],
                'wind' => $usual['wind'],
            ]))->hours();
        })();
    }

    /** Between −1 and 1, always the same of the same word. */
    private function noise(string $word): float
    {
        return hexdec(substr(hash('xxh64', "{$this->seed} {$word}"), 0, 7)) / 0x7FFFFFF - 1.0;
    }
}
