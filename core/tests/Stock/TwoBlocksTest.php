<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Stock;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Fact;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\Source;
use WetCradle\Core\Stock\Supply;

/** Where one block cannot give all, another gives the rest. */
final class TwoBlocksTest extends TestCase
{
    /** A block of so many plants that give ten cuttings each. */
    private static function supply(string $code, int $plants, int $asked = 250, bool $isFit = true, bool $isBed = false): Supply
    {
        $habit = ShootHabit::of(20, 20, 0.5, 1.0, 0);
        $on = new \DateTimeImmutable('2027-05-12');
        $against = $isFit ? [] : [['code' => 'quarantine', 'words' => Fact::of('stock.quarantine', found: 'x'), 'clears' => Fact::of('stock.quarantine_clears')]];

        return new Supply(
            new Source($code, $plants, $habit, static fn () => 1, null, [], static fn () => $against, isBed: $isBed),
            BlockOffer::of($plants, $habit, 1, null, [], $on, $asked),
            $against,
        );
    }

    public function testTheOneThatHasMostLeftGivesTheRest(): void
    {
        $all = [self::supply('A', 15), self::supply('B', 10), self::supply('C', 12), self::supply('D', 9)];
        self::assertSame(['code' => 'C', 'cuttings' => 100], $all[0]->with($all));
        self::assertSame(['code' => 'A', 'cuttings' => 150], $all[1]->with($all), 'The other way round, too.');
        self::assertNull(self::supply('A', 15)->with([self::supply('B', 9)]), 'Ten too few.');
        self::assertSame(['code' => 'B', 'cuttings' => 100], self::supply('A', 15)->with([self::supply('B', 10)]), 'Just enough.');
    }

    public function testNoOtherIsAskedWhereOneGivesEnoughOrMayNotGive(): void
    {
        $rest = [self::supply('B', 30)];
        self::assertNull(self::supply('A', 25)->with($rest));
        self::assertNull(self::supply('A', 0)->with($rest), 'A block that gives nothing is not the first of two.');
        self::assertNull(self::supply('A', 15, isFit: false)->with($rest));
        self::assertNull(self::supply('A', 15)->with([self::supply('B', 30, isFit: false)]));
        self::assertNull(self::supply('A', 15, isBed: true)->with($rest));
        self::assertNull(self::supply('A', 15)->with([self::supply('B', 30, isBed: true)]));
        self::assertNull(self::supply('A', 15)->with([self::supply('A', 15)]), 'Not with itself.');
    }
}
