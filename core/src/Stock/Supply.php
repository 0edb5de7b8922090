<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Fact;

/** What one block can give for one batch, and which of several blocks to take it from. */
final class Supply
{
    /** @param list<array{code: string, words: Fact, clears: Fact}> $against why the block is not fit, as Fitness says it */
    public function __construct(public readonly Source $source, public readonly BlockOffer $offer, public readonly array $against)
    {
    }

    /**
     * The block to take from: one that is fit and can give enough; of those the one that has most left. Else the one that
     * comes nearest: fit before unfit, and the less there is against it the better.
     *
     * @param list<self> $supplies
     *
     * @return list<self> the best first
     */
    public static function bestFirst(array $supplies): array
    {
        usort($supplies, static fn (self $a, self $b) => $b->rank() <=> $a->rank() ?: strcmp($a->source->code, $b->source->code));

        return $supplies;
    }

    /**
     * The other block that with this one gives what is asked, and how many cuttings of it: one that is fit, and has most left.
     * Beds whose clumps are lifted give a batch by themselves.
     *
     * @param list<self> $all of the crop
     *
     * @return ?array{code: string, cuttings: int} null where this one gives enough, or no other fills the rest
     */
    public function with(array $all): ?array
    {
        $missing = $this->offer->asked - $this->offer->left();
        if ($missing <= 0 || !$this->isFit() || $this->offer->left() === 0 || $this->source->isBed) {
            return null;
        }
        foreach (self::bestFirst($all) as $other) {
            if ($other->source->code !== $this->source->code && $other->isFit() && !$other->source->isBed && $other->offer->left() >= $missing) {
                return ['code' => $other->source->code, 'cuttings' => $missing];
            }
        }

        return null;
    }

    public function isFit(): bool
    {
        return $this->against === [];
    }

    public function isEnough(): bool
    {
        return $this->isFit() && $this->offer->isEnough();
    }

    public function words(): Fact
    {
        return $this->isFit()
            ? Fact::of('stock.gives', block: $this->source->code, gives: $this->offer->words())
            : Fact::of('stock.gives_unfit', block: $this->source->code, gives: $this->offer->words(), why: $this->against[0]['words']);
    }

    /** @return array{bool, bool, int, bool, int} the greater the better */
    private function rank(): array
    {
        return [$this->isEnough(), $this->isFit(), -count($this->against), $this->offer->isEnough(), $this->offer->left()];
    }
}
