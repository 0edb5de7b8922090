<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\FillingCheck;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\Space;
use WetCradle\Core\Bench\Stay;
use WetCradle\Core\Numbers\Range;

/** Plans broken on purpose, one rule at a time: the check must find each. */
final class FillingCheckTest extends TestCase
{
    public function testASoundPlanHasNoFaults(): void
    {
        self::assertSame([], self::faults(['X' => [self::leg(0, 1)], 'Y' => [self::leg(1, 2, 6)]]));
        self::assertSame([], self::faults([]));
        self::assertSame(
            [],
            self::faults(['MAY' => [self::leg(0, 0, 2, 2), self::leg(1, 0, 2, 2), self::leg(1, 2, 4, 2)]]),
            'parted and moved where it may be',
        );
    }

    /** @return iterable<string, array{0: string, 1: array<string, list<Leg>>}> */
    public static function broken(): iterable
    {
        yield 'never asked for' => ['never asked', ['Z' => [self::leg(0, 1)]]];
        yield 'too early' => ['begins in week 0', ['X' => [self::leg(0, 0)]]];
        yield 'too late' => ['begins in week 4', ['X' => [self::leg(0, 4)]]];
        yield 'past the end' => ['outside the weeks', ['Y' => [self::leg(0, 7, 6, 2)]]];
        yield 'too short' => ['for 1 weeks instead of 2', ['X' => [self::leg(0, 1, 4, 1)]]];
        yield 'too few trays' => ['has not the 4 trays', ['X' => [self::leg(0, 1, 3)]]];
        yield 'trays for a part of its weeks only' => ['has not the 4 trays', ['MAY' => [self::leg(0, 0, 4, 1), self::leg(0, 1, 3, 1)]]];
        yield 'parted where it may not' => ['may not be parted', ['X' => [self::leg(0, 1, 2), self::leg(1, 1, 2)]]];
        yield 'moved where it may not' => ['may not be moved', ['X' => [self::leg(0, 1, 4, 1), self::leg(1, 2, 4, 1)]]];
        yield 'a full zone' => ['holds 8 trays in week 2; 10', ['X' => [self::leg(0, 1)], 'Y' => [self::leg(0, 2, 6)]]];
        yield 'a closed zone' => ['holds 0 trays in week 5', ['Y' => [self::leg(0, 4, 6)]]];
        yield 'the wrong zone' => ['cannot give COLD', ['COLD' => [self::leg(0, 1, 1, 2, [2, 6])]]];
        yield 'neighbours that want other warmth' => ['cannot share', ['X' => [self::leg(0, 1)], 'HOT' => [self::leg(0, 2, 1, 2, [24, 25])]]];
        yield 'beside what stands there' => ['cannot share', ['HOT' => [self::leg(1, 4, 1, 2, [24, 25])]]];
        yield 'on top of what stands there' => ['holds 8 trays in week 4; 10', ['Y' => [self::leg(1, 3, 6)]]];
        yield 'wanting what it did not' => ['said to want', ['X' => [self::leg(0, 1, 4, 2, [10, 25])]]];
        yield 'in no zone' => ['no zone that there is', ['X' => [self::leg(7, 1)]]];
    }

    /** @param array<string, list<Leg>> $placed */
    #[DataProvider('broken')]
    public function testABrokenPlanIsFound(string $says, array $placed): void
    {
        self::assertStringContainsString($says, implode("\n", self::faults($placed)));
    }

    /**
     * @param array<string, list<Leg>> $placed
     *
     * @return list<string>
     */
    private static function faults(array $placed): array
    {
        $spaces = [Space::of('A', 8, self::comfort([15, 25]), 8, [5]), Space::of('B', 8, self::comfort([15, 25]), 8)];
        $stays = [
            Stay::of('X', 4, 2, 1, 3, 1, self::comfort([18, 20])),
            Stay::of('Y', 6, 2, 0, 8, 1, self::comfort([18, 20])),
            Stay::of('MAY', 4, 4, 0, 3, 1, self::comfort([18, 20]), 1, true, true),
            Stay::of('COLD', 1, 2, 0, 8, 1, self::comfort([2, 6])),
            Stay::of('HOT', 1, 2, 0, 8, 1, self::comfort([24, 25])),
        ];
        $standing = ['OLD' => [new Leg(1, 4, 2, 4, self::comfort([17, 19]))]];

        return FillingCheck::faults(8, $spaces, $stays, $placed, $standing);
    }

    /** @param array{0: int, 1: int} $heat */
    private static function leg(int $space, int $from, int $trays = 4, int $weeks = 2, array $heat = [18, 20]): Leg
    {
        return new Leg($space, $from, $weeks, $trays, self::comfort($heat));
    }

    /** @param array{0: int, 1: int} $heat */
    private static function comfort(array $heat): Comfort
    {
        return Comfort::of(Range::of(...$heat), Range::of(0, 3));
    }
}
