<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Stock;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\Clumps;
use WetCradle\Core\Stock\ShootHabit;

/** Few clumps are lifted, each makes several pieces, and what is not potted goes back to the bed. */
final class ClumpsTest extends TestCase
{
    public function testAsFewAreLiftedAsGiveWhatIsAsked(): void
    {
        $clumps = Clumps::of(6, 1);
        self::assertSame([5, 0, 1, 1, 2], [$clumps->give(), $clumps->lifted(0), $clumps->lifted(1), $clumps->lifted(5), $clumps->lifted(6)]);
        self::assertSame([1, 6, 1], [$clumps->toBed(5), $clumps->toBed(6), Clumps::of(2, 1)->toBed(1)]);
        self::assertSame(0, Clumps::of(4, 0)->toBed(8), 'Nothing goes back where all is potted.');
    }

    public function testNoPieceIsLostAndTheBedNeverShrinksByWhatGoesBack(): void
    {
        foreach ([[2, 0], [2, 1], [4, 1], [6, 2], [9, 8]] as [$each, $back]) {
            $clumps = Clumps::of($each, $back);
            for ($pieces = 0; $pieces <= 60; ++$pieces) {
                $lifted = $clumps->lifted($pieces);
                self::assertSame($lifted * $each, $pieces + $clumps->toBed($pieces));
                self::assertGreaterThanOrEqual($lifted * $back, $clumps->toBed($pieces));
                self::assertLessThan($pieces + $clumps->give(), $lifted * $clumps->give());
                self::assertSame($clumps->toBed($pieces) - $lifted, $clumps->change($lifted, $pieces, $clumps->toBed($pieces)));
            }
        }
    }

    /** How many there are now knows of what was divided, however long ago; it is neither lost nor counted twice. */
    public function testWhatWasDividedIsInTheCountAndWhatIsPlannedIsNot(): void
    {
        $habit = ShootHabit::ofClumps(100, Clumps::of(4, 2), 1.0, 4);
        $left = static fn (string $on, bool $isStuck) => BlockOffer::of(
            1,
            $habit,
            2,
            null,
            [['on' => new \DateTimeImmutable('2027-03-15'), 'cuttings' => 40, 'stuck' => $isStuck]],
            new \DateTimeImmutable($on),
            0,
        )->left();
        // 20 lifted, 40 gone back: there were 80 before.
        self::assertSame([120, 200, 200, 200], array_map(static fn (string $on) => $left($on, true), ['2027-03-22', '2027-05-12', '2028-03-08', '2028-03-20']));
        self::assertSame([160, 240, 240, 200], array_map(static fn (string $on) => $left($on, false), ['2027-03-22', '2027-05-12', '2028-03-08', '2028-03-20']));
        self::assertSame(120, $left('2027-03-08', true), '80, of which 20 are for what was divided a week later.');
        self::assertSame(60, ShootHabit::of(60, 90, 0.5, 2, 4)->before([40, 40])->shoots, 'Shoots are counted before any take.');
    }

    public function testMorePiecesThanClumpsMakeAreRefusedWithTheNearestThatWorks(): void
    {
        $clumps = Clumps::of(6, 1);
        self::assertSame(-12, $clumps->change(12, 72, 0));
        $refused = static function (\Closure $asked): array {
            try {
                $asked();
            } catch (Refused $refused) {
                return [$refused->field, $refused->says->figures['needed'] ?? $refused->says->figures['most'] ?? null];
            }

            return [];
        };
        self::assertSame(['lifted', 15], $refused(static fn () => $clumps->change(12, 73, 0)));
        self::assertSame(['toBed', 2], $refused(static fn () => $clumps->change(12, 70, 3)));
        self::assertSame(['piecesEach', null], $refused(static fn () => Clumps::of(1, 0)));
        self::assertSame(['piecesBack', 5], $refused(static fn () => Clumps::of(6, 6)));
        self::assertSame(['piecesBack', 5], $refused(static fn () => Clumps::of(6, -1)));
    }
}
