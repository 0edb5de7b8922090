<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

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

    public static function words(School $school, string $option, WaySheet $way, HouseDefaults $house): string
    {
        $rate = $way->reckoning->prior->rate;
        $days = static fn (float $share) => (int) round($way->reckoning->rooting->thermalDaysTo($share) / $way->care->warmth->pace());

        return match ($school) {
            School::Mix => $option === 'inert'
                ? 'Nothing in it feeds or rots: the first feed is counted from potting.'
                : 'Food from the first root on, at less cost a litre; batches in it are rated by themselves.'.self::apart($house),
            School::Water => match ($option) {
                'mist' => 'Batches ask for mist level 1 to 3 and fit only zones with a valve that gives it.',
                'cover' => 'Batches ask for mist level 0 to 1: they fit closed covers and leave the mist lines free.',
                'below' => 'Batches ask for mist level 0 from the second day: any warm bench will do.',
                default => sprintf(
                    'No water until leaves show: sticking comes %d days after collecting, and the bench needs mist level 0.',
                    max(7, $way->taking->hold->sealDays),
                ),
            },
            School::Hormone => match ($option) {
                'everything' => 'Every cutting is dipped, so the learnt rates are rates with hormone.'.self::apart($house),
                'slow_kinds' => 'Kinds that start rooting within four weeks go without; the others are dipped.',
                default => 'No dip at all; slow kinds then lean on their learnt rate without it.'.self::apart($house),
            },
            School::HormoneForm => $option === 'powder'
                ? 'Strength is what the tin says; nothing to dilute.'
                : 'Strength is mixed from stock for each batch and worked out in ppm.',
            School::PerHole => match ($option) {
                'one' => sprintf('One cutting a plant: 100 cells give about %d.', (int) round(100 * $rate)),
                'open' => sprintf('Two cuttings in the room of one cell: 100 give about %d, with roots to tease apart.', (int) round(100 * $rate)),
                default => sprintf(
                    'Three cuttings a pot: about %d of 100 pots have a plant instead of %d, for three times the material.',
                    (int) round(100 * (1.0 - (1.0 - $rate) ** 3)),
                    (int) round(100 * $rate),
                ),
            },
            School::Nodes => self::nodes($option === 'between', $way),
            School::Wounding => sprintf('One cut %s on each woody cutting; the rate of each is learnt apart.', $option === 'woody' ? 'more' : 'less')
                .self::apart($house),
            School::Dip => match ($option) {
                'all' => 'Every box is dipped, except kinds whose sheet says never.',
                'clean_leaved' => 'Kinds whose sheet says never stay dry; the others are dipped.',
                default => 'No dip; boxes go straight to the knife.',
            },
            School::DivisionTime => self::division($option, $way, $house),
            School::PottingTrigger => match ($option) {
                'share' => sprintf(
                    'Here about day %d, when %d in 100 of those that will root have.',
                    $days($way->potting->readyShare),
                    (int) round(100 * $way->potting->readyShare),
                ),
                'first_root' => sprintf('Here about day %d, when half of those that will root have.', $days(0.5)),
                'every_hole' => sprintf('Here about day %d, when 19 in 20 of those that will root have; the bench is held so long.', $days(0.95)),
                default => sprintf('Here day %d after sticking, whatever is seen.', $way->plannedDaysToRoot($house) + $way->weaningDays()),
            },
            School::Feed => $option === 'after_rooting' ? 'Feed is counted from potting on.' : 'Feed is counted from sticking on, and the mix costs more.',
            School::Runners => $option === 'two'
                ? 'Twice the plantlets from a plant, each a little weaker: 10 runners give 20.'
                : '10 runners give 10 strong plantlets.',
            School::CutEnds => $option === 'leave'
                ? 'Changes no number. Wounds heal by themselves; this is what we would do.'
                : 'Changes no number, and takes time: wounds heal better left open.',
            School::SlantedEnd => 'Changes no number. One rule for all, so that no piece is ever stuck upside down.',
            School::Surplus => self::surplus($option, $way, $house),
        };
    }

    private static function apart(HouseDefaults $house): string
    {
        $weight = HistoryWeight::of(0, false, $house);

        return sprintf(' Written down as a way of its own, its batches count whole for it and %s for the other.', $weight === 0.5 ? 'half' : (string) $weight);
    }

    private static function nodes(bool $between, WaySheet $way): string
    {
        if (!$way->method->isOfStem()) {
            return 'Touches stem cuttings only.';
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

        return sprintf(
            'A shoot of %d cm gives %d cuttings; %s.',
            (int) self::SHOOT_CM,
            $make($between),
            $between ? sprintf('with a node below always, %d', $make(false)) : sprintf('between nodes it would give %d', $make(true)),
        );
    }

    private static function division(string $option, WaySheet $way, HouseDefaults $house): string
    {
        if ($way->method !== Method::Division) {
            return 'Touches divisions only.';
        }
        $window = School::divisionWindow($option);
        $ready = $way->plannedDaysToRoot($house) + $way->weaningDays() + $way->potting->growOnDays;

        return sprintf(
            'Divided in weeks %d to %d at the reference climate, ready about %d weeks later.',
            $window['from'],
            $window['to'],
            (int) ceil($ready / 7),
        );
    }

    private static function surplus(string $option, WaySheet $way, HouseDefaults $house): string
    {
        $count = StickCount::forGood(self::WANTED, [Beta::worth($way->reckoning->prior->rate, $way->reckoning->prior->phi)]);
        $stick = $option === 'expected' ? $count->simple() : $count->fewestFor($house->number(HouseDefault::SureOfPlan))[0];

        return sprintf(
            'For %d rooted, by the sheet alone: stick %d and have enough about %d times in 10.',
            self::WANTED,
            $stick,
            (int) round(10 * $count->chanceOf($stick)),
        );
    }
}
