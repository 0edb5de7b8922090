<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** Who lies where in a house over its weeks, batch by batch: for asking what would fit, and who is in the way. */
final class Taken
{
    /** @var array<string, list<Leg>> */
    private array $legs = [];
    /** @var array<int, array<string, Leg>> by cell */
    private array $cells = [];
    /** @var array<string, true> */
    private array $fixed = [];

    /** @param list<Space> $spaces */
    public function __construct(public readonly int $weeks, public readonly array $spaces)
    {
    }

    public function put(string $name, bool $isFixed, Leg ...$legs): void
    {
        foreach ($legs as $leg) {
            $this->legs[$name][] = $leg;
            foreach ($this->cellsOf($leg) as $cell) {
                $this->cells[$cell][$name] = $leg;
            }
        }
        if ($isFixed) {
            $this->fixed[$name] = true;
        }
    }

    /** @return list<Leg> the legs that the batch had, and has no more */
    public function take(string $name): array
    {
        $legs = $this->legs[$name] ?? [];
        foreach ($legs as $leg) {
            foreach ($this->cellsOf($leg) as $cell) {
                unset($this->cells[$cell][$name]);
            }
        }
        unset($this->legs[$name]);

        return $legs;
    }

    public function isFixed(string $name): bool
    {
        return isset($this->fixed[$name]);
    }

    /** @return array<string, list<Leg>> */
    public function legs(): array
    {
        return $this->legs;
    }

    /** Whether the zone by itself could ever take this: its weeks, its warmth and water, its size. */
    public function couldHold(Leg $leg): bool
    {
        return $leg->from >= 0 && $leg->from + $leg->weeks <= $this->weeks && $leg->comfort->meets($this->spaces[$leg->space]->comfort)
            && $leg->trays <= min([PHP_INT_MAX, ...array_slice($this->spaces[$leg->space]->trays, $leg->from, $leg->weeks)]);
    }

    public function fits(Leg $leg): bool
    {
        if (!$this->couldHold($leg)) {
            return false;
        }
        foreach ($this->cellsOf($leg) as $week => $cell) {
            $free = $this->spaces[$leg->space]->trays[$week] - $leg->trays;
            foreach ($this->cells[$cell] ?? [] as $other) {
                $free -= $other->trays;
                if ($free < 0 || !$other->comfort->meets($leg->comfort)) {
                    return false;
                }
            }
        }

        return true;
    }

    /** Trays free there in the fullest of its weeks. */
    public function free(Leg $leg): int
    {
        $least = PHP_INT_MAX;
        foreach ($this->cellsOf($leg) as $week => $cell) {
            $used = array_sum(array_map(static fn (Leg $other) => $other->trays, $this->cells[$cell] ?? []));
            $least = min($least, $this->spaces[$leg->space]->trays[$week] - $used);
        }

        return $least;
    }

    /** @return list<string> who lies there then */
    public function there(Leg $leg): array
    {
        $names = [];
        foreach ($this->cellsOf($leg) as $cell) {
            $names += $this->cells[$cell] ?? [];
        }

        return array_map(strval(...), array_keys($names));
    }

    /** @return list<string> who lies there then and wants water or warmth that cannot be had together with this */
    public function clashing(Leg $leg): array
    {
        $names = [];
        foreach ($this->cellsOf($leg) as $cell) {
            foreach ($this->cells[$cell] ?? [] as $name => $other) {
                if (!$other->comfort->meets($leg->comfort)) {
                    $names[$name] = true;
                }
            }
        }

        return array_map(strval(...), array_keys($names));
    }

    /**
     * The one setting of a zone in a week that suits all who lie there: the coolest and driest. Null where nobody lies.
     *
     * @return ?array{
     *     heat: float, mist: float, heatTo: float, mistTo: float,
     * } with the warmest and wettest that would do; below the first where they cannot be had together
     */
    public function setting(int $space, int $week): ?array
    {
        $here = $this->cells[$space * $this->weeks + $week] ?? [];
        if ($here === []) {
            return null;
        }
        $can = $this->spaces[$space]->comfort;
        [$heat, $mist, $heatTo, $mistTo] = [$can->heat->low, $can->mist->low, $can->heat->high, $can->mist->high];
        foreach ($here as $leg) {
            [$warm, $wet] = [$leg->comfort->heat, $leg->comfort->mist];
            [$heat, $mist, $heatTo, $mistTo] = [max($heat, $warm->low), max($mist, $wet->low), min($heatTo, $warm->high), min($mistTo, $wet->high)];
        }

        return ['heat' => $heat, 'mist' => $mist, 'heatTo' => $heatTo, 'mistTo' => $mistTo];
    }

    /** Degrees above nothing at which zones are kept, by tray and week: what the house's heat goes by. */
    public function heat(): float
    {
        $sum = 0.0;
        foreach ($this->spaces as $number => $space) {
            for ($week = 0; $week < $this->weeks; ++$week) {
                $sum += $space->trays[$week] * max(0.0, $this->setting($number, $week)['heat'] ?? 0.0);
            }
        }

        return $sum;
    }

    /** @return array<int, int> week → cell */
    private function cellsOf(Leg $leg): array
    {
        $cells = [];
        for ($week = max(0, $leg->from); $week < min($this->weeks, $leg->from + $leg->weeks); ++$week) {
            $cells[$week] = $leg->space * $this->weeks + $week;
        }

        return $cells;
    }
}
