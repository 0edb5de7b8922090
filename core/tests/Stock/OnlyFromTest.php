<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Stock;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Stock\OnlyFrom;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\Source;
use WetCradle\Core\Stock\Yard;

/** Material of an order that must come from one place comes from nowhere else, and what it takes is taken of all. */
final class OnlyFromTest extends TestCase
{
    public function testABlockMeetsItByItsCodeItsPopulationOrItsGrower(): void
    {
        self::assertTrue(OnlyFrom::anywhere()->meets('HE-1', []));
        self::assertSame([true, false], [OnlyFrom::block('HE-1')->meets('HE-1', []), OnlyFrom::block('HE-1')->meets('HE-2', ['HE-1'])]);
        $population = OnlyFrom::population('Saltmarsh  east ');
        self::assertSame([true, true, false, false], [
            $population->meets('HE-1', ['Saltmarsh East']), $population->meets('HE-1', ['a grower', 'SALTMARSH EAST']),
            $population->meets('HE-1', ['Saltmarsh']), $population->meets('HE-1', []),
        ]);
        self::assertSame(['HE-1', 'Saltmarsh  east ', null], [OnlyFrom::block('HE-1')->words(), $population->words(), OnlyFrom::anywhere()->words()]);
    }

    public function testAYardNarrowedToItOffersNothingElseAndSharesWhatIsTaken(): void
    {
        $day = new \DateTimeImmutable('2027-06-02');
        $source = static fn (string $code, string ...$from): Source => new Source(
            $code, 10, ShootHabit::of(10, 15, 1.0, 1.0, 5), static fn () => 1, null, [], static fn () => [], comesFrom: array_values($from),
        );
        $yard = new Yard(['Hebe' => [$source('HE-1', 'East'), $source('HE-2', 'West')], 'Elder' => [$source('EL-1')]]);
        $codes = static fn (Yard $of, string $crop): array => array_map(static fn ($supply) => $supply->source->code, $of->supplies($crop, 1, $day, 5));
        $east = $yard->only('Hebe', OnlyFrom::population('East'));
        self::assertSame([['HE-1'], ['EL-1'], []], [
            $codes($east, 'Hebe'), $codes($east, 'Elder'), $codes($yard->only('Hebe', OnlyFrom::population('North')), 'Hebe'),
        ]);
        self::assertCount(2, $codes($yard, 'Hebe'));
        self::assertSame($yard, $yard->only('Hebe', OnlyFrom::anywhere()));
        $left = static fn (): int => array_sum(array_map(static fn ($supply) => $supply->offer->left(), $yard->supplies('Hebe', 1, $day, 5)));
        $before = $left();
        $east->gather('Hebe', 1, $day, 40)?->take();
        self::assertLessThan($before, $left());
    }
}
