<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;

/** The rooting rate above which raising a plant costs less than buying it in. */
final class BreakEven implements Calculation
{
    private const MOST = 1_000_000;

    public static function name(): string
    {
        return 'break_even';
    }

    /**
     * @param Fields $in {costPerStuck, costPerPotted, goodPerPotted: the share of what is potted that becomes good, price: of one bought in}
     *
     * @return array{breakEvenRate: ?float} null where it would have to be over 1, or no rate is enough
     */
    public static function compute(Fields $in): array
    {
        $rate = self::of(
            $in->number('costPerStuck', 0, self::MOST),
            $in->number('costPerPotted', 0, self::MOST),
            $in->number('goodPerPotted', 0, 1),
            $in->number('price', 0, self::MOST),
        );
        $in->done();

        return ['breakEvenRate' => $rate];
    }

    /** Costs of what is stuck are borne by what roots of it: costPerStuck ÷ (price·goodPerPotted − costPerPotted). */
    public static function of(float $costPerStuck, float $costPerPotted, float $goodPerPotted, float $price): ?float
    {
        $left = $price * $goodPerPotted - $costPerPotted;

        return $left <= 0.0 || $costPerStuck > $left ? null : $costPerStuck / $left;
    }
}
