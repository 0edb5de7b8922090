<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * One filling for each zone, such that no batch is in two of them and everything together costs least. Batches are settled one
 * after the other: each into one zone, which then keeps only the fillings with it, or into none, at its price. How much dearer the
 * cheapest fillings that are left become says which ways cannot win, and which batch leaves the fewest ways open: that one is next.
 *
 * Batches are the bits of whole numbers; a filling is the bits of its batches.
 */
final class Together
{
    /** Batches that can be told apart by the bits of a whole number. */
    public const BITS = 62;
    private const OUT = -1;
    /** Forks and fillings looked at in one piece. */
    private const PIECE = 30_000;

    /** @var array<int, int> the filling of each zone in the best way so far; none before there is one */
    private array $best = [];
    /** What was left at the end of the piece before. */
    private int $said;

    /**
     * @param array<int, float> $price by batch, what it adds that none has it; INF for one that must have a place
     * @param float             $limit everything together costs less than this
     * @param int               $left  fillings that may still be looked at
     */
    private function __construct(private readonly array $price, private float $limit, private int $left)
    {
        $this->said = $left;
    }

    /**
     * @param list<array{list<int>, list<float>}> $fillings by zone, all its fillings and how much each is dearer than its cheapest, cheapest first
     * @param array<int, float>                   $price    by batch, what it adds that none has it; INF for one that must have a place
     * @param float                               $room     how much everything together may add at most
     * @param int                                 $left     fillings that may still be looked at; those looked at are taken from it, and below
     *                                                      nothing it was ended before its end
     *
     * @return array<int, int> the filling of each zone; none where there is no such way
     */
    public static function cheapest(array $fillings, array $price, float $room, int &$left): array
    {
        return self::toItsEnd(self::among($fillings, $price, $room, $left));
    }

    /**
     * The same, from the ways that zones have within so much room.
     *
     * @param list<ZoneWays>    $zones
     * @param array<int, float> $worth by lay
     * @param array<int, int>   $cost  by lay
     * @param list<int>         $of    the bit of each lay's batch
     * @param array<int, float> $price by batch, as above
     * @param int               $left  forks and fillings that may still be looked at, as above
     *
     * @return list<int> the lays of all zones, where they cost least; none where there is no such way, or it was ended before there was one
     */
    public static function lays(array $zones, array $worth, array $cost, array $of, array $price, float $room, int &$left): array
    {
        return self::toItsEnd(self::search($zones, $worth, $cost, $of, $price, $room, $left));
    }

    /**
     * The same in pieces, so that it need not be waited for.
     *
     * @param list<ZoneWays>    $zones
     * @param array<int, float> $worth
     * @param array<int, int>   $cost
     * @param list<int>         $of
     * @param array<int, float> $price
     *
     * @return \Generator<int, int, void, list<int>> forks and fillings looked at in each piece but the last; in the end, the lays
     */
    public static function search(array $zones, array $worth, array $cost, array $of, array $price, float $room, int &$left): \Generator
    {
        $fillings = [];
        foreach ($zones as $zone) {
            $before = $left;
            $some = $zone->fillings($worth, $of, $room, $left);
            if ($some === null) {
                return [];
            }
            $fillings[] = $some;
            yield $before - $left;
        }
        $taken = [];
        foreach (yield from self::among($fillings, $price, $room + 1e-6, $left) as $zone => $filling) {
            array_push($taken, ...$zones[$zone]->laysFor($filling, $cost, $of));
        }

        return $taken;
    }

    /**
     * @param list<array{list<int>, list<float>}> $fillings
     * @param array<int, float>                   $price
     *
     * @return \Generator<int, int, void, array<int, int>>
     */
    private static function among(array $fillings, array $price, float $room, int &$left): \Generator
    {
        $together = new self($price, $room, $left);
        yield from $together->settle($fillings, 0.0, array_sum(array_keys($price)));
        $left = $together->left;

        return $together->best;
    }

    /**
     * @template T
     *
     * @param \Generator<int, int, void, T> $search
     *
     * @return T
     */
    private static function toItsEnd(\Generator $search): mixed
    {
        while ($search->valid()) {
            $search->next();
        }

        return $search->getReturn();
    }

