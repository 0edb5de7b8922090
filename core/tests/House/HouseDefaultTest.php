<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\House;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Fillable;
use WetCradle\Core\Bench\FillAsk;
use WetCradle\Core\Bench\FillHouse;
use WetCradle\Core\Bench\FillStage;
use WetCradle\Core\Bench\FillStays;
use WetCradle\Core\Bench\InPots;
use WetCradle\Core\Bench\Positions;
use WetCradle\Core\Bench\Stay;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Rest;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Course\GrowingOn;
use WetCradle\Core\Course\RootsSeen;
use WetCradle\Core\Course\Weaning;
use WetCradle\Core\Crops\Hold;
use WetCradle\Core\Crops\HoldWay;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\Potting;
use WetCradle\Core\Crops\TimeOfDay;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Crops\Winter;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\House\Topic;
use WetCradle\Core\House\Unit;
use WetCradle\Core\Mixing\DipNeed;
use WetCradle\Core\Mixing\MixJudged;
use WetCradle\Core\Mixing\MixPart;
use WetCradle\Core\Mixing\MixVolume;
use WetCradle\Core\Mixing\Recipe;
use WetCradle\Core\Mixing\Volume;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\CollectOrder;
use WetCradle\Core\Plan\Costs;
use WetCradle\Core\Plan\DayHours;
use WetCradle\Core\Plan\Goods;
use WetCradle\Core\Plan\HandsDay;
use WetCradle\Core\Plan\Outlook;
use WetCradle\Core\Plan\PlaceRent;
use WetCradle\Core\Plan\PlantWorth;
use WetCradle\Core\Plan\StickOrder;
use WetCradle\Core\Plan\ToStick;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Potting\GrowOnSteps;
use WetCradle\Core\Potting\PotOn;
use WetCradle\Core\Potting\RootRun;
use WetCradle\Core\Priority;
use WetCradle\Core\Rates\HistoryWeight;
use WetCradle\Core\Rates\LearntShare;
use WetCradle\Core\Rates\Mishap;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\BatchForecast;
use WetCradle\Core\Rooting\LiftedThen;
use WetCradle\Core\Rooting\Readiness;
use WetCradle\Core\Rooting\Rounds;
use WetCradle\Core\Rooting\StageTally;
use WetCradle\Core\Rooting\Verdict;
use WetCradle\Core\Stock\CareDue;
use WetCradle\Core\Stock\GrowingWeeks;
use WetCradle\Core\Stock\HoldClock;
use WetCradle\Core\Stock\StockCare;
use WetCradle\Core\Stock\TakeSheet;
use WetCradle\Core\Tests\Told;

/** Each habit of the house moves what it says it moves; what the server alone uses is tried there. */
final class HouseDefaultTest extends TestCase
{
    private const TODAY = '2027-05-12';

    private static function ready(HouseDefaults $house, int $lifted, float $tau): Readiness
    {
        $before = BatchForecast::begin(Beta::of(16, 4), Mishap::of(0.05, Beta::of(1, 5)), 10.0, 0.25, 6.0, 0.3, 20.0, 300);

        return Readiness::of($before, LiftedThen::of($tau, $lifted, $lifted), 0.8, 300, $house);
    }

