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

    /** The same stock, to try what is not done in the end. */
    public function copy(): self
    {
        return new self(array_map(static fn (array $sources) => array_map(static fn (Source $source) => clone $source, $sources), $this->sources));
    }

    /** The same stock, with only those blocks of a crop that an order may come from; what is taken here is taken of all. */
    public function only(string $crop, OnlyFrom $from): self
    {
        $meets = static fn (Source $source) => $from->meets($source->code, $source->comesFrom, $source->sexes);
        $theirs = array_values(array_filter($this->sources[$crop] ?? [], $meets));

        return $from->isAnywhere() ? $this : new self([
            $crop => $from->sex === null ? $theirs : array_map(static fn (Source $source) => $source->onlyOf($from->sex), $theirs),
        ] + $this->sources);
    }

    /**
     * What each block of a crop can give for one batch.
     *
     * @return list<Supply> the best first
     */
    public function supplies(string $crop, int $way, \DateTimeImmutable $on, int $asked): array
    {
        return Supply::bestFirst(array_map(static fn (Source $source) => $source->supply($way, $on, $asked), $this->sources[$crop] ?? []));
    }

    /** Where the material of one batch would come from; null where the crop has no stock. */
    public function gather(string $crop, int $way, \DateTimeImmutable $on, int $asked): ?Gathered
    {
        return Gathered::of($this->supplies($crop, $way, $on, $asked), $on);
    }
}
