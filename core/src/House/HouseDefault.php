<?php

declare(strict_types=1);

namespace WetCradle\Core\House;

/**
 * A number that is the trade's habit and not its law: every nursery may have its own. Each stands here once, with its usual
 * value, its unit, the limits within which it makes sense, and why it is what it is.
 */
enum HouseDefault: string
{
    // Looking after what roots.
    case CheckEvery = 'check_every';
    case FirstCheckAfter = 'first_check_after';
    case SureOfReady = 'sure_of_ready';
    case LookUnderMist = 'look_under_mist';
    case LookCool = 'look_cool';
    case LookAtPots = 'look_at_pots';
    case LookAtRest = 'look_at_rest';
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
    case HeldOverFrom = 'held_over_from';
    case ApartFrom = 'apart_from';
    case EvenMost = 'even_most';
    case TakeShare = 'take_share';
    case Branching = 'branching';
    case FullGrown = 'full_grown';

    public function topic(): Topic
    {
        return $this->says()[0];
    }

    /** As a form names it. */
    public function label(): string
    {
        return $this->says()[1];
    }

    public function unit(): Unit
    {
        return $this->says()[2];
    }

    public function usual(): float
    {
        return (float) $this->says()[3];
    }

    public function least(): float
    {
        return (float) $this->says()[4];
    }

    public function most(): float
    {
        return (float) $this->says()[5];
    }

    /** Why it is what it is, and what it moves. */
    public function reason(): string
    {
        return $this->says()[6];
    }

