<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\OnlyFrom;
use WetCradle\Core\Stock\Yard;

/** So many good plants of a crop by a week, and the ways in which the house can make them. */
final class Want
{
    /**
     * @param list<RouteWay> $ways       the house way first
     * @param float          $confidence the chance of having enough that is asked
     * @param ?float         $linerPrice of a bought-in liner; null where nobody sells them
     * @param int            $linerWeeks notice that its seller needs
     * @param ?OnlyFrom      $from       where its material must come from; null for anywhere
     * @param bool           $mustBe     whether an order among them must be there
     */
    public function __construct(
        public readonly string $crop,
        public readonly int $plants,
        public readonly Week $ready,
        public readonly array $ways,
        public readonly float $confidence,
        public readonly ?float $linerPrice = null,
        public readonly int $linerWeeks = 0,
        public readonly string $pot = '',
        public readonly bool $mustBe = false,
        public readonly ?OnlyFrom $from = null,
    ) {
    }

    /** The blocks from which it may be taken. */
    public function in(Yard $yard): Yard
    {
        return $this->from === null ? $yard : $yard->only($this->crop, $this->from);
    }

    /**
     * The last days to order liners and to pot them, for plants that are ready in time; null where nobody sells them.
     *
     * @return ?array{orderBy: \DateTimeImmutable, potBy: \DateTimeImmutable}
     *
     * @throws Refused never_reached where they never grow to ready
     */
    public function linersBy(): ?array
    {
        if ($this->linerPrice === null || $this->ways === []) {
            return null;
        }
        $potBy = $this->ways[0]->times->growingOn->potBy($this->ready->monday());

        return ['orderBy' => $potBy->modify(sprintf('-%d weeks', $this->linerWeeks)), 'potBy' => $potBy];
    }
}
