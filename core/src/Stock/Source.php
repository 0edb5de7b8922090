<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Fact;

/** One stock block as a plan draws on it: its shoots, what is taken of it already, and what stands against it on a day. */
final class Source
{
    /** @var list<array{on: \DateTimeImmutable, cuttings: int}> */
    private array $takes;

    /**
     * @param list<string>       $comesFrom its populations and growers
     * @param bool               $isBed    whether its clumps are lifted and divided
     * @param \Closure(int): int $perShoot cuttings from a shoot, by way
     * @param ?int               $yearCap  the most cuttings a plant may give in a year
     * @param list<array{on: \DateTimeImmutable, cuttings: int}>     $takes
     * @param \Closure(\DateTimeImmutable, BlockOffer): list<array{code: string, words: Fact, clears: Fact}> $against why it is not fit on a day
     */
    public function __construct(
        public readonly string $code,
        public readonly int $plants,
        private readonly ShootHabit $habit,
        private readonly \Closure $perShoot,
        private readonly ?int $yearCap,
        array $takes,
        private readonly \Closure $against,
        public readonly ?float $multiplication = null,
        public readonly ?float $survival = null,
        public readonly bool $isBed = false,
        public readonly array $comesFrom = [],
    ) {
        $this->takes = $takes;
    }

    public function supply(int $way, \DateTimeImmutable $on, int $asked): Supply
    {
        $offer = $this->offer($way, $on, $asked);

        return new Supply($this, $offer, ($this->against)($on, $offer));
    }

    private function offer(int $way, \DateTimeImmutable $on, int $asked): BlockOffer
    {
        return BlockOffer::of($this->plants, $this->habit, ($this->perShoot)($way), $this->yearCap, $this->takes, $on, $asked);
    }

    public function take(\DateTimeImmutable $on, int $cuttings): void
    {
        $this->takes[] = ['on' => $on, 'cuttings' => $cuttings];
    }
}
