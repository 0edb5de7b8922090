<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Calendar;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\MaterialWindow;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WindowShift;
use WetCradle\Core\Crops\Sign;
use WetCradle\Core\Crops\SignedWindow;
use WetCradle\Core\Crops\WayWindows;
use WetCradle\Core\Refused;

final class MaterialWindowTest extends TestCase
{
    /** @return iterable<string, array{0: int, 1: int, 2: string, 3: bool, 4: int}> */
    public static function weeks(): iterable
    {
        yield 'before' => [22, 30, '2027-W21', false, 1];
        yield 'first week' => [22, 30, '2027-W22', true, 0];
        yield 'last week' => [22, 30, '2027-W30', true, 0];
        yield 'just after' => [22, 30, '2027-W31', false, 43];
        yield 'over New Year, in autumn' => [46, 7, '2026-W46', true, 0];
        yield 'over New Year, in a week 53' => [46, 7, '2026-W53', true, 0];
        yield 'over New Year, in February' => [46, 7, '2027-W07', true, 0];
        yield 'over New Year, in March' => [46, 7, '2027-W10', false, 36];
        yield 'one week only' => [10, 10, '2027-W10', true, 0];
        yield 'the whole year' => [1, 53, '2027-W33', true, 0];
    }

    private static function of(int $from, int $to): WayWindows
    {
        return WayWindows::of([SignedWindow::of($from, $to, Sign::Snaps)], WindowShift::none());
    }

    #[DataProvider('weeks')]
    public function testOpenOrHowLongUntil(int $from, int $to, string $week, bool $open, int $opensIn): void
    {
        $window = self::of($from, $to);
        self::assertSame($open, $window->isOpenIn(Week::of($week)));
        self::assertSame($opensIn, $window->opensIn(Week::of($week)));
    }

    public function testAWindowOpensInTheWeekItSays(): void
    {
        for ($from = 1; $from <= 52; $from += 3) {
            $window = self::of($from, ($from + 5) % 52 + 1);
            for ($week = Week::of('2026-W01'), $i = 0; $i < 53; ++$i, $week = $week->plus(1)) {
                $in = $window->opensIn($week);
                self::assertTrue($window->isOpenIn($week->plus($in)));
                if ($in > 0) {
                    self::assertFalse($window->isOpenIn($week->plus($in - 1)));
                }
            }
        }
    }

    public function testWeeksThatAreNoneAreRefusedByTheirField(): void
    {
        foreach ([[0, 10, 'from'], [54, 10, 'from'], [10, -1, 'to'], [10, 60, 'to']] as [$from, $to, $field]) {
            try {
                MaterialWindow::of($from, $to);
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertSame(['not_a_week', $field], [$refused->reason, $refused->field]);
            }
        }
    }
}