    /**
     * A case for each habit: another value, and what is seen, as usual and with the other value.
     *
     * @return iterable<string, array{HouseDefault, float, \Closure(HouseDefaults): mixed, mixed, mixed}>
     */
    public static function cases(): iterable
    {
        $is = static fn (HouseDefault $default, float $other, \Closure $seen, mixed $usual, mixed $then): array => [$default, $other, $seen, $usual, $then];
        $check = static fn (?string $last) => static fn (HouseDefaults $house) => self::line($last)->next($house)?->on->format('m-d');
        yield 'check every' => $is(HouseDefault::CheckEvery, 5, $check('2027-05-10'), '05-17', '05-15');
        yield 'first check' => $is(HouseDefault::FirstCheckAfter, 0.5, $check(null), '05-13', '05-11');
        yield 'weaned from' => $is(
            HouseDefault::WeanFrom,
            0.4,
            static fn (HouseDefaults $h) => self::toBeWeaned()->wean($h)?->on->format('m-d'),
            '05-25',
            '05-18',
        );
        yield 'sure of ready' => $is(
            HouseDefault::SureOfReady,
            0.75,
            static fn (HouseDefaults $h) => self::ready($h, 7, 12.0)->verdict,
            Verdict::LiftMore,
            Verdict::Ready,
        );
        yield 'lifted at least' => $is(HouseDefault::LiftAtLeast, 8, static fn (HouseDefaults $h) => self::ready($h, 7, 14.0)->verdict, Verdict::Ready, Verdict::LiftMore);
        $every = static fn (
            float $heat, float $mist, bool $covered, bool $pots, float $air,
        ) => static fn (HouseDefaults $h) => Rounds::every($heat, $mist, $covered, $pots, $air, $h);
        yield 'under mist' => $is(HouseDefault::LookUnderMist, 3, $every(18, 2, false, false, 12), 1, 3);
        yield 'cool' => $is(HouseDefault::LookCool, 4, $every(5, 0, false, false, 12), 2, 4);
        yield 'pots' => $is(HouseDefault::LookAtPots, 5, $every(12, 0, false, true, 12), 3, 5);
        yield 'at rest' => $is(HouseDefault::LookAtRest, 14, $every(2, 0, false, false, 2), 7, 14);
        yield 'cool below' => $is(HouseDefault::CoolBelow, 19, $every(18, 2, false, false, 12), 1, 2);
        yield 'at rest below' => $is(HouseDefault::AtRestBelow, 1, $every(2, 0, false, false, 2), 7, 2);

        yield 'cut from' => $is(HouseDefault::CutFrom, 480, static fn (HouseDefaults $h) => CollectOrder::begins($h), 420, 480);
        yield 'dew gone' => $is(
            HouseDefault::DewGone,
            600,
            static fn (HouseDefaults $h) => CollectOrder::of([['code' => 'A', 'time' => TimeOfDay::Dry, 'minutes' => 30, 'keeps' => null]], 1, $h)[0]['from'],
            570,
            600,
        );
        $clock = static fn (HoldWay $how) => static fn (HouseDefaults $h) => HoldClock::of(self::hold(), $how, new \DateTimeImmutable('2027-05-12 12:00'), $h);
        yield 'stuck by evening' => $is(
            HouseDefault::StuckByEvening,
            1080,
            static fn (HouseDefaults $h) => $clock(HoldWay::Shaded)($h)->due->format('H:i'),
            '20:00',
            '18:00',
        );
        yield 'warn held' => $is(
            HouseDefault::WarnHeld,
            0.5,
            static fn (HouseDefaults $h) => $clock(HoldWay::Shaded)($h)->phases()[1]['from']->format('H:i'),
            '18:00',
            '16:00',
        );
        yield 'in a box' => $is(
            HouseDefault::CuttingsInABox,
            100,
            static fn (HouseDefaults $h) => TakeSheet::carry(WaySheet::of(Pattern::SoftTip->sheet(1)), 500, $h)->figures['boxes'],
            2,
            5,
        );
        yield 'in a bundle' => $is(
            HouseDefault::CuttingsInABundle,
            50,
            static fn (HouseDefaults $h) => TakeSheet::carry(WaySheet::of(Pattern::Hardwood->sheet(1)), 100, $h)->figures['bundles'],
            5,
            2,
        );

        $makeUp = static fn (HouseDefaults $h) => CollectOrder::begins($h) === 420 ? DayHours::sticksFrom([430], 2, 3, 1, $h) : 0;
        yield 'mix minutes' => $is(HouseDefault::MixMinutes, 20, $makeUp, 465, 485);
        yield 'dip minutes' => $is(HouseDefault::DipMinutes, 1, $makeUp, 465, 453);
        $stuck = static fn (int $kept) => static fn (HouseDefaults $h) => array_map(
            static fn (array $one) => [$one['code'], $one['from']],
            StickOrder::of(
                [ToStick::of('A1', 480, 560, 60, 'a', ''), ToStick::of('B1', 480, $kept, 60, 'b', ''), ToStick::of('A2', 480, 1000, 60, 'a', '')],
                1,
                480,
                $h,
            ),
        );
        yield 'change minutes' => $is(
            HouseDefault::ChangeMinutes,
            15,
            $stuck(900),
            [['A1', 480], ['A2', 540], ['B1', 605]],
            [['A1', 480], ['A2', 540], ['B1', 615]],
        );
        yield 'keeps alike' => $is(
            HouseDefault::KeepsAlike,
            60,
            static fn (HouseDefaults $h) => array_column($stuck(900)($h), 0),
            ['A1', 'A2', 'B1'],
            ['A1', 'B1', 'A2'],
        );
        yield 'compaction' => $is(HouseDefault::Compaction, 1.2, static fn (HouseDefaults $h) => round(MixVolume::inHouse(10, 100, 10, $h), 4), 12.075, 12.6);
        yield 'waste' => $is(HouseDefault::Waste, 0.1, static fn (HouseDefaults $h) => round(MixVolume::inHouse(10, 100, 10, $h), 4), 12.075, 12.65);
        yield 'cup width' => $is(
            HouseDefault::CupWidth,
            10,
            static fn (HouseDefaults $h) => round(DipNeed::liquid(1, 1, $h)->ml, 3),
            round(M_PI * 6.25 + 0.02, 3),
            round(M_PI * 25 + 0.02, 3),
        );
        yield 'clings, liquid' => $is(
            HouseDefault::ClingsLiquid,
            0.03,
            static fn (HouseDefaults $h) => round(DipNeed::liquid(1001, 1, $h)->ml - DipNeed::liquid(1, 1, $h)->ml, 3),
            20.0,
            30.0,
        );
        yield 'clings, powder' => $is(
            HouseDefault::ClingsPowder,
            0.01,
            static fn (HouseDefaults $h) => round(DipNeed::powder(1000, 1, $h)->grams, 3),
            13.0,
            15.0,
        );
        yield 'powder in the cup' => $is(
            HouseDefault::PowderInCup,
            8,
            static fn (HouseDefaults $h) => round(DipNeed::powder(1, 1, $h)->grams, 3),
            5.008,
            8.008,
        );
        $judged = static fn (HouseDefaults $h) => array_column(
            MixJudged::against(Recipe::written('peat 1 : compost 1'), ['peat' => self::part(0.7, false), 'compost' => self::part(0.6, true)], self::long(), $h),
            'kind',
        );
        yield 'wet mix' => $is(HouseDefault::WetMix, 0.7, $judged, ['wet', 'slumps'], ['slumps']);
        yield 'slumping share' => $is(HouseDefault::SlumpingShare, 0.6, $judged, ['wet', 'slumps'], ['wet']);
        yield 'slumps after' => $is(HouseDefault::SlumpsAfter, 120, $judged, ['wet', 'slumps'], ['wet']);

        yield 'pots apart' => $is(HouseDefault::PotsApart, 2, static fn (HouseDefaults $h) => Positions::ofPots(100, 10, true, 4000, $h), 6, 10);
        yield 'weaned above' => $is(
            HouseDefault::WeanedAbove,
            6,
            static fn (HouseDefaults $h) => self::tenant('A', 20, 24)->weaned(Week::of('2027-W22'), Week::of('2027-W24'), $h)->heat->low,
            3.0,
            6.0,
        );
        yield 'can freeze' => $is(
            HouseDefault::CanFreeze,
            3,
            static fn (HouseDefaults $h) => InPots::tenant(
                'A',
                2,
                Week::of('2027-W02'),
                Week::of('2027-W03'),
                Winter::FrostFree,
                SiteAir::of(array_fill(0, 12, 5.0)),
                $h,
            )->mustNotFreeze,
            true,
            false,
        );
        yield 'set-point kept' => $is(
            HouseDefault::SetPointKept,
            6,
            static fn (HouseDefaults $h) => array_column(
                self::zone()->settings([[self::tenant('A', 20, 20, [20, 24])], [self::tenant('B', 21, 21, [14, 22])]], $h),
                'heat',
            ),
            [22.0, 18.0],
            [22.0, 22.0],
        );
        yield 'mist as warmth' => $is(
            HouseDefault::MistAsWarmth,
            2,
            static fn (HouseDefaults $h) => self::zone()->distanceFrom(self::tenant('A', 20, 20, [14, 18], [0, 3]), $h),
            1.0,
            2.0,
        );
        $stay = static fn (?Priority $priority = Priority::Must) => static fn (HouseDefaults $h): Stay => self::toFill($h, $priority);
        yield 'fill reach' => $is(HouseDefault::FillReach, 1, static fn (HouseDefaults $h) => [$stay()($h)->earliest, $stay()($h)->latest], [1, 7], [3, 5]);
        yield 'fill late' => $is(HouseDefault::FillLate, 3, static fn (HouseDefaults $h) => $stay(null)($h)->lay(0, 7)['cost'] ?? null, 3 + 8 * 8, 3 + 8 * 3);
        yield 'fill must' => $is(HouseDefault::FillMust, 7, static fn (HouseDefaults $h) => $stay(Priority::Must)($h)->weight, 5, 7);
        yield 'fill should' => $is(HouseDefault::FillShould, 7, static fn (HouseDefaults $h) => $stay(Priority::Should)($h)->weight, 3, 7);
        yield 'fill nice' => $is(HouseDefault::FillNice, 7, static fn (HouseDefaults $h) => $stay(Priority::Nice)($h)->weight, 2, 7);
        yield 'fill driven' => $is(HouseDefault::FillDriven, 4, static fn (HouseDefaults $h) => self::driven($h)->weight, 8, 4);
        yield 'fill out of place' => $is(HouseDefault::FillOutOfPlace, 9, static fn (HouseDefaults $h) => self::weaning($h)->lay(1, 5)['cost'] ?? null, 2, 9);

        $worth = static fn (float $cutting) => static fn (HouseDefaults $h) => PlantWorth::of(null, null, $cutting, $h)->value;
        yield 'worth' => $is(HouseDefault::WorthTimesCost, 10, $worth(0.5), 4.0, 5.0);
        yield 'least worth' => $is(HouseDefault::LeastWorth, 0.5, $worth(0.0), 0.2, 0.5);
        yield 'warm from' => $is(
            HouseDefault::WarmFrom,
            22,
            static fn (HouseDefaults $h) => self::zone()->isPaidWarm(Range::of(18, 22), SiteAir::of(array_fill(0, 12, 9.0)), $h),
            true,
            false,
        );
        yield 'cool rent' => $is(HouseDefault::CoolRent, 0.5, static fn (HouseDefaults $h) => self::rent($h, false, 22)->warmth, 2.5, 5.0);
        yield 'queue weeks' => $is(HouseDefault::QueueWeeks, 2, static fn (HouseDefaults $h) => self::rent($h, true, 22)->wanted, 5, 0);

        yield 'share from' => $is(HouseDefault::ShareFrom, 30, static fn (HouseDefaults $h) => HandsDay::parts(100, 4, $h), 1, 3);
        $look = static fn (string $what) => static fn (HouseDefaults $h) => DayHours::of(
            [],
            [],
            [],
            0,
            0,
            [],
            [$what => 6] + ['checks' => 0, 'stock' => 0, 'vents' => 0],
            WorkNorms::of(200, 100),
            $h,
        )->look;
        yield 'check minutes' => $is(HouseDefault::CheckMinutes, 20, $look('checks'), 1.0, 2.0);
        yield 'care minutes' => $is(HouseDefault::CareMinutes, 30, $look('stock'), 2.0, 3.0);
        yield 'vent minutes' => $is(HouseDefault::VentMinutes, 10, $look('vents'), 0.5, 1.0);
        $asks = static fn (bool $feeds, bool $flowers, array $done, ?int $replaceAfter = null) => static fn (HouseDefaults $h) => array_map(
            static fn (CareDue $due) => $due->on->format('Y-m-d'),
            (new StockCare(
                null,
                GrowingWeeks::all(),
                $feeds,
                $flowers,
                [new \DateTimeImmutable('2027-05-05')],
                array_map(static fn (string $day) => new \DateTimeImmutable($day), $done),
                2024,
                1,
                $replaceAfter,
                false,
                $h,
            ))->due(new \DateTimeImmutable(self::TODAY)),
        );
        yield 'feed stock' => $is(HouseDefault::FeedStockAfter, 5, $asks(true, false, []), ['2027-05-08'], ['2027-05-10']);
        yield 'flowers' => $is(HouseDefault::FlowersEvery, 7, $asks(false, true, ['flowers_off' => '2027-05-01']), [], ['2027-05-08']);
        $goods = static fn (string $part) => static function (HouseDefaults $h) use ($part): float {
            $goods = Goods::of(WaySheet::of(Pattern::SemiRipe->sheet(1)), '9 cm', 100, 10.0, 500.0, 10.0, null, $h);

            return round((float) $goods->{$part}, 4);
        };
        yield 'mix costs' => $is(HouseDefault::MixPrice, 0.0, $goods('pot'), 0.1775, 0.105);
        yield 'a dip costs' => $is(HouseDefault::DipPrice, 1.0, $goods('cutting'), 0.0025, 0.01);
        yield 'a tray costs' => $is(HouseDefault::TrayPrice, 1.2, $goods('tray'), 0.3749, 1.3749);
        yield 'a pot costs' => $is(HouseDefault::PotPrice, 0.0, $goods('pot'), 0.1775, 0.1025);
        yield 'a label costs' => $is(HouseDefault::LabelPrice, 0.0, $goods('pot'), 0.1775, 0.1475);
        yield 'ground costs' => $is(HouseDefault::GroundPrice, 0.0, $goods('ground'), 0.0675, 0.0);
        yield 'replaced' => $is(HouseDefault::ReplaceAhead, 10, $asks(false, false, [], 4), ['2027-01-04'], []);
        yield 'held at most' => $is(
            HouseDefault::HeldAtMost,
            14,
            static fn (HouseDefaults $h) => \WetCradle\Core\Potting\ToPot::planned(
                'A',
                50,
                new \DateTimeImmutable('2027-06-01'),
                0,
                static fn () => 1.0,
                GrowingOn::days(50),
                null,
                null,
                new \DateTimeImmutable(self::TODAY),
                $h,
            )->job->latest,
            28,
            14,
        );
        $run = static fn (string $since, int $bound) => static fn (HouseDefaults $h) => RootRun::of(
            new \DateTimeImmutable($since),
            StageTally::of(['root_bound' => $bound, 'callus' => 8 - $bound]),
            new \DateTimeImmutable(self::TODAY),
            $h,
        )->risk;
        yield 'roots mat' => $is(HouseDefault::RootsMatAfter, 20, $run('2027-04-28', 0), 'high', 'rising');
        yield 'roots run' => $is(HouseDefault::RootsRunAfter, 9, $run('2027-05-04', 0), 'rising', 'none');
        yield 'root-bound share' => $is(HouseDefault::RootBoundShare, 0.3, $run('2027-05-12', 2), 'bound', 'none');
        yield 'much bigger' => $is(HouseDefault::MuchBigger, 4, static fn (HouseDefaults $h) => PotOn::caution(200, 1000, $h) === null, true, false);
        $grown = static fn (array $says, HouseDefaults $h) => array_column(
            array_map(
                static fn (array $step) => ['kind' => $step['kind']->value] + $step,
                GrowOnSteps::of(
                    self::potting($says),
                    new \DateTimeImmutable('2027-05-10'),
                    new \DateTimeImmutable('2027-09-10'),
                    SiteAir::of(array_fill(0, 12, 14.0)),
                    $h,
                ),
            ),
            null,
            'kind',
        );
        $steps = static fn (string $kind, array $says = []) => static fn (HouseDefaults $h) => $grown($says, $h)[$kind]['on']->format('m-d');
        yield 'shade' => $is(HouseDefault::ShadeDays, 10, $steps('shade'), '05-17', '05-20');
        yield 'feed after' => $is(HouseDefault::FeedAfter, 30, $steps('feed'), '05-31', '06-09');
        yield 'slow-release' => $is(HouseDefault::SlowReleaseLasts, 60, $steps('feed', ['feed' => 'in_the_mix']), '08-08', '07-09');
        yield 'harden' => $is(HouseDefault::HardenBefore, 20, $steps('harden'), '08-27', '08-21');
        yield 'outside' => $is(HouseDefault::OutsideBefore, 10, $steps('outside'), '09-03', '08-31');
        yield 'spaced' => $is(HouseDefault::SpacedFrom, 200, static fn (HouseDefaults $h) => isset($grown([], $h)['space']), true, false);
        // A year like a wave: 2 °C in January, 18 °C in July.
        $rest = static fn (HouseDefaults $h) => Rest::of(SiteAir::of(array_map(static fn (int $m) => 10 - 8 * cos(2 * M_PI * $m / 12), range(0, 11))), $h);
        yield 'no potting below' => $is(
            HouseDefault::NoPottingBelow,
            12,
            static fn (HouseDefaults $h) => $rest($h)->pottedOn(new \DateTimeImmutable('2027-10-15'))->format('Y'),
            '2027',
            '2028',
        );
        yield 'grows from' => $is(
            HouseDefault::GrowsFrom,
            4,
            static fn (HouseDefaults $h) => $rest($h)->pottedOn(new \DateTimeImmutable('2027-12-20')) < Rest::of(
                SiteAir::of(array_map(static fn (int $m) => 10 - 8 * cos(2 * M_PI * $m / 12), range(0, 11))),
                HouseDefaults::usual(),
            )->pottedOn(new \DateTimeImmutable('2027-12-20')),
            false,
            true,
        );
        yield 'pot before growth' => $is(
            HouseDefault::PotBeforeGrowth,
            7,
            static fn (HouseDefaults $h) => (int) $rest($h->with(HouseDefault::PotBeforeGrowth, 0))->pottedOn(new \DateTimeImmutable('2027-12-20'))
                ->diff($rest($h)->pottedOn(new \DateTimeImmutable('2027-12-20')))->format('%r%a'),
            -21,
            -7,
        );

        yield 'planned rooted' => $is(
            HouseDefault::PlannedRooted,
            0.25,
            static fn (HouseDefaults $h) => Timetable::at(SiteAir::of(array_fill(0, 12, 9.0)), $h)->dates(
                self::soft(),
                null,
                new \DateTimeImmutable(self::TODAY),
            )->weanOn->format('m-d'),
            '06-03',
            '05-29',
        );
        yield 'season keeps' => $is(HouseDefault::SeasonKeeps, 0.5, static fn (HouseDefaults $h) => round(HistoryWeight::of(2, true, $h), 4), 0.64, 0.25);
        yield 'another way' => $is(HouseDefault::AnotherWay, 0.25, static fn (HouseDefaults $h) => HistoryWeight::of(0, false, $h), 0.5, 0.25);
        yield 'left longer, roots' => $is(
            HouseDefault::LeftLongerRoots,
            0.2,
            static fn (HouseDefaults $h) => round(LearntShare::usualOfLeftLonger($h)->mean(), 6),
            0.4,
            0.2,
        );
        yield 'left longer, worth' => $is(
            HouseDefault::LeftLongerWorth,
            50,
            static fn (HouseDefaults $h) => round(LearntShare::usualOfLeftLonger($h)->a + LearntShare::usualOfLeftLonger($h)->b, 6),
            5.0,
            50.0,
        );
    }

