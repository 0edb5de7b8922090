<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Records;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Records\FirstStep;
use WetCradle\Core\Records\FirstSteps;

final class FirstStepsTest extends TestCase
{
    public function testAnEmptyNurseryIsLedFromItsBenchesToItsFirstPlan(): void
    {
        $have = [];
        $order = [];
        while (($step = FirstSteps::of($have)->next()) !== null) {
            self::assertSame([], FirstSteps::of($have)->missing($step), 'What comes next waits for nothing.');
            self::assertFalse(FirstSteps::of($have)->isDone($step));
            self::assertFalse(FirstSteps::of($have)->isOver());
            $order[] = $step;
            $have[$step->value] = 2;
        }
        self::assertSame(FirstStep::cases(), $order);
        self::assertTrue(FirstSteps::of($have)->isOver());
    }

    public function testWhatIsStillMissingIsSaidOfEachStep(): void
    {
        $steps = FirstSteps::of(['crops' => 3]);
        self::assertSame([], $steps->missing(FirstStep::Orders));
        self::assertSame([FirstStep::Stock], $steps->missing(FirstStep::Inspection));
        self::assertSame([FirstStep::Benches, FirstStep::Stock, FirstStep::Orders], $steps->missing(FirstStep::Plan));
        self::assertSame([FirstStep::Crops], FirstSteps::of([])->missing(FirstStep::PastBatches));
    }

    /** Somebody who begins with a table of orders, or plans without looking at stock, is not sent back to what may wait. */
    public function testAFirstPlanNeedsNothingThatMayWait(): void
    {
        foreach (FirstStep::cases() as $step) {
            foreach ($step->needs() as $needed) {
                self::assertFalse($needed->mayWait());
                self::assertLessThan(array_search($step, FirstStep::cases(), true), array_search($needed, FirstStep::cases(), true));
            }
        }
        self::assertSame([FirstStep::Inspection, FirstStep::PastBatches], array_values(array_filter(FirstStep::cases(), static fn (FirstStep $step) => $step->mayWait())));
        self::assertSame([], FirstSteps::of(['benches' => 1, 'crops' => 1, 'stock' => 1, 'orders' => 1])->missing(FirstStep::Plan));
    }

    public function testLessThanNoneIsNone(): void
    {
        self::assertSame(0, FirstSteps::of(['crops' => -1])->have(FirstStep::Crops));
        self::assertFalse(FirstSteps::of(['crops' => -1])->isDone(FirstStep::Crops));
    }
}
