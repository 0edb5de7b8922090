<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Stock;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\BlockFacts;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\CountedOn;
use WetCradle\Core\Stock\Fitness;
use WetCradle\Core\Stock\Licence;
use WetCradle\Core\Stock\Origin;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Tests\Told;

final class FitnessTest extends TestCase
{
    private static function day(string $day): \DateTimeImmutable
    {
        return new \DateTimeImmutable($day);
    }

    /** @param list<array{0: string, 1: int}> $takes */
    private static function offer(array $takes, string $on = '2027-06-02', int $asked = 0, ?int $yearCap = null, int $perShoot = 1): BlockOffer
    {
        return BlockOffer::of(
            50,
            ShootHabit::of(20, 40, 0.5, 2, 4),
            $perShoot,
            $yearCap,
            array_map(static fn (array $t) => ['on' => self::day($t[0]), 'cuttings' => $t[1]], $takes),
            self::day($on),
            $asked,
        );
    }

    /** By hand: 20 shoots, half of them; 4 taken of 20 leave 16, half is 8; four weeks on they are 24, half is 12. */
    public function testWhatABlockGivesAsItIsCutAndGrowsBack(): void
    {
        self::assertSame([500, 500], [self::offer([])->left(), self::offer([])->canGive]);
        self::assertSame(400, self::offer([['2027-05-31', 200]])->left());
        self::assertSame(400, self::offer([['2027-05-12', 200]])->left());
        self::assertSame(600, self::offer([['2027-05-05', 200]])->left());
        self::assertSame(500, self::offer([['2026-05-05', 500]])->left(), 'A year on it has been pruned and grown anew.');
        self::assertSame(1500, self::offer([], perShoot: 3)->left());
        self::assertSame(0, self::offer([], perShoot: 0)->left());
        self::assertSame(100, self::offer([['2027-03-01', 300]], yearCap: 8)->left(), 'Eight a plant in a year, 300 of 400 given.');
    }

    public function testALaterTakeIsNotRobbed(): void
    {
        // Later 6 of 20 a plant: taking 8 first would leave 12, of which 6 may be taken; taking 9 would leave 11, half of which is 5.
        $offer = self::offer([['2027-06-16', 300]], asked: 450);
        self::assertSame([400, false], [$offer->left(), $offer->isEnough()]);
        self::assertSame('stock.short short=50 gives=(stock.spoken_for left=400 of=500)', Told::of($offer->words()));
        self::assertSame(500, self::offer([['2027-07-14', 300]])->left(), 'By then it has grown back.');
    }

    public function testRobbingIsNeverOffered(): void
    {
        mt_srand(5);
        for ($i = 0; $i < 120; ++$i) {
            $habit = ShootHabit::of(mt_rand(4, 30), 60, mt_rand(2, 9) / 10, 2, mt_rand(0, 6));
            $later = ['on' => self::day('2027-06-21'), 'cuttings' => mt_rand(1, 200)];
            $on = self::day('2027-06-07');
            $left = BlockOffer::of(10, $habit, 1, null, [$later], $on, 0)->left();
            $alone = BlockOffer::of(10, $habit, 1, null, [], $later['on'], $later['cuttings']);
            $after = BlockOffer::of(10, $habit, 1, null, [['on' => $on, 'cuttings' => $left]], $later['on'], $later['cuttings']);
            self::assertGreaterThanOrEqual(min($alone->left(), (int) (10 * ceil($later['cuttings'] / 10))), $after->left());
        }
    }

    public function testAFullTakeRestsTheBlock(): void
    {
        self::assertNull(self::offer([['2027-05-26', 300]])->restsUntil);
        self::assertSame('2027-W25', self::offer([['2027-05-26', 500]])->restsUntil?->written());
        self::assertNull(self::offer([['2027-05-03', 500]])->restsUntil);
    }