    #[DataProvider('cases')]
    public function testEachMovesWhatItSays(HouseDefault $default, float $other, \Closure $seen, mixed $usual, mixed $then): void
    {
        self::assertNotSame($default->usual(), $other);
        self::assertSame($usual, $seen(HouseDefaults::usual()), 'as usual');
        self::assertSame($then, $seen(HouseDefaults::usual()->with($default, $other)), 'with '.$other);
    }

    public function testEachHasALabelAUnitAReasonAndSensibleLimits(): void
    {
        $labels = [];
        foreach (HouseDefault::cases() as $default) {
            self::assertTrue(
                $default->least() <= $default->usual() && $default->usual() <= $default->most() && $default->least() < $default->most(),
                $default->value,
            );
            self::assertSame("house.{$default->value}", Told::of($default->label()));
            self::assertSame("house.{$default->value}.reason", Told::of($default->reason()));
            self::assertContains($default->topic(), Topic::cases());
            $labels[] = Told::of($default->label());
            self::assertTrue(!$default->unit()->isWhole() || fmod($default->usual(), 1.0) === 0.0, $default->value);
        }
        self::assertSame($labels, array_unique($labels), 'Each has a name of its own.');
    }

    public function testTheUsualNumbersAndTheirLimitsAreAsTheyWereAgreed(): void
    {
        $agreed = array_map(
            static fn (string $row) => explode(',', $row),
            array_slice(array_filter(explode("\n", (string) file_get_contents(__DIR__.'/habits.csv'))), 1),
        );
        self::assertSame(
            $agreed,
            array_map(
                static fn (HouseDefault $d) => [$d->value, $d->unit()->value, (string) $d->usual(), (string) $d->least(), (string) $d->most()],
                HouseDefault::cases(),
            ),
        );
    }

