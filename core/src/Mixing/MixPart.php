<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** One thing that goes into mixes: what it does there, and by what it comes. */
final class MixPart
{
    /**
     * @param float  $air   share of its room that is air when it has drained; a usual value
     * @param float  $water share that is water then
     * @param float  $wetBy litres of water that a litre of it takes up before it is used
     * @param ?Volume $bag  what it comes in; null where it is loose
     */
    private function __construct(
        public readonly string $name,
        public readonly bool $holdsWater,
        public readonly bool $drains,
        public readonly bool $feeds,
        public readonly bool $breaksDown,
        public readonly float $air,
        public readonly float $water,
        public readonly float $wetBy,
        public readonly ?Volume $bag,
        public readonly Volume $stock,
    ) {
    }

    /** @throws Refused for `water`, `wetBy`, `bag` or another field that is wrong */
    public static function of(
        string $name,
        bool $holdsWater,
        bool $drains,
        bool $feeds,
        bool $breaksDown,
        float $air,
        float $water,
        float $wetBy,
        ?Volume $bag,
        Volume $stock,
    ): self {
        foreach (['air' => $air, 'water' => $water] as $field => $share) {
            if (!is_finite($share) || $share < 0.0 || $share > 1.0) {
                throw Refused::because('out_of_range', $field, Fact::of('refused.mix_part.out_of_range'));
            }
        }
        if ($air + $water > 1.0 + 1e-9) {
            throw Refused::because('out_of_range', 'water', Fact::of('refused.mix_part.out_of_range_water', name: $name));
        }
        if (!is_finite($wetBy) || $wetBy < 0.0 || $wetBy > 5.0) {
            throw Refused::because('out_of_range', 'wetBy', Fact::of('refused.mix_part.out_of_range_wet_by'));
        }
        if ($bag !== null && $bag->ml <= 0.0) {
            throw Refused::because('not_positive', 'bag', Fact::of('refused.mix_part.not_positive'));
        }

        return new self($name, $holdsWater, $drains, $feeds, $breaksDown, $air, $water, $wetBy, $bag, $stock);
    }
}
