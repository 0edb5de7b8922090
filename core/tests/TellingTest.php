<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Telling;
use WetCradle\Core\Temperature;
use WetCradle\Core\WeeksTold;

final class TellingTest extends TestCase
{
    public function testEachNurseryIsToldItsOwnWay(): void
    {
        $us = Telling::of(Temperature::Fahrenheit, WeeksTold::Dates);
        self::assertSame(['64–72 °F', 'the week of 31 May'], [$us->warmth(Range::of(18, 22)), $us->week(Week::of('2027-W22'))]);
        self::assertSame(['18–22 °C', 'week 22'], [Telling::plain()->warmth(Range::of(18, 22)), Telling::plain()->week(Week::of('2027-W22'))]);
        self::assertSame('week 22', Telling::of(Temperature::Fahrenheit, WeeksTold::Numbers)->week(Week::of('2027-W22')));
    }
}
