<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Whole;
use WetCradle\Core\Refused;

/** The most trays of one size on a rectangular bench: all one way round, or the bench cut once, along or across, with one way round on each side. */
final class TrayFit implements Calculation
{
    /** Longer than any bench or tray, in cm. */
    private const LONGEST = 100_000;
    /** Trays side by side along a bench: no house has more. */
    private const MOST_ALONG = 10_000;

    public static function name(): string
    {
        return 'tray_fit';
    }

    /**
     * @param Fields $in {bench: {lengthCm, widthCm}, tray: {lengthCm, widthCm}}
     *
     * @return array{trays: int}
     */
    public static function compute(Fields $in): array
    {
        [$bench, $tray] = array_map(static function (string $name) use ($in): array {
            $size = $in->object($name);
            $sides = [$size->positive('lengthCm', self::LONGEST), $size->positive('widthCm', self::LONGEST)];
            $size->done();

            return $sides;
        }, ['bench', 'tray']);
        $in->done();

        return ['trays' => self::of(...$bench, ...$tray)];
    }

    /**
     * All in cm.
     *
     * @throws Refused for `tray.lengthCm` or another field that is wrong
     */
    public static function of(float $length, float $width, float $trayLength, float $trayWidth): int
    {
        foreach (['bench.lengthCm' => $length, 'bench.widthCm' => $width, 'tray.lengthCm' => $trayLength, 'tray.widthCm' => $trayWidth] as $field => $side) {
            if (!is_finite($side) || $side <= 0.0) {
                throw Refused::because('not_positive', $field, Fact::of('refused.tray_fit.not_positive'));
            }
        }
        $field = $trayLength <= $trayWidth ? 'tray.lengthCm' : 'tray.widthCm';
        if (max($length, $width) / min($trayLength, $trayWidth) > self::MOST_ALONG
            || Whole::down($length / $trayWidth) * Whole::down($width / $trayWidth) > Fields::ABSURD) {
            throw Refused::because('out_of_range', $field, Fact::of('refused.tray_fit.out_of_range'));
        }

        return max(self::cutOnce($length, $width, $trayLength, $trayWidth), self::cutOnce($width, $length, $trayLength, $trayWidth));
    }

    /** Trays lie along on one side of the cut, which can as well be where their last row ends, and across on the other. */
    private static function cutOnce(float $along, float $across, float $trayLength, float $trayWidth): int
    {
        [$lying, $standing] = [Whole::down($across / $trayWidth), Whole::down($across / $trayLength)];
        $most = 0;
        for ($rows = Whole::down($along / $trayLength); $rows >= 0; --$rows) {
            $most = max($most, $rows * $lying + Whole::down(max(0.0, $along - $rows * $trayLength) / $trayWidth) * $standing);
        }

        return $most;
    }
}
