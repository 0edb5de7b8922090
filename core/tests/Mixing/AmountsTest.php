<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Mixing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Mixing\Auxin;
use WetCradle\Core\Mixing\AuxinForm;
use WetCradle\Core\Mixing\Mass;
use WetCradle\Core\Mixing\Strength;
use WetCradle\Core\Mixing\Volume;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

/** Amounts in the units people measure with, and back. */
final class AmountsTest extends TestCase
{
    public function testUnitsConvertBothWaysWithoutDrift(): void
    {
        mt_srand(41);
        foreach ([[Volume::class, Volume::UNITS], [Mass::class, Mass::UNITS], [Strength::class, Strength::UNITS]] as [$type, $units]) {
            for ($i = 0; $i < 200; ++$i) {
                $start = $value = mt_rand(1, 900_000) / 10_000.0;
                $unit = $first = (string) array_rand($units);
                for ($hop = 0; $hop < 50; ++$hop) {
                    $next = (string) array_rand($units);
                    $value = $type::of($value, $unit)->in($next);
                    $unit = $next;
                }
                self::assertEqualsWithDelta($start, $type::of($value, $unit)->in($first), $start * 1e-12, "{$type} from {$first}");
            }
        }
    }

    public function testTheUnitsAreWhatTheyAreByDefinition(): void
    {
        self::assertEqualsWithDelta(231 * 2.54 ** 3, Volume::of(1, 'gal')->ml, 1e-9, 'A US gallon is 231 cubic inches.');
        self::assertEqualsWithDelta(1728 * 2.54 ** 3, Volume::of(1, 'cu_ft')->ml, 1e-9);
        self::assertEqualsWithDelta(128.0, Volume::of(1, 'gal')->in('fl_oz'), 1e-12);
        self::assertEqualsWithDelta(16.0, Mass::of(1, 'lb')->in('oz'), 1e-12);
        self::assertSame(10_000.0, Strength::of(1, 'percent')->ppm);
        self::assertSame(3.0, Strength::of(3000)->in('g_l'));
        self::assertSame('strength ppm=3000 percent=0.3', Told::of(Strength::of(0.3, 'percent')->words()));
    }

    /** @return iterable<string, array{\Closure(): mixed, string, string}> */
    public static function nonsense(): iterable
    {
        yield 'less than nothing' => [static fn () => Volume::of(-1, 'l', 'bag'), 'negative', 'bag'];
        yield 'no number' => [static fn () => Mass::of(NAN), 'wrong_type', 'mass'];
        yield 'a mass is no volume' => [static fn () => Volume::of(1, 'g'), 'unknown_choice', 'volume'];
        yield 'a volume is no mass' => [static fn () => Mass::of(1)->in('ml'), 'unknown_choice', 'mass'];
        yield 'stronger than pure' => [static fn () => Strength::of(101, 'percent'), 'out_of_range', 'strength'];
        yield 'more taken than there is' => [static fn () => Volume::litres(1)->less(Volume::litres(2)), 'negative', 'volume'];
    }

    /** @param \Closure(): mixed $act */
    #[DataProvider('nonsense')]
    public function testNonsenseIsRefusedByName(\Closure $act, string $code, string $field): void
    {
        try {
            $act();
            self::fail('Nothing was refused.');
        } catch (Refused $refused) {
            self::assertSame([$code, $field], [$refused->reason, $refused->field]);
        }
    }

    public function testSaltAndAcidAreToldApartByTheirMolarMasses(): void
    {
        // Published molar masses: 203.24 and 241.33 g/mol; 186.21 and 224.30 g/mol.
        self::assertEqualsWithDelta(203.24, Auxin::Iba->acidMass(), 0.005);
        self::assertEqualsWithDelta(241.33 / 203.24, Auxin::Iba->saltForAcid(), 1e-4);
        self::assertEqualsWithDelta(224.30 / 186.21, Auxin::Naa->saltForAcid(), 1e-4);
        self::assertEqualsWithDelta(8421.6, Auxin::Iba->asAcid(Strength::of(10_000), AuxinForm::Salt)->ppm, 0.5);
        self::assertSame(10_000.0, Auxin::Iba->asAcid(Strength::of(10_000), AuxinForm::Acid)->ppm);
    }
}
