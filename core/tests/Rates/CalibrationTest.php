<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rates;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Tests\Calibration;

/** A promise is measured: what is asked for is what comes true. */
final class CalibrationTest extends TestCase
{
    public function testWhereTheSheetsMeanIsRightWhatIsAskedComesTrueFromThreeBatchesOn(): void
    {
        foreach (Calibration::reached(0.0, 150, 20270512) as $spread => $byBatches) {
            foreach ($byBatches as $batches => $reached) {
                foreach ($batches >= 3 ? $reached : [] as $asked => $share) {
                    self::assertEqualsWithDelta((float) $asked, $share, 0.03, "asked {$asked}, {$batches} batches, spread {$spread}");
                }
            }
        }
    }

    public function testASheetThatIsFarTooHopefulIsCorrectedByItsFirstBatch(): void
    {
        foreach (Calibration::reached(0.2, 150, 20270512) as $spread => $byBatches) {
            foreach ($byBatches[1] as $asked => $share) {
                self::assertGreaterThan((float) $asked - 0.1, $share, "asked {$asked}, one batch, spread {$spread}");
            }
        }
    }
}
