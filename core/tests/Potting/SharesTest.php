<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Potting;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Potting\Shares;
use WetCradle\Core\Refused;

/** What cannot be told apart is shared by how many there are. */
final class SharesTest extends TestCase
{
    public function testSharesAddUpAndNeverTakeMoreThanThereIs(): void
    {
        mt_srand(3);
        for ($i = 0; $i < 400; ++$i) {
            $there = array_combine(range(1, 5), array_map(static fn () => mt_rand(0, 40), range(1, 5)));
            $all = array_sum($there);
            if ($all === 0) {
                continue;
            }
            $count = mt_rand(1, $all);
            $shares = Shares::of($count, $there);
            self::assertSame($count, array_sum($shares));
            foreach ($shares as $line => $share) {
                self::assertGreaterThan(0, $share);
                self::assertLessThanOrEqual($there[$line], $share);
                self::assertLessThan(1.0, abs($share - $count * $there[$line] / $all), 'Within one of its part.');
            }
        }
    }

    public function testTheLargestRemainderTakesTheLastAndTiesGoToTheOlderLine(): void
    {
        self::assertSame([7 => 1, 9 => 2], Shares::of(3, [7 => 10, 9 => 20]));
        self::assertSame([7 => 1], Shares::of(1, [7 => 10, 9 => 10]));
        self::assertSame([9 => 4], Shares::of(4, [7 => 0, 9 => 4]));
    }

    public function testMoreThanThereAreAndNoneAreRefused(): void
    {
        foreach ([[5, 'more_than_there_are'], [0, 'out_of_range'], [-1, 'out_of_range']] as [$count, $reason]) {
            try {
                Shares::of($count, [1 => 4]);
                self::fail("{$count} was let through.");
            } catch (Refused $refused) {
                self::assertSame([$reason, 'count'], [$refused->reason, $refused->field]);
            }
        }
    }
}
