<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\Space;
use WetCradle\Core\Bench\Stay;
use WetCradle\Core\Bench\ToPlace;
use WetCradle\Core\Book\FullCount;
use WetCradle\Core\Book\LossCause;
use WetCradle\Core\Book\Losses;
use WetCradle\Core\Calculations;
use WetCradle\Core\Calendar\MaterialWindow;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Regime;
use WetCradle\Core\Crops\Trays;
use WetCradle\Core\Crops\Water;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Mixing\Strength;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\BetaBinomial;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\CollectOrder;
use WetCradle\Core\Plan\Costs;
use WetCradle\Core\Plan\StickOrder;
use WetCradle\Core\Plan\ToStick;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Potting\PotOn;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\PracticeSet;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\DivisionPath;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\StockTakes;
use WetCradle\Core\Stock\TakeSheet;

/** What a type can hold, to its last value on either side, and what one beyond it is refused for. */
final class LimitsOfTypesTest extends TestCase
{
    /** @return iterable<string, array{\Closure(int|float): mixed, int|float, int|float, string}> made of a value; the last one, one beyond it, its field */
    public static function limits(): iterable
    {
        $comfort = Comfort::of(Range::of(18, 20), Range::of(0, 3));
        $house = HouseDefaults::usual();
        $habit = ShootHabit::of(20, 40, 0.5, 2, 5);
        $day = new \DateTimeImmutable('2027-05-12');
        $stay = static fn (int $trays = 1, int $weeks = 1, int $earliest = 0, int $latest = 0, int $weight = 1) => Stay::of(
            'A', $trays, $weeks, $earliest, $latest, $earliest, $comfort, $weight,
        );
        yield 'trays of a stay' => [static fn ($n) => $stay(trays: $n), 1, 0, 'trays'];
        yield 'weeks of a stay' => [static fn ($n) => $stay(weeks: $n), 1, 0, 'weeks'];
        yield 'window of a stay' => [static fn ($n) => $stay(earliest: 3, latest: $n), 3, 2, 'latest'];
        yield 'weight of a stay' => [static fn ($n) => $stay(weight: $n), 1, 0, 'weight'];
        yield 'trays of a space' => [static fn ($n) => Space::of('A', $n, $comfort, 4), 0, -1, 'trays'];
        yield 'weeks of a house' => [static fn ($n) => new ToPlace($n, [Space::of('A', 3, $comfort, 4)]), 1, 0, 'weeks'];
        yield 'plants that give' => [static fn ($n) => StockTakes::of($n, $habit, []), 0, -1, 'plants'];
        yield 'plants of a block' => [static fn ($n) => BlockOffer::of($n, $habit, 1, null, [], $day, 0), 0, -1, 'plants'];
        yield 'cuttings of a shoot' => [static fn ($n) => BlockOffer::of(1, $habit, $n, null, [], $day, 0), 0, -1, 'plants'];
        yield 'cuttings asked' => [static fn ($n) => BlockOffer::of(1, $habit, 1, null, [], $day, $n), 0, -1, 'plants'];
        $rows = [['row' => '1', 'plants' => [], 'count' => 4]];
        yield 'shoots asked' => [static fn ($n) => TakeSheet::spread($n, $rows, 2, 1), 1, 0, 'asked'];
        yield 'shoots of a plant' => [static fn ($n) => TakeSheet::spread($n, $rows, 2, 1), 8, 9, 'asked'];
        $path = static fn (int $start = 1, float $by = 2.0, float $live = 0.5, int $target = 1) => DivisionPath::of($start, $by, $live, $target, 5);
        yield 'multiplied by' => [static fn ($n) => $path(by: $n), 0.01, 0.0, 'multiplication'];
        yield 'none lives' => [static fn ($n) => $path(live: $n), 0.0, -0.01, 'survival'];
        yield 'all live' => [static fn ($n) => $path(live: $n), 1.0, 1.01, 'survival'];
        yield 'first practice' => [static fn ($n) => PracticeSet::of($n), 1, 0, 'set'];
        yield 'last practice' => [static fn ($n) => PracticeSet::of($n), 1_000_000, 1_000_001, 'set'];
        yield 'stations' => [static fn ($n) => StickOrder::of([ToStick::of('A', 0, null, 1, 'm', 'd')], $n, 0, $house), 1, 0, 'stations'];
        yield 'minutes of sticking' => [static fn ($n) => ToStick::of('A', 0, null, $n, 'm', 'd'), 1, 0, 'minutes'];
        yield 'ready to stick' => [static fn ($n) => ToStick::of('A', $n, null, 1, 'm', 'd'), 0, -1, 'ready'];
        yield 'hands that collect' => [static fn ($n) => CollectOrder::of([], $n, $house), 1, 0, 'hands'];
        foreach (['stuckAnHour', 'pottedAnHour', 'collectedAnHour', 'weanedAnHour'] as $i => $field) {
            yield "norm {$field}" => [static fn ($n) => WorkNorms::of(...array_replace([9, 9, 9, 9], [$i => $n])), 1, 0, $field];
        }
        yield 'cheapest hour' => [static fn ($n) => Costs::of($n, 1), 0.0, -0.01, 'hourCost'];
        yield 'dearest hour' => [static fn ($n) => Costs::of($n, 1), 10_000.0, 10_000.1, 'hourCost'];
        yield 'dearest tray' => [static fn ($n) => Costs::of(1, $n), 10_000.0, 10_000.1, 'trayWeekCost'];
        yield 'cells of a tray' => [static fn ($n) => Trays::of(1, $n), 1, 0, 'cells'];
        yield 'trays' => [static fn ($n) => Trays::of($n, 72), 1, 0, 'trays'];
        yield 'stuck before' => [static fn ($n) => PastBatch::of(0, $n), 0, -1, 'stuck'];
        yield 'rooted before' => [static fn ($n) => PastBatch::of($n, 5), 0, -1, 'rooted'];
        yield 'all rooted before' => [static fn ($n) => PastBatch::of($n, 5), 5, 6, 'rooted'];
        yield 'weight of what was' => [static fn ($n) => PastBatch::of(1, 5, $n), 0.0, -0.1, 'weight'];
        yield 'lowest rate' => [static fn ($n) => CropPrior::of($n, 10, 20), 0.001, 0.0, 'rate'];
        yield 'highest rate' => [static fn ($n) => CropPrior::of($n, 10, 20), 0.999, 1.0, 'rate'];
        yield 'strength of a sheet' => [static fn ($n) => CropPrior::of(0.5, $n, 20), 0.001, 0.0, 'strength'];
        yield 'evenness of a sheet' => [static fn ($n) => CropPrior::of(0.5, 10, $n), 0.001, 0.0, 'phi'];
        yield 'count of a chance' => [static fn ($n) => BetaBinomial::chances($n, Beta::of(1, 1)), 0, -1, 'count'];
        yield 'a of a belief' => [static fn ($n) => Beta::of($n, 1), 0.001, 0.0, 'a'];
        yield 'b of a belief' => [static fn ($n) => Beta::of(1, $n), 0.001, 0.0, 'b'];
        yield 'smallest pot' => [static fn ($n) => PotOn::caution($n, 100, $house), 0, -1, 'pot'];
        yield 'bigger pot' => [static fn ($n) => PotOn::caution(99, $n, $house), 100, 99, 'pot'];
        yield 'first week' => [static fn ($n) => MaterialWindow::of($n, 20), 1, 0, 'from'];
        yield 'last week' => [static fn ($n) => MaterialWindow::of(20, $n), 53, 54, 'to'];
        $water = static fn (string $regime, array $mist) => Water::read(Fields::of(['regime' => $regime, 'mist' => $mist, 'steps' => []]));
        $dry = array_values(array_filter(Regime::cases(), static fn (Regime $regime) => $regime !== Regime::Mist))[0]->value;
        yield 'mist that is none' => [static fn ($n) => $water($dry, [0, $n]), 1, 2, 'mist'];
        yield 'mist that is some' => [static fn ($n) => $water(Regime::Mist->value, [0, $n]), 1, 0, 'mist'];
        $thermal = static fn (float $warm): array => Calculations::registry()->compute('thermal_days', json_encode(
            ['temperatures' => [$warm], 'base' => 5, 'optimumLow' => 20, 'optimumHigh' => 25, 'ceiling' => 35],
            JSON_THROW_ON_ERROR,
        ));
        yield 'warmest day' => [$thermal, 80, 81, 'temperatures[0]'];
        yield 'coldest day' => [$thermal, -60, -61, 'temperatures[0]'];
        $list = static fn (int|float $n) => Fields::of(['n' => array_fill(0, (int) $n, 1)])->numbers('n');
        yield 'longest list' => [$list, 5000, 5001, 'n'];
    }

