<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** What plants leave in or as, by the nursery's own name for it: "9 cm", "plug in its tray", "bundle of 25". */
final class Leaving
{
    /** @param ?int $bundleOf stems that are tied together; null where none are */
    private function __construct(public readonly LeavesAs $as, public readonly string $name, public readonly ?int $bundleOf)
    {
    }

    /** @throws Refused for `bundleOf`, where a bundle has no number of stems or something else has one */
    public static function of(LeavesAs $as, string $name, ?int $bundleOf = null): self
    {
        if (($as === LeavesAs::Bundle) !== ($bundleOf !== null)) {
            throw Refused::because('not_possible', 'bundleOf', Fact::of($bundleOf === null ? 'refused.leaving.how_many' : 'refused.leaving.no_bundle'));
        }
        if ($bundleOf !== null && $bundleOf < 2) {
            throw Refused::because('out_of_range', 'bundleOf', Fact::of('refused.leaving.how_many'));
        }

        return new self($as, $name, $bundleOf);
    }

    /**
     * Whether so many can be asked for: bundles are sold whole.
     *
     * @throws Refused for `plants`, with the numbers below and above
     */
    public function mustMake(int $plants): void
    {
        if ($this->bundleOf !== null && $plants % $this->bundleOf !== 0) {
            $below = intdiv($plants, $this->bundleOf) * $this->bundleOf;
            throw Refused::because('not_possible', 'plants', Fact::of(
                $below === 0 ? 'refused.leaving.less_than_a_bundle' : 'refused.leaving.whole_bundles',
                of: $this->bundleOf,
                below: $below,
                above: $below + $this->bundleOf,
            ));
        }
    }

    /** @return ?array{bundles: int, loose: int} what so many come to, where they are tied in bundles */
    public function bundles(int $plants): ?array
    {
        return $this->bundleOf === null ? null : ['bundles' => intdiv($plants, $this->bundleOf), 'loose' => $plants % $this->bundleOf];
    }
}
