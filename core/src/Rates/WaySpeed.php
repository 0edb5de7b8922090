<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;

/**
 * How fast a way roots here, learnt from the curves of its past batches: the thermal time by which half of those that will
 * root have rooted. What the sheet says is one voice among them, each as loud as it is sure; batches differ by themselves, too.
 */
final class WaySpeed implements Calculation
{
    /** How sure a sheet is of its d50, as a standard deviation of its logarithm. */
    public const SHEET_LN_SD = 0.25;
    /** How much the d50 of one batch differs from another's, as a standard deviation of its logarithm. */
    public const BATCH_LN_SD = 0.15;

    /**
     * @param float $d50           thermal days
     * @param float $lnSd          of the mean's logarithm
     * @param float $newBatchLnSd  of a new batch's
     */
    private function __construct(public readonly float $d50, public readonly float $lnSd, public readonly float $newBatchLnSd)
    {
    }

    public static function name(): string
    {
        return 'way_speed';
    }

    /**
     * @param Fields $in {sheet: {d50}, batches: [{d50, lnSd}]}
     *
     * @return array{d50: float, lnSd: float, newBatchLnSd: float}
     */
    public static function compute(Fields $in): array
    {
        $sheet = $in->object('sheet');
        $d50 = $sheet->positive('d50', 1e6);
        $sheet->done();
        $batches = [];
        foreach ($in->objects('batches') as $entry) {
            $batches[] = ['d50' => $entry->positive('d50', 1e6), 'lnSd' => $entry->number('lnSd', 0.0, 100.0)];
            $entry->done();
        }
        $in->done();
        $speed = self::learn($d50, $batches);

        return ['d50' => $speed->d50, 'lnSd' => $speed->lnSd, 'newBatchLnSd' => $speed->newBatchLnSd];
    }

    /**
     * @param float                                 $sheet   the d50 that the sheet says
     * @param list<array{d50: float, lnSd: float}> $batches each with how sure its curve is
     */
    public static function learn(float $sheet, array $batches): self
    {
        $weights = self::SHEET_LN_SD ** -2;
        $sum = $weights * log($sheet);
        foreach ($batches as $batch) {
            $weight = 1.0 / (self::BATCH_LN_SD ** 2 + $batch['lnSd'] ** 2);
            $weights += $weight;
            $sum += $weight * log($batch['d50']);
        }
        $lnSd = sqrt(1.0 / $weights);

        return new self(exp($sum / $weights), $lnSd, sqrt($lnSd ** 2 + self::BATCH_LN_SD ** 2));
    }
}
