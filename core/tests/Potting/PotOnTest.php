<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Potting;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Potting\PotOn;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

/** From a pot to a bigger one. */
final class PotOnTest extends TestCase
{
    public function testAStepOfOneOrTwoSizesIsOrdinaryAndALargeOneIsToBeMinded(): void
    {
        self::assertNull(PotOn::caution(500, 2000, HouseDefaults::usual()));
        self::assertNull(PotOn::caution(500, 3000, HouseDefaults::usual()));
        self::assertSame('potting.much_bigger times=20', Told::of(PotOn::caution(500, 10_000, HouseDefaults::usual())));
    }

    #[DataProvider('notBigger')]
    public function testWhatIsNoBiggerIsNoPottingOn(int $from, int $to, string $reason): void
    {
        try {
            PotOn::caution($from, $to, HouseDefaults::usual());
            self::fail('It was taken.');
        } catch (Refused $refused) {
            self::assertSame([$reason, 'pot'], [$refused->reason, $refused->field]);
        }
    }

    /** @return iterable<string, array{int, int, string}> */
    public static function notBigger(): iterable
    {
        yield 'the same' => [500, 500, 'not_bigger'];
        yield 'smaller' => [2000, 500, 'not_bigger'];
        yield 'nothing' => [500, 0, 'out_of_range'];
    }
}
