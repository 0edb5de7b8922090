<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** How clumps of a block are divided: few are lifted, each makes so many pieces, and some of them go back to the bed. */
final class Clumps
{
    private function __construct(public readonly int $each, public readonly int $back)
    {
    }

    /**
     * @param int $each pieces that a clump makes
     * @param int $back of these, that go back to the bed
     *
     * @throws Refused for `piecesEach` or `piecesBack`
     */
    public static function of(int $each, int $back): self
    {
        if ($each < 2) {
            throw Refused::because('out_of_range', 'piecesEach', Fact::of('refused.clumps.one_piece'));
        }
        if ($back < 0 || $back >= $each) {
            throw Refused::because('out_of_range', 'piecesBack', Fact::of('refused.clumps.none_left', most: $each - 1));
        }

        return new self($each, $back);
    }

    /** Pieces that a clump gives to pot. */
    public function give(): int
    {
        return $this->each - $this->back;
    }

    /** The fewest clumps that give so many pieces. */
    public function lifted(int $pieces): int
    {
        return intdiv(max(0, $pieces) + $this->give() - 1, $this->give());
    }

    /** Pieces that go back to the bed when so many are used: those that always do, and what is over of the last clump. */
    public function toBed(int $pieces): int
    {
        return $this->lifted($pieces) * $this->each - max(0, $pieces);
    }

    /**
     * Clumps in the bed before some were divided, by how many there are after it.
     *
     * @param list<int> $divided pieces of each take
     */
    public function before(int $plants, array $divided): int
    {
        foreach ($divided as $pieces) {
            $plants -= $this->toBed($pieces) - $this->lifted($pieces);
        }

        return max(0, $plants);
    }

    /** What is done at the bed for so many pieces. */
    public function words(int $pieces): Fact
    {
        return Fact::of('take.lift_clumps', clumps: $this->lifted($pieces), each: $this->each, back: $this->toBed($pieces));
    }

    /**
     * @param int $lifted clumps
     * @param int $pieces used
     * @param int $toBed  pieces that went back to the bed
     *
     * @return int by how many plants the bed has more, or less
     *
     * @throws Refused for `lifted` or `toBed`
     */
    public function change(int $lifted, int $pieces, int $toBed): int
    {
        if ($pieces > $lifted * $this->each) {
            throw Refused::because(
                'more_than_there_are',
                'lifted',
                Fact::of('refused.clumps.too_few', lifted: $lifted, make: $lifted * $this->each, pieces: $pieces, needed: $this->lifted($pieces)),
            );
        }
        if ($pieces + $toBed > $lifted * $this->each) {
            throw Refused::because(
                'more_than_there_are',
                'toBed',
                Fact::of('refused.clumps.too_many_back', lifted: $lifted, make: $lifted * $this->each, most: $lifted * $this->each - $pieces),
            );
        }

        return $toBed - $lifted;
    }
}
