<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rates;

use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Tests\Calibration;

/** A promise is measured: what is asked for is what comes true. Takes a minute, so it is run by itself. */
#[Group('calibration')]
final class CalibrationTest extends TestCase
{
    private const TRIES = 50;

    public function testWhereTheSheetsMeanIsRightWhatIsAskedComesTrueFromThreeBatchesOn(): void
    {
        foreach (Calibration::reached(0.7, 0.0, self::TRIES, 7, [3, 6, 12]) as $spread => $byBatches) {
            foreach ($byBatches as $batches => $reached) {
                foreach ($reached as $asked => $share) {
                    $case = "asked {$asked}, {$batches} batches, spread {$spread}";
                    // Three points, and what so few tries leave open; where batches are all alike a little more is stuck than must be.
                    self::assertGreaterThanOrEqual((float) $asked - ($asked < 0.6 ? 0.05 : 0.03), $share, $case);
                    self::assertLessThanOrEqual((float) $asked + ($spread > 50 || $asked < 0.6 ? 0.05 : 0.03), $share, $case);
                }
            }
        }
    }

    public function testASheetThatIsFarTooHopefulIsPutRightByOneBatch(): void
    {
        foreach (Calibration::reached(0.5, 0.2, self::TRIES, 7, [0, 1]) as $spread => $byBatches) {
            foreach ($byBatches[1] as $asked => $share) {
                self::assertGreaterThanOrEqual((float) $asked - 0.1, $share, "asked {$asked}, spread {$spread}");
            }
            self::assertLessThan($byBatches[1]['0.8'], $byBatches[0]['0.8'], 'Without a batch the sheet is believed.');
        }
    }
}