    public function testWhatIsLeftOutStaysAsUsualAndOnlyWhatDiffersIsKept(): void
    {
        $house = HouseDefaults::of(['check_every' => 5, 'barrow' => 80]);
        self::assertSame(['check_every' => 5.0], $house->toArray(), 'A barrow of 80 l is the usual one.');
        self::assertSame(
            [5, 80.0, 1],
            [$house->whole(HouseDefault::CheckEvery), $house->number(HouseDefault::Barrow), $house->whole(HouseDefault::LookUnderMist)],
        );
        self::assertSame(
            ['check_every' => 5.0, 'dew_gone' => 600.0],
            array_intersect_key($house->with(HouseDefault::DewGone, 600)->toArray(), ['check_every' => 1, 'dew_gone' => 1]),
        );
        self::assertSame([], $house->with(HouseDefault::CheckEvery, 7)->toArray());
    }

    /** @return iterable<string, array{array<string, mixed>, string, string, string}> */
    public static function wrong(): iterable
    {
        yield 'too many days' => [
            ['check_every' => 61],
            'out_of_range',
            'check_every',
            'refused.house.out_of_range habit=(house.check_every) least=(unit.days value=1) most=(unit.days value=60)',
        ];
        yield 'too few' => [
            ['check_every' => 0],
            'out_of_range',
            'check_every',
            'refused.house.out_of_range habit=(house.check_every) least=(unit.days value=1) most=(unit.days value=60)',
        ];
        yield 'half a day' => [['check_every' => 6.5], 'not_whole', 'check_every', 'refused.house.not_whole habit=(house.check_every)'];
        yield 'a word' => [['waste' => 'little'], 'wrong_type', 'waste', 'refused.house.not_a_number habit=(house.waste)'];
        yield 'a share' => [
            ['sure_of_plan' => 0.995],
            'out_of_range',
            'sure_of_plan',
            'refused.house.out_of_range habit=(house.sure_of_plan) least=(unit.share value=50) most=(unit.share value=99)',
        ];
        yield 'a time' => [
            ['dew_gone' => 1440],
            'out_of_range',
            'dew_gone',
            'refused.house.out_of_range habit=(house.dew_gone) least=(unit.time_of_day value=00:00) most=(unit.time_of_day value=23:59)',
        ];
        yield 'no habit' => [['tea_break' => 15], 'unknown_field', 'tea_break', 'tea_break is no field here.'];
    }

