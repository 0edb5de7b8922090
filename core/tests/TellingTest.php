<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;
use WetCradle\Core\Telling;

final class TellingTest extends TestCase
{
    public function testEachNurseryIsToldItsOwnWay(): void
    {
        $us = Telling::of('fahrenheit', 'dates');
        self::assertSame(['64–72 °F', 'the week of 31 May'], [$us->warmth(Range::of(18, 22)), $us->week(Week::of('2027-W22'))]);
        self::assertSame(['18–22 °C', 'week 22'], [Telling::plain()->warmth(Range::of(18, 22)), Telling::plain()->week(Week::of('2027-W22'))]);
        $this->expectException(Refused::class);
        Telling::of('kelvin', 'numbers');
    }
}
