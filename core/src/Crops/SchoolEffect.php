<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\HistoryWeight;
use WetCradle\Core\Rates\StickCount;

/** What choosing a school changes in the numbers, said in a sentence and worked out on one crop's sheet. */
final class SchoolEffect
{
    private const WANTED = 1000;
    private const SHOOT_CM = 60.0;
    private const TIP_CM = 8.0;
    private const INTERNODE_CM = 6.0;

    public static function words(School $school, string $option, WaySheet $way, HouseDefaults $house): Fact
    {
        $rate = $way->reckoning->prior->rate;
        $days = static fn (float $share) => (int) round($way->reckoning->rooting->thermalDaysTo($share) / $way->care->warmth->pace());

        return match ($school) {
            School::Mix => $option === 'inert'
                ? Fact::of('effect.mix.inert')
                : self::apart(Fact::of('effect.mix.with_compost'), $house),
            School::Water => match ($option) {
                'mist' => Fact::of('effect.water.mist'),
                'cover' => Fact::of('effect.water.cover'),
                'below' => Fact::of('effect.water.below'),
                default => Fact::of('effect.water.dry', days: max(7, $way->taking->hold->sealDays)),
            },
            School::Hormone => match ($option) {
                'everything' => self::apart(Fact::of('effect.hormone.everything'), $house),
                'slow_kinds' => Fact::of('effect.hormone.slow_kinds'),
                default => self::apart(Fact::of('effect.hormone.none'), $house),
            },
            School::HormoneForm => $option === 'powder'
                ? Fact::of('effect.hormone_form.powder')
                : Fact::of('effect.hormone_form.liquid'),
            School::PerHole => match ($option) {
                'one' => Fact::of('effect.per_hole.one', plants: (int) round(100 * $rate)),
                'open' => Fact::of('effect.per_hole.open', plants: (int) round(100 * $rate)),
                default => Fact::of('effect.per_hole.several', plants: (int) round(100 * (1.0 - (1.0 - $rate) ** 3)), single: (int) round(100 * $rate)),
            },
            School::Nodes => self::nodes($option === 'between', $way),
            School::Wounding => self::apart(Fact::of($option === 'woody' ? 'effect.wounding.woody' : 'effect.wounding.never'), $house),
            School::Dip => match ($option) {
                'all' => Fact::of('effect.dip.all'),
                'clean_leaved' => Fact::of('effect.dip.clean_leaved'),
                default => Fact::of('effect.dip.none'),
            },
            School::DivisionTime => self::division($option, $way, $house),
            School::PottingTrigger => match ($option) {
                'share' => Fact::of('effect.potting_trigger.share', day: $days($way->potting->readyShare), share: (int) round(100 * $way->potting->readyShare)),
                'first_root' => Fact::of('effect.potting_trigger.first_root', day: $days(0.5)),
                'every_hole' => Fact::of('effect.potting_trigger.every_hole', day: $days(0.95)),
                default => Fact::of('effect.potting_trigger.calendar', day: $way->plannedDaysToRoot($house) + $way->weaningDays()),
            },
            School::Feed => Fact::of($option === 'after_rooting' ? 'effect.feed.after_rooting' : 'effect.feed.in_the_mix'),
            School::Runners => Fact::of($option === 'two' ? 'effect.runners.two' : 'effect.runners.one'),
            School::CutEnds => Fact::of($option === 'leave' ? 'effect.cut_ends.leave' : 'effect.cut_ends.seal'),
            School::SlantedEnd => Fact::of('effect.slanted_end'),
            School::Surplus => self::surplus($option, $way, $house),
        };
    }

    /** An effect on the rate, and what its batches then count for each other. */
    private static function apart(Fact $effect, HouseDefaults $house): Fact
    {
        $weight = HistoryWeight::of(0, false, $house);

        return Fact::together($effect, $weight === 0.5 ? Fact::of('effect.apart_half') : Fact::of('effect.apart', weight: $weight));
    }

    private static function nodes(bool $between, WaySheet $way): Fact
    {
        if (!$way->method->isOfStem()) {
            return Fact::of('effect.stem_only');
        }
        $make = static fn (bool $roots) => CuttingsPerShoot::of(
            self::SHOOT_CM,
            self::TIP_CM,
            self::INTERNODE_CM,
            max(1, $way->taking->cut->nodesBelow),
            max(1, $way->taking->cut->nodesAbove),
            $way->taking->cut->lengthCm->low,
            $roots,
        )->cuttings();

        return Fact::of(
            $between ? 'effect.nodes.between' : 'effect.nodes.always',
            shoot: (int) self::SHOOT_CM,
            gives: $make($between),
            other: $make(!$between),
        );
    }

    private static function division(string $option, WaySheet $way, HouseDefaults $house): Fact
    {
        if ($way->method !== Method::Division) {
            return Fact::of('effect.division_only');
        }
        $window = School::divisionWindow($option);
        $ready = $way->plannedDaysToRoot($house) + $way->weaningDays() + $way->potting->growOnDays;

        return Fact::of('effect.division', from: $window['from'], to: $window['to'], weeks: (int) ceil($ready / 7));
    }

    private static function surplus(string $option, WaySheet $way, HouseDefaults $house): Fact
    {
        $count = StickCount::forGood(self::WANTED, [Beta::ofMean($way->reckoning->prior->rate, $way->reckoning->prior->phi)]);
        $stick = $option === 'expected' ? $count->simple() : $count->fewestFor($house->number(HouseDefault::SureOfPlan))[0];

        return Fact::of('effect.surplus', wanted: self::WANTED, stick: $stick, times: (int) round(10 * $count->chanceOf($stick)));
    }
}
