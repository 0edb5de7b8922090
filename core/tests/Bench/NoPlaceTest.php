<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\BenchOption;
use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\NoPlace;
use WetCradle\Core\Bench\Space;
use WetCradle\Core\Bench\Stay;
use WetCradle\Core\Bench\Taken;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Tests\Told;

final class NoPlaceTest extends TestCase
{
    public function testTheReasonNamesWhatBinds(): void
    {
        self::assertSame(['no_warmth', 'no_place.no_warmth wants=(warmth range=28–30)'], Told::of(self::because(self::stay(heat: [28, 30]))));
        self::assertSame(['no_water', 'no_place.no_water wants=3'], Told::of(self::because(self::stay(mist: [3, 3]))));
        self::assertSame('no_such_zone', Told::of(self::because(self::stay(heat: [6, 8], mist: [2, 2]))[0]));
        self::assertSame(['too_big', 'no_place.too_big trays=12 largest=10'], Told::of(self::because(self::stay(12))));
        self::assertSame(
            ['no_weeks', 'no_place.no_room zone=Warm trays=2 from=(bench.week week=1)'],
            Told::of(self::because(self::stay(5), ['P' => [self::leg(0, 0, 7, [19, 21])]])),
        );
        self::assertSame(
            ['sharing', 'no_place.sharing zone=Warm others=P many=1'],
            Told::of(self::because(self::stay(5), ['P' => [self::leg(0, 0, 3, [23, 24])]])),
        );
        [$reason, $words] = self::because(self::stay(5), ['P' => [self::leg(0, 0, 7, [19, 21])]], true);
        self::assertSame('locked', $reason);
        self::assertStringContainsString('no_place.no_room zone=Warm trays=2 ', Told::of($words));
    }

    /** Each option is tried here once more, as if by hand. */
    public function testEveryOptionWouldWork(): void
    {
        $neighbour = Stay::of('P', 7, 3, 0, 6, 0, self::comfort([19, 21]));
        $taken = self::taken(['P' => [self::leg(0, 0, 7, [19, 21])]]);
        $stay = self::stay(5);
        $options = [];
        foreach (NoPlace::of($stay, $taken, ['P' => $neighbour, 'X' => $stay], self::week(...))->options as $option) {
            $options[$option->kind] = $option;
        }
        self::assertSame(['later', 'denser', 'neighbour'], array_keys($options));
        self::assertSame([1, 3], [$options['later']->weeks, $options['later']->legs[0]->from]);
        self::assertSame(3, $options['denser']->trays);
        self::assertSame(
            'option.neighbour zone=Warm from=(bench.week week=1) other=P goes=Warm then=(bench.week week=4)',
            Told::of($options['neighbour']->words($taken->spaces, self::week(...))),
        );
        foreach ($options as $option) {
            self::assertTrue(self::works($option, $taken), $option->kind);
        }
        self::assertSame(['P'], array_keys($taken->legs()), 'looking has moved nobody');
    }

    public function testABatchIsPartedOverNoMorePlacesThanItNeeds(): void
    {
        $spaces = array_map(static fn (string $name) => Space::of($name, 5, self::comfort([15, 25]), 8), ['A', 'B', 'C']);
        $split = NoPlace::of(self::stay(8), new Taken(8, $spaces), [], self::week(...))->options[1];
        self::assertSame(['split', [5, 3]], [$split->kind, array_map(static fn (Leg $leg) => $leg->trays, $split->legs)]);
        self::assertSame([0, 0], [$split->weeks, $split->trays], 'It waits for nothing and does with all its trays.');
    }

