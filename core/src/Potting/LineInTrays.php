<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

use WetCradle\Core\Crops\PotTrigger;

/** What stands in trays on one line of a batch, and what is known of its roots. */
final class LineInTrays
{
    /**
     * @param int                 $number    of the line; what was left longer after a count has one above 1
     * @param int                 $stuck     without known roots
     * @param int                 $rooted    that a full count found with roots
     * @param list<Looked>        $looks     checks in order
     * @param ?\DateTimeImmutable $countedOn the newest full count
     * @param \DateTimeImmutable  $potOn     by its plan
     * @param float               $rate      what its way has learnt: the share that roots
     * @param float               $leftLonger the share of what is left longer after a count that still roots
     * @param \Closure(): float   $byCurve   the share of all stuck that has roots by now, by its own checks; asked for only where it counts
     * @param bool               $inItsPot  whether it is stuck in the pot that it is sold in
     */
    public function __construct(
        public readonly string $batch,
        public readonly int $number,
        public readonly int $stuck,
        public readonly int $rooted,
        public readonly array $looks,
        public readonly ?\DateTimeImmutable $countedOn,
        public readonly \DateTimeImmutable $potOn,
        public readonly int $heldDays,
        public readonly PotTrigger $school,
        private readonly float $rate,
        private readonly float $leftLonger,
        private readonly \Closure $byCurve,
        public readonly bool $inItsPot = false,
    ) {
    }

    /** How many there are to pot: a full count has told who has roots; before it, the curve says how many by now, and before that what the way has learnt. */
    public function plants(bool $isDue): int
    {
        return match (true) {
            $this->rooted > 0 => $this->rooted,
            $isDue && $this->number === 1 => (int) round($this->stuck * ($this->byCurve)()),
            $this->number > 1 => (int) round($this->stuck * $this->leftLonger),
            default => (int) round($this->stuck * $this->rate),
        };
    }
}