    /** @param array<string, mixed> $own */
    #[DataProvider('wrong')]
    public function testWhatIsNoHabitIsRefusedByItsLabel(array $own, string $reason, string $field, string $words): void
    {
        try {
            HouseDefaults::of($own);
            self::fail('That was taken.');
        } catch (Refused $refused) {
            self::assertSame([$reason, $field], [$refused->reason, $refused->field]);
            self::assertStringContainsString($field === 'tea_break' ? 'tea_break' : $words, Told::of($refused->says));
        }
    }

    public function testEveryUnitIsSaid(): void
    {
        self::assertSame(
            [
                'unit.days value=3',
                'unit.weeks value=3',
                'unit.minutes value=3',
                'unit.time_of_day value=00:03',
                'unit.share value=300',
                'unit.times value=3',
                'unit.count value=3',
                'unit.celsius value=3',
                'unit.degrees value=3',
                'unit.litres value=3',
                'unit.centimetres value=3',
                'unit.grams value=3',
                'unit.millilitres_a_cm value=3',
                'unit.grams_a_cm value=3',
                'unit.money value=3',
                'unit.seconds value=3',
                'unit.millimetres value=3',
                'unit.a_square_metre value=3',
                'unit.litres_a_minute value=3',
                'unit.latitude value=3',
                'unit.watts_a_metre_kelvin value=3',
            ],
            Told::of(array_map(static fn (Unit $unit) => $unit->said(3), Unit::cases())),
        );
        self::assertSame(
            ['unit.share value=2.5', 'unit.times value=1.15', 'unit.time_of_day value=09:30'],
            Told::of([Unit::Share->said(0.025), Unit::Times->said(1.15), Unit::TimeOfDay->said(570)]),
        );
    }

