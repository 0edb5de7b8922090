<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Course;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Course\CropTimes;
use WetCradle\Core\Course\GrowingOn;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Course\Weaning;
use WetCradle\Core\Course\WeanStep;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\RootingTime;

/** Weaning goes step by step, by its days, and by what somebody did or put off. */
final class WeaningTest extends TestCase
{
    private const STEPS = [['days' => 4, 'what' => 'half as often'], ['days' => 3, 'what' => 'only in sun'], ['days' => 5, 'what' => 'off']];

    /** @param array<int, array{string, bool}> $kept */
    private static function weaning(array $kept = []): Weaning
    {
        return Weaning::of(self::STEPS, self::day('05-10'), array_map(static fn (array $said) => ['on' => self::day($said[0]), 'done' => $said[1]], $kept));
    }

    private static function day(string $day): \DateTimeImmutable
    {
        return new \DateTimeImmutable('2027-'.$day);
    }

    /** @return list<string> each step's day and state, and the day on which it is weaned */
    private static function said(Weaning $weaning): array
    {
        return [...array_map(static fn (WeanStep $step) => $step->on->format('m-d').' '.$step->state->value, $weaning->steps), $weaning->ends()->format('m-d')];
    }

    public function testEachStepFollowsTheOneBefore(): void
    {
        $plain = self::weaning();
        self::assertSame(['05-10 planned', '05-14 planned', '05-17 planned', '05-22'], self::said($plain));
        self::assertSame([false, false, 1], [$plain->hasBegun(), $plain->isSaid(), $plain->next()?->number]);
        $late = self::weaning([1 => ['05-13', true]]);
        self::assertSame(['05-13 done', '05-17 planned', '05-20 planned', '05-25'], self::said($late));
        self::assertSame([true, true, 2], [$late->hasBegun(), $late->isSaid(), $late->next()?->number]);
        $off = self::weaning([1 => ['05-13', true], 2 => ['05-24', false]]);
        self::assertSame(['05-13 done', '05-24 put_off', '05-27 planned', '06-01'], self::said($off), 'Left a week more.');
        $early = self::weaning([1 => ['05-20', true], 2 => ['05-18', false]]);
        self::assertSame('05-24 put_off', self::said($early)[1], 'What is put off waits for the step before it too.');
        $all = self::weaning([1 => ['05-10', true], 2 => ['05-12', true], 3 => ['05-14', true]]);
        self::assertNull($all->next());
        self::assertSame('05-19', self::said($all)[3], 'Sooner than by its days, for who does it sees the plants.');
    }

    public function testLeftAWeekMoreItIsAWeekLaterThanItsDayOrThanToday(): void
    {
        $step = self::weaning()->steps[0];
        self::assertSame(['05-17', '05-17', '05-27'], array_map(
            static fn (string $today) => $step->aWeekMore(self::day($today))->format('m-d'), ['05-01', '05-10', '05-20'],
        ));
    }

    public function testWithoutStepsItIsWeanedAtOnce(): void
    {
        $none = Weaning::of([], self::day('05-10'), [1 => ['on' => self::day('05-12'), 'done' => true]]);
        self::assertEquals([self::day('05-10'), self::day('05-10')], [$none->begins(), $none->ends()]);
        self::assertNull($none->next());
        self::assertFalse($none->isSaid(), 'A step that its sheet has no more is no step.');
    }

    public function testWhatIsTakenTakesWithItWhatNobodyTicked(): void
    {
        $kept = self::weaning([1 => ['05-11', true]])->taken(3, self::day('05-18'), self::day('04-20'), self::day('05-20'));
        $then = Weaning::of(self::STEPS, self::day('05-10'), $kept);
        self::assertSame(['05-11 done', '05-18 done', '05-18 done', '05-23'], self::said($then));
        $again = $then->taken(3, self::day('05-19'), self::day('04-20'), self::day('05-20'));
        self::assertEquals(self::day('05-19'), $again[3]['on'], 'A day that was entered wrongly is set right.');
        self::assertSame([1], array_keys($then->undone(2)), 'With a step go those after it.');
        $off = self::weaning()->putOff(1, self::day('05-17'), self::day('04-20'));
        self::assertSame(['05-17 put_off', '05-21 planned', '05-24 planned', '05-29'], self::said(Weaning::of(self::STEPS, self::day('05-10'), $off)));
        $done = Weaning::of(self::STEPS, self::day('05-10'), $off)->taken(1, self::day('05-15'), self::day('04-20'), self::day('05-20'));
        self::assertTrue($done[1]['done'], 'What was put off can be done before.');
    }

