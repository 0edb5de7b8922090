<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Compute\Going;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/**
 * A house filled with batches, around what stands there and stays. It is a plan without faults from the beginning on,
 * and better with every step that it is given. Where batches may be parted or moved midway, those that found no place
 * whole are laid so; then, at no more cost, batches are put where the house needs less heat.
 */
final class Filling
{
    /** Steps that are enough for a house of some dozen batches. */
    public const STEPS = 40_000;
    /** Lays tried while tidying. */
    private const TIDIED = 60_000;
    /** A zone's setting that jumps by one degree from a week to the next weighs this share of one degree held for a week. */
    private const JUMP = 0.5;
    /** A bound that leaves more than this open, in hundredths of what a filling costs, tells nobody anything. */
    private const OPEN = 50;

    private readonly Filler $filler;
    /** °C that one mist level weighs as much as. */
    private readonly float $mistAsWarmth;
    private readonly ToPlace $ask;
    /** @var array<string, Stay> */
    private readonly array $stays;
    /** @var array<string, int> the number of each batch */
    private array $numbers = [];

    /**
     * @param list<Space>              $spaces
     * @param list<Stay>               $stays    names must differ
     * @param array<string, list<Leg>> $standing what stays where it stands
     */
    public function __construct(
        private readonly int $weeks,
        private readonly array $spaces,
        array $stays,
        HouseDefaults $house,
        private readonly array $standing = [],
        int $seed = 1,
    ) {
        $this->mistAsWarmth = $house->number(HouseDefault::MistAsWarmth);
        $this->ask = new ToPlace($weeks, $spaces);
        foreach ($standing as $name => $legs) {
            foreach ($legs as $leg) {
                $this->ask->stands((string) $name, $leg);
            }
        }
        $by = [];
        foreach ($stays as $number => $stay) {
            $by[$stay->name] = $stay;
            $this->numbers[$stay->name] = $number;
            $this->ask->batch($stay->name, $stay->leftOut());
            foreach (array_keys($spaces) as $space) {
                if (!$stay->comfort->meets($spaces[$space]->comfort)) {
                    continue;
                }
                for ($start = $stay->earliest; $start <= $stay->latest; ++$start) {
                    $lay = $stay->lay($space, $start);
                    if ($lay !== null) {
                        $this->ask->lay($lay['cost'], $lay['leg']);
                    }
                }
            }
        }
        $this->stays = $by;
        $this->filler = new Filler($this->ask, $seed);
    }

    /**
     * Begins from where batches lay before, as far as that can still be had.
     *
     * @param array<string, array{space: int, from: int}> $before by name
     */
    public function from(array $before): void
    {
        $plan = [];
        foreach ($before as $name => ['space' => $space, 'from' => $from]) {
            if (!isset($this->numbers[$name])) {
                continue;
            }
            [$lay, $end] = $this->ask->laysOf($this->numbers[$name]);
            for (; $lay < $end; ++$lay) {
                $leg = $this->ask->leg($lay);
                if ($leg->space === $space && $leg->from === $from) {
                    $plan[$this->numbers[$name]] = $lay;
                }
            }
        }
        $this->filler->from($plan);
    }

    /**
     * @param ?Going $going asked now and then whether to go on; stopped, it keeps what it has found
     *
     * @return bool whether more steps could still gain anything
     */
    public function improve(int $steps, ?Going $going = null): bool
    {
        $this->filler->improve($steps, $going);

        return !$this->filler->isBest();
    }

    public function count(): int
    {
        return count($this->stays);
    }

    /** What the plan costs: Σ weight · |start − preferred| over what is placed, and 100 · Σ weight · trays over what is not. */
    public function score(): int
    {
        return $this->filler->score();
    }

    /** What no plan can cost less than, as far as the search has found that out. */
    public function bound(): int
    {
        return $this->filler->bound();
    }

    /** How far this can be from the best there is at most, and how many any plan could place as wholes. */
    public function howFar(): Fact
    {
        [$score, $bound, $fewest, $all] = [$this->filler->score(), $this->bound(), $this->filler->fewestLeftOut(), count($this->stays)];
        $less = $score > $bound ? max(1, (int) round(100 * ($score - $bound) / $score)) : 0;
        $best = match (true) {
            $less === 0 => Fact::of('filling.no_better'),
            $less > self::OPEN => Fact::of('filling.not_known'),
            default => Fact::of('filling.at_most', less: $less),
        };

        return $fewest === 0 ? $best : Fact::of('filling.most', most: $all - $fewest, all: $all, best: $best);
    }

