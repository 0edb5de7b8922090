<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Fillable;
use WetCradle\Core\Bench\FillAsk;
use WetCradle\Core\Bench\FillHouse;
use WetCradle\Core\Bench\FillStage;
use WetCradle\Core\Bench\FillStays;
use WetCradle\Core\Bench\LaysKnown;
use WetCradle\Core\Bench\Stay;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Bench\WhatIf;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Priority;

/** Where what is planned may lie, for how long and at what cost: reckoned once for zones of one kind, and right for each of them. */
final class FillStaysTest extends TestCase
{
    private const STICK = '2027-06-07';
    private const WANTED = '2027-W34';

    public function testEachZoneIsAsLongAndAsDearAsByItself(): void
    {
        $house = self::house();
        $longest = [];
        $isLate = false;
        foreach ([null, WhatIf::Weaning] as $whatIf) {
            $stay = self::stay($house, $whatIf);
            foreach ($house->numbers() as $space) {
                for ($start = $stay->earliest; $start <= $stay->latest; ++$start) {
                    $lay = $stay->lay($space, $start);
                    $isLate = $isLate || ($lay['cost'] ?? 0) > 4 * $stay->weight;
                    self::assertSame(self::byItself($house, $space, $start, $whatIf), $lay === null ? null : [$lay['leg']->weeks, $lay['cost']]);
                }
            }
            $longest[] = $stay->lay(0, 4)['leg']->weeks ?? 0;
        }
        self::assertTrue($isLate, 'Some would be ready after their week, or it proves little.');
        self::assertGreaterThan($longest[1], $longest[0], 'Weaned sooner it leaves the mist sooner.');
    }

    public function testItsOwnBenchIsNoDearerThanItsWeekAndOneLikeItIs(): void
    {
        $stay = self::stay(self::house(), null);
        $at = static fn (int $space) => $stay->lay($space, 4);
        self::assertSame($at(0)['leg']->weeks ?? null, $at(1)['leg']->weeks ?? 0, 'Two benches of one kind.');
        self::assertSame($stay->weight, ($at(1)['cost'] ?? 0) - ($at(0)['cost'] ?? 0));
        self::assertNotSame($at(0)['leg']->weeks ?? null, $at(2)['leg']->weeks ?? null, 'In a cooler one it roots for longer.');
        self::assertNull($at(5), 'Where only pots stand it cannot lie.');
    }

    public function testEachRoundSearchesForLongerThanTheOneBeforeUntilTheThirdButNotInALargeHouse(): void
    {
        $steps = static fn (int $round, int $batches) => (new FillAsk(FillStage::Rooting, $round, [], false, false))->steps($batches);
        self::assertLessThan($steps(2, 60), $steps(1, 60));
        self::assertLessThan($steps(3, 60), $steps(2, 60));
        self::assertSame($steps(3, 60), $steps(40, 60));
        self::assertSame($steps(1, 60), $steps(0, 60), 'What is only tried is tried like a first round.');
        self::assertSame([$steps(1, 60), $steps(1, 60)], [$steps(1, 1500), $steps(9, 1500)]);
    }

    /** @return ?array{int, int} weeks and cost, by the days that it would have there */
    private static function byItself(FillHouse $house, int $space, int $start, ?WhatIf $whatIf): ?array
    {
        $zone = $house->zone($space);
        if ($zone->onlyPots) {
            return null;
        }
        [$defaults, $weight] = [HouseDefaults::usual(), self::stay($house, null)->weight];
        $stickOn = (new \DateTimeImmutable(self::STICK))->modify(sprintf('%+d weeks', $start - 4));
        $dates = Timetable::at(Climate::reference(), $defaults)->dates(self::sheet(), $zone, $stickOn);
        $weeks = $house->weekOf($dates->lastBenchWeek()->monday()) - $start + 1;
        $weeks = $zone->mist->high > 1.0 && $whatIf !== null ? max(1, $weeks - WhatIf::SOONER_WEEKS) : $weeks;
        $late = max(0, Week::of(self::WANTED)->until(Week::containing($dates->readyOn)));

        return [$weeks, ($house->idOf($space) === 11 ? 0 : $weight) + $defaults->whole(HouseDefault::FillLate) * $weight * $late + $weight * abs($start - 4)];
    }

    private static function stay(FillHouse $house, ?WhatIf $whatIf): Stay
    {
        $ask = new FillAsk(FillStage::Rooting, 1, [], false, false, $whatIf);
        $stays = (new FillStays(Timetable::at(Climate::reference(), HouseDefaults::usual()), HouseDefaults::usual()))->of($ask, $house, [], new LaysKnown())->stays;
        self::assertCount(1, $stays);

        return $stays[0];
    }

    private static function sheet(): WaySheet
    {
        return WaySheet::of(Pattern::SoftTip->sheet(1));
    }

    private static function house(): FillHouse
    {
        [$now, $day] = [Week::of('2027-W19'), new \DateTimeImmutable(self::STICK)];
        $mist = static fn (string $name, Range $heat, bool $onlyPots = false) => Zone::of($name, 20, $heat, Range::of(0, 3), ZoneKind::Mist, [], $onlyPots);
        $zones = [
            ['id' => 11, 'zone' => $mist('Own', Range::of(18, 22))], ['id' => 12, 'zone' => $mist('Like it', Range::of(18, 22))],
            ['id' => 13, 'zone' => $mist('Cooler', Range::of(12, 15))],
            ['id' => 16, 'zone' => Zone::of('Under cover', 20, Range::of(18, 22), Range::of(0, 1), ZoneKind::Cover)],
            ['id' => 14, 'zone' => Zone::of('Dry', 20, Range::of(18, 22), Range::of(0, 1), ZoneKind::Open)],
            ['id' => 15, 'zone' => $mist('Pots', Range::of(18, 22), true)],
        ];
        $batch = new Fillable(
            'SOF-33', self::sheet(), 4, 4, $day, $day->modify('+4 weeks'), 0, false, false, false, true, Priority::Should, [Week::of(self::WANTED)], 11,
            $day->modify('-3 weeks'), $day->modify('+3 weeks'), static fn () => true,
        );
        $lies = Tenant::of('SOF-33', 4, $now->plus(4), $now->plus(8), Range::of(18, 22), Range::of(0, 3));

        return new FillHouse($now, $now->monday(), $zones, ['SOF-33' => $batch], [11 => [$lies]], []);
    }
}