    /** Four of ten had roots when a few were lifted, two days before it is to be weaned by its sheet. */
    private static function toBeWeaned(): Outlook
    {
        $on = static fn (string $day) => new \DateTimeImmutable('2027-'.$day);

        return new Outlook(
            'A', 1, 0, 100, 0, $on('05-01'), $on('05-15'), $on('06-01'), $on('05-18'), null, false,
            Weaning::of([['days' => 4, 'what' => 'half']], $on('05-20')), new RootsSeen($on('05-18'), 10, 4),
        );
    }

    private static function line(?string $last): Outlook
    {
        return new Outlook(
            'A',
            1,
            0,
            100,
            0,
            new \DateTimeImmutable('2027-05-01'),
            new \DateTimeImmutable('2027-05-21'),
            new \DateTimeImmutable('2027-06-15'),
            $last === null ? null : new \DateTimeImmutable($last),
            null,
            false,
        );
    }

    private static function hold(): Hold
    {
        return Hold::read(Fields::of(['dry' => false, 'shadedHours' => 8, 'coldDays' => 0, 'sealDays' => 0, 'sameDay' => true]));
    }

    private static function soft(): WaySheet
    {
        return WaySheet::of(Pattern::SoftTip->sheet(1));
    }

    /** One that stands under long mist for 95 days. */
    private static function long(): WaySheet
    {
        $soft = Pattern::SoftTip->sheet(1);
        $long = Pattern::Hardwood->sheet(1);

        return WaySheet::of(['rooting' => $long['rooting'], 'warmth' => $long['warmth']] + $soft);
    }