    public function testItIsPartedSoonerWhereThereIsNoRoomInItsWeekOrLater(): void
    {
        $spaces = [Space::of('A', 5, self::comfort([15, 25]), 8), Space::of('B', 5, self::comfort([15, 25]), 8)];
        $taken = new Taken(8, $spaces);
        foreach ([0, 1] as $space) {
            $taken->put("P{$space}", true, new Leg($space, 3, 5, 5, self::comfort([15, 25])));
        }
        $options = array_column(NoPlace::of(Stay::of('X', 8, 1, 0, 6, 4, self::comfort([18, 20])), $taken, [], self::week(...))->options, null, 'kind');
        self::assertSame([2, 2], array_map(static fn (Leg $leg) => $leg->from, $options['split']->legs), 'As near to its own week as there is room.');
    }

    public function testABatchCanBePartedOrMoved(): void
    {
        $spaces = [Space::of('A', 6, self::comfort([15, 25]), 8), Space::of('B', 4, self::comfort([15, 25]), 8)];
        $option = NoPlace::of(self::stay(8), new Taken(8, $spaces), [], self::week(...))->options[1];
        self::assertSame(
            'option.split from=(bench.week week=1) parts=(listed part0=(option.part trays=6 zone=A) part1=(option.part trays=2 zone=B))',
            Told::of($option->words($spaces, self::week(...))),
        );
        $spaces = [Space::of('A', 9, self::comfort([15, 25]), 8, [2, 3, 4, 5, 6, 7]), Space::of('B', 9, self::comfort([15, 25]), 8, [0, 1])];
        $found = array_map(
            static fn (BenchOption $o) => Told::fact($o->words($spaces, self::week(...))),
            NoPlace::of(Stay::of('X', 8, 3, 1, 1, 1, self::comfort([18, 20])), new Taken(8, $spaces), [], self::week(...))->options,
        );
        self::assertContains('option.move zone=A from=(bench.week week=1) then=B on=(bench.week week=2)', $found);
    }

    private static function works(BenchOption $option, Taken $taken): bool
    {
        $had = [];
        if ($option->neighbour !== null && $option->neighbourLeg !== null) {
            $had = $taken->take($option->neighbour);
            $taken->put('moved', false, $option->neighbourLeg);
        }
        $fits = array_filter($option->legs, $taken->fits(...)) === $option->legs;
        if ($option->neighbour !== null) {
            $taken->take('moved');
            $taken->put($option->neighbour, false, ...$had);
        }

        return $fits;
    }

    /**
     * @param array<string, list<Leg>> $there
     *
     * @return array{0: string, 1: string}
     */
    private static function because(Stay $stay, array $there = [], bool $locked = false): array
    {
        $no = NoPlace::of($stay, self::taken($there, $locked), ['X' => $stay], self::week(...));

        return [$no->reason, Told::fact($no->words)];
    }

    /** @param array<string, list<Leg>> $there */
    private static function taken(array $there, bool $locked = false): Taken
    {
        $taken = new Taken(8, [Space::of('Warm', 10, self::comfort([16, 24], [0, 2]), 8), Space::of('Cold', 40, self::comfort([2, 12], [0, 0]), 8)]);
        foreach ($there as $name => $legs) {
            $taken->put($name, $locked, ...$legs);
        }

        return $taken;
    }

    /**
     * @param array{0: int, 1: int} $heat
     * @param array{0: int, 1: int} $mist
     */
    private static function stay(int $trays = 5, array $heat = [18, 20], array $mist = [1, 2]): Stay
    {
        return Stay::of('X', $trays, 3, 1, 2, 1, self::comfort($heat, $mist));
    }

    /** @param array{0: int, 1: int} $heat */
    private static function leg(int $space, int $from, int $trays, array $heat): Leg
    {
        return new Leg($space, $from, 3, $trays, self::comfort($heat));
    }

    /**
     * @param array{0: int, 1: int} $heat
     * @param array{0: int, 1: int} $mist
     */
    private static function comfort(array $heat, array $mist = [0, 3]): Comfort
    {
        return Comfort::of(Range::of(...$heat), Range::of(...$mist));
    }

    private static function week(int $week): Fact
    {
        return Fact::of('bench.week', week: $week);
    }
}