    /** @param \Closure(int|float): mixed $made */
    #[DataProvider('limits')]
    public function testTheLastValueIsTakenAndOneBeyondItIsNot(\Closure $made, int|float $last, int|float $beyond, string $field): void
    {
        $made($last);
        try {
            $made($beyond);
            self::fail('That was taken.');
        } catch (Refused $refused) {
            self::assertSame($field, $refused->field);
        }
    }

    public function testOnePlantIsBookedAsMuchAsMany(): void
    {
        $count = FullCount::of(rooted: 2, unrooted: 1, lost: Losses::of(['rot' => 1]), potted: 1, thrownUnrooted: 1, thrownRooted: 1);
        $booked = [];
        foreach ($count->postings(1, 0, null) as $posting) {
            $booked[] = $posting->count;
        }
        self::assertSame([1, 2, 1, 1, 1], $booked, 'Lost, rooted, thrown, thrown, potted.');
        self::assertSame(LossCause::Unrooted, $count->postings(1, 0, null)[2]->cause);
    }

    public function testAStrengthIsSaidToFourDecimalsOfAHundredthAndALowRangeByItsLowEnd(): void
    {
        self::assertSame(0.1235, Strength::of(1234.56)->words()->figures['percent'] ?? null);
        try {
            Fields::of(['heat' => [7, 3]])->range('heat');
            self::fail('That was taken.');
        } catch (Refused $refused) {
            $is = $refused->says instanceof Fact ? $refused->says->figures['is'] ?? null : null;
            self::assertSame(['low' => '7', 'high' => '3'], $is instanceof Fact ? $is->figures : null);
        }
    }
}