    private static function part(float $water, bool $rots): MixPart
    {
        return MixPart::of($rots ? 'compost' : 'peat', true, false, false, $rots, 0.2, $water, 0.0, null, Volume::litres(0));
    }

    /** @param array<string, mixed> $says */
    private static function potting(array $says): Potting
    {
        return Potting::read(
            Fields::of(
                $says + [
                    'trigger' => 'share', 'readyShare' => 0.8, 'pot' => '9 cm', 'mix' => 'potting mix', 'feed' => 'after_rooting',
                    'survival' => 0.95, 'survivalStrength' => 60, 'growOnDays' => 56, 'hardy' => true, 'winter' => 'cold_frame',
                ],
            ),
        );
    }

    /**
     * @param array{float, float} $heat
     * @param array{float, float} $mist
     */
    private static function tenant(string $name, int $from, int $to, array $heat = [18, 22], array $mist = [1, 2], int $trays = 10): Tenant
    {
        return Tenant::of(
            $name,
            $trays,
            Week::of(sprintf('2027-W%02d', $from)),
            Week::of(sprintf('2027-W%02d', $to)),
            Range::of(...$heat),
            Range::of(...$mist),
        );
    }

    private static function zone(): Zone
    {
        return Zone::of('Mist 1', 15, Range::of(16, 24), Range::of(0, 3));
    }

