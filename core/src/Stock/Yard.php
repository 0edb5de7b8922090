<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

/** All stock blocks of a nursery while a season is planned: what one batch takes, the next cannot. */
final class Yard
{
    /** @param array<string, list<Source>> $sources by crop */
    public function __construct(private readonly array $sources)
    {
    }

    /** The fit block that can give most on a day, or else the one that comes nearest. Null where the crop has no stock. */
    public function best(string $crop, int $way, \DateTimeImmutable $on, int $asked): ?Supply
    {
        $best = null;
        foreach ($this->sources[$crop] ?? [] as $source) {
            $offer = $source->offer($way, $on, $asked);
            $against = $source->against($on, $offer);
            $supply = new Supply($source, $offer, $against);
            if ($best === null || $supply->rank() > $best->rank()) {
                $best = $supply;
            }
        }

        return $best;
    }
}
