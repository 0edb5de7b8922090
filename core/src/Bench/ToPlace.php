<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * What a house is to be filled with: zones over weeks, what stands there and stays, and batches with every lay
 * that would do for each, at its cost. A lay is one batch in one zone from one week on.
 *
 * Lays run into hundreds of thousands, so they are held as columns of whole numbers. A cell is one zone in one week.
 */
final class ToPlace
{
    /** @var list<string> */
    public array $names = [];
    /** @var list<int> what it costs to leave a batch without a place */
    public array $leftOut = [];
    /** @var list<int> the number of a batch's first lay; its last is before the next one's first */
    public array $firstLay = [];
    /** @var list<int> */
    public array $layCost = [];
    /** @var list<int> the lay's first cell; those of its later weeks follow */
    public array $layCell = [];
    /** @var list<int> */
    public array $layWeeks = [];
    /** @var list<int> */
    public array $layTrays = [];
    /** @var list<int> which of the comforts */
    public array $layComfort = [];
    /** @var list<Comfort> */
    public array $comforts = [];
    /** @var array<int, array<int, true>> comforts that cannot share a zone, both ways */
    public array $clash = [];
    /** @var array<int, int> trays free by cell, below 0 where more stand than there is room */
    public array $free = [];
    /** @var array<int, list<array{name: string, comfort: int, trays: int}>> what stands in a cell and stays there */
    public array $standing = [];

    /** @var array<string, int> */
    private array $comfortKeys = [];
    /** Asked for last, with its number: a batch wants the same in all its lays. */
    private ?Comfort $asked = null;
    private int $ofAsked = 0;

    /**
     * @param list<Space> $spaces
     *
     * @throws Refused for `weeks`
     */
    public function __construct(public readonly int $weeks, public readonly array $spaces)
    {
        if ($weeks < 1) {
            throw Refused::because('out_of_range', 'weeks', Fact::of('refused.to_place.out_of_range'));
        }
        foreach ($spaces as $space) {
            array_push($this->free, ...$space->trays);
        }
    }

    /**
     * Lays down a batch that stays where it stands, being locked or not to be moved. Where it wants other warmth or water than
     * the zone gives, no batch is laid beside it.
     */
    public function stands(string $name, Leg $leg): void
    {
        $comfort = $this->comfort($leg->comfort);
        for ($week = max(0, $leg->from); $week < min($this->weeks, $leg->from + $leg->weeks); ++$week) {
            $cell = $leg->space * $this->weeks + $week;
            $this->free[$cell] -= $leg->trays;
            $this->standing[$cell][] = ['name' => $name, 'comfort' => $comfort, 'trays' => $leg->trays];
        }
    }

    /** The same house with the same lays, where nothing counts but how many are left out: so much each. */
    public function countedAt(int $each): self
    {
        $same = clone $this;
        $same->leftOut = array_map(static fn () => $each, $this->leftOut);
        $same->layCost = array_map(static fn () => 0, $this->layCost);

        return $same;
    }

    /**
     * A part of the house: only these batches, and only what they may have in these zones beside what lies there now.
     *
     * @param list<int> $batches which lie nowhere now
     * @param list<int> $spaces
     *
     * @return array{self, list<int>} with its own numbers of batches and lays; and by its lays, those here
     */
    public function part(array $batches, array $spaces, LaidOut $house): array
    {
        $part = $this->emptied();
        $part->free = $house->free;
        $lays = [];
        foreach ($batches as $batch) {
            $part->batch($this->names[$batch], $this->leftOut[$batch]);
            [$lay, $end] = $this->laysOf($batch);
            $there = [];
            for (; $lay < $end; ++$lay) {
                if (in_array(intdiv($this->layCell[$lay], $this->weeks), $spaces, true)) {
                    $there[] = $lay;
                }
            }
            foreach ($house->fitting($there) as $fits) {
                $part->same($this, $fits);
                $lays[] = $fits;
            }
        }

        return [$part, $lays];
    }

