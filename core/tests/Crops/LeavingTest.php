<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Crops;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Course\Stands;
use WetCradle\Core\Crops\LeavesAs;
use WetCradle\Core\Crops\Leaving;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\SheetCourse;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Crops\Winter;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Potting\GrowOnSteps;
use WetCradle\Core\Rates\LearntShare;
use WetCradle\Core\Refused;

/** What leaves in a pot is potted and grows on; a plug, a bare-root plant or a bundle is ready once it is rooted and weaned. */
final class LeavingTest extends TestCase
{
    public function testOnlyABundleHasANumberOfStems(): void
    {
        self::assertSame(25, Leaving::of(LeavesAs::Bundle, 'bundle of 25', 25)->bundleOf);
        foreach ([[LeavesAs::Bundle, null], [LeavesAs::Plug, 25], [LeavesAs::Pot, 2], [LeavesAs::Bundle, 1]] as [$as, $of]) {
            try {
                Leaving::of($as, 'x', $of);
                self::fail("{$as->value} of {$of} was taken.");
            } catch (Refused $refused) {
                self::assertSame('bundleOf', $refused->field);
            }
        }
    }

    #[TestWith([100, null])]
    #[TestWith([25, null])]
    #[TestWith([110, 'refused.leaving.whole_bundles'])]
    #[TestWith([24, 'refused.leaving.less_than_a_bundle'])]
    public function testBundlesAreAskedForWhole(int $plants, ?string $says): void
    {
        try {
            Leaving::of(LeavesAs::Bundle, 'bundle of 25', 25)->mustMake($plants);
            self::assertNull($says);
        } catch (Refused $refused) {
            self::assertSame(['plants', $says], [$refused->field, $refused->says instanceof \WetCradle\Core\Fact ? $refused->says->key : null]);
        }
        Leaving::of(LeavesAs::Plug, 'plug')->mustMake($plants);
    }

    public function testWhatIsSentShortIsSaidInBundlesAndWhatIsLeft(): void
    {
        self::assertSame(['bundles' => 3, 'loose' => 5], Leaving::of(LeavesAs::Bundle, 'b', 25)->bundles(80));
        self::assertNull(Leaving::of(LeavesAs::BareRoot, 'bare-root')->bundles(80));
    }

    #[TestWith([LeavesAs::Plug, true])]
    #[TestWith([LeavesAs::BareRoot, false])]
    #[TestWith([LeavesAs::Bundle, false])]
    public function testWhatLeavesUnpottedNeedsNoPotNoMixAndNoTimeToGrowOn(LeavesAs $as, bool $inItsTray): void
    {
        $sheet = WaySheet::of(Pattern::SemiRipe->sheet(1));
        self::assertSame(Winter::AsCells, $sheet->potting->winter, 'It would wait for its potting through the winter.');
        $leaving = Leaving::of($as, 'as it is', $as === LeavesAs::Bundle ? 25 : null);
        $unpotted = $sheet->leaving($leaving);
        self::assertSame($inItsTray, $unpotted->potting->isStuckInto('as it is'));
        self::assertFalse($unpotted->potting->fillsPots('as it is'));
        self::assertTrue($sheet->potting->fillsPots('9 cm'));
        $air = SiteAir::of([4, 4.2, 6.2, 8.6, 11.8, 14.6, 16.6, 16.4, 14, 10.6, 6.9, 4.7]);
        $house = HouseDefaults::usual();
        $timetable = Timetable::at($air, $house);
        $stuck = new \DateTimeImmutable('2027-08-20');
        $dates = $timetable->dates($unpotted, null, $stuck);
        self::assertEquals($dates->potOn, $dates->readyOn);
        self::assertGreaterThan($dates->readyOn, $timetable->dates($sheet, null, $stuck)->readyOn);
        self::assertEquals($timetable->dates($sheet, null, $stuck)->weanOn, $dates->weanOn, 'It roots as ever.');
        $stages = SheetCourse::of($unpotted, $house)->stages;
        self::assertSame($inItsTray ? Stands::Trays : Stands::Boxes, $stages[count($stages) - 1]->stands);
        $steps = GrowOnSteps::of($unpotted->potting, $dates->potOn, $dates->readyOn, $air, $house);
        self::assertSame(['ready'], array_map(static fn (array $step) => $step['kind']->value, $steps));
    }

    public function testHowPottedOnesCameThroughSaysNothingOfThem(): void
    {
        $sheet = WaySheet::of(Pattern::SoftTip->sheet(1))->learning(null, LearntShare::kept(6.0, 4.0, 8));
        self::assertEqualsWithDelta(0.6, $sheet->comesThroughHere()->mean(), 1e-9);
        $plug = $sheet->leaving(Leaving::of(LeavesAs::Plug, 'plug'));
        self::assertGreaterThan(0.99, $plug->comesThroughHere()->mean());
        self::assertSame($sheet, $sheet->leaving(Leaving::of(LeavesAs::Pot, '9 cm')));
    }
}
