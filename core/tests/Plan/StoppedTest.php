<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Going;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\Costs;
use WetCradle\Core\Plan\EvenOut;
use WetCradle\Core\Plan\Movable;
use WetCradle\Core\Plan\SeasonDraft;
use WetCradle\Core\Plan\Want;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\Yard;
use WetCradle\Core\Tests\PlainTimes;
use WetCradle\Core\Tests\PlanScenarios;

/** Long work that is told to stop. */
final class StoppedTest extends TestCase
{
    /** @return Going&object{shares: list<float>} that says no after so many times */
    private static function after(int $times): Going
    {
        return new class($times) implements Going {
            /** @var list<float> */
            public array $shares = [];

            public function __construct(private readonly int $times)
            {
            }

            public function on(float $share): bool
            {
                $this->shares[] = $share;

                return count($this->shares) <= $this->times;
            }
        };
    }

    public function testWorkThatIsEvenedOutKeepsTheMovesFoundByThen(): void
    {
        $batches = array_map(static fn (string $code) => new Movable(
            $code,
            'Fuchsia',
            new \DateTimeImmutable('2027-05-03'),
            new \DateTimeImmutable('2027-04-05'),
            new \DateTimeImmutable('2027-08-01'),
            PlainTimes::of(14, 21, 7, 42),
            0,
            null,
            5,
            1,
        ), ['A', 'B', 'C', 'D']);
        $plan = static fn (?Going $going) => EvenOut::plan(
            Week::of('2027-W15'),
            array_fill(0, 20, 0.0),
            array_fill(0, 20, 6.0),
            $batches,
            static fn (Movable $m, PlainDates $d) => true,
            HouseDefaults::usual(),
            $going,
        )->moves;
        $all = $plan(null);
        self::assertGreaterThan(1, count($all));
        $going = self::after(1);
        self::assertEquals(array_slice($all, 0, 1), $plan($going));
        self::assertSame(0.0, $going->shares[0], 'Nothing of the overload is gone yet.');
        self::assertEqualsWithDelta(5 / 14, $going->shares[1], 1e-9, 'Five hours of fourteen.');
    }

    public function testHalfADraftOfASeasonIsNone(): void
    {
        $want = new Want('Fuchsia', 40, Week::of('2027-W34'), [PlanScenarios::way(1, Pattern::SoftTip, 18, 27)], 0.9);
        $house = HouseDefaults::usual();
        $make = static fn (?Going $going) => SeasonDraft::make(
            [['orders' => [['id' => 1, 'plants' => 40]], 'want' => $want], ['orders' => [['id' => 2, 'plants' => 40]], 'want' => $want]],
            new Yard(['Fuchsia' => [PlanScenarios::source('FU-1', 30)]]),
            new Berths([1 => Zone::of('A', 9, Range::of(16, 24), Range::of(0, 3))], [], Timetable::at(Climate::reference(), $house), $house),
            WorkNorms::of(200, 120),
            Costs::of(18, 1.2),
            new \DateTimeImmutable('2027-04-05'),
            $house,
            $going,
        );
        $going = self::after(2);
        self::assertCount(2, $make($going)->drafted);
        self::assertSame([0.0, 0.5], array_map(floatval(...), $going->shares));
        try {
            $make(self::after(1));
            self::fail('Half a season was drafted.');
        } catch (Refused $refused) {
            self::assertSame('stopped', $refused->reason);
        }
    }
}
