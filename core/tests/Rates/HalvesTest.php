<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rates;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Crops\HormoneKind;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Rates\Halves;
use WetCradle\Core\Refused;

/** A batch in two halves of whole trays: nothing is lost, and each half has what its trays can hold. */
final class HalvesTest extends TestCase
{
    public function testWholeTraysAndEveryCutting(): void
    {
        for ($trays = 4; $trays <= 40; ++$trays) {
            foreach ([0, 1, 30, 83] as $missing) {
                $cuttings = $trays * 84 - $missing;
                $halves = Halves::of($trays, $cuttings, 84);
                self::assertSame($cuttings, $halves->cuttings + $halves->untreated);
                self::assertSame(intdiv($trays, 2), $halves->trays);
                self::assertSame($trays, $halves->kept + $halves->trays);
                self::assertLessThanOrEqual(84 * $halves->kept, $halves->cuttings);
                self::assertLessThanOrEqual(84 * $halves->trays, $halves->untreated);
                self::assertGreaterThan(84 * ($halves->trays - 1), $halves->untreated, 'Each of its trays has something.');
            }
        }
    }

    public function testTooFewOrTooManyTraysAreRefused(): void
    {
        foreach ([1, 3, 122] as $trays) {
            try {
                Halves::of($trays, $trays * 84, 84);
                self::fail("{$trays} trays were halved.");
            } catch (Refused $refused) {
                self::assertContains($refused->field, ['trays']);
            }
        }
    }

    public function testWhatIsLeftUntreatedIsMadeAsEverButForItsHormone(): void
    {
        $sheet = WaySheet::of(Pattern::SemiRipe->sheet(1));
        self::assertNotSame(HormoneKind::None, $sheet->taking->hormone->kind);
        $without = $sheet->untreated();
        self::assertSame(HormoneKind::None, $without->taking->hormone->kind);
        self::assertEquals(['hormone' => $sheet->toArray()['hormone']] + $without->toArray(), $sheet->toArray());
    }
}
