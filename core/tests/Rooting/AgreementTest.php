<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rooting;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\Agreement;
use WetCradle\Core\Rooting\PracticeSet;
use WetCradle\Core\Rooting\RootStage;
use WetCradle\Core\Rooting\Specimen;

/** Whether two people's "rooted" mean the same. */
final class AgreementTest extends TestCase
{
    /** @param array<string, array<string, int>> $table was → said → times */
    private static function of(array $table): Agreement
    {
        $pairs = [];
        foreach ($table as $was => $row) {
            foreach ($row as $said => $times) {
                for ($i = 0; $i < $times; ++$i) {
                    $pairs[] = [RootStage::from($was), RootStage::from($said)];
                }
            }
        }

        return Agreement::of($pairs);
    }

    public function testWorkedByHand(): void
    {
        // Four feet on two neighbouring stages, one of them called the other: w = (1/5)² for the one miss.
        // Observed 0.04; expected from margins 2,2 and 3,1: (2·1 + 2·3) · 0.04 / 4 = 0.08. κ = 1 − 0.04 ÷ 0.08.
        $agreement = self::of(['initials' => ['initials' => 2], 'at_wall' => ['at_wall' => 1, 'initials' => 1]]);
        self::assertEqualsWithDelta(0.5, $agreement->kappa(), 1e-12);
        self::assertEqualsWithDelta(0.75, $agreement->onRooted(), 1e-12);
        self::assertSame(3, $agreement->exact());
        // Reckoned with other software: 3 × 3, squares of the steps, over five steps; dead apart from all.
        $agreement = self::of(
            ['nothing' => ['nothing' => 5, 'callus' => 2], 'at_hole' => ['at_hole' => 4, 'at_wall' => 3, 'dead' => 1], 'dead' => ['dead' => 5]],
        );
        self::assertEqualsWithDelta(0.8900897600293094, $agreement->kappa(), 1e-12);
    }

    public function testOneStepTooFarIsASmallerMistakeThanThree(): void
    {
        $all = [
            'nothing' => ['nothing' => 4], 'callus' => ['callus' => 4], 'initials' => ['initials' => 4], 'at_wall' => ['at_wall' => 4],
            'at_hole' => ['at_hole' => 4],
        ];
        $near = self::of(['initials' => ['initials' => 3, 'at_wall' => 1]] + $all)->kappa();
        $far = self::of(['nothing' => ['nothing' => 3, 'at_wall' => 1]] + $all)->kappa();
        $dead = self::of(['nothing' => ['nothing' => 3, 'dead' => 1]] + $all)->kappa();
        self::assertSame(1.0, self::of($all)->kappa());
        self::assertTrue(1.0 > $near && $near > $far && $far > $dead);
    }

    public function testItIsTheSameFromEitherSideAndGuessingIsWorthNothing(): void
    {
        $chance = new Randomizer(new Mt19937(8));
        $pairs = [];
        for ($i = 0; $i < 6000; ++$i) {
            $pairs[] = [RootStage::cases()[$chance->getInt(0, 6)], RootStage::cases()[$chance->getInt(0, 6)]];
        }
        $one = Agreement::of($pairs);
        self::assertEqualsWithDelta($one->kappa(), Agreement::of(array_map(array_reverse(...), $pairs))->kappa(), 1e-12);
        self::assertEqualsWithDelta(0.0, $one->kappa(), 0.04);
    }

    public function testWhereAllIsCalledTheSameThereIsNothingToTell(): void
    {
        self::assertNull(self::of(['callus' => ['callus' => 9]])->kappa());
        $this->expectException(Refused::class);
        Agreement::of([]);
    }

    public function testMistakesAreCountedMostFrequentFirst(): void
    {
        $mistakes = self::of(['initials' => ['at_wall' => 3, 'initials' => 4], 'dead' => ['nothing' => 1]])->mistakes();
        self::assertSame(
            [[RootStage::Initials, RootStage::AtWall, 3], [RootStage::Dead, RootStage::Nothing, 1]],
            array_map(static fn (array $m) => [$m['was'], $m['said'], $m['times']], $mistakes),
        );
    }

    public function testEveryDrawnFootShowsTheStageItWasDrawnFor(): void
    {
        $chance = new Randomizer(new Mt19937(1));
        foreach (RootStage::cases() as $stage) {
            $shapes = [];
            for ($i = 0; $i < 150; ++$i) {
                $foot = Specimen::showing($stage, $chance);
                self::assertSame($stage, $foot->stage());
                $shapes[json_encode($foot->toArray())] = true;
            }
            self::assertGreaterThan(90, count($shapes), 'No two alike, or nearly.');
        }
    }

    public function testASetIsTheSameForAllAndHoldsEveryStageAlike(): void
    {
        $set = PracticeSet::of(3);
        self::assertEquals($set, PracticeSet::of(3));
        self::assertNotEquals($set->specimens, PracticeSet::of(4)->specimens);
        $stages = array_map(static fn (Specimen $one) => $one->stage(), $set->specimens);
        self::assertSame(array_fill(0, 7, 3), array_values(array_count_values(array_column($stages, 'value'))));
        self::assertSame(1.0, $set->grade($stages)->kappa());
        $this->expectException(Refused::class);
        $set->grade(array_slice($stages, 1));
    }
}