    /** @return iterable<string, array{0: array<string, mixed>, 1: list<string>}> */
    public static function blocks(): iterable
    {
        yield 'fit' => [[], []];
        yield 'never inspected' => [['cleanDays' => null], ['inspection_old']];
        yield 'inspected 60 days ago' => [['cleanDays' => 60], []];
        yield 'inspected 61 days ago' => [['cleanDays' => 61], ['inspection_old']];
        yield 'something was found' => [['found' => 'red spider mite, some, on the south side'], ['quarantine']];
        yield 'planted this year' => [['plantedYear' => 2027], ['too_young']];
        yield 'planted last year' => [['plantedYear' => 2026], []];
        yield 'planted a year ago today' => [['plantedYear' => 2026, 'plantedOn' => '2026-06-02'], []];
        yield 'planted a year ago tomorrow' => [['plantedYear' => 2026, 'plantedOn' => '2026-06-03'], ['too_young']];
        yield 'in its fourth year' => [['plantedYear' => 2023, 'replaceAfter' => 4], []];
        yield 'past its fourth year' => [['plantedYear' => 2022, 'replaceAfter' => 4], ['worn_out']];
        yield 'no licence' => [['rights' => 'Protected, and no licence covers 2 Jun 2027.'], ['rights']];
        yield 'from the wild without a permit' => [['origin' => 'wild'], ['permit']];
        yield 'from the wild with one' => [['origin' => 'wild', 'permit' => 'P-1', 'permitUntil' => '2027-06-02'], []];
        yield 'its permit ran out' => [['origin' => 'third_party', 'permit' => 'P-1', 'permitUntil' => '2027-06-01'], ['permit']];
        yield 'bought, no permit' => [['origin' => 'bought'], []];
        yield 'resting' => [['takes' => [['2027-05-26', 500]]], ['resting']];
        yield 'its year is used up' => [['takes' => [['2027-03-01', 400]], 'yearCap' => 8], ['cap_reached']];
        yield 'everything at once' => [
            ['cleanDays' => null, 'found' => 'rust', 'plantedYear' => 2027, 'origin' => 'wild', 'rights' => 'none'],
            ['quarantine', 'inspection_old', 'too_young', 'rights', 'permit'],
        ];
    }

    /**
     * @param array<string, mixed> $is
     * @param list<string>         $codes
     */
    #[DataProvider('blocks')]
    public function testEveryReasonAndWhatClearsIt(array $is, array $codes): void
    {
        $is += [
            'cleanDays' => 12, 'found' => null, 'plantedYear' => 2024, 'replaceAfter' => null, 'origin' => 'own', 'permit' => null,
            'permitUntil' => null, 'rights' => null, 'takes' => [], 'yearCap' => null, 'plantedOn' => null,
        ];
        $against = Fitness::against(new BlockFacts(
            self::day('2027-06-02'),
            $is['cleanDays'],
            60,
            $is['found'],
            $is['plantedYear'],
            1,
            $is['replaceAfter'],
            Origin::from($is['origin']),
            $is['permit'],
            $is['permitUntil'] === null ? null : self::day($is['permitUntil']),
            $is['rights'],
            self::offer($is['takes'], yearCap: $is['yearCap']),
            $is['plantedOn'] === null ? null : self::day($is['plantedOn']),
        ));
        self::assertSame($codes, array_column($against, 'code'));
        foreach ($against as $reason) {
            self::assertStringEndsWith('_clears', $reason['clears']->key);
            self::assertStringStartsWith('stock.', $reason['words']->key);
        }
    }

    public function testALicenceSaysWhatIsLeft(): void
    {
        $licence = Licence::of('L-7', self::day('2027-01-01'), self::day('2027-12-31'), 2000, 0.12, CountedOn::Sticking);
        self::assertSame(
            [true, true, false],
            [$licence->covers(self::day('2027-01-01')), $licence->covers(self::day('2027-12-31')), $licence->covers(self::day('2028-01-01'))],
        );
        self::assertSame(50, $licence->left(1890, 60));
        self::assertSame(226.8, $licence->royaltyFor(1890));
        $licence->mustAllow(50, 1890, 60, 'trays');
        try {
            $licence->mustAllow(51, 1890, 60, 'trays');
            self::fail('Should have been refused.');
        } catch (Refused $refused) {
            self::assertSame(['past_licence', 'trays'], [$refused->reason, $refused->field]);
            self::assertStringContainsString('used=1890 planned=60 left=50', Told::of($refused->says));
        }
        foreach ([['2026-12-31', 5, 0.1, 'to'], ['2027-12-31', 0, 0.1, 'plants'], ['2027-12-31', 5, -1.0, 'royalty']] as [$to, $plants, $royalty, $field]) {
            try {
                Licence::of('L-7', self::day('2027-01-01'), self::day($to), $plants, $royalty, CountedOn::Sale);
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertSame($field, $refused->field);
            }
        }
    }
}
