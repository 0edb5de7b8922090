<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Rates\WaySpeed;

/**
 * How fast a way roots here, by its past batches: its sheet is one voice among theirs. Kept to three digits, so that one more
 * batch does not make every day another.
 */
final class LearntPace
{
    /** Measured by simulation: see `RangesTest`. */
    private const HELD_BY_FIVE_SHAPES = 0.65;

    /** @param float $lnSd of a new batch's d50, as a standard deviation of its logarithm */
    private function __construct(public readonly RootingPace $pace, public readonly float $lnSd, public readonly int $batches)
    {
    }

    /**
     * @param list<OwnPace> $batches
     *
     * @return ?self null where no batch says anything of it
     */
    public static function of(RootingPace $sheet, array $batches): ?self
    {
        if ($batches === []) {
            return null;
        }
        $speed = WaySpeed::learn($sheet->halfAt, array_map(static fn (OwnPace $own) => ['d50' => $own->d50, 'lnSd' => $own->lnSd], $batches));
        $shape = WaySpeed::learn($sheet->shape, array_map(static fn (OwnPace $own) => ['d50' => $own->shape, 'lnSd' => $own->shapeLnSd], $batches));

        return self::kept(self::digits($speed->d50), max(1.0, min(60.0, self::digits($shape->d50))), self::digits($speed->newBatchLnSd), count($batches));
    }

    public static function kept(float $halfAt, float $shape, float $lnSd, int $batches): self
    {
        return new self(RootingPace::of($halfAt, $shape), $lnSd, $batches);
    }

    /** Before any batch: what a sheet says of a batch. */
    public static function sheetLnSd(): float
    {
        return sqrt(WaySpeed::SHEET_LN_SD ** 2 + WaySpeed::BATCH_LN_SD ** 2);
    }

    /**
     * How far the shape of a batch is from its way's, as the forecast takes it: its five shapes reach no farther than 1.5 of what
     * it is told, and lie far apart, so it is told more. With this its ranges of root dates hold 81, 82, 81 and 80 in a hundred
     * before and after one, two and three checks; told no more than is true, they hold too few once there are checks.
     */
    public static function shapeLnSd(): float
    {
        return self::sheetLnSd() / self::HELD_BY_FIVE_SHAPES;
    }

    private static function digits(float $value): float
    {
        return (float) sprintf('%.2e', $value);
    }
}
