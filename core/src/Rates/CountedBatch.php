<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/** A batch of which roots were counted, as all that is learnt from it takes it. */
final class CountedBatch
{
    /**
     * @param ?bool $said what somebody said of it: that it was a mishap, or that it was none
     */
    private function __construct(
        public readonly PastBatch $ofStuck,
        public readonly PastBatch $ofCould,
        public readonly bool $isRooting,
        public readonly ?bool $said,
    ) {
    }

    /**
     * @param int  $could     how many of it could root: those that a known mishap took left out
     * @param bool $isRooting some of it was left longer
     */
    public static function of(int $rooted, int $stuck, int $could, bool $isRooting = false, ?bool $said = null): self
    {
        return new self(PastBatch::of($rooted, $stuck), PastBatch::of($rooted, $could), $isRooting, $said);
    }
}
