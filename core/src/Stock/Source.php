<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Fact;

/** One stock block as a plan draws on it: its shoots, what is taken of it already, and what stands against it on a day. */
final class Source
{
    private TakesSoFar $takes;
    /** Of which only is taken; null where any plant will do. */
    private ?Sex $sex = null;
    /** Of its plants that are known one by one. */
    public readonly Sexes $sexes;

    /**
     * @param list<string>       $comesFrom its populations and growers
     * @param bool               $isBed    whether its clumps are lifted and divided
     * @param \Closure(int): int $perShoot cuttings from a shoot, by way
     * @param ?int               $yearCap  the most cuttings a plant may give in a year
     * @param list<array{on: \DateTimeImmutable, cuttings: int, stuck: bool, sex: ?Sex}> $takes
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
        ?Sexes $sexes = null,
    ) {
        $this->takes = new TakesSoFar($takes);
        $this->sexes = $sexes ?? Sexes::of([]);
    }

    /** To try what is not done in the end. */
    public function __clone()
    {
        $this->takes = clone $this->takes;
    }

    /** Its plants of one sex; what is taken of them is taken of the block. */
    public function onlyOf(Sex $sex): self
    {
        $theirs = clone $this;
        $theirs->takes = $this->takes;
        $theirs->sex = $sex;

        return $theirs;
    }

    public function supply(int $way, \DateTimeImmutable $on, int $asked): Supply
    {
        $offer = $this->offer($way, $on, $asked);

        return new Supply($this, $offer, ($this->against)($on, $offer));
    }

    private function offer(int $way, \DateTimeImmutable $on, int $asked): BlockOffer
    {
        [$plants, $takes] = $this->sex === null ? [$this->plants, $this->takes->all] : [
            $this->sexes->many($this->sex), $this->sexes->takesOf($this->sex, $this->takes->all, $this->plants),
        ];

        return BlockOffer::of($plants, $this->habit, ($this->perShoot)($way), $this->yearCap, $takes, $on, $asked);
    }

    public function take(\DateTimeImmutable $on, int $cuttings): void
    {
        $this->takes->all[] = ['on' => $on, 'cuttings' => $cuttings, 'stuck' => false, 'sex' => $this->sex];
    }
}
