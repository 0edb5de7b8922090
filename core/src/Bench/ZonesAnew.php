<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * A few zones emptied for some weeks and filled anew in the best way there is, from what lay in them and what is left out, while all
 * else stays as it is. It is a small house of its own: prices on its batches say what it cannot cost less than, and all fillings
 * that cost little more are looked through.
 */
final class ZonesAnew
{
    /** Batches that are taken up at first, at least and at most: a whole number tells so many apart by its bits. */
    private const BEGINS = 14.0;
    private const LEAST = 6.0;
    private const MOST = 62;
    /** How many more are taken up after what could be looked through, and how many fewer after what could not. */
    private const MORE = 0.5;
    private const FEWER = 2.0;
    /** Weeks for which zones are emptied. */
    private const WEEKS = 16;
    /** Ways listed of those zones, and forks and fillings looked through; where there are more, they stay as they are. */
    private const WAYS = 20_000;
    private const LOOKS = 200_000;
    /** Rounds of prices before it is looked through. */
    private const ROUNDS = 14;
    /** Ways listed, forks walked by a round of prices, and fillings looked through, that take the time of a step. */
    private const LISTED = 10;
    private const WALKED = 200;
    private const LOOKED = 100;

    /** Batches taken up now: as many as can just be looked through. */
    private float $many = self::BEGINS;
    /** @var array<int, float> what prices were last, by batch, which is nearly right for the next time */
    private array $price;

    /** @param list<list<int>> $lays by batch */
    public function __construct(private readonly ToPlace $ask, private readonly array $lays, private readonly Luck $luck)
    {
        $this->price = Prices::begin($ask);
    }

    /** @param list<float> $prices by batch, where they are known better */
    public function know(array $prices): void
    {
        $this->price = $prices;
    }

    /**
     * A few zones, one of which would do for this batch. What is laid out there is never dearer after it.
     *
     * @return int steps taken
     */
    public function around(int $batch, LaidOut $house): int
    {
        [$zones, $batches] = $this->corner($batch, $house);
        $known = array_sum(array_map($house->costOf(...), $batches));
        $lies = [];
        foreach ($batches as $one) {
            $lies[$one] = $house->at[$one];
            if (!$house->isOut($one)) {
                $house->take($one);
            }
        }
        [$part, $lays] = $this->ask->part($batches, $zones, $house);
        $found = [];
        $steps = $this->fill($part, $zones, $batches, $known, $found);
        if ($found !== []) {
            $lies = [];
            foreach ($found as $one => $lay) {
                $lies[$batches[$one]] = $lays[$lay];
            }
        }
        foreach ($lies as $one => $lay) {
            if ($lay !== LaidOut::NOWHERE) {
                $house->put($one, $lay);
            }
        }

        return $steps;
    }

    /**
     * Zones that the same batches would do in, and batches that lie there in the same weeks or lie nowhere.
     *
     * @return array{non-empty-list<int>, non-empty-list<int>} zones and batches
     */
    private function corner(int $first, LaidOut $house): array
    {
        [$zone, $week] = $this->someLay($first);
        $from = max(0, $week - $this->luck->below(self::WEEKS));
        $zones = [$zone];
        $batches = $this->lyingIn($zone, $from, $house);
        for ($try = 0, $tries = 4 * count($this->ask->spaces); $try < $tries && count($batches) < (int) $this->many; ++$try) {
            [$zone] = $this->someLay($batches === [] ? $first : array_keys($batches)[$this->luck->below(count($batches))]);
            $more = in_array($zone, $zones, true) ? [] : $this->lyingIn($zone, $from, $house);
            if (!in_array($zone, $zones, true) && count($batches + $more) <= (int) $this->many) {
                $zones[] = $zone;
                $batches += $more;
            }
        }
        $batches = [$first => true] + $batches;
        foreach ($this->lays as $batch => $lays) {
            if ($lays !== [] && $house->isOut($batch)) {
                $week = $this->ask->layCell[$lays[0]] % $this->ask->weeks;
                $would = array_filter($lays, fn (int $lay) => in_array(intdiv($this->ask->layCell[$lay], $this->ask->weeks), $zones, true));
                if ($would !== [] && $week >= $from && $week < $from + self::WEEKS) {
                    $batches[$batch] = true;
                }
            }
        }

        return [$zones, array_slice(array_keys($batches), 0, self::MOST)];
    }

    /** @return array{int, int} the zone of one of its lays, and the week from which on it would be there */
    private function someLay(int $batch): array
    {
        $cell = $this->ask->layCell[$this->lays[$batch][$this->luck->below(count($this->lays[$batch]))]];

        return [intdiv($cell, $this->ask->weeks), $cell % $this->ask->weeks];
    }

    /** @return array<int, true> by batch */
    private function lyingIn(int $zone, int $from, LaidOut $house): array
    {
        $batches = [];
        for ($week = $from, $end = min($this->ask->weeks, $from + self::WEEKS); $week < $end; ++$week) {
            $batches += array_map(static fn () => true, $house->lying[$zone * $this->ask->weeks + $week]);
        }

        return $batches;
    }

    /**
     * @param list<int>       $zones
     * @param list<int>       $batches
     * @param array<int, int> $found by batch of the part, the lays of what is cheapest and cheaper than what is known are put here
     *
     * @return int steps taken
     */
    private function fill(ToPlace $part, array $zones, array $batches, int $known, array &$found): int
    {
        $of = [];
        foreach (array_keys($part->names) as $batch) {
            [$lay, $end] = $part->laysOf($batch);
            for (; $lay < $end; ++$lay) {
                $of[] = $batch;
            }
        }
        $left = self::WAYS;
        $ways = [];
        foreach ($zones as $zone) {
            $way = ListedWays::of($part, $zone, $of, $left);
            if ($way === null) {
                $this->many = max(self::LEAST, $this->many - self::FEWER);

                return 1 + intdiv(self::WAYS, self::LISTED);
            }
            $ways[] = $way;
        }
        $prices = new Prices($part, $of, $ways, array_map(fn (int $batch) => $this->price[$batch], $batches));
        for ($round = 0; $round < self::ROUNDS && !$prices->isOver($known); ++$round) {
            $prices->round($known);
        }
        $steps = 1 + intdiv(self::WAYS - $left, self::LISTED) + intdiv($round * $prices->forks, self::WALKED);
        foreach ($prices->lookThrough($known, self::LOOKS) as $looked => $taken) {
            $steps += intdiv($looked, self::LOOKED);
            foreach ($taken as $lay) {
                $found[$of[$lay]] = $lay;
            }
        }
        $this->price = array_replace($this->price, array_combine($batches, $prices->best()));
        $this->many = $prices->isOver($known) ? min((float) self::MOST, $this->many + self::MORE) : max(self::LEAST, $this->many - self::FEWER);

        return $steps;
    }
}
