<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rooting;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\Rest;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

/** How long it takes to root where it lies: on a kept bench, or in the house's own air. */
final class RootingTimeTest extends TestCase
{
    private static function bench(float $from, float $to, bool $frame = false): Zone
    {
        return Zone::of('bench', 20, Range::of($from, $to), Range::of(0, 3), $frame ? ZoneKind::Frame : ZoneKind::Mist);
    }

    private static function day(string $day): \DateTimeImmutable
    {
        return new \DateTimeImmutable($day);
    }

    public function testAWarmerBenchIsNeverLater(): void
    {
        $sheet = WaySheet::of(Pattern::SoftTip->sheet(1));
        $last = null;
        for ($set = 12.0; $set <= 24.0; ++$set) {
            $dates = PlainDates::forwards(
                self::day('2027-05-03'),
                Timetable::at(Climate::reference(), HouseDefaults::usual())->in(self::bench($set, $set), $sheet),
            );
            self::assertTrue($last === null || ($dates->weanOn <= $last->weanOn && $dates->readyOn <= $last->readyOn), "{$set} °C");
            $last = $dates;
        }
    }

    public function testABenchThatCanBeSetToTheSheetRootsAsTheSheetSays(): void
    {
        $sheet = WaySheet::of(Pattern::SemiRipe->sheet(1));
        $timetable = Timetable::at(Climate::reference(), HouseDefaults::usual());
        [$here, $plain] = [$timetable->in(self::bench(8, 28), $sheet), $timetable->usual($sheet)];
        self::assertEquals(PlainDates::forwards(self::day('2027-07-05'), $plain)->toArray(), PlainDates::forwards(self::day('2027-07-05'), $here)->toArray());
        self::assertSame($here, $timetable->in(self::bench(8, 28), $sheet), 'The same place, the same times.');
    }

    public function testAColdFrameGoesWithTheAir(): void
    {
        $sheet = WaySheet::of(Pattern::Hardwood->sheet(1));
        $frame = self::bench(0, 30, true);
        $times = Timetable::at(Climate::reference(), HouseDefaults::usual())->in($frame, $sheet);
        $days = static fn (string $on) => (int) self::day($on)->diff(PlainDates::forwards(self::day($on), $times)->weanOn)->format('%a');
        self::assertGreaterThan($days('2027-05-15'), $days('2027-11-01'), 'What is stuck in autumn waits for spring.');
        $warmer = SiteAir::of(array_map(static fn (float $t) => $t + 2.0, Climate::reference()->means));
        self::assertLessThanOrEqual(
            PlainDates::forwards(self::day('2027-11-01'), $times)->weanOn,
            PlainDates::forwards(self::day('2027-11-01'), Timetable::at($warmer, HouseDefaults::usual())->in($frame, $sheet))->weanOn,
        );
        $south = Timetable::at(Climate::reference()->otherHemisphere(), HouseDefaults::usual())->in($frame, $sheet);
        self::assertEqualsWithDelta(
            $days('2027-11-01'),
            (int) self::day('2027-05-02')->diff(PlainDates::forwards(self::day('2027-05-02'), $south)->weanOn)->format('%a'),
            8,
        );
        self::assertSame('2028-02-29', PlainDates::forwards(self::day('2028-02-29'), $times)->stickOn->format('Y-m-d'));
    }

    public function testThereAndBackAgain(): void
    {
        foreach ([self::bench(0, 30, true), self::bench(18, 24)] as $zone) {
            $times = Timetable::at(Climate::reference(), HouseDefaults::usual())->in($zone, WaySheet::of(Pattern::SemiRipe->sheet(1)));
            foreach (['2027-W26', '2027-W40', '2028-W10'] as $week) {
                $stickOn = PlainDates::stickBy(Week::of($week), $times);
                self::assertLessThanOrEqual(Week::of($week)->monday(), PlainDates::forwards($stickOn, $times)->readyOn, $week);
            }
        }
    }

    public function testRangesHoldThePlannedDay(): void
    {
        foreach (Pattern::cases() as $pattern) {
            $times = Timetable::at(Climate::reference(), HouseDefaults::usual())->in(self::bench(5, 30), WaySheet::of($pattern->sheet(1)));
            foreach (['2027-03-01', '2027-06-20', '2027-10-11'] as $on) {
                $d = PlainDates::forwards(self::day($on), $times);
                self::assertTrue($d->rootedFrom <= $d->weanOn && $d->weanOn <= $d->potOn, $pattern->value);
                self::assertTrue($d->potFrom <= $d->potOn && $d->potOn <= $d->potBy, $pattern->value);
                self::assertTrue($d->readyFrom <= $d->readyOn && $d->readyOn <= $d->readyBy, $pattern->value);
            }
        }
    }

