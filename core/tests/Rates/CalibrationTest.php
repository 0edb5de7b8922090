<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rates;

use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Tests\Calibration;

/** A promise is measured: what is asked for is what comes true. Takes half a minute, so it is run by itself. */
#[Group('calibration')]
final class CalibrationTest extends TestCase
{
    public function testWhereTheSheetsMeanIsRightNoLessComesTrueThanIsAskedFromThreeBatchesOn(): void
    {
        foreach (Calibration::reached(0.0, 150, 7) as $spread => $byBatches) {
            foreach ($byBatches as $batches => $reached) {
                foreach ($batches >= 3 ? $reached : [] as $asked => $share) {
                    $case = "asked {$asked}, {$batches} batches, spread {$spread}";
                    self::assertGreaterThanOrEqual((float) $asked - 0.03, $share, $case);
                    // Where batches are all alike the borrowed spread is a little too wide, and more is stuck than must be.
                    self::assertLessThanOrEqual((float) $asked + 0.05, $share, $case);
                }
            }
        }
    }
}
