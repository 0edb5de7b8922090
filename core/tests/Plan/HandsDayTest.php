<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Plan\Crew;
use WetCradle\Core\Plan\HandsDay;
use WetCradle\Core\Refused;

/** A day's work told out to its pairs of hands. */
final class HandsDayTest extends TestCase
{
    /**
     * @param list<array{what: string, code: string, minutes: int}> $after
     *
     * @return list<list<string>> by hand
     */
    private static function told(int $hands, array $after, bool $sticks = true): array
    {
        $day = HandsDay::of(
            $hands,
            $sticks ? [['what' => 'collect', 'code' => 'A', 'from' => 420, 'to' => 480]] : [],
            $sticks ? [['code' => 'A', 'station' => 1, 'from' => 490, 'to' => 600, 'late' => 0]] : [],
            $after,
            420,
            HouseDefaults::usual(),
        );

        return array_map(
            static fn (array $jobs) => array_map(static fn (array $job) => "{$job['what']} {$job['code']} {$job['from']}–{$job['to']}", $jobs),
            $day->byHand,
        );
    }

    public function testAllCutTogetherEachSticksAndTheRestGoesToWhoeverIsFree(): void
    {
        self::assertSame(
            [
                ['collect A 420–480', 'stick A 490–600', 'check C 600–610'],
                ['collect A 420–480', 'wean B 480–520', 'pot D 520–610'],
            ],
            self::told(2, [
                ['what' => 'wean', 'code' => 'B', 'minutes' => 40], ['what' => 'pot', 'code' => 'D', 'minutes' => 90],
                ['what' => 'check', 'code' => 'C', 'minutes' => 10],
            ]),
        );
    }

    public function testALongJobIsSharedAndADayWithoutStickingBeginsWithTheRest(): void
    {
        self::assertSame(
            [['pot D 420–520'], ['pot D 420–520'], ['pot D 420–520']],
            self::told(3, [['what' => 'pot', 'code' => 'D', 'minutes' => 300]], false),
        );
        self::assertSame([['pot D 420–530']], self::told(1, [['what' => 'pot', 'code' => 'D', 'minutes' => 110]], false));
        self::assertSame([[], []], self::told(2, [], false));
    }

    public function testMoreHandsAreNeverDoneLater(): void
    {
        $after = array_map(static fn (int $i) => ['what' => 'pot', 'code' => (string) $i, 'minutes' => 17 + 61 * $i % 190], range(1, 14));
        $ends = array_map(
            static fn (int $hands) => HandsDay::of($hands, [], [], $after, 420, HouseDefaults::usual())->ends(),
            range(1, 8),
        );
        $sorted = $ends;
        rsort($sorted);
        self::assertSame($sorted, $ends);
        self::assertSame(420 + array_sum(array_column($after, 'minutes')), $ends[0]);
        self::assertNull(HandsDay::of(2, [], [], [], 420, HouseDefaults::usual())->ends());
        $this->expectException(Refused::class);
        HandsDay::of(0, [], [], $after, 420, HouseDefaults::usual());
    }

    public function testWhoIsThereIsNamedThoseOfMostHoursFirst(): void
    {
        $crew = Crew::read(Fields::of([
            'hands' => [['person' => 3, 'hours' => 20], ['person' => 1, 'hours' => 38], ['person' => 2, 'hours' => 38], ['person' => 4, 'hours' => 0]],
            'away' => [['who' => 2, 'from' => '2027-05-12', 'to' => '2027-05-12', 'why' => null]],
        ]));
        self::assertSame([1, 3], $crew->peopleOn(new \DateTimeImmutable('2027-05-12')));
        self::assertSame([1, 2, 3], $crew->peopleOn(new \DateTimeImmutable('2027-05-13')));
        self::assertSame([], $crew->peopleOn(new \DateTimeImmutable('2027-05-15')), 'A Saturday.');
    }
}
