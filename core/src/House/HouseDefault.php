<?php

declare(strict_types=1);

namespace WetCradle\Core\House;

use WetCradle\Core\Fact;

/**
 * A number that is the trade's habit and not its law: every nursery may have its own. Each stands here once, with its usual
 * value, its unit, the limits within which it makes sense, and why it is what it is.
 */
enum HouseDefault: string
{
    // Looking after what roots.
    case CheckEvery = 'check_every';
    case FirstCheckAfter = 'first_check_after';
    case WeanFrom = 'wean_from';
    case FurtherPlantlet = 'further_plantlet';
    case SureOfReady = 'sure_of_ready';
    case LiftAtLeast = 'lift_at_least';
    case TraysAlike = 'trays_alike';
    case LookUnderMist = 'look_under_mist';
    case LookCool = 'look_cool';
    case LookAtPots = 'look_at_pots';
    case LookAtRest = 'look_at_rest';
    case LookAtPinned = 'look_at_pinned';
    case LookAtAirLayers = 'look_at_air_layers';
    case CoolBelow = 'cool_below';
    case AtRestBelow = 'at_rest_below';

    // Cutting and holding.
    case CutFrom = 'cut_from';
    case DewGone = 'dew_gone';
    case StuckByEvening = 'stuck_by_evening';
    case WarnHeld = 'warn_held';
    case CuttingsInABox = 'cuttings_in_a_box';
    case CuttingsInABundle = 'cuttings_in_a_bundle';

    // Making up and sticking.
    case MixMinutes = 'mix_minutes';
    case DipMinutes = 'dip_minutes';
    case ChangeMinutes = 'change_minutes';
    case KeepsAlike = 'keeps_alike';
    case ShareFrom = 'share_from';
    case CheckMinutes = 'check_minutes';
    case CareMinutes = 'care_minutes';
    case VentMinutes = 'vent_minutes';
    case Compaction = 'compaction';
    case Waste = 'waste';
    case Barrow = 'barrow';
    case Bucket = 'bucket';
    case DipDepth = 'dip_depth';
    case CupWidth = 'cup_width';
    case ClingsLiquid = 'clings_liquid';
    case ClingsPowder = 'clings_powder';
    case PowderInCup = 'powder_in_cup';
    case WetMix = 'wet_mix';
    case SlumpingShare = 'slumping_share';
    case SlumpsAfter = 'slumps_after';

    // Bench.
    case SharesTrayWithin = 'shares_tray_within';
    case PotsApart = 'pots_apart';
    case WeanedAbove = 'weaned_above';
    case CanFreeze = 'can_freeze';
    case SetPointKept = 'set_point_kept';
    case MistAsWarmth = 'mist_as_warmth';
    case FillReach = 'fill_reach';
    case FillLate = 'fill_late';
    case FillOutOfPlace = 'fill_out_of_place';
    case FillMust = 'fill_must';
    case FillShould = 'fill_should';
    case FillNice = 'fill_nice';
    case FillDriven = 'fill_driven';

    // Waiting or clearing.
    case DiesInAWeek = 'dies_in_a_week';
    case WorthTimesCost = 'worth_times_cost';
    case LeastWorth = 'least_worth';
    case WarmFrom = 'warm_from';
    case CoolRent = 'cool_rent';
    case QueueWeeks = 'queue_weeks';
    case WaitWeeks = 'wait_weeks';
    case CloseCall = 'close_call';

    // Potting and growing on.
    case HeldAtMost = 'held_at_most';
    case RootsMatAfter = 'roots_mat_after';
    case RootsRunAfter = 'roots_run_after';
    case RootBoundShare = 'root_bound_share';
    case MuchBigger = 'much_bigger';
    case ShadeDays = 'shade_days';
    case FeedAfter = 'feed_after';
    case SlowReleaseLasts = 'slow_release_lasts';
    case SpacedFrom = 'spaced_from';
    case HardenBefore = 'harden_before';
    case OutsideBefore = 'outside_before';
    case NoPottingBelow = 'no_potting_below';
    case GrowsFrom = 'grows_from';
    case PotBeforeGrowth = 'pot_before_growth';

