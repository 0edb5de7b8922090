<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rates;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Rates\Held;
use WetCradle\Core\Rates\HormoneAge;
use WetCradle\Core\Rates\WeatherThen;

/** What batches are sorted by that was so before they had roots: how long they were held, how old their hormone was, and the weather. */
final class BeforeStickingTest extends TestCase
{
    #[TestWith(['2027-05-12 17:40', '2027-05-12', Held::SameDay])]
    #[TestWith(['2027-05-11 23:50', '2027-05-12', Held::NextDay])]
    #[TestWith(['2027-05-10 00:10', '2027-05-12', Held::Days])]
    #[TestWith(['2027-05-09 08:00', '2027-05-12', Held::Days])]
    #[TestWith(['2027-05-08 20:00', '2027-05-12', Held::Week])]
    #[TestWith(['2027-04-28 09:00', '2027-05-12', Held::Week])]
    #[TestWith(['2027-04-27 23:59', '2027-05-12', Held::Longer])]
    // Cutting that is entered after its sticking was cut on that day at the latest.
    #[TestWith(['2027-05-13 08:00', '2027-05-12', Held::SameDay])]
    public function testHeldByDaysOfTheCalendar(string $cut, string $stuck, Held $is): void
    {
        self::assertSame($is, Held::between(new \DateTimeImmutable($cut), new \DateTimeImmutable($stuck)));
    }

    #[TestWith(['2026-05-12', '2028-05-11', '2027-05-12', HormoneAge::Fresh])]
    #[TestWith(['2026-05-12', '2028-05-11', '2027-05-13', HormoneAge::Older])]
    #[TestWith(['2026-05-12', '2027-05-12', '2027-05-12', HormoneAge::Older])]
    #[TestWith(['2026-05-12', '2027-05-12', '2027-05-13', HormoneAge::Past])]
    #[TestWith([null, '2027-05-11', '2027-05-12', HormoneAge::Past])]
    #[TestWith([null, '2027-05-12', '2027-05-12', null])]
    #[TestWith(['2026-05-12', null, '2027-05-12', null])]
    #[TestWith(['2027-05-13', '2028-05-12', '2027-05-12', null])]
    public function testAHormoneIsAsOldAsItsTimeIsUsedUp(?string $made, ?string $keeps, string $on, ?HormoneAge $is): void
    {
        $day = static fn (?string $day) => $day === null ? null : new \DateTimeImmutable($day);
        self::assertSame($is, HormoneAge::of($day($made), $day($keeps), new \DateTimeImmutable($on)));
    }

    #[TestWith([-1.6, 28, WeatherThen::Colder])]
    #[TestWith([-1.4, 28, WeatherThen::Usual])]
    #[TestWith([1.4, 28, WeatherThen::Usual])]
    #[TestWith([1.6, 28, WeatherThen::Warmer])]
    #[TestWith([4.0, 21, WeatherThen::Warmer])]
    #[TestWith([4.0, 20, null])]
    #[TestWith([0.0, 0, null])]
    public function testTheWeatherIsBesideAnOrdinaryYearOfThatPlace(float $off, int $measured, ?WeatherThen $is): void
    {
        $ordinary = SiteAir::of([0, 1, 4, 8, 13, 16, 18, 17, 14, 9, 4, 1]);
        $from = new \DateTimeImmutable('2027-04-20');
        $logged = [];
        for ($i = 0; $i < $measured; ++$i) {
            $day = $from->modify("+{$i} days");
            $logged[$day->format('Y-m-d')] = $ordinary->on($day) + $off + ($i % 2 === 0 ? 3 : -3) * ($measured % 2 === 0 ? 1 : 0);
        }
        self::assertSame($is, WeatherThen::after($from, $ordinary->measured($logged)));
        // What was measured before and afterwards is of no concern.
        self::assertSame($is, WeatherThen::after($from, $ordinary->measured($logged + ['2027-04-19' => 40.0, '2027-05-18' => 40.0])));
    }
}
