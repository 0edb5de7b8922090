<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Stock;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Fact;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\Source;
use WetCradle\Core\Stock\Supply;
use WetCradle\Core\Stock\Yard;
use WetCradle\Core\Tests\Told;

/** Which of several blocks to take from. */
final class SupplyTest extends TestCase
{
    private static function source(string $code, int $plants, int $wrong = 0): Source
    {
        $against = array_map(
            static fn (int $i) => ['code' => 'ill', 'words' => Fact::said("Reason {$i}."), 'clears' => Fact::said('')],
            array_slice([1, 2, 3], 0, $wrong),
        );

        return new Source($code, $plants, ShootHabit::of(20, 40, 0.5, 2, 6), static fn (int $way) => $way, null, [], static fn () => $against);
    }

    /** @return list<string> */
    private static function order(int $asked, Source ...$sources): array
    {
        return array_map(
            static fn (Supply $s) => $s->source->code,
            (new Yard(['Fuchsia' => array_values($sources)]))->supplies('Fuchsia', 1, new \DateTimeImmutable('2027-06-07'), $asked),
        );
    }

    public function testTheFittestThatGivesEnoughComesFirstAndOfThoseTheOneWithMost(): void
    {
        self::assertSame(['B', 'A', 'C'], self::order(100, self::source('A', 12), self::source('B', 30), self::source('C', 50, 1)));
        self::assertSame(
            ['A', 'C', 'B'],
            self::order(100, self::source('A', 9), self::source('B', 30, 2), self::source('C', 30, 1)),
            'One that is fit, though short, before one that is not.',
        );
        self::assertSame(['B', 'A'], self::order(100, self::source('A', 9, 1), self::source('B', 10, 1)), 'Of the unfit, one that has enough.');
        self::assertSame(['A', 'B'], self::order(100, self::source('B', 20), self::source('A', 20)), 'Alike, by their codes.');
    }

    public function testTheBestIsTheFirstAndWithoutStockThereIsNone(): void
    {
        $yard = new Yard(['Fuchsia' => [self::source('A', 12), self::source('B', 30)]]);
        self::assertSame('B', $yard->gather('Fuchsia', 1, new \DateTimeImmutable('2027-06-07'), 100)?->first->source->code);
        self::assertNull($yard->gather('Hebe', 1, new \DateTimeImmutable('2027-06-07'), 100));
        self::assertSame([], $yard->supplies('Hebe', 1, new \DateTimeImmutable('2027-06-07'), 100));
    }

    public function testWhatIsTakenForOneIsGoneForTheNext(): void
    {
        $source = self::source('A', 10);
        $on = new \DateTimeImmutable('2027-06-07');
        self::assertTrue($source->supply(1, $on, 100)->isEnough());
        $source->take($on, 60);
        $after = $source->supply(1, $on, 100);
        self::assertFalse($after->isEnough());
        self::assertStringStartsWith('stock.gives block=A ', Told::of($after->words()));
        self::assertStringEndsWith('why=(said words=Reason 1.)', Told::of(self::source('B', 20, 1)->supply(1, $on, 100)->words()));
    }

    public function testTakesWeighForAYearBothWays(): void
    {
        $left = static fn (string $other) => BlockOffer::of(
            10,
            ShootHabit::of(20, 40, 0.5, 0, BlockOffer::WEIGHS_WEEKS),
            1,
            null,
            [['on' => new \DateTimeImmutable($other), 'cuttings' => 100]],
            new \DateTimeImmutable('2027-06-07'),
            50,
        )->left();
        self::assertLessThan(100, $left('2026-06-15'), '51 weeks ago.');
        self::assertSame(100, $left('2026-06-08'), '52 weeks ago.');
    }
}