    public function filled(bool $tidied = true): Filled
    {
        $taken = new Taken($this->weeks, $this->spaces);
        foreach ($this->standing as $name => $legs) {
            $taken->put((string) $name, true, ...$legs);
        }
        $placed = $unplaced = [];
        foreach ($this->filler->plan() as $number => $lay) {
            $name = $this->ask->names[$number];
            if ($lay === null) {
                $unplaced[$name] = $this->stays[$name];
            } else {
                $taken->put($name, false, $this->ask->leg($lay));
                $placed[$name] = true;
            }
        }
        uasort($unplaced, static fn (Stay $a, Stay $b) => [$b->leftOut(), $a->name] <=> [$a->leftOut(), $b->name]);
        foreach ($unplaced as $name => $stay) {
            $legs = $this->inPieces($stay, $taken);
            if ($legs !== []) {
                $taken->put($stay->name, false, ...$legs);
                $placed[$name] = true;
                unset($unplaced[$name]);
            }
        }
        if ($tidied) {
            $this->tidy($taken);
        }
        $legs = array_intersect_key($taken->legs(), $placed);
        $faults = FillingCheck::faults($this->weeks, $this->spaces, array_values($this->stays), $legs, $this->standing);
        if ($faults !== []) {
            throw new \LogicException('A filling must never be at fault: '.$faults[0]);
        }

        return new Filled($taken, $this->stays, $legs, array_values($unplaced));
    }

    /**
     * The house as it was before: which of these batches have no place where they are said to lie, and its heat.
     *
     * @param array<string, array{space: int, from: int}> $was by name
     *
     * @return array{without: list<string>, heat: float}
     */
    public function asItWas(array $was): array
    {
        $taken = new Taken($this->weeks, $this->spaces);
        foreach ($this->standing as $name => $legs) {
            $taken->put((string) $name, true, ...$legs);
        }
        $without = [];
        foreach ($this->stays as $name => $stay) {
            $at = $was[$name] ?? null;
            $leg = $at === null ? null : $stay->lay($at['space'], $at['from'])['leg'] ?? null;
            if ($leg !== null && $taken->fits($leg)) {
                $taken->put($stay->name, false, $leg);
            } else {
                $without[] = $stay->name;
            }
        }

        return ['without' => $without, 'heat' => $taken->heat()];
    }

    /** @return list<Leg> */
    private function inPieces(Stay $stay, Taken $taken): array
    {
        if ($stay->mayPart) {
            for ($start = $stay->earliest; $start <= $stay->latest; ++$start) {
                $parts = NoPlace::parts($stay, $taken, $start, 3);
                if ($parts !== []) {
                    return $parts;
                }
            }
        }

        return $stay->mayMove ? NoPlace::movedMidway($stay, $taken)->legs ?? [] : [];
    }

    /**
     * Each batch that can lie elsewhere from the same week on, at no more cost, goes where the house needs least heat for it: like
     * beside like, and zones left empty that can be.
     */
    private function tidy(Taken $taken): void
    {
        $tried = 0;
        foreach ($taken->legs() as $name => $legs) {
            $stay = $this->stays[$name] ?? null;
            if ($stay === null || count($legs) !== 1 || $tried > self::TIDIED) {
                continue;
            }
            $was = $legs[0];
            $wasCost = $stay->lay($was->space, $was->from)['cost'] ?? 0;
            $best = [$was, 1e-9];
            $there = $this->heat($taken, $was);
            $taken->take($name);
            $there -= $this->heat($taken, $was);
            foreach (array_keys($this->spaces) as $space) {
                $lay = $space === $was->space ? null : $stay->lay($space, $was->from);
                if ($lay === null || $lay['cost'] > $wasCost) {
                    continue;
                }
                ++$tried;
                if (!$taken->fits($lay['leg'])) {
                    continue;
                }
                $here = $this->heat($taken, $lay['leg']);
                $taken->put($name, false, $lay['leg']);
                $here = $this->heat($taken, $lay['leg']) - $here;
                $taken->take($name);
                if ($there - $here > $best[1]) {
                    $best = [$lay['leg'], $there - $here];
                }
            }
            $taken->put($name, false, $best[0]);
        }
    }

    /** What a zone is heated and wetted in the weeks of a leg, by its size; nothing where nobody lies. */
    private function heat(Taken $taken, Leg $leg): float
    {
        $sum = 0.0;
        $last = null;
        for ($week = max(0, $leg->from - 1); $week < min($this->weeks, $leg->from + $leg->weeks + 1); ++$week) {
            $now = $taken->setting($leg->space, $week);
            $size = max(1, $this->spaces[$leg->space]->trays[$week]);
            if ($now !== null) {
                // Even a cool zone costs something to keep; an empty one costs nothing.
                $sum += $size * (1.0 + max(0.0, $now['heat']) + $this->mistAsWarmth * $now['mist']);
                $sum += $last === null ? 0.0 : $size * self::JUMP * abs($now['heat'] - $last);
            }
            $last = $now['heat'] ?? null;
        }

        return $sum;
    }
}