    // Planning and learning.
    case SureOfPlan = 'sure_of_plan';
    case PlannedRooted = 'planned_rooted';
    case SeasonKeeps = 'season_keeps';
    case AnotherWay = 'another_way';
    case LeftLongerRoots = 'left_longer_roots';
    case LeftLongerWorth = 'left_longer_worth';
    case DraftEarlier = 'draft_earlier';
    case BundlesStuckWithin = 'bundles_stuck_within';
    case AskAhead = 'ask_ahead';
    case HeldOverFrom = 'held_over_from';
    case ApartFrom = 'apart_from';
    case EvenMost = 'even_most';
    case TakeShare = 'take_share';
    case Branching = 'branching';
    case FullGrown = 'full_grown';
    case FirstTakeAfter = 'first_take_after';
    case FeedStockAfter = 'feed_stock_after';
    case FlowersEvery = 'flowers_every';
    case MixPrice = 'mix_price';
    case DipPrice = 'dip_price';
    case TrayPrice = 'tray_price';
    case PotPrice = 'pot_price';
    case LabelPrice = 'label_price';
    case GroundPrice = 'ground_price';
    case ReplaceAhead = 'replace_ahead';

    // Mist and heat.
    case LeafFilm = 'leaf_film';
    case FilmDriesFull = 'film_dries_full';
    case FilmDriesMedium = 'film_dries_medium';
    case FilmDriesLight = 'film_dries_light';
    case MistGapLeast = 'mist_gap_least';
    case MistGapMost = 'mist_gap_most';
    case MistGapAtNight = 'mist_gap_at_night';
    case WeanedGap = 'weaned_gap';
    case FiringSeconds = 'firing_seconds';
    case NozzlesAMetre = 'nozzles_a_metre';
    case NozzleFlow = 'nozzle_flow';
    case SoakedFrom = 'soaked_from';
    case HumidRooting = 'humid_rooting';
    case HumidWeaned = 'humid_weaned';
    case AirCooler = 'air_cooler';
    case ShadeRooting = 'shade_rooting';
    case ShadeWeaned = 'shade_weaned';
    case VentTimes = 'vent_times';
    case VentFor = 'vent_for';
    case LeafSpare = 'leaf_spare';
    case BareLeafLoses = 'bare_leaf_loses';
    case Latitude = 'latitude';
    case LeafTakesUp = 'leaf_takes_up';
    case BenchLoses = 'bench_loses';
    case CoverLoses = 'cover_loses';
    case PowerPrice = 'power_price';
    case LeafTakesLight = 'leaf_takes_light';
    case ReadingEvery = 'reading_every';
    case StaleAfter = 'stale_after';
    case MediumOff = 'medium_off';
    case AirOff = 'air_off';
    case HumidOff = 'humid_off';
    case OffFor = 'off_for';
    case SameFor = 'same_for';
    case ReadingsKept = 'readings_kept';

