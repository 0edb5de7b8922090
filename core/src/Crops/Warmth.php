<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\CardinalTemperatures;

/** The medium's temperatures, °C: what the bench should keep it at, and how the kind answers to others. */
final class Warmth
{
    private function __construct(public readonly Range $medium, public readonly CardinalTemperatures $cardinal)
    {
    }

    /**
     * @param Fields $in {medium: [low, high], base, optimumLow, optimumHigh, ceiling}
     *
     * @throws Refused for `medium`
     */
    public static function read(Fields $in): self
    {
        $medium = $in->range('medium', -5, 40);
        [$base, $low, $high, $ceiling] = array_map(static fn (string $name) => $in->number($name, -20, 60), ['base', 'optimumLow', 'optimumHigh', 'ceiling']);
        $in->done();
        $warmth = new self($medium, $in->here(static fn () => CardinalTemperatures::of($base, $low, $high, $ceiling)));
        if ($warmth->pace() <= 0.0) {
            throw $in->refuse(
                'out_of_range',
                'medium',
                Fact::of('refused.warmth.out_of_range', base: $base, ceiling: $ceiling),
            );
        }

        return $warmth;
    }

    /** Thermal days in one day at the middle of the medium's range. */
    public function pace(): float
    {
        return $this->cardinal->progressAt($this->medium->middle());
    }

    /** Whether a bench kept as its sheet asks is paid for as warm. */
    public function isPaidWarm(HouseDefaults $house): bool
    {
        return $this->medium->middle() >= $house->number(HouseDefault::WarmFrom);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $c = $this->cardinal;

        return [
            'medium' => $this->medium->pair(), 'base' => $c->base, 'optimumLow' => $c->optimumLow, 'optimumHigh' => $c->optimumHigh,
            'ceiling' => $c->ceiling,
        ];
    }
}
