<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Stock;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\OnlyFrom;
use WetCradle\Core\Stock\Sex;
use WetCradle\Core\Stock\Sexes;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\Source;
use WetCradle\Core\Stock\Yard;

/** Material of an order that must come from one place comes from nowhere else, and what it takes is taken of all. */
final class OnlyFromTest extends TestCase
{
    public function testABlockMeetsItByItsCodeItsPopulationOrItsGrower(): void
    {
        self::assertTrue(OnlyFrom::anywhere()->meets('HE-1', [], Sexes::of([])));
        self::assertSame([true, false], [OnlyFrom::block('HE-1')->meets('HE-1', [], Sexes::of([])), OnlyFrom::block('HE-1')->meets('HE-2', ['HE-1'], Sexes::of([]))]);
        $population = OnlyFrom::population('Saltmarsh  east ');
        self::assertSame([true, true, false, false], [
            $population->meets('HE-1', ['Saltmarsh East'], Sexes::of([])), $population->meets('HE-1', ['a grower', 'SALTMARSH EAST'], Sexes::of([])),
            $population->meets('HE-1', ['Saltmarsh'], Sexes::of([])), $population->meets('HE-1', [], Sexes::of([])),
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

    public function testOfOneSexIsOfferedWhatItsPlantsBearAndNoMore(): void
    {
        $day = new \DateTimeImmutable('2027-06-02');
        // Ten plants of ten shoots each: six known to be female, three male, one nobody knows.
        $sexes = Sexes::of([...array_fill(0, 6, Sex::Female), ...array_fill(0, 3, Sex::Male), null]);
        $source = new Source(
            'SA-1', 10, ShootHabit::of(10, 10, 1.0, 1.0, 5), static fn () => 1, null, [], static fn () => [], comesFrom: ['East'], sexes: $sexes,
        );
        $bare = new Source('SA-2', 10, ShootHabit::of(10, 10, 1.0, 1.0, 5), static fn () => 1, null, [], static fn () => []);
        $yard = new Yard(['Sallow' => [$source, $bare]]);
        $left = static fn (Yard $of, int $asked = 1): array => array_column(array_map(
            static fn ($supply) => ['code' => $supply->source->code, 'left' => $supply->offer->left()],
            $of->supplies('Sallow', 1, $day, $asked),
        ), 'left', 'code');
        $females = $yard->only('Sallow', OnlyFrom::anywhere()->of(Sex::Female));
        $males = $yard->only('Sallow', OnlyFrom::population('East')->of(Sex::Male));
        self::assertSame([['SA-1' => 60], ['SA-1' => 30]], [$left($females), $left($males)]);
        self::assertFalse(OnlyFrom::anywhere()->of(Sex::Male)->isAnywhere());
        // What is only tried is not taken; what is taken of the females is taken of the block, and not of the males.
        $females->copy()->gather('Sallow', 1, $day, 50)?->take();
        self::assertSame(['SA-1' => 60], $left($females));
        $females->gather('Sallow', 1, $day, 50)?->take();
        self::assertSame(['SA-1' => 30], $left($males));
        self::assertLessThanOrEqual(12, array_sum($left($females)), 'Most shoots of the females are gone.');
        self::assertLessThan(100, $left($yard)['SA-1'] ?? 0);
        // What is cut of any plant is cut of each sex by its share.
        self::assertSame([6, 0], array_column($sexes->takesOf(Sex::Female, [
            ['on' => $day, 'cuttings' => 10, 'sex' => null], ['on' => $day, 'cuttings' => 9, 'sex' => Sex::Male],
            ['on' => $day, 'cuttings' => 0, 'sex' => Sex::Female],
        ], 10), 'cuttings'));
    }

    public function testAnOrderForBothIsPartedIntoWholePlantsOrBundles(): void
    {
        self::assertSame(['female' => 60, 'male' => 40], Sexes::parted(100, 0.6));
        self::assertSame(['female' => 75, 'male' => 25], Sexes::parted(100, 0.7, 25));
        self::assertSame(['female' => 1, 'male' => 9], Sexes::parted(10, 0.01), 'At least one of each.');
        for ($plants = 2; $plants < 60; ++$plants) {
            foreach ([0.01, 0.3, 0.5, 0.99] as $share) {
                $parted = Sexes::parted($plants, $share);
                self::assertSame($plants, array_sum($parted));
                self::assertGreaterThan(0, min($parted));
            }
        }
        foreach ([[100, 0.0, 1, 'females'], [100, 1.0, 1, 'females'], [1, 0.5, 1, 'plants'], [25, 0.5, 25, 'plants']] as [$plants, $share, $unit, $field]) {
            try {
                Sexes::parted($plants, $share, $unit);
                self::fail('That was taken.');
            } catch (Refused $refused) {
                self::assertSame($field, $refused->field);
            }
        }
    }
}