    /** Topic, unit, usual, least and most of each. */
    private const SETS = [
        self::CheckEvery->value => [Topic::LookingAfter, Unit::Days, 7, 1, 60],
        self::FirstCheckAfter->value => [Topic::LookingAfter, Unit::Share, 0.6, 0.1, 1],
        self::WeanFrom->value => [Topic::LookingAfter, Unit::Share, 0.5, 0.05, 1],
        self::FurtherPlantlet->value => [Topic::LookingAfter, Unit::Days, 10, 0, 60],
        self::SureOfReady->value => [Topic::LookingAfter, Unit::Share, 0.9, 0.5, 0.99],
        self::LiftAtLeast->value => [Topic::LookingAfter, Unit::Count, 5, 1, 50],
        self::TraysAlike->value => [Topic::LookingAfter, Unit::Count, 20, 1, 500],
        self::LookUnderMist->value => [Topic::LookingAfter, Unit::Days, 1, 1, 14],
        self::LookCool->value => [Topic::LookingAfter, Unit::Days, 2, 1, 21],
        self::LookAtPots->value => [Topic::LookingAfter, Unit::Days, 3, 1, 21],
        self::LookAtRest->value => [Topic::LookingAfter, Unit::Days, 7, 1, 31],
        self::LookAtPinned->value => [Topic::LookingAfter, Unit::Days, 3, 1, 21],
        self::LookAtAirLayers->value => [Topic::LookingAfter, Unit::Days, 7, 1, 31],
        self::CoolBelow->value => [Topic::LookingAfter, Unit::Celsius, 10, -5, 25],
        self::AtRestBelow->value => [Topic::LookingAfter, Unit::Celsius, 6, -5, 20],

        self::CutFrom->value => [Topic::Cutting, Unit::TimeOfDay, 420, 0, 1439],
        self::DewGone->value => [Topic::Cutting, Unit::TimeOfDay, 570, 0, 1439],
        self::StuckByEvening->value => [Topic::Cutting, Unit::TimeOfDay, 1200, 60, 1439],
        self::WarnHeld->value => [Topic::Cutting, Unit::Share, 0.75, 0.1, 0.99],
        self::CuttingsInABox->value => [Topic::Cutting, Unit::Count, 250, 10, 5000],
        self::CuttingsInABundle->value => [Topic::Cutting, Unit::Count, 20, 2, 500],

        self::MixMinutes->value => [Topic::MakingUp, Unit::Minutes, 10, 0, 240],
        self::DipMinutes->value => [Topic::MakingUp, Unit::Minutes, 5, 0, 120],
        self::ChangeMinutes->value => [Topic::MakingUp, Unit::Minutes, 5, 0, 120],
        self::KeepsAlike->value => [Topic::MakingUp, Unit::Minutes, 120, 0, 1440],
        self::ShareFrom->value => [Topic::MakingUp, Unit::Minutes, 60, 5, 1440],
        self::CheckMinutes->value => [Topic::MakingUp, Unit::Minutes, 10, 0, 240],
        self::CareMinutes->value => [Topic::MakingUp, Unit::Minutes, 20, 0, 480],
        self::VentMinutes->value => [Topic::MakingUp, Unit::Minutes, 5, 0, 240],
        self::Compaction->value => [Topic::MakingUp, Unit::Times, 1.15, 1, 3],
        self::Waste->value => [Topic::MakingUp, Unit::Share, 0.05, 0, 1],
        self::Barrow->value => [Topic::MakingUp, Unit::Litres, 80, 5, 2000],
        self::Bucket->value => [Topic::MakingUp, Unit::Litres, 5, 0.5, 1000],
        self::DipDepth->value => [Topic::MakingUp, Unit::Centimetres, 1.5, 0.5, 20],
        self::CupWidth->value => [Topic::MakingUp, Unit::Centimetres, 5, 1, 40],
        self::ClingsLiquid->value => [Topic::MakingUp, Unit::MillilitresACm, 0.02, 0, 1],
        self::ClingsPowder->value => [Topic::MakingUp, Unit::GramsACm, 0.008, 0, 1],
        self::PowderInCup->value => [Topic::MakingUp, Unit::Grams, 5, 0, 1000],
        self::WetMix->value => [Topic::MakingUp, Unit::Share, 0.55, 0.1, 1],
        self::SlumpingShare->value => [Topic::MakingUp, Unit::Share, 0.3, 0, 1],
        self::SlumpsAfter->value => [Topic::MakingUp, Unit::Days, 56, 1, 730],

        self::SharesTrayWithin->value => [Topic::Bench, Unit::Days, 7, 0, 60],
        self::PotsApart->value => [Topic::Bench, Unit::Times, 1.5, 1, 5],
        self::WeanedAbove->value => [Topic::Bench, Unit::Celsius, 3, -10, 20],
        self::CanFreeze->value => [Topic::Bench, Unit::Celsius, 8, -5, 20],
        self::SetPointKept->value => [Topic::Bench, Unit::Degrees, 2, 0, 10],
        self::MistAsWarmth->value => [Topic::Bench, Unit::Degrees, 4, 0.1, 50],
        self::FillReach->value => [Topic::Bench, Unit::Weeks, 3, 0, 20],
        self::FillLate->value => [Topic::Bench, Unit::Weeks, 8, 0, 100],
        self::FillOutOfPlace->value => [Topic::Bench, Unit::Weeks, 2, 0, 100],
        self::FillMust->value => [Topic::Bench, Unit::Times, 5, 1, 100],
        self::FillShould->value => [Topic::Bench, Unit::Times, 3, 1, 100],
        self::FillNice->value => [Topic::Bench, Unit::Times, 2, 1, 100],
        self::FillDriven->value => [Topic::Bench, Unit::Times, 8, 1, 100],

        self::DiesInAWeek->value => [Topic::Waiting, Unit::Share, 0.03, 0, 1],
        self::WorthTimesCost->value => [Topic::Waiting, Unit::Times, 8, 1, 1000],
        self::LeastWorth->value => [Topic::Waiting, Unit::Money, 0.2, 0, 1000],
        self::WarmFrom->value => [Topic::Waiting, Unit::Celsius, 15, -5, 30],
        self::CoolRent->value => [Topic::Waiting, Unit::Share, 0.25, 0, 1],
        self::QueueWeeks->value => [Topic::Waiting, Unit::Weeks, 4, 0, 26],
        self::WaitWeeks->value => [Topic::Waiting, Unit::Weeks, 8, 1, 52],
        self::CloseCall->value => [Topic::Waiting, Unit::Share, 0.15, 0, 1],

        self::HeldAtMost->value => [Topic::Potting, Unit::Days, 28, 0, 365],
        self::RootsMatAfter->value => [Topic::Potting, Unit::Days, 14, 1, 120],
        self::RootsRunAfter->value => [Topic::Potting, Unit::Days, 7, 1, 120],
        self::RootBoundShare->value => [Topic::Potting, Unit::Share, 0.25, 0.01, 1],
        self::MuchBigger->value => [Topic::Potting, Unit::Times, 6, 1.1, 100],
        self::ShadeDays->value => [Topic::Potting, Unit::Days, 7, 0, 90],
        self::FeedAfter->value => [Topic::Potting, Unit::Days, 21, 0, 365],
        self::SlowReleaseLasts->value => [Topic::Potting, Unit::Days, 90, 7, 730],
        self::SpacedFrom->value => [Topic::Potting, Unit::Days, 42, 0, 365],
        self::HardenBefore->value => [Topic::Potting, Unit::Days, 14, 0, 120],
        self::OutsideBefore->value => [Topic::Potting, Unit::Days, 7, 0, 120],
        self::NoPottingBelow->value => [Topic::Potting, Unit::Celsius, 8, -5, 20],
        self::GrowsFrom->value => [Topic::Potting, Unit::Celsius, 6, -5, 20],
        self::PotBeforeGrowth->value => [Topic::Potting, Unit::Days, 21, 0, 120],

        self::SureOfPlan->value => [Topic::Planning, Unit::Share, 0.9, 0.5, 0.99],
        self::PlannedRooted->value => [Topic::Planning, Unit::Share, 0.75, 0, 1],
        self::SeasonKeeps->value => [Topic::Planning, Unit::Share, 0.8, 0.05, 1],
        self::AnotherWay->value => [Topic::Planning, Unit::Share, 0.5, 0, 1],
        self::LeftLongerRoots->value => [Topic::Planning, Unit::Share, 0.4, 0.01, 0.99],
        self::LeftLongerWorth->value => [Topic::Planning, Unit::Count, 5, 0.5, 1000],
        self::DraftEarlier->value => [Topic::Planning, Unit::Weeks, 6, 0, 26],
        self::BundlesStuckWithin->value => [Topic::Planning, Unit::Weeks, 4, 0, 26],
        self::AskAhead->value => [Topic::Planning, Unit::Weeks, 2, 0, 52],
        self::HeldOverFrom->value => [Topic::Planning, Unit::Weeks, 8, 1, 104],
        self::ApartFrom->value => [Topic::Planning, Unit::Weeks, 2, 1, 26],
        self::EvenMost->value => [Topic::Planning, Unit::Weeks, 8, 1, 26],
        self::TakeShare->value => [Topic::Planning, Unit::Share, 0.5, 0, 1],
        self::Branching->value => [Topic::Planning, Unit::Times, 2, 0, 20],
        self::FullGrown->value => [Topic::Planning, Unit::Times, 1.5, 1, 20],
        self::FirstTakeAfter->value => [Topic::Planning, Unit::Weeks, 5, 0, 26],
        self::FeedStockAfter->value => [Topic::Planning, Unit::Days, 3, 0, 60],
        self::FlowersEvery->value => [Topic::Planning, Unit::Days, 14, 1, 90],
        self::MixPrice->value => [Topic::Planning, Unit::Money, 0.12, 0, 100],
        self::DipPrice->value => [Topic::Planning, Unit::Money, 0.25, 0, 1000],
        self::TrayPrice->value => [Topic::Planning, Unit::Money, 0.2, 0, 100],
        self::PotPrice->value => [Topic::Planning, Unit::Money, 0.15, 0, 100],
        self::LabelPrice->value => [Topic::Planning, Unit::Money, 0.03, 0, 100],
        self::GroundPrice->value => [Topic::Planning, Unit::Money, 0.15, 0, 100],
        self::ReplaceAhead->value => [Topic::Planning, Unit::Weeks, 52, 0, 208],

        self::LeafFilm->value => [Topic::Mist, Unit::Millimetres, 0.1, 0.01, 1],
        self::FilmDriesFull->value => [Topic::Mist, Unit::Share, 0.4, 0.05, 1],
        self::FilmDriesMedium->value => [Topic::Mist, Unit::Share, 0.6, 0.05, 1],
        self::FilmDriesLight->value => [Topic::Mist, Unit::Share, 0.85, 0.05, 1],
        self::MistGapLeast->value => [Topic::Mist, Unit::Minutes, 3, 0, 120],
        self::MistGapMost->value => [Topic::Mist, Unit::Minutes, 240, 10, 1440],
        self::MistGapAtNight->value => [Topic::Mist, Unit::Minutes, 60, 0, 720],
        self::WeanedGap->value => [Topic::Mist, Unit::Times, 4, 1, 20],
        self::FiringSeconds->value => [Topic::Mist, Unit::Seconds, 8, 1, 120],
        self::NozzlesAMetre->value => [Topic::Mist, Unit::ASquareMetre, 0.8, 0.05, 20],
        self::NozzleFlow->value => [Topic::Mist, Unit::LitresAMinute, 1, 0.05, 20],
        self::SoakedFrom->value => [Topic::Mist, Unit::Share, 0.9, 0.5, 1],
        self::HumidRooting->value => [Topic::Mist, Unit::Share, 0.9, 0.3, 1],
        self::HumidWeaned->value => [Topic::Mist, Unit::Share, 0.6, 0.2, 1],
        self::AirCooler->value => [Topic::Mist, Unit::Degrees, 4, 0, 15],
        self::ShadeRooting->value => [Topic::Mist, Unit::Share, 0.6, 0, 1],
        self::ShadeWeaned->value => [Topic::Mist, Unit::Share, 0.3, 0, 1],
        self::VentTimes->value => [Topic::Mist, Unit::Count, 2, 0, 24],
        self::VentFor->value => [Topic::Mist, Unit::Minutes, 10, 0, 240],
        self::LeafSpare->value => [Topic::Mist, Unit::Millimetres, 0.08, 0.005, 2],
        self::BareLeafLoses->value => [Topic::Mist, Unit::Share, 0.3, 0.01, 1],
        self::Latitude->value => [Topic::Mist, Unit::Latitude, 50, 0, 66],
        self::LeafTakesUp->value => [Topic::Mist, Unit::Share, 0.35, 0.01, 1],
        self::BenchLoses->value => [Topic::Mist, Unit::WattsAMetreKelvin, 9, 0.5, 50],
        self::CoverLoses->value => [Topic::Mist, Unit::WattsAMetreKelvin, 5, 0.5, 50],
        self::PowerPrice->value => [Topic::Mist, Unit::Money, 0.3, 0, 100],
        self::LeafTakesLight->value => [Topic::Mist, Unit::Share, 0.5, 0.01, 1],
        self::ReadingEvery->value => [Topic::Mist, Unit::Minutes, 5, 1, 120],
        self::StaleAfter->value => [Topic::Mist, Unit::Times, 3, 1, 100],
        self::MediumOff->value => [Topic::Mist, Unit::Degrees, 3, 0.5, 20],
        self::AirOff->value => [Topic::Mist, Unit::Degrees, 12, 1, 30],
        self::HumidOff->value => [Topic::Mist, Unit::Share, 0.3, 0.02, 0.9],
        self::OffFor->value => [Topic::Mist, Unit::Minutes, 30, 0, 720],
        self::SameFor->value => [Topic::Mist, Unit::Minutes, 360, 30, 2880],
        self::ReadingsKept->value => [Topic::Mist, Unit::Weeks, 9, 1, 520],
    ];

    public function topic(): Topic
    {
        return $this->set()[0];
    }

    /** As a form names it. */
    public function label(): Fact
    {
        return Fact::of("house.{$this->value}");
    }

    public function unit(): Unit
    {
        return $this->set()[1];
    }

    public function usual(): float
    {
        return (float) $this->set()[2];
    }

    public function least(): float
    {
        return (float) $this->set()[3];
    }

    public function most(): float
    {
        return (float) $this->set()[4];
    }

    /** Why it is what it is, and what it moves. */
    public function reason(): Fact
    {
        return Fact::of("house.{$this->value}.reason");
    }

    /** @return array{Topic, Unit, float|int, float|int, float|int} topic, unit, usual, least, most */
    private function set(): array
    {
        return self::SETS[$this->value];
    }
}
