<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** One check of a batch: at which thermal time, out of how many trays, and what was seen of those that were lifted. */
final class LiftedThen
{
    /** @param int $culled dead ones that were taken out of the batch before */
    private function __construct(
        public readonly float $tau,
        public readonly int $lifted,
        public readonly int $rooted,
        public readonly int $dead,
        public readonly int $culled,
        public readonly int $trays,
    ) {
    }

    /**
     * @param Fields $in    {tau, lifted, rooted, dead, culled, trays}
     * @param int    $stuck in all
     *
     * @throws Refused for `rooted`, `dead`, `culled` or another field that is wrong
     */
    public static function read(Fields $in, int $stuck): self
    {
        $lifted = $in->count('lifted');
        $check = new self(
            $in->number('tau', 0.0, 1e6),
            $lifted,
            $in->count('rooted'),
            $in->count('dead'),
            $in->count('culled'),
            $in->count('trays', 1),
        );
        $in->done();
        foreach (['rooted' => $check->rooted, 'dead' => $check->rooted + $check->dead] as $field => $of) {
            if ($of > $lifted) {
                throw $in->refuse('more_than_there_are', $field, Fact::of('refused.lifted_then.more_than_lifted', lifted: $lifted));
            }
        }
        if ($check->culled >= $stuck) {
            throw $in->refuse('more_than_there_are', 'culled', Fact::of('refused.lifted_then.none_left', stuck: $stuck));
        }

        return $check;
    }

    /** Should so many more from another tray come out in the share seen so far. */
    public function andMore(int $more): self
    {
        $of = fn (int $seen) => $this->lifted === 0 ? 0 : (int) round($more * $seen / $this->lifted);

        return new self(
            $this->tau,
            $this->lifted + $more,
            $this->rooted + $of($this->rooted),
            min($this->dead + $of($this->dead), $this->lifted + $more - $this->rooted - $of($this->rooted)),
            $this->culled,
            $this->trays + 1,
        );
    }

    public static function of(float $tau, int $lifted, int $rooted, int $dead = 0, int $culled = 0, int $trays = 1): self
    {
        return new self($tau, $lifted, $rooted, $dead, $culled, $trays);
    }
}
