<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

final class ZoneTest extends TestCase
{
    public function testAZoneWithRoomAndTheRightWaterSaysYes(): void
    {
        $offer = $this->zone()->offerTo($this->batch('A', 4, 20, 24), [$this->batch('B', 5, 18, 21), $this->batch('C', 9, 30, 33)]);
        self::assertTrue($offer->isYes());
        self::assertSame(5, $offer->leastFree);
        self::assertSame(['2027-W20' => 5, '2027-W21' => 5, '2027-W22' => 10, '2027-W23' => 10, '2027-W24' => 10], $offer->freeByWeek);
        self::assertSame(['B'], array_map(static fn (Tenant $t) => $t->name, $offer->neighbours));
    }

    public function testEachNoSaysWhatBinds(): void
    {
        $zone = $this->zone();
        $no = static fn (Tenant $batch, ?Tenant $other = null) => [
            $zone->offerTo($batch, $other === null ? [] : [$other])->reason,
            Told::of($zone->offerTo($batch, $other === null ? [] : [$other])->words),
        ];
        self::assertSame(['no_room', 'bench.no_room trays=2 from=2027-W22'], $no($this->batch('A', 5, 20, 24), $this->batch('B', 7, 22, 23)));
        self::assertSame('no_water', $no($this->batch('A', 1, 20, 20, [18, 20], [0, 0]))[0]);
        self::assertSame('no_warmth', $no($this->batch('A', 1, 20, 20, [26, 28]))[0]);
        [$reason, $words] = $no($this->batch('A', 1, 20, 22, [21, 24]), $this->batch('KUT-34', 1, 22, 30, [16, 19]));
        self::assertSame('sharing', $reason);
        self::assertSame('bench.sharing_warmth other=KUT-34 wants=(warmth range=16–19)', Told::of($words));
    }

    public function testAZoneOutOfUseTakesNobodyAndSaysWhy(): void
    {
        $zone = Zone::of('Mist', 10, Range::of(16, 24), Range::of(0, 3), ZoneKind::Mist, ['2027-W22' => 'a valve leaks']);
        $offer = $zone->offerTo($this->batch('A', 2, 20, 24), []);
        self::assertSame(['closed', 'bench.closed from=2027-W22 why=a valve leaks'], Told::of([$offer->reason, $offer->words]));
        self::assertTrue($zone->offerTo($this->batch('A', 2, 23, 24), [])->isYes());
        self::assertSame([0, 10], [$zone->traysIn(Week::of('2027-W22')), $zone->traysIn(Week::of('2027-W23'))]);
    }

    public function testWhatIsWeanedNeedsNoMistAndLessWarmth(): void
    {
        $batch = $this->batch('A', 2, 20, 24, [18, 22], [1, 2]);
        $weaned = $batch->weaned(Week::of('2027-W22'), Week::of('2027-W24'), HouseDefaults::usual());
        self::assertSame([[3.0, 22.0], [0.0, 2.0]], [$weaned->heat->pair(), $weaned->mist->pair()]);
        self::assertTrue($weaned->canShareWith($batch));
        self::assertSame('2027-W22', $weaned->from->written());
    }

    public function testClashesNameEachPairOnce(): void
    {
        $here = [
            $this->batch('A', 1, 20, 24, [18, 20]), $this->batch('B', 1, 20, 24, [22, 24]), $this->batch('C', 1, 20, 24, [19, 23]),
            $this->batch('D', 1, 20, 24, [18, 24], [0, 1]),
        ];
        self::assertSame(['AB', 'AD', 'BD', 'CD'], array_map(static fn (array $pair) => $pair[0]->name.$pair[1]->name, Zone::clashes($here)));
        self::assertSame([], Zone::clashes([$here[0]]));
    }

    /** @return iterable<string, array{list<array{int, int}>, float, bool}> what they want, what is set, and whether it suits all */
    public static function warmths(): iterable
    {
        yield 'as its plan reckons' => [[[18, 22]], 20.0, true];
        yield 'as the warmest of their plans, where the other bears it' => [[[20, 24], [15, 22]], 22.0, true];
        yield 'no warmer than the other bears' => [[[20, 24], [15, 21]], 21.0, true];
        yield 'no cooler than the other needs' => [[[14, 18], [17, 19]], 18.0, true];
        yield 'no warmer than the zone holds' => [[[24, 30]], 24.0, true];
        yield 'what suits nobody together keeps nobody too cool' => [[[20, 24], [15, 18]], 20.0, false];
    }

