<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Course\Course;
use WetCradle\Core\Course\Stage;
use WetCradle\Core\Course\StageJob;
use WetCradle\Core\Course\StageKind;
use WetCradle\Core\Course\Stands;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Rooting\Rounds;

/** The course that a way's sheet lays down. */
final class SheetCourse
{
    public static function of(WaySheet $sheet, HouseDefaults $house): Course
    {
        return Course::of([
            ...($sheet->isOnMother() ? [self::onMother($sheet, $house)] : [self::held($sheet), self::rooting($sheet, $house)]),
            ...self::weaning($sheet),
            ...self::resting($sheet, $house),
            ...self::potted($sheet),
        ]);
    }

    /** What is done on the day on which its rooting begins. */
    public static function howStuck(WaySheet $sheet): Fact
    {
        return match (true) {
            $sheet->ground() === Ground::Open => Fact::of('stage.job.plant_out'),
            !$sheet->isOnMother() => Fact::of('stage.job.stick'),
            $sheet->method === Method::AirLayer => Fact::of('stage.job.wrap'),
            $sheet->method === Method::Runner => $sheet->plantlets() === Plantlets::Two
                ? Fact::of('stage.job.pin_two_runners')
                : Fact::of('stage.job.pin_runner'),
            default => Fact::of('stage.job.pin_tip'),
        };
    }

    private static function held(WaySheet $sheet): Stage
    {
        $hold = $sheet->taking->hold;
        if ($hold->dry) {
            return new Stage(
                StageKind::Sealing,
                Range::of($hold->sealDays, $hold->sealDays),
                Fact::of('stage.ends.sealed'),
                Stands::Boxes,
                Fact::of('stage.place.dry_shade'),
                jobs: [StageJob::first(Fact::of('stage.job.collect_dry'))],
            );
        }
        $cold = $hold->coldDays > 0;

        return new Stage(
            StageKind::Held,
            Range::of(0, max($hold->coldDays, intdiv($hold->shadedHours, 24))),
            $hold->sameDay ? Fact::of('stage.ends.stuck_same_day') : Fact::of('stage.ends.stuck'),
            Stands::Boxes,
            $cold ? Fact::of('stage.place.cool_moist_or_cold', days: $hold->coldDays) : Fact::of('stage.place.cool_moist'),
            jobs: [StageJob::first(Fact::of("stage.job.collect.{$sheet->taking->timeOfDay->value}"))],
        );
    }

    private static function rooting(WaySheet $sheet, HouseDefaults $house): Stage
    {
        $water = $sheet->care->water;
        $medium = $sheet->care->warmth->medium;
        $every = Rounds::every($medium->low, $water->mist->high, $water->regime === Regime::Cover, false, $medium->middle(), $house);
        $days = $sheet->daysToRootHere();
        $first = (int) round($house->number(HouseDefault::FirstCheckAfter) * $days->low);

        return new Stage(
            match ($water->regime) {
                Regime::Mist => StageKind::Mist,
                Regime::Cover => StageKind::Cover,
                Regime::Below => StageKind::Below,
                Regime::Dry => StageKind::Dry,
                Regime::None => StageKind::Still,
                Regime::Mother => StageKind::Mother,
                Regime::Ground => StageKind::Ground,
            },
            $days,
            Fact::of('stage.ends.rooted'),
            self::stuckIn($sheet),
            self::warm($sheet),
            what: $water->steps === [] ? null : implode('; ', $water->steps),
            jobs: array_values(array_filter([
                StageJob::first(self::howStuck($sheet)),
                StageJob::every($every, Fact::of('stage.job.look')),
                $water->regime === Regime::Cover ? StageJob::every(1, Fact::of('stage.job.vent')) : null,
                StageJob::every($house->whole(HouseDefault::CheckEvery), Fact::of('stage.job.lift', days: $first)),
            ])),
        );
    }

