<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** "10 to 1", read both ways: one part in ten parts of the whole, or one part with ten of water. */
final class DilutionRatio implements Calculation
{
    public static function name(): string
    {
        return 'dilution_ratio';
    }

    /**
     * @param Fields $in {stockPpm, parts}
     *
     * @return array{ppmOneInTotal: float, ppmOneToParts: float}
     *
     * @throws Refused for `parts`
     */
    public static function compute(Fields $in): array
    {
        $stock = Strength::of($in->positive('stockPpm', 1e6), 'ppm', 'stockPpm');
        $parts = $in->positive('parts', 1e6);
        if ($parts < 1.0) {
            throw $in->refuse('out_of_range', 'parts', Fact::of('refused.dilution_ratio.out_of_range'));
        }
        $in->done();

        return [
            'ppmOneInTotal' => self::of($stock, $parts, RatioReading::InTotal)->ppm,
            'ppmOneToParts' => self::of($stock, $parts, RatioReading::ToParts)->ppm,
        ];
    }

    public static function of(Strength $stock, float $parts, RatioReading $reading): Strength
    {
        return Strength::of($stock->ppm / self::wholes($parts, $reading));
    }

    /** Of how many parts the whole consists. */
    public static function wholes(float $parts, RatioReading $reading): float
    {
        return $reading === RatioReading::InTotal ? $parts : $parts + 1.0;
    }
}
