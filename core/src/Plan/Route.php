<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Fact;

/** One way to come by a wanted number, with what it asks and what it gives; or why it cannot work and what would come nearest. */
final class Route
{
    /**
     * @param list<RoutePart>     $parts    its batches; none where it needs no bench or cannot be timed
     * @param int                 $number   cuttings, pieces or liners
     * @param ?\DateTimeImmutable $readyOn  the day the last are ready
     * @param float               $warmTrayWeeks on a bench kept at 15 °C or more
     * @param ?float              $costEach of a good plant that is wanted, in the house's money: what is made beyond the order is
     *                                      insurance, and is paid for by it
     * @param ?Fact               $refusal  why it cannot work
     * @param ?Fact               $nearest  the nearest thing that would
     * @param ?float              $breakEven the share that has to root for it to cost less than buying in (`BreakEven`); null where none
     *                                       does, or nobody sells liners
     */
    public function __construct(
        public readonly RouteKind $kind,
        public readonly ?RouteWay $way,
        public readonly array $parts,
        public readonly int $number,
        public readonly ?\DateTimeImmutable $readyOn,
        public readonly float $warmTrayWeeks,
        public readonly float $hours,
        public readonly ?float $costEach,
        public readonly ?float $chance,
        public readonly Fact $words,
        public readonly ?Fact $refusal = null,
        public readonly ?Fact $nearest = null,
        public readonly ?float $breakEven = null,
    ) {
    }

    public function isPossible(): bool
    {
        return $this->refusal === null;
    }

    public static function impossible(RouteKind $kind, ?RouteWay $way, Fact $words, Fact $refusal, ?Fact $nearest): self
    {
        return new self($kind, $way, [], 0, null, 0.0, 0.0, null, null, $words, $refusal, $nearest);
    }
}