    public function testHeldInItsTrayItIsPottedLater(): void
    {
        $times = Timetable::at(Climate::reference(), HouseDefaults::usual())->usual(WaySheet::of(Pattern::SoftTip->sheet(1)));
        [$now, $held] = [PlainDates::forwards(self::day('2027-05-03'), $times), PlainDates::forwards(self::day('2027-05-03'), $times, 14)];
        self::assertEquals($now->weanOn, $held->weanOn);
        self::assertSame('14', $now->potOn->diff($held->potOn)->format('%a'));
        self::assertGreaterThan($now->readyOn, $held->readyOn);
    }

    public function testWhereNothingRootsItIsSaidAndNotReckoned(): void
    {
        $sheet = WaySheet::of(Pattern::SoftTip->sheet(1));
        foreach ([self::bench(2, 4), self::bench(38, 40)] as $zone) {
            try {
                PlainDates::forwards(self::day('2027-05-03'), Timetable::at(Climate::reference(), HouseDefaults::usual())->in($zone, $sheet));
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertSame('never_reached', $refused->reason);
                self::assertStringStartsWith('rooting.nothing_roots at=', Told::of($refused->says));
            }
        }
        try {
            PlainDates::forwards(
                self::day('2027-05-03'),
                Timetable::at(SiteAir::of(array_fill(0, 12, 1.0)), HouseDefaults::usual())->in(self::bench(0, 30, true), $sheet),
            );
            self::fail('Should have been refused.');
        } catch (Refused $refused) {
            self::assertStringStartsWith('rooting.never_warm_enough ', Told::of($refused->says));
        }
    }

    public function testMeasuredDaysReplaceTheMeans(): void
    {
        $air = Climate::reference();
        $cold = $air->measured(['2027-05-10' => -3.0, '2027-05-11' => -2.0]);
        self::assertSame([-3.0, $air->on(self::day('2027-05-12'))], [$cold->on(self::day('2027-05-10')), $cold->on(self::day('2027-05-12'))]);
        self::assertSame($air->onDay(130), $cold->onDay(130), 'An ordinary year stays ordinary.');
        self::assertSame($air, $air->measured([]));
        $logged = [];
        for ($i = 0; $i < 40; ++$i) {
            $logged[self::day('2027-04-01')->modify("+{$i} days")->format('Y-m-d')] = 3.0;
        }
        $sheet = WaySheet::of(Pattern::Hardwood->sheet(1));
        $frame = self::bench(0, 30, true);
        $ready = static fn (SiteAir $a) => PlainDates::forwards(self::day('2027-03-20'), Timetable::at($a, HouseDefaults::usual())->in($frame, $sheet))->weanOn;
        self::assertGreaterThan($ready($air), $ready($air->measured($logged)), 'A cold spring puts it back.');
    }

    public function testWhatRootsInAutumnIsPottedInLateWinter(): void
    {
        $rest = Rest::of(Climate::ColdContinental->air(Hemisphere::North), HouseDefaults::usual());
        $potted = $rest->pottedOn(self::day('2027-11-20'));
        self::assertSame('2028', $potted->format('Y'));
        self::assertTrue($potted > self::day('2028-01-20') && $potted < self::day('2028-04-15'), $potted->format('Y-m-d'));
        self::assertEquals(self::day('2027-06-20'), $rest->pottedOn(self::day('2027-06-20')));
        $by = $rest->pottedBy(self::day('2027-12-20'));
        self::assertTrue($by < self::day('2027-11-20') && $by > self::day('2027-08-20'), $by->format('Y-m-d'));
        self::assertEquals($by, $rest->pottedOn($by));
        $south = Rest::of(Climate::ColdContinental->air(Hemisphere::North)->otherHemisphere(), HouseDefaults::usual());
        self::assertSame('2027', $south->pottedOn(self::day('2027-05-20'))->format('Y'));
        self::assertGreaterThan(self::day('2027-07-15'), $south->pottedOn(self::day('2027-05-20')));
        $mild = Rest::of(SiteAir::of(array_fill(0, 12, 14.0)), HouseDefaults::usual());
        self::assertEquals(self::day('2027-12-20'), $mild->pottedOn(self::day('2027-12-20')), 'Without a winter there is no rest.');
        self::assertEquals(
            self::day('2027-12-20'),
            Rest::of(SiteAir::of(array_fill(0, 12, 1.0)), HouseDefaults::usual())->pottedOn(self::day('2027-12-20')),
            'Without a summer neither.',
        );
    }
}
