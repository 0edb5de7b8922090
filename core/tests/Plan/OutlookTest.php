<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WindowShift;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\Sign;
use WetCradle\Core\Crops\SignedWindow;
use WetCradle\Core\Crops\WayWindows;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Plan\OrderOutlook;
use WetCradle\Core\Plan\Pool;
use WetCradle\Core\Plan\SeasonChance;
use WetCradle\Core\Plan\Standing;
use WetCradle\Core\Plan\StickAgain;
use WetCradle\Core\Rates\StickCount;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\PlainTimes;
use WetCradle\Core\Tests\Told;

/** How an order stands while it grows, and what can still be done. */
final class OutlookTest extends TestCase
{
    public function testOneBatchStandsAsItWasPlanned(): void
    {
        $stages = [Beta::of(16, 4), Beta::of(95, 5)];
        [$stick, $chance] = StickCount::forGood(300, $stages)->fewestFor(0.9);
        $outlook = OrderOutlook::of(300, 0, [Standing::of($stick, $stages)]);
        self::assertEqualsWithDelta($chance, $outlook->chance(), 1e-6);
        self::assertEqualsWithDelta($stick * 0.8 * 0.95, $outlook->expected, 1e-6);
        self::assertFalse($outlook->isShort());
        self::assertSame(0, $outlook->short());
    }

    public function testWhatIsThereIsSureAndWhatCannotBeIsNot(): void
    {
        $good = Beta::of(90, 10);
        self::assertSame(1.0, OrderOutlook::of(100, 100, [])->chance());
        self::assertSame('order.all_there wanted=100', Told::of(OrderOutlook::of(100, 120, [])->words()));
        self::assertSame(0.0, OrderOutlook::of(100, 20, [Standing::of(79, [$good])])->chance());
        self::assertSame(0.0, OrderOutlook::of(100, 0, [])->chance());
        self::assertSame(100, OrderOutlook::of(100, 0, [])->short());
        $short = OrderOutlook::of(170, 0, [Standing::of(120, [Beta::of(8, 4)]), Standing::of(40, [$good])]);
        self::assertTrue($short->isShort());
        self::assertSame(170 - 116, $short->short());
        self::assertSame('order.short short=54 expected=116 wanted=170 chance=(chance.hardly_any)', Told::of($short->words()));
    }

    public function testWhatIsSentIsTheOrdersOwnAndTheRestComesAfterThoseBefore(): void
    {
        $standing = [Standing::of(80, [Beta::of(90, 10)])];
        $part = OrderOutlook::of(100, 30, $standing, 10, 40);
        self::assertSame([40, 20, 40], [$part->sent, $part->ready, $part->coming()]);
        self::assertEqualsWithDelta(OrderOutlook::of(40, 0, $standing)->chance(), $part->chance(), 1e-12, '40 of 100 are still to come.');
        self::assertStringStartsWith(
            'order.so_far parts=(listed part0=(order.part.sent plants=40) part1=(order.part.ready plants=20) '
                .'part2=(order.part.coming plants=40)) about=(order.about ',
            Told::of($part->words()),
        );
        self::assertStringStartsWith(
            'order.so_far parts=(listed part0=(order.part.ready plants=20) ',
            Told::of(OrderOutlook::of(100, 20, $standing)->words()),
            'What is none is not said.',
        );
        self::assertSame(0, $part->short());
        $all = OrderOutlook::of(100, 0, [], 500, 100);
        self::assertSame([1.0, 0, 0, 'order.all_sent wanted=100', 0], Told::of([$all->chance(), $all->ready, $all->coming(), $all->words(), $all->short()]));
        self::assertSame('order.sent_and_there sent=70 ready=30', Told::of(OrderOutlook::of(100, 30, [], 0, 70)->words()));
        $short = OrderOutlook::of(100, 0, [Standing::of(20, [Beta::of(90, 10)])], 0, 40);
        self::assertSame([18, 42, 0.0], [$short->coming(), $short->short(), $short->chance()]);
    }

    public function testAnOrderThatHasAllTakesNothingFromThoseAfterIt(): void
    {
        $standing = [Standing::of(60, [Beta::of(90, 10)])];
        $with = Pool::of([['order' => 1, 'wanted' => 50, 'sent' => 50], ['order' => 2, 'wanted' => 50]], 0, $standing);
        $alone = Pool::of([['order' => 2, 'wanted' => 50]], 0, $standing);
        self::assertSame($alone->outlooks()[2]->chance(), $with->outlooks()[2]->chance());
        $played = SeasonChance::play([$with], ['first' => [1], 'both' => [1, 2]], 5, 500);
        self::assertSame(1.0, $played->of('first')['chance']);
        self::assertEqualsWithDelta(SeasonChance::play([$alone], ['both' => [2]], 5, 500)->of('both')['chance'], $played->of('both')['chance'], 1e-12);
    }

    public function testMoreOnTheWayIsNeverWorse(): void
    {
        $last = -1.0;
        for ($more = 0; $more <= 300; $more += 20) {
            $chance = OrderOutlook::of(200, 30, [Standing::of(180, [Beta::of(14, 6)]), Standing::of($more, [Beta::of(14, 6)])])->chance();
            self::assertGreaterThanOrEqual($last - 1e-9, $chance);
            $last = $chance;
        }
        self::assertGreaterThan(0.9, $last);
    }

