<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rooting;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Rooting\Seen;
use WetCradle\Core\Rooting\Trouble;

final class TroubleTest extends TestCase
{
    private const TODAY = '2027-05-12';

    private static function seen(int $id, Seen $seen, string $place = 'Mist 1', string $on = self::TODAY, bool $more = false): Trouble
    {
        return new Trouble($id, $seen, $place, new \DateTimeImmutable($on.' 08:00'), $more);
    }

    /**
     * @param list<Trouble> $troubles
     *
     * @return list<list<int>>
     */
    private static function ids(array $troubles): array
    {
        $together = Trouble::together($troubles, new \DateTimeImmutable(self::TODAY));

        return array_map(static fn (array $group) => array_map(static fn (Trouble $one) => $one->id, $group), $together);
    }

    public function testWhatTellsOfOneThingStandsTogether(): void
    {
        self::assertSame([[3, 2, 1], [4]], self::ids([
            self::seen(1, Seen::Pest, on: '2027-05-10'),
            self::seen(2, Seen::Pest, on: '2027-05-11'),
            self::seen(3, Seen::Pest),
            self::seen(4, Seen::Pest, 'Mist 2', '2027-05-09'),
        ]), 'Three neighbours, the last seen first; the other zone by itself.');
    }

    public function testWhatSpreadsOrKillsComesFirst(): void
    {
        $all = array_map(static fn (Seen $seen, int $i) => self::seen($i, $seen, "Zone {$i}"), Seen::cases(), array_keys(Seen::cases()));
        $order = array_map(static fn (array $ids) => Seen::cases()[$ids[0]]->value, self::ids($all));
        self::assertSame(['pest', 'rot', 'nozzle', 'too_wet', 'dry', 'leaf_drop', 'yellowing', 'missing_label'], $order);
    }

    public function testALookThatIsFineIsNoneUnlessThereIsAWordWithIt(): void
    {
        self::assertSame([], self::ids([self::seen(1, Seen::Fine)]));
        self::assertSame([[2], [1]], self::ids([self::seen(1, Seen::Fine, more: true), self::seen(2, Seen::Fine, more: true)]), 'Each word by itself.');
    }

    public function testWhatIsDealtWithIsGoneAndWhatIsWatchedComesBackOnItsDay(): void
    {
        $today = new \DateTimeImmutable(self::TODAY);
        $trouble = static fn (bool $dealt, ?string $until) => new Trouble(
            1,
            Seen::Rot,
            'A',
            $today,
            false,
            $dealt,
            $until === null ? null : new \DateTimeImmutable($until),
        );
        self::assertTrue($trouble(false, null)->isOpen($today));
        self::assertFalse($trouble(true, null)->isOpen($today));
        self::assertFalse($trouble(false, '2027-05-13')->isOpen($today));
        self::assertTrue($trouble(false, self::TODAY)->isOpen($today));
        self::assertTrue($trouble(false, '2027-05-01')->isOpen($today));
    }
}
