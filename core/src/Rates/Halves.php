<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** A batch that is parted into two halves of as many trays, side by side: one as its sheet says, one left untreated. */
final class Halves
{
    /**
     * @param int $trays     of each half that are compared
     * @param int $kept      trays that stay with the batch: one more where their number is odd
     * @param int $cuttings  that stay with it
     * @param int $untreated cuttings of the other half
     */
    private function __construct(public readonly int $trays, public readonly int $kept, public readonly int $cuttings, public readonly int $untreated)
    {
    }

    /**
     * @param int $inATray cuttings that a full tray holds
     *
     * @throws Refused for `trays` where there are too few to compare
     */
    public static function of(int $trays, int $cuttings, int $inATray): self
    {
        $half = intdiv($trays, 2);
        if ($half < LaidArms::LEAST_TRAYS) {
            throw Refused::because('out_of_range', 'trays', Fact::of('refused.trial.halves', least: 2 * LaidArms::LEAST_TRAYS, trays: $trays));
        }
        if ($half > LaidArms::MOST_TRAYS) {
            throw Refused::because('out_of_range', 'trays', Fact::of('refused.trial.trays', least: LaidArms::LEAST_TRAYS, most: LaidArms::MOST_TRAYS));
        }
        $kept = $trays - $half;
        // The last tray may not be full: what is missing in it is missing in the half left untreated.
        $stay = min($cuttings - $half, $kept * $inATray);

        return new self($half, $kept, $stay, $cuttings - $stay);
    }
}
