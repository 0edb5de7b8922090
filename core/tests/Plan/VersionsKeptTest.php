<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Plan\VersionsKept;

final class VersionsKeptTest extends TestCase
{
    public function testTheNewestAreKeptHoweverManyOfOneDay(): void
    {
        $today = new \DateTimeImmutable('2027-05-12');
        $many = array_map(static fn (int $id) => ['id' => $id, 'on' => '2027-05-12'], range(100, 1, -1));
        self::assertSame(range(40, 1, -1), VersionsKept::letGo($many, $today));
        self::assertSame([], VersionsKept::letGo(array_slice($many, 0, 60), $today));
        self::assertSame([], VersionsKept::letGo([], $today));
    }

    public function testOfEachDayBeforeOneIsKeptForHalfAYear(): void
    {
        $today = new \DateTimeImmutable('2027-05-12');
        $newest = array_map(static fn (int $id) => ['id' => $id, 'on' => '2027-05-11'], range(1060, 1001, -1));
        self::assertSame([12, 9, 8], VersionsKept::letGo([
            ...$newest,
            ['id' => 13, 'on' => '2027-05-10'], ['id' => 12, 'on' => '2027-05-10'], ['id' => 11, 'on' => '2027-05-01'],
            ['id' => 10, 'on' => '2026-11-13'], ['id' => 9, 'on' => '2026-11-12'], ['id' => 8, 'on' => '2020-01-01'],
        ], $today));
    }

    public function testLetGoTwiceLetsGoNothingMore(): void
    {
        $today = new \DateTimeImmutable('2027-05-12');
        $all = [];
        for ($id = 400; $id > 0; --$id) {
            $all[] = ['id' => $id, 'on' => $today->modify(sprintf('-%d days', intdiv(400 - $id, 3)))->format('Y-m-d')];
        }
        $gone = VersionsKept::letGo($all, $today);
        $left = array_values(array_filter($all, static fn (array $one) => !in_array($one['id'], $gone, true)));
        self::assertSame([], VersionsKept::letGo($left, $today));
        self::assertLessThan(60 + 180 + 1, count($left));
    }
}
