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

    public function testSureOrNot(): void
    {
        self::assertSame(Verdict::NotYet, ReadyCheck::of(8, 0, 0.8, Beta::of(1, 1), 0.9)->verdict());
        self::assertSame(Verdict::LiftMore, ReadyCheck::of(10, 8, 0.7, Beta::of(1, 1), 0.9)->verdict());
        self::assertSame(Verdict::Ready, ReadyCheck::of(10, 10, 0.8, Beta::of(1, 1), 0.9)->verdict());
    }
}
