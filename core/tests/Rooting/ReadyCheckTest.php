<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rooting;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\ReadyCheck;
use WetCradle\Core\Rooting\RootStage;
use WetCradle\Core\Rooting\StageTally;
use WetCradle\Core\Rooting\Verdict;
use WetCradle\Core\Tests\Told;

final class ReadyCheckTest extends TestCase
{
    public function testMoreRootedIsNeverLessLikely(): void
    {
        $last = -1.0;
        for ($rooted = 0; $rooted <= 20; ++$rooted) {
            $chance = ReadyCheck::of(20, $rooted, 0.8, Beta::of(1, 1), 0.9)->chance();
            self::assertGreaterThan($last, $chance);
            $last = $chance;
        }
    }

    public function testLiftingTheMoreThatItSaysSettlesIt(): void
    {
        $open = ReadyCheck::of(10, 8, 0.7, Beta::of(1, 1), 0.9);
        self::assertSame(Verdict::LiftMore, $open->verdict());
        $more = $open->liftMore();
        self::assertNotNull($more);
        self::assertNotSame(Verdict::LiftMore, ReadyCheck::of(10 + $more, 8 + (int) round(0.8 * $more), 0.7, Beta::of(1, 1), 0.9)->verdict());
        self::assertSame(Verdict::LiftMore, ReadyCheck::of(9 + $more, 8 + (int) round(0.8 * ($more - 1)), 0.7, Beta::of(1, 1), 0.9)->verdict());
    }

    public function testOnTheThresholdNoNumberSettlesIt(): void
    {
        self::assertNull(ReadyCheck::of(10, 8, 0.8, Beta::of(1, 1), 0.95)->liftMore());
    }

    public function testTheVerdictIsSaidInWords(): void
    {
        self::assertStringStartsWith(
            'check.ready seen=(check.lifted rooted=10 lifted=10) ',
            Told::of(ReadyCheck::of(10, 10, 0.8, Beta::of(1, 1), 0.9)->words()),
        );
        self::assertMatchesRegularExpression('/^check.lift_more .* more=\d+$/', Told::of(ReadyCheck::of(10, 8, 0.7, Beta::of(1, 1), 0.9)->words()));
        self::assertStringStartsWith('check.count_all ', Told::of(ReadyCheck::of(10, 8, 0.7, Beta::of(1, 1), 0.9)->words(14)));
        self::assertStringStartsWith('check.too_close ', Told::of(ReadyCheck::of(40, 32, 0.8, Beta::of(1, 1), 0.95)->words()));
        self::assertStringStartsWith(
            'check.lift_on ',
            Told::of(ReadyCheck::of(10, 8, 0.8, Beta::of(1, 1), 0.95)->words()),
            'So few say little, wherever they lie.',
        );
        self::assertStringStartsWith('check.not_yet seen=(check.lifted rooted=0 lifted=8) ', Told::of(ReadyCheck::of(8, 0, 0.8, Beta::of(1, 1), 0.9)->words()));
    }

    public function testATallyKnowsWhatIsRootedAndWhatIsTypical(): void
    {
        $tally = StageTally::of(['callus' => 3, 'at_wall' => 3, 'at_hole' => 1, 'dead' => 9]);
        self::assertSame([16, 4, RootStage::AtWall], [$tally->lifted(), $tally->rooted(), $tally->typical()]);
        self::assertNull(StageTally::of(['dead' => 2])->typical());
        foreach ([['hairy' => 1], ['callus' => -1]] as $counts) {
            try {
                StageTally::of($counts);
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertSame('stages.'.array_key_first($counts), $refused->field);
            }
        }
    }

    public function testASureVerdictNeedsNoMore(): void
    {
        self::assertSame(0, ReadyCheck::of(8, 0, 0.8, Beta::of(1, 1), 0.9)->liftMore());
        self::assertSame(Verdict::NotYet, ReadyCheck::of(8, 0, 0.8, Beta::of(1, 1), 0.9)->verdict());
    }
}