    /**
     * The same house with some lays only.
     *
     * @param array<int, true> $kept by lay
     *
     * @return array{self, list<int>} with its own numbers of lays; and by these, those here
     */
    public function only(array $kept): array
    {
        $part = $this->emptied();
        $lays = [];
        foreach (array_keys($this->names) as $batch) {
            $part->batch($this->names[$batch], $this->leftOut[$batch]);
            [$lay, $end] = $this->laysOf($batch);
            for (; $lay < $end; ++$lay) {
                if (isset($kept[$lay])) {
                    $part->same($this, $lay);
                    $lays[] = $lay;
                }
            }
        }

        return [$part, $lays];
    }

    /** What an average batch costs a week off: by how much its second cheapest cost is dearer than its cheapest. */
    public function weekOff(): float
    {
        $steps = [];
        foreach (array_keys($this->names) as $batch) {
            [$first, $end] = $this->laysOf($batch);
            $costs = array_unique(array_slice($this->layCost, $first, $end - $first));
            sort($costs);
            if (isset($costs[1])) {
                $steps[] = $costs[1] - $costs[0];
            }
        }

        return $steps === [] ? 1.0 : array_sum($steps) / count($steps);
    }

    /** Begins a batch; its lays follow. */
    public function batch(string $name, int $leftOut): void
    {
        $this->names[] = $name;
        $this->leftOut[] = $leftOut;
        $this->firstLay[] = count($this->layCost);
    }

    /**
     * One way for the batch begun last to lie. Lays that the zones alone forbid are passed over.
     *
     * @return bool whether it can be had at all
     */
    public function lay(int $cost, Leg $leg): bool
    {
        if ($leg->from < 0 || $leg->from + $leg->weeks > $this->weeks || !$leg->comfort->meets($this->spaces[$leg->space]->comfort)) {
            return false;
        }
        $comfort = $this->comfort($leg->comfort);
        $first = $leg->space * $this->weeks + $leg->from;
        for ($cell = $first; $cell < $first + $leg->weeks; ++$cell) {
            if ($this->free[$cell] < $leg->trays) {
                return false;
            }
            foreach ($this->standing[$cell] ?? [] as $other) {
                if (isset($this->clash[$comfort][$other['comfort']])) {
                    return false;
                }
            }
        }
        $this->layCost[] = $cost;
        $this->layCell[] = $first;
        $this->layWeeks[] = $leg->weeks;
        $this->layTrays[] = $leg->trays;
        $this->layComfort[] = $comfort;

        return true;
    }

    /** @return array{0: int, 1: int} the numbers of a batch's first lay and of the one after its last */
    public function laysOf(int $batch): array
    {
        return [$this->firstLay[$batch], $this->firstLay[$batch + 1] ?? count($this->layCost)];
    }

    public function leg(int $lay): Leg
    {
        return new Leg(
            intdiv($this->layCell[$lay], $this->weeks),
            $this->layCell[$lay] % $this->weeks,
            $this->layWeeks[$lay],
            $this->layTrays[$lay],
            $this->comforts[$this->layComfort[$lay]],
        );
    }

    private function emptied(): self
    {
        $same = clone $this;
        $same->names = $same->leftOut = $same->firstLay = $same->layCost = $same->layCell = $same->layWeeks = $same->layTrays = $same->layComfort = [];

        return $same;
    }

    private function same(self $house, int $lay): void
    {
        $this->layCost[] = $house->layCost[$lay];
        $this->layCell[] = $house->layCell[$lay];
        $this->layWeeks[] = $house->layWeeks[$lay];
        $this->layTrays[] = $house->layTrays[$lay];
        $this->layComfort[] = $house->layComfort[$lay];
    }

    private function comfort(Comfort $comfort): int
    {
        if ($comfort !== $this->asked) {
            [$this->asked, $this->ofAsked] = [$comfort, $this->comfortKeys[$comfort->key()] ?? $this->another($comfort)];
        }

        return $this->ofAsked;
    }

    private function another(Comfort $comfort): int
    {
        $new = $this->comfortKeys[$comfort->key()] = count($this->comforts);
        $this->comforts[] = $comfort;
        foreach ($this->comforts as $i => $other) {
            if (!$comfort->meets($other)) {
                $this->clash[$new][$i] = $this->clash[$i][$new] = true;
            }
        }

        return $new;
    }
}