    /** @param list<array{int, int}> $wants */
    #[DataProvider('warmths')]
    public function testTheSettingIsAsWarmAsTheirPlansReckonAndAsDryAsSuitsAll(array $wants, float $heat, bool $suits): void
    {
        $zone = Zone::of('Mist', 60, Range::of(16, 24), Range::of(0, 3));
        self::assertNull($zone->setting([]));
        $tenants = array_map(fn (array $want) => $this->batch('A', 1, 1, 2, $want, [2, 3]), $wants);
        self::assertSame(['heat' => $heat, 'mist' => 2.0, 'suits' => $suits], $zone->setting($tenants));
        self::assertSame(['heat' => $heat, 'mist' => 2.0, 'suits' => $suits], $zone->setting([...$tenants, $this->batch('B', 1, 1, 2, [4, 30], [1, 3])]));
    }

    public function testWhatIsWeanedOrInPotsGainsNothingByWarmth(): void
    {
        $zone = Zone::of('Tunnel', 60, Range::of(2, 18), Range::of(0, 3));
        $batch = $this->batch('A', 1, 1, 6, [14, 22]);
        $weaned = $batch->weaned(Week::of('2027-W01'), Week::of('2027-W06'), HouseDefaults::usual());
        self::assertSame([18.0, 3.0, 14.0], array_map(
            static fn (Tenant $tenant) => $zone->setting([$tenant])['heat'] ?? null,
            [$batch, $weaned, $batch->inPots(true)],
        ));
        self::assertSame(3.0, $zone->setting([$weaned->during(Week::of('2027-W02'), Week::of('2027-W03'))->on(2)])['heat'] ?? null, 'Also for some of its weeks.');
        self::assertSame(18.0, $zone->setting([$weaned, $batch])['heat'] ?? null);
    }

    public function testTheZoneNearestToWhatABatchLikesIsToldApart(): void
    {
        $batch = $this->batch('A', 1, 1, 2, [18, 22], [2, 3]);
        $wet = Zone::of('Wet', 10, Range::of(16, 24), Range::of(2, 3));
        $dry = Zone::of('Dry', 10, Range::of(16, 24), Range::of(0, 2));
        self::assertSame(0.0, $wet->distanceFrom($batch, HouseDefaults::usual()));
        self::assertGreaterThan($wet->distanceFrom($batch, HouseDefaults::usual()), $dry->distanceFrom($batch, HouseDefaults::usual()));
    }

    public function testSharingIsMutual(): void
    {
        $one = $this->batch('A', 1, 1, 2, [16, 19], [1, 2]);
        foreach ([[19, 22, true], [20, 22, false], [10, 16, true]] as [$low, $high, $can]) {
            $other = $this->batch('B', 1, 1, 2, [$low, $high], [2, 3]);
            self::assertSame($can, $one->canShareWith($other));
            self::assertSame($can, $other->canShareWith($one));
        }
    }

    public function testNonsenseIsRefused(): void
    {
        foreach ([
            fn () => $this->batch('A', -1, 1, 2), fn () => $this->batch('A', 1, 3, 2), fn () => Range::of(5, 4),
            fn () => Zone::of('Z', 0, Range::of(1, 2), Range::of(1, 2)),
        ] as $nonsense) {
            try {
                $nonsense();
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertContains($refused->reason, ['negative', 'out_of_range', 'upside_down']);
            }
        }
    }

    private function zone(): Zone
    {
        return Zone::of('Mist 1', 10, Range::of(18, 24), Range::of(1, 3));
    }

    /**
     * @param array{0: int, 1: int} $heat
     * @param array{0: int, 1: int} $mist
     */
    private function batch(string $name, int $trays, int $from, int $to, array $heat = [18, 22], array $mist = [2, 3]): Tenant
    {
        $week = static fn (int $n) => Week::of(sprintf('2027-W%02d', $n));

        return Tenant::of($name, $trays, $week($from), $week($to), Range::of(...$heat), Range::of(...$mist));
    }
}