    /** @return iterable<string, array{callable(Weaning): mixed, string, string}> */
    public static function refused(): iterable
    {
        [$stuck, $today] = [self::day('04-20'), self::day('05-20')];
        yield 'a step there is not' => [static fn (Weaning $w) => $w->taken(4, $today, $stuck, $today), 'step', 'unknown'];
        yield 'none' => [static fn (Weaning $w) => $w->putOff(0, $today, $stuck), 'step', 'unknown'];
        yield 'none to take back' => [static fn (Weaning $w) => $w->undone(4), 'step', 'unknown'];
        yield 'tomorrow' => [static fn (Weaning $w) => $w->taken(2, self::day('05-21'), $stuck, $today), 'on', 'in_future'];
        yield 'before it was stuck' => [static fn (Weaning $w) => $w->taken(1, self::day('04-19'), $stuck, $today), 'on', 'before_sticking'];
        yield 'put off to before it was stuck' => [static fn (Weaning $w) => $w->putOff(2, self::day('04-19'), $stuck), 'on', 'before_sticking'];
        yield 'before the step before' => [static fn (Weaning $w) => $w->taken(2, self::day('05-11'), $stuck, $today), 'on', 'upside_down'];
        yield 'put off to before the step before' => [static fn (Weaning $w) => $w->putOff(3, self::day('05-11'), $stuck), 'on', 'upside_down'];
        yield 'after the next step' => [
            static fn (Weaning $w) => Weaning::of(self::STEPS, self::day('05-10'), $w->taken(2, self::day('05-15'), $stuck, $today))
                ->taken(1, self::day('05-16'), $stuck, $today),
            'on', 'upside_down',
        ];
        yield 'put off what is done' => [static fn (Weaning $w) => $w->putOff(1, $today, $stuck), 'step', 'already_done'];
    }

    /** @param callable(Weaning): mixed $act */
    #[DataProvider('refused')]
    public function testWhatCannotBeIsRefused(callable $act, string $field, string $code): void
    {
        try {
            $act(self::weaning([1 => ['05-12', true]]));
            self::fail('It was let in.');
        } catch (Refused $refused) {
            self::assertSame([$field, $code], [$refused->field, $refused->reason]);
        }
    }

    public function testADaysWorkMovesPottingAndReady(): void
    {
        $times = CropTimes::of(Range::of(14, 24), RootingTime::days(Range::of(14, 24), 0.5), 12, GrowingOn::days(70));
        $dates = PlainDates::forwards(self::day('04-20'), $times);
        self::assertSame(['05-09', '05-21', '07-30'], self::days($dates));
        $of = static fn (array $kept): Weaning => Weaning::of(self::STEPS, $dates->weanOn, $kept);
        self::assertSame($dates, $dates->weaned($of([]), $times), 'Nobody said anything.');
        $begun = $dates->weaned($of([1 => ['on' => self::day('05-12'), 'done' => true]]), $times);
        self::assertSame(['05-12', '05-24', '08-02'], self::days($begun));
        self::assertEquals([$begun->potOn, $begun->potOn, $begun->readyOn], [$begun->potFrom, $begun->potBy, $begun->readyBy], 'Its roots are known.');
        $putOff = $dates->weaned($of([1 => ['on' => self::day('05-16'), 'done' => false]]), $times, 2);
        self::assertSame(['05-16', '05-30', '08-08'], self::days($putOff), 'A week more, and two days held.');
        self::assertGreaterThan($dates->potBy, $putOff->potBy);
        self::assertGreaterThan($putOff->potOn, $putOff->potBy);
        self::assertLessThanOrEqual($putOff->potOn, $putOff->potFrom);
    }

    /** @return list<string> */
    private static function days(PlainDates $dates): array
    {
        return [$dates->weanOn->format('m-d'), $dates->potOn->format('m-d'), $dates->readyOn->format('m-d')];
    }
}