    /** Rooting while it hangs on its mother: nothing is collected, and it takes ground beside the stock, not bench. */
    private static function onMother(WaySheet $sheet, HouseDefaults $house): Stage
    {
        $rooted = $sheet->daysToRootHere();
        $first = (int) round($house->number(HouseDefault::FirstCheckAfter) * $rooted->low);
        $waits = $sheet->plantlets()->holdBack($house);
        $isWrapped = $sheet->method === Method::AirLayer;

        return new Stage(
            StageKind::Mother,
            Range::of($rooted->low + $waits, $rooted->high + $waits),
            Fact::of('stage.ends.rooted'),
            Stands::Plant,
            Fact::of('stage.place.mother'),
            what: $sheet->care->water->steps === [] ? null : implode('; ', $sheet->care->water->steps),
            jobs: [
                StageJob::first(self::howStuck($sheet)),
                StageJob::every(Rounds::everyOnMother($isWrapped, $house), $isWrapped ? Fact::of('stage.job.look_moss') : Fact::of('stage.job.keep_moist')),
                StageJob::every(
                    $house->whole(HouseDefault::CheckEvery),
                    $isWrapped ? Fact::of('stage.job.look_through', days: $first) : Fact::of('stage.job.tug', days: $first),
                ),
                StageJob::last(match (true) {
                    $isWrapped => Fact::of('stage.job.sever_below'),
                    $sheet->plantlets() === Plantlets::Two => Fact::of('stage.job.cut_loose_both'),
                    default => Fact::of('stage.job.cut_loose'),
                }),
            ],
        );
    }

    private static function stuckIn(WaySheet $sheet): Stands
    {
        return match (true) {
            $sheet->ground() === Ground::Open => Stands::Rows,
            $sheet->potting->direct && $sheet->potting->leaves->isPotted() => Stands::Pots,
            default => Stands::Trays,
        };
    }

    private static function warm(WaySheet $sheet): Fact
    {
        $medium = $sheet->care->warmth->medium;
        $mist = $sheet->care->water->mist;

        $warmth = Fact::of('warmth', range: $medium);
        if ($sheet->ground() === Ground::Open) {
            return Fact::of('stage.place.ground');
        }

        return $sheet->care->water->regime === Regime::Mist
            ? Fact::of('stage.place.mist', warmth: $warmth, low: (int) $mist->low, high: (int) $mist->high)
            : Fact::of('stage.place.warm', warmth: $warmth);
    }

    /** @return list<Stage> */
    private static function weaning(WaySheet $sheet): array
    {
        $stages = [];
        foreach ($sheet->care->weaning as $i => ['days' => $days, 'what' => $what]) {
            $stages[] = new Stage(
                $sheet->isOnMother() ? StageKind::CutLoose : StageKind::Weaning,
                Range::of($days, $days),
                Fact::of('stage.ends.days'),
                $sheet->isOnMother() ? Stands::Pots : self::stuckIn($sheet),
                number: $i + 1,
                what: $what,
                jobs: $i === 0 ? [StageJob::first(Fact::of('stage.job.check_first'))] : [],
            );
        }

        return $stages;
    }

    /** @return list<Stage> */
    private static function resting(WaySheet $sheet, HouseDefaults $house): array
    {
        return $sheet->potting->winter !== Winter::AsCells ? [] : [new Stage(
            StageKind::Rest,
            null,
            Fact::of('stage.ends.winter_over'),
            Stands::Trays,
            Fact::of('stage.place.rest'),
            jobs: [StageJob::every($house->whole(HouseDefault::LookAtRest), Fact::of('stage.job.look_dry'))],
        )];
    }

    /** @return list<Stage> */
    private static function potted(WaySheet $sheet): array
    {
        $potting = $sheet->potting;
        if (!$potting->leaves->isPotted()) {
            return [new Stage(
                StageKind::Ready,
                null,
                Fact::of('stage.ends.sent'),
                $potting->leaves->staysInItsTray() ? self::stuckIn($sheet) : Stands::Boxes,
                what: $potting->pot,
                jobs: [StageJob::first(Fact::of("stage.job.leaves.{$potting->leaves->value}"))],
            )];
        }

        return [
            new Stage(
                $potting->direct ? StageKind::SetOut : StageKind::Growing,
                $potting->degreeDays === null ? Range::of($potting->growOnDays, $potting->growOnDays) : null,
                $potting->degreeDays === null ? Fact::of('stage.ends.days') : Fact::of('stage.ends.degree_days', degreeDays: (int) round($potting->degreeDays)),
                Stands::Pots,
                Fact::of("stage.place.winter.{$potting->winter->value}"),
                what: $potting->pot,
                jobs: [StageJob::first(
                    $potting->direct ? Fact::of('stage.job.set_out', pot: $potting->pot) : Fact::of('stage.job.pot', pot: $potting->pot, mix: $potting->mix),
                )],
            ),
            new Stage(StageKind::Ready, null, Fact::of('stage.ends.sent'), Stands::Pots),
        ];
    }
}
