<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

/**
 * Readings of one zone as they are taken in: in order, none twice, none ahead of the clock, and none that jumps where nothing
 * can. What jumps is held back; when the next reading says the same, both are taken.
 */
final class Intake
{
    /** Minutes by which a device's clock may be ahead. */
    private const AHEAD = 5;
    /** Minutes after which any value can be. */
    private const FORGETS = 60;
    /** Minutes without a reading from which it counts as a gap. */
    public const GAP = 30;

    /**
     * @param list<Reading>                                                           $taken   in order of time
     * @param int                                                                     $doubles said again of a minute that is known
     * @param int                                                                     $ahead   of the clock
     * @param int                                                                     $spikes  values that jumped and were left out
     * @param int                                                                     $gaps    times without a reading
     * @param array<string, array{minute: int, value: float, held: ?array{int, float}}> $last  by quantity, with what is held back
     */
    private function __construct(
        public readonly array $taken,
        public readonly int $doubles,
        public readonly int $ahead,
        public readonly int $spikes,
        public readonly int $gaps,
        public readonly array $last,
    ) {
    }

    /**
     * @param list<Reading>                                                           $readings
     * @param int                                                                     $now     minute
     * @param array<string, array{minute: int, value: float, held: ?array{int, float}}> $last  as the intake before left it
     */
    public static function of(array $readings, int $now, array $last = []): self
    {
        $byMinute = [];
        $ahead = $doubles = $spikes = $gaps = 0;
        foreach ($readings as $reading) {
            if ($reading->minute > $now + self::AHEAD) {
                ++$ahead;
                continue;
            }
            $known = $byMinute[$reading->minute] ?? null;
            $doubles += $known === null || array_diff_key($reading->values, $known) !== [] ? 0 : 1;
            $byMinute[$reading->minute] = ($known ?? []) + $reading->values;
        }
        ksort($byMinute);
        $taken = [];
        $before = null;
        foreach ($byMinute as $minute => $values) {
            $gaps += $before !== null && $minute - $before > self::GAP ? 1 : 0;
            $before = $minute;
            foreach ($values as $name => $value) {
                $quantity = Quantity::from($name);
                $was = $last[$name] ?? null;
                if ($was !== null && self::jumps($quantity, $was['minute'], $was['value'], $minute, $value)) {
                    $held = $was['held'];
                    if ($held === null || self::jumps($quantity, $held[0], $held[1], $minute, $value)) {
                        unset($values[$name]);
                        ++$spikes;
                        $last[$name]['held'] = [$minute, $value];
                        continue;
                    }
                    // It was no spike: it says the same again.
                    if (isset($taken[$held[0]]) && !isset($taken[$held[0]][$name])) {
                        $taken[$held[0]][$name] = $held[1];
                        --$spikes;
                    }
                }
                if ($was === null || $minute >= $was['minute']) {
                    $last[$name] = ['minute' => $minute, 'value' => $value, 'held' => null];
                }
            }
            $taken[$minute] = $values;
        }
        $said = array_filter($taken);

        return new self(
            array_map(static fn (int $minute, array $values) => new Reading($minute, $values), array_keys($said), array_values($said)),
            $doubles,
            $ahead,
            $spikes,
            $gaps,
            $last,
        );
    }

    private static function jumps(Quantity $quantity, int $fromMinute, float $from, int $toMinute, float $to): bool
    {
        $most = $quantity->jump();
        $minutes = abs($toMinute - $fromMinute);

        return $most !== null && $minutes <= self::FORGETS && abs($to - $from) > $most * max(1.0, $minutes / 10.0);
    }
}
