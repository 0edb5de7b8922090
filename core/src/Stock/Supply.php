<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

/** What one block can give for one batch. */
final class Supply
{
    /** @param list<string> $against why the block is not fit */
    public function __construct(public readonly Source $source, public readonly BlockOffer $offer, public readonly array $against)
    {
    }

    public function isEnough(): bool
    {
        return $this->against === [] && $this->offer->isEnough();
    }

    public function words(): string
    {
        return sprintf('%s %s%s', $this->source->code, $this->offer->words(), $this->against === [] ? '' : ', and is not fit to take from: '.lcfirst(rtrim($this->against[0], '.')));
    }

    /** @return array{0: bool, 1: bool, 2: int} the greater the better */
    public function rank(): array
    {
        return [$this->isEnough(), $this->against === [], $this->offer->left()];
    }
}