    /** Ten trays at 1 a week in a zone of 15, and ten others that come in a given week. */
    private static function rent(HouseDefaults $house, bool $isWarm, int $comes): PlaceRent
    {
        return PlaceRent::of(
            self::zone(),
            10,
            $isWarm,
            [self::tenant('Q', $comes, $comes + 3)],
            Week::of('2027-W19'),
            Costs::of(20, 1),
            $house,
            static fn () => 80.0,
        );
    }

    private static function house(Fillable $batch, Tenant $lies, Zone $zone, ?Zone $other = null): FillHouse
    {
        $zones = [['id' => 1, 'zone' => $zone], ...$other === null ? [] : [['id' => 2, 'zone' => $other]]];

        return new FillHouse(Week::of('2027-W19'), new \DateTimeImmutable(self::TODAY), $zones, [$batch->code => $batch], [1 => [$lies]], []);
    }

    private static function batch(bool $isStuck, ?Priority $priority): Fillable
    {
        return new Fillable(
            'A',
            self::soft(),
            10,
            8,
            new \DateTimeImmutable($isStuck ? '2027-05-03' : '2027-06-07'),
            new \DateTimeImmutable('2027-06-14'),
            0,
            $isStuck,
            false,
            false,
            true,
            $priority,
            [Week::of('2027-W32')],
            1,
            new \DateTimeImmutable('2027-05-01'),
            new \DateTimeImmutable('2027-08-01'),
            static fn () => true,
        );
    }

    /** A batch planned for week 23, wanted by week 32. */
    private static function toFill(HouseDefaults $house, ?Priority $priority): Stay
    {
        $stays = new FillStays(Timetable::at(SiteAir::of(array_fill(0, 12, 9.0)), $house), $house);

        return $stays->of(
            new FillAsk(FillStage::Rooting, 0, [], true, true),
            self::house(self::batch(false, $priority), self::tenant('A', 23, 26), self::zone()),
            [],
        )->stays[0];
    }

    /** A batch that stands in a zone which closes over it. */
    private static function driven(HouseDefaults $house): Stay
    {
        $stays = new FillStays(Timetable::at(SiteAir::of(array_fill(0, 12, 9.0)), $house), $house);
        $closing = Zone::of('Mist 1', 15, Range::of(16, 24), Range::of(0, 3), ZoneKind::Mist, ['2027-W21' => 'a valve leaks']);

        return $stays->of(
            new FillAsk(FillStage::Rooting, 0, [], true, true),
            self::house(self::batch(true, Priority::Must), self::tenant('A', 18, 24), $closing),
            [],
        )->stays[0];
    }

    /** A batch that could go from its mist to a covered bench when it is weaned. */
    private static function weaning(HouseDefaults $house): Stay
    {
        $stays = new FillStays(Timetable::at(SiteAir::of(array_fill(0, 12, 9.0)), $house), $house);
        $frame = Zone::of('Frame', 15, Range::of(5, 24), Range::of(0, 1), ZoneKind::Frame);

        return $stays->of(
            new FillAsk(FillStage::Weaning, 0, [], true, true),
            self::house(self::batch(true, Priority::Must), self::tenant('A', 18, 27), self::zone(), $frame),
            [],
        )->stays[0];
    }
}