    /** @return array{0: Topic, 1: string, 2: Unit, 3: float|int, 4: float|int, 5: float|int, 6: string} topic, label, unit, usual, least, most, reason */
    private function says(): array
    {
        [$look, $cut, $make, $bench, $wait, $pot, $plan] = Topic::cases();

        return match ($this) {
            self::CheckEvery => [$look, 'From one check to the next', Unit::Days, 7, 1, 60, 'Once roots may show, a few are lifted every week.'],
            self::FirstCheckAfter => [
                $look, 'First check after', Unit::Share, 0.6, 0.1, 1,
                'Of the days until the first roots may show: before that, lifting only disturbs.',
            ],
            self::SureOfReady => [
                $look, 'How sure a check must be', Unit::Share, 0.9, 0.5, 0.99,
                'Before a check says ready, or not yet; short of that it asks to lift more.',
            ],
            self::LookUnderMist => [
                $look, 'Looked at under mist or cover, every', Unit::Days, 1, 1, 14,
                'A nozzle blocked for a day, or rot left for one, costs a tray.',
            ],
            self::LookCool => [$look, 'Looked at on a cool bench, every', Unit::Days, 2, 1, 21, 'It dries slowly.'],
            self::LookAtPots => [$look, 'Pots looked at, every', Unit::Days, 3, 1, 21, 'Roots have room; what goes wrong goes slowly.'],
            self::LookAtRest => [
                $look, 'What rests in the cold looked at, every', Unit::Days, 7, 1, 31,
                'Dormant trays and pots dry out unseen; a week is the longest.',
            ],
            self::CoolBelow => [
                $look, 'A bench is cool when it may fall below', Unit::Celsius, 10, -5, 25,
                'Cooler than this, things dry slowly and are looked at less often. What warmth costs is another matter.',
            ],
            self::AtRestBelow => [$look, 'What stands cool rests when the day is below', Unit::Celsius, 6, -5, 20, 'The mean of the day outside.'],

            self::CutFrom => [$cut, 'Cutting begins at', Unit::TimeOfDay, 420, 0, 1439, 'Shoots are full of water and cool.'],
            self::DewGone => [$cut, 'The dew has gone by', Unit::TimeOfDay, 570, 0, 1439, 'What must be cut dry waits for it.'],
            self::StuckByEvening => [$cut, 'What is stuck the same day is stuck by', Unit::TimeOfDay, 1200, 60, 1439, 'Where a sheet says the same day.'],
            self::WarnHeld => [$cut, 'Warn when so much of its keeping has gone', Unit::Share, 0.75, 0.1, 0.99, 'Time is left to stick it.'],
            self::CuttingsInABox => [$cut, 'Leafy cuttings in a box', Unit::Count, 250, 10, 5000, 'Without crushing them.'],
            self::CuttingsInABundle => [$cut, 'Hardwood in a bundle', Unit::Count, 20, 2, 500, 'As they are counted and tied.'],

            self::MixMinutes => [$make, 'Making up a mix takes', Unit::Minutes, 10, 0, 240, 'Measuring, turning, wetting.'],
            self::DipMinutes => [$make, 'Making up a dip takes', Unit::Minutes, 5, 0, 120, 'Measuring, labelling, cleaning.'],
            self::ChangeMinutes => [$make, 'Changing the mix or the dip takes', Unit::Minutes, 5, 0, 120, 'At a sticking station.'],
            self::KeepsAlike => [
                $make, 'Material keeps alike within', Unit::Minutes, 120, 0, 1440,
                'Only among such do the same mix and dip follow each other.',
            ],
            self::Compaction => [$make, 'Loose mix for a litre settled', Unit::Times, 1.15, 1, 3, 'It settles by about a seventh when it is watered in.'],
            self::Waste => [$make, 'Mix that is lost', Unit::Share, 0.05, 0, 1, 'A little is spilt.'],
            self::Barrow => [$make, 'A barrow holds', Unit::Litres, 80, 5, 2000, 'Whole barrows are said beside litres.'],
            self::Bucket => [$make, 'Sanitiser made up for a day', Unit::Litres, 5, 0.5, 1000, 'For blades and trays.'],
            self::DipDepth => [$make, 'Stems are dipped at most', Unit::Centimetres, 1.5, 0.5, 20, 'Deeper takes more hormone and does no more.'],
            self::CupWidth => [$make, 'The dip cup is wide', Unit::Centimetres, 5, 1, 40, 'What stands in it is thrown away at night.'],
            self::ClingsLiquid => [$make, 'Liquid clings to a stem', Unit::MillilitresACm, 0.02, 0, 1, 'For each cm that is dipped.'],
            self::ClingsPowder => [$make, 'Powder clings to a stem', Unit::GramsACm, 0.008, 0, 1, 'For each cm that is dipped.'],
            self::PowderInCup => [$make, 'Powder poured out to dip in', Unit::Grams, 5, 0, 1000, 'So that stems can be dipped at all.'],
            self::WetMix => [$make, 'A mix is wet when it holds water of', Unit::Share, 0.55, 0.1, 1, 'Above it a base under long mist drowns.'],
            self::SlumpingShare => [$make, 'A mix slumps when of it breaks down', Unit::Share, 0.3, 0, 1, 'The rest does not hold it up.'],
            self::SlumpsAfter => [$make, 'What breaks down has slumped after', Unit::Days, 56, 1, 730, 'Only long rooting meets it.'],

            self::PotsApart => [$bench, 'Spaced pots stand apart', Unit::Times, 1.5, 1, 5, 'Of their widths, from middle to middle.'],
            self::WeanedAbove => [$bench, 'What is weaned must stay above', Unit::Celsius, 3, -10, 20, 'It needs no mist and less warmth.'],
            self::CanFreeze => [
                $bench, 'A night can freeze when the day is below', Unit::Celsius, 8, -5, 20,
                'The mean of the day; what is tender is kept in, and hardening waits.',
            ],
            self::SetPointKept => [$bench, 'A set-point stays although it could fall by', Unit::Degrees, 2, 0, 10, 'For the sake of peace at the controller.'],
            self::MistAsWarmth => [
                $bench, 'One mist level weighs like', Unit::Degrees, 4, 0.1, 50,
                'Among zones that can take a batch, the nearest suits best.',
            ],
            self::FillReach => [$bench, 'Filling moves what is planned by at most', Unit::Weeks, 3, 0, 20, 'Within its window and what its block can give.'],
            self::FillLate => [$bench, 'A week too late for its order weighs like', Unit::Weeks, 8, 0, 100, 'Weeks away from where it was planned.'],
            self::FillOutOfPlace => [
                $bench, 'Lying where another stage belongs weighs like', Unit::Weeks, 2, 0, 100,
                'Pots on a rooting bench, weaned trays under mist.',
            ],
            self::FillMust => [$bench, 'Weight of an order that must', Unit::Times, 5, 1, 100, 'Against stock of our own, which weighs 1.'],
            self::FillShould => [$bench, 'Weight of an order that should', Unit::Times, 3, 1, 100, 'Against stock of our own, which weighs 1.'],
            self::FillNice => [$bench, 'Weight of an order that would be nice', Unit::Times, 2, 1, 100, 'Against stock of our own, which weighs 1.'],
            self::FillDriven => [$bench, 'Weight of what stands where a zone closes', Unit::Times, 8, 1, 100, 'It is alive.'],

            self::DiesInAWeek => [$wait, 'Of the unrooted, so many die in a week', Unit::Share, 0.03, 0, 1, 'A usual figure under mist.'],
            self::WorthTimesCost => [
                $wait, 'A rooted plant is worth so many times its cutting', Unit::Times, 8, 1, 1000,
                'Where nobody says what one costs bought in.',
            ],
            self::LeastWorth => [$wait, 'A rooted plant is worth at least', Unit::Money, 0.2, 0, 1000, 'Where cuttings cost nothing.'],
            self::WarmFrom => [$wait, 'A place is paid for as warm from', Unit::Celsius, 15, -5, 30, 'Kept at this or more, a tray costs its warm week.'],
            self::CoolRent => [$wait, 'A cool place costs of a warm one', Unit::Share, 0.25, 0, 1, 'Water and looking after.'],
            self::QueueWeeks => [$wait, 'Who queues for a place is looked for within', Unit::Weeks, 4, 0, 26, 'Later the house can be filled otherwise.'],
            self::WaitWeeks => [$wait, 'Waiting is weighed for at most', Unit::Weeks, 8, 1, 52, 'Longer is no plan.'],
            self::CloseCall => [$wait, 'It is a close call within', Unit::Share, 0.15, 0, 1, 'Of what is at stake.'],

            self::HeldAtMost => [$pot, 'Rooted plants are held in their tray at most', Unit::Days, 28, 0, 365, 'Longer, they are spoilt.'],
            self::RootsMatAfter => [$pot, 'Roots mat after they were due for', Unit::Days, 14, 1, 120, 'In an ordinary cell; two weeks late is late.'],
            self::RootsRunAfter => [$pot, 'Say that they run after', Unit::Days, 7, 1, 120, 'While there is time.'],
            self::RootBoundShare => [$pot, 'A tray is root-bound when so many lifted are', Unit::Share, 0.25, 0.01, 1, 'One or two always are.'],
            self::MuchBigger => [$pot, 'A pot is much bigger from', Unit::Times, 6, 1.1, 100, 'Times the room: a big wet pot rots a small root system.'],
            self::ShadeDays => [$pot, 'In the shade after potting for', Unit::Days, 7, 0, 90, 'Until roots take hold.'],
            self::FeedAfter => [$pot, 'Fed from so long after potting', Unit::Days, 21, 0, 365, 'Roots have reached the wall; no feed before.'],
            self::SlowReleaseLasts => [$pot, 'Slow-release feed lasts', Unit::Days, 90, 7, 730, 'By its label.'],
            self::SpacedFrom => [$pot, 'Pots are set apart when they grow on for', Unit::Days, 42, 0, 365, 'Shorter, leaves do not touch.'],
            self::HardenBefore => [$pot, 'Into the second tunnel before it is ready', Unit::Days, 14, 0, 120, 'Doors open by day, then by night.'],
            self::OutsideBefore => [$pot, 'Outside before it is ready', Unit::Days, 7, 0, 120, 'Sheltered at first.'],
            self::NoPottingBelow => [$pot, 'Nothing is potted in autumn below', Unit::Celsius, 8, -5, 20, 'Potted then, a plant makes no roots before winter.'],
            self::GrowsFrom => [$pot, 'Plants grow in spring from', Unit::Celsius, 6, -5, 20, 'The mean of the day.'],
            self::PotBeforeGrowth => [$pot, 'Potted before growth starts', Unit::Days, 21, 0, 120, 'It is in its pot in time.'],

            self::SureOfPlan => [$plan, 'Chance of enough that a plan aims for', Unit::Share, 0.9, 0.5, 0.99, 'Where nobody picks another.'],
            self::PlannedRooted => [$plan, 'A plan takes of the way from first to last rooted', Unit::Share, 0.75, 0, 1, 'So that most batches are in time.'],
            self::SeasonKeeps => [$plan, 'A season later a batch still counts', Unit::Share, 0.8, 0.05, 1, 'Plants, hands and houses change.'],
            self::AnotherWay => [$plan, 'A batch made another way counts', Unit::Share, 0.5, 0, 1, 'Alike, but not the same.'],
            self::LeftLongerRoots => [
                $plan, 'Of what is left longer, so many root', Unit::Share, 0.4, 0.01, 0.99, 'After a full count has taken out the rest.',
            ],
            self::LeftLongerWorth => [$plan, 'That is trusted as if counted on', Unit::Count, 5, 0.5, 1000, 'Plants; few, so that it stays open.'],
            self::DraftEarlier => [$plan, 'A draft sticks earlier by at most', Unit::Weeks, 6, 0, 26, 'Where a bench is full.'],
            self::HeldOverFrom => [
                $plan, 'A batch is held over when it is ready before', Unit::Weeks, 8, 1, 104,
                'Weeks before it is wanted; less is only early.',
            ],
            self::ApartFrom => [$plan, 'Two batches are stuck apart by at least', Unit::Weeks, 2, 1, 26, 'Closer they share their luck.'],
            self::EvenMost => [$plan, 'Evening out moves a batch by at most', Unit::Weeks, 8, 1, 26, 'Further is another plan.'],
            self::TakeShare => [$plan, 'Of its shoots, a stock plant gives at a take', Unit::Share, 0.5, 0, 1, 'Where its block says nothing else.'],
            self::Branching => [$plan, 'Shoots that grow for each one taken', Unit::Times, 2, 0, 20, 'Where its block says nothing else.'],
            self::FullGrown => [
                $plan, 'A stock plant bears at most', Unit::Times, 1.5, 1, 20,
                'Times the shoots that were counted, where its block says nothing else.',
            ],
        };
    }
}
