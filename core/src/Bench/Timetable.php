<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Calendar\Rest;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Calendar\WorkDays;
use WetCradle\Core\Course\CropTimes;
use WetCradle\Core\Course\GrowingOn;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Crops\Winter;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\RootingTime;

/**
 * How long each crop takes in each place of one site, and a batch's days by that. What was reckoned once is kept here for as
 * long as the timetable is: a plan asks for the same crop and bench a thousand times, and benches of one warmth are alike.
 */
final class Timetable
{
    /** @var \WeakMap<WaySheet, array<string, CropTimes>> by the warmth of the place */
    private \WeakMap $times;
    /** @var \WeakMap<CropTimes, array<string, PlainDates|Refused>> by the day stuck and the days held */
    private \WeakMap $dates;

    private function __construct(private readonly SiteAir $air, private readonly HouseDefaults $house, public readonly WorkDays $workDays)
    {
        $this->times = new \WeakMap();
        $this->dates = new \WeakMap();
    }

    /** @param ?WorkDays $workDays on which there is somebody to stick and pot; any day where it is not said */
    public static function at(SiteAir $air, HouseDefaults $house, ?WorkDays $workDays = null): self
    {
        return new self($air, $house, $workDays ?? WorkDays::everyDay());
    }

    /** At the sheet's own warmth, wherever that is had. */
    public function usual(WaySheet $sheet): CropTimes
    {
        return $this->times($sheet, '', fn () => RootingTime::days($sheet->daysToRootHere(), $this->house->number(HouseDefault::PlannedRooted)));
    }

    /** The same for all zones in which a crop takes as long. */
    public function kindOf(Zone $zone, WaySheet $sheet): string
    {
        return $zone->medium($sheet->care->warmth->medium, $this->air)->key();
    }

    public function in(Zone $zone, WaySheet $sheet): CropTimes
    {
        $medium = $zone->medium($sheet->care->warmth->medium, $this->air);

        return $this->times(
            $sheet,
            $medium->key(),
            fn () => RootingTime::in($medium, $sheet->rootsHere(), $sheet->care->warmth->cardinal, $this->house->number(HouseDefault::PlannedRooted)),
        );
    }

    /**
     * The days of a batch stuck on this day in a zone; in none, at its sheet's own warmth.
     *
     * @param int $heldDays that it stands in its tray longer than it must
     *
     * @throws Refused never_reached where it never roots there, or never grows to ready
     */
    public function dates(WaySheet $sheet, ?Zone $zone, \DateTimeImmutable $stickOn, int $heldDays = 0): PlainDates
    {
        $times = $zone === null ? $this->usual($sheet) : $this->in($zone, $sheet);
        $this->dates[$times] ??= [];
        $known = $this->dates[$times][$stickOn->format('Y-m-d').' '.$heldDays] ??= self::walked($stickOn, $times, $heldDays);

        return $known instanceof Refused ? throw $known : $known;
    }

    /** What never roots or never grows to ready is remembered too: to find that out takes longest. */
    private static function walked(\DateTimeImmutable $stickOn, CropTimes $times, int $heldDays): PlainDates|Refused
    {
        try {
            return PlainDates::forwards($stickOn, $times, $heldDays);
        } catch (Refused $refused) {
            return $refused;
        }
    }

    /** @param \Closure(): RootingTime $rooting */
    private function times(WaySheet $sheet, string $place, \Closure $rooting): CropTimes
    {
        $this->times[$sheet] ??= [];

        return $this->times[$sheet][$place] ??= CropTimes::of(
            $sheet->daysToRootHere(),
            $rooting()->heldBack($sheet->plantlets()->holdBack($this->house)),
            $sheet->weaningDays(),
            $this->growingOn($sheet),
            $sheet->potting->winter === Winter::AsCells ? Rest::of($this->air, $this->house) : null,
            $this->workDays,
            $sheet->speedLnSd(),
        );
    }

    private function growingOn(WaySheet $sheet): GrowingOn
    {
        $potting = $sheet->potting;

        return $potting->degreeDays === null || $potting->growBase === null
            ? GrowingOn::days($potting->growOnDays)
            : GrowingOn::degreeDays($potting->degreeDays, $potting->growBase, $this->air);
    }
}