    /**
     * @param array<int, array{list<int>, list<float>}> $zones as far as they go with what is settled
     * @param float                                     $spent on those that none has
     * @param int                                       $open  batches that are not settled
     *
     * @return \Generator<int, int> what was looked at in each piece
     */
    private function settle(array $zones, float $spent, int $open): \Generator
    {
        while ($this->left >= 0) {
            if ($this->said - $this->left >= self::PIECE) {
                yield $this->said - $this->left;
                $this->said = $this->left;
            }
            $least = $spent;
            foreach ($zones as [$fillings, $costs]) {
                if ($fillings === []) {
                    return;
                }
                $least += $costs[0];
            }
            if ($least >= $this->limit) {
                return;
            }
            [$with, $without, $some] = $this->dearer($zones, $this->limit - $least, $open);
            for ($lost = $open & ~$some; $lost !== 0; $lost &= $lost - 1) {
                $spent += $this->price[$lost & -$lost];
                $least += $this->price[$lost & -$lost];
            }
            $open &= $some;
            if ($least >= $this->limit) {
                return;
            }
            if ($open === 0) {
                $this->limit = $least - 1e-9;
                $this->best = array_map(static fn (array $zone) => $zone[0][0], $zones);

                return;
            }
            [$batch, $into] = $this->next($with, $without, $open, $this->limit - $least);
            if (count($into) !== 1) {
                foreach ($into as $zone => $more) {
                    if ($least + $more < $this->limit) {
                        $adds = $zone === self::OUT ? $this->price[$batch] : 0.0;
                        yield from $this->settle($this->kept($zones, $batch, $zone), $spent + $adds, $open & ~$batch);
                    }
                }

                return;
            }
            $zone = array_key_first($into);
            $zones = $this->kept($zones, $batch, $zone);
            $spent += $zone === self::OUT ? $this->price[$batch] : 0.0;
            $open &= ~$batch;
        }
    }

    /**
     * By how much each zone gets dearer when it must have a batch, and when it must not. Fillings too dear by themselves are taken out.
     *
     * @param array<int, array{list<int>, list<float>}> $zones
     *
     * @return array{array<int, array<int, float>>, array<int, array<int, float>>, int} with, and without, by zone and batch; and all batches of any
     */
    private function dearer(array &$zones, float $room, int $open): array
    {
        $with = $without = [];
        $some = 0;
        foreach ($zones as $zone => [$fillings, $costs]) {
            $first = $costs[0];
            $have = $lack = 0;
            $with[$zone] = $without[$zone] = [];
            foreach ($fillings as $many => $filling) {
                $cost = $costs[$many];
                if ($cost - $first >= $room) {
                    $zones[$zone] = [array_slice($fillings, 0, $many), array_slice($costs, 0, $many)];
                    break;
                }
                for ($new = $filling & $open & ~$have; $new !== 0; $new &= $new - 1) {
                    $with[$zone][$new & -$new] = $cost - $first;
                }
                $have |= $filling;
                for ($new = $open & ~$filling & ~$lack; $new !== 0; $new &= $new - 1) {
                    $without[$zone][$new & -$new] = $cost - $first;
                }
                $lack |= ~$filling;
            }
            $this->left -= count($zones[$zone][0]);
            $some |= $have;
        }

        return [$with, $without, $some];
    }

    /**
     * The batch that leaves the fewest ways open, and by how much each of those makes everything dearer, by zone, the cheapest first.
     *
     * @param array<int, array<int, float>> $with
     * @param array<int, array<int, float>> $without
     *
     * @return array{int, array<int, float>}
     */
    private function next(array $with, array $without, int $open, float $room): array
    {
        $hardest = -INF;
        $next = [0, []];
        for (; $open !== 0; $open &= $open - 1) {
            $this->left -= count($with);
            $batch = $open & -$open;
            $elsewhere = 0.0;
            foreach ($without as $lacks) {
                $elsewhere += $lacks[$batch] ?? INF;
            }
            $into = [self::OUT => $elsewhere + $this->price[$batch]];
            foreach ($with as $zone => $has) {
                if (isset($has[$batch])) {
                    $others = $elsewhere;
                    if (isset($without[$zone][$batch])) {
                        $others -= $without[$zone][$batch];
                    } else {
                        $others = 0.0;
                        foreach ($without as $other => $lacks) {
                            $others += $other === $zone ? 0.0 : $lacks[$batch] ?? INF;
                        }
                    }
                    $into[$zone] = $others + $has[$batch];
                }
            }
            $into = array_filter($into, static fn (float $more) => $more < $room);
            asort($into);
            if (count($into) < 2) {
                return [$batch, $into];
            }
            [$cheapest, $second] = array_slice($into, 0, 2);
            if (3 * $cheapest + $second > $hardest) {
                $hardest = 3 * $cheapest + $second;
                $next = [$batch, $into];
            }
        }

        return $next;
    }

    /**
     * @param array<int, array{list<int>, list<float>}> $zones
     *
     * @return array<int, array{list<int>, list<float>}> those fillings that have the batch in this zone and in no other
     */
    private function kept(array $zones, int $batch, int $in): array
    {
        foreach ($zones as $zone => [$fillings, $costs]) {
            $bit = $zone === $in ? $batch : 0;
            $kept = $keptCosts = [];
            $this->left -= count($fillings);
            foreach ($fillings as $i => $filling) {
                if (($filling & $batch) === $bit) {
                    $kept[] = $filling;
                    $keptCosts[] = $costs[$i];
                }
            }
            $zones[$zone] = [$kept, $keptCosts];
        }

        return $zones;
    }
}