    /** Two batches that fail apart are safer than one of their size: against drawing both many times over. */
    public function testSeveralBatchesAgainstDrawingThem(): void
    {
        $outlook = OrderOutlook::of(260, 0, [Standing::of(200, [Beta::of(16, 4)]), Standing::of(160, [Beta::of(12, 4)])]);
        mt_srand(12);
        $met = 0;
        $draw = static function (int $count, Beta $beta): int {
            $share = $beta->quantile(mt_rand(1, 999_999) / 1_000_000);
            $spread = sqrt($count * $share * (1 - $share));
            $normal = sqrt(-2 * log(mt_rand(1, 1_000_000) / 1_000_001)) * cos(2 * M_PI * mt_rand(0, 1_000_000) / 1_000_000);

            return (int) round($count * $share + $spread * $normal);
        };
        for ($i = 0; $i < 1500; ++$i) {
            $met += $draw(200, Beta::of(16, 4)) + $draw(160, Beta::of(12, 4)) >= 260 ? 1 : 0;
        }
        self::assertEqualsWithDelta($met / 1500, $outlook->chance(), 0.04);
        self::assertGreaterThan(
            OrderOutlook::of(260, 0, [Standing::of(360, [Beta::of(14, 4)])])->chance(),
            OrderOutlook::of(260, 0, [Standing::of(180, [Beta::of(14, 4)]), Standing::of(180, [Beta::of(14, 4)])])->chance(),
        );
    }

    public function testAnOrderWithEnoughExpectedIsNotCalledShort(): void
    {
        // A few bad batches weigh on the chance more than on the mean.
        $skewed = OrderOutlook::of(140, 0, [Standing::of(150, [Beta::of(20, 1.2)])]);
        self::assertGreaterThanOrEqual(140, $skewed->expected);
        self::assertSame([0, false], [$skewed->short(), $skewed->isShort()]);
        self::assertStringStartsWith('order.about expected=142 wanted=140 ', Told::of($skewed->words()));
    }

    public function testNoFewerThanNone(): void
    {
        $this->expectException(Refused::class);
        Standing::of(-1, [Beta::of(1, 1)]);
    }

    private function again(string $today, string $ready, int $from = 18, int $to = 27): StickAgain
    {
        return StickAgain::for(WayWindows::of(
            [SignedWindow::of($from, $to, Sign::Snaps)],
            WindowShift::none(),
        ), PlainTimes::of(12, 20, 7, 56), Week::of($ready), new \DateTimeImmutable($today));
    }

    public function testStickingAgainWhileTheWoodIsRightAndThereIsTime(): void
    {
        $open = $this->again('2027-05-20', '2027-W40');
        self::assertTrue($open->isPossible());
        self::assertSame(['2027-05-20', '2027-07-11'], [$open->from?->format('Y-m-d'), $open->last?->format('Y-m-d')], 'The window ends before the time does.');
        self::assertSame('again.still last=2027-07-11', Told::of($open->words));

        $pressed = $this->again('2027-05-20', '2027-W33');
        $last = PlainDates::backwards(Week::of('2027-W33'), PlainTimes::of(12, 20, 7, 56))->stickOn;
        self::assertEquals($last, $pressed->last, 'The time ends before the window does.');
        self::assertSame(0, Week::of('2027-W33')->until(Week::containing(PlainDates::forwards($last, PlainTimes::of(12, 20, 7, 56))->readyOn)));

        $soon = $this->again('2027-04-05', '2027-W40');
        self::assertSame(['2027-05-03', 'again.from from=2027-05-03 last=2027-07-11'], Told::of([$soon->from?->format('Y-m-d'), $soon->words]));
    }

    public function testWhyItCannotBeStuckAgain(): void
    {
        $late = $this->again('2027-06-20', '2027-W30');
        self::assertFalse($late->isPossible());
        self::assertSame('again.too_late weeks=6', Told::of($late->words));
        $day = $this->again('2027-05-20', '2027-W33')->last?->modify('+1 day')->format('Y-m-d') ?? '';
        self::assertSame('again.too_late weeks=1', Told::of($this->again($day, '2027-W33')->words), 'A day too late is a week too late.');
        $shut = $this->again('2027-07-20', '2027-W48');
        self::assertFalse($shut->isPossible());
        self::assertStringStartsWith('again.no_material from=2028-W18 last=', Told::of($shut->words));
    }

    public function testWhatIsSentIsSaidAlsoWhereNothingIsReady(): void
    {
        $standing = [Standing::of(80, [Beta::of(90, 10)])];
        self::assertStringStartsWith(
            'order.so_far parts=(listed part0=(order.part.sent plants=1) part1=(order.part.coming plants=72)) ',
            Told::of(OrderOutlook::of(100, 0, $standing, 0, 1)->words()),
        );
        self::assertStringStartsWith(
            'order.so_far parts=(listed part0=(order.part.ready plants=1) part1=(order.part.coming plants=72)) ',
            Told::of(OrderOutlook::of(100, 1, $standing)->words()),
        );
        self::assertStringStartsWith('order.short short=28 expected=72 wanted=100 ', Told::of(OrderOutlook::of(100, 0, $standing)->words()));
        $even = OrderOutlook::of(72, 0, $standing);
        self::assertSame([0, false], [$even->short(), $even->isShort()], 'As many as are expected are not too few.');
        $oneLess = OrderOutlook::of(73, 0, $standing);
        self::assertSame([1, $oneLess->chance() < 0.5], [$oneLess->short(), $oneLess->isShort()]);
    }
}
