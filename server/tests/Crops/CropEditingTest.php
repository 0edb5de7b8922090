<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Crops;

use PHPUnit\Framework\Attributes\DataProvider;
use WetCradle\Server\Tests\House;

/** Crops and ways under other hands: who may, what stays, what meets. */
final class CropEditingTest extends House
{
    /** @return iterable<string, array{0: string, 1: string, 2: array<string, mixed>}> */
    public static function writes(): iterable
    {
        yield 'a crop' => ['POST', '/api/crops', ['name' => 'X']];
        yield 'a name' => ['PUT', '/api/crops/hebe-copperlight', ['version' => 1, 'name' => 'X']];
        yield 'a crop away' => ['DELETE', '/api/crops/hebe-copperlight', []];
        yield 'a way' => ['POST', '/api/crops/hebe-copperlight/ways', ['name' => 'X']];
        yield 'a sheet' => ['PUT', '/api/ways/1', ['version' => 1]];
        yield 'a way away' => ['DELETE', '/api/ways/1', []];
        yield 'a rule' => ['PUT', '/api/house-rules', ['version' => 1, 'rules' => []]];
        yield 'a block' => ['POST', '/api/stock', ['code' => 'X-1']];
        yield 'a changed block' => ['PUT', '/api/stock/LA-1', ['version' => 1]];
        yield 'a block away' => ['DELETE', '/api/stock/LA-1', []];
        yield 'a plant' => ['POST', '/api/stock/LA-1/plants', ['label' => 'X']];
        yield 'a licence' => ['POST', '/api/licences', ['number' => 'X']];
        yield 'a right' => ['PUT', '/api/crops/hebe-copperlight/rights', ['protectedBy' => 'X']];
    }

    /** @param array<string, mixed> $body */
    #[DataProvider('writes')]
    public function testOnlyThePropagatorWritesSheetsAndStock(string $method, string $path, array $body): void
    {
        $before = $this->rows();
        foreach (['bo', 'office'] as $who) {
            $this->signIn($who);
            self::assertSame(403, $this->send($method, $path, $body)->getStatusCode(), $who);
        }
        self::assertSame($before, $this->rows());
    }

    public function testHandsLogSignsInspectionsAndCollectionsViewersDoNot(): void
    {
        $this->signIn('visitor');
        $code = (string) $this->db()->fetchOne('SELECT code FROM batch WHERE stuck_on IS NULL LIMIT 1');
        foreach ([
            '/api/ways/1/signs' => ['on' => '2027-05-12'], '/api/stock/LA-1/inspections' => ['clean' => true],
            "/api/batches/{$code}/collect" => ['how' => 'shaded'],
        ] as $path => $body) {
            self::assertSame(403, $this->send('POST', $path, $body)->getStatusCode(), $path);
        }
    }

    public function testACropIsRenamedAndKeepsItsAddress(): void
    {
        $this->signIn();
        $crop = $this->ask('GET', '/api/crops/mint-cellar');
        $now = $this->ask('PUT', '/api/crops/mint-cellar', ['version' => $crop['version'], 'name' => "Mint 'Attic'"]);
        self::assertSame(["Mint 'Attic'", 'mint-cellar'], [$now['name'], $now['slug']]);
        self::assertContains("Mint 'Attic'", array_column($this->ask('GET', '/api/find?q=attic')['found'], 'name'));
        self::assertSame(
            "Mint 'Attic'",
            $this->refused(409, 'PUT', '/api/crops/mint-cellar', ['version' => $crop['version'], 'name' => 'Other'])['theirs']['name'] ?? '',
        );
        self::assertSame('taken', $this->refused(422, 'PUT', '/api/crops/mint-cellar', ['version' => $now['version'], 'name' => "Hebe 'Copperlight'"])['code']);
        self::assertSame(
            $now['name'],
            $this->ask('PUT', '/api/crops/mint-cellar', ['version' => $now['version'], 'name' => $now['name']])['name'],
            'Its own name is not taken.',
        );
        $kept = $this->db()->fetchFirstColumn("SELECT fields FROM change_note WHERE what = 'crop' AND which = 'mint-cellar'");
        self::assertStringContainsString("Mint 'Cellar'", (string) $kept[0]);
    }

    public function testTheHouseWaysFiguresAreThoseOfThePlan(): void
    {
        $this->signIn('visitor');
        foreach (['catmint-millrace', 'weigela-plum-harness', 'lavender-grey-ferry'] as $slug) {
            $crop = $this->ask('GET', '/api/crops/'.$slug);
            $house = $crop['sheets'][0];
            self::assertEquals($crop['learnt'], $house['learnt']);
            self::assertEqualsWithDelta($crop['learnt']['rate'], $house['figures']['rate']['mean'], 1e-9);
            self::assertSame($crop['learnt']['low80'], $house['figures']['rate']['low']);
            self::assertSame($crop['window'], $house['window']);
        }
    }

    public function testAWayOfItsOwnWeighsItsOwnBatchesWhole(): void
    {
        $this->signIn('visitor');
        $crop = $this->ask('GET', '/api/crops/fuchsia-lantern-row');
        [$house, $cover] = $crop['sheets'];
        self::assertSame($house['learnt']['batches'], $cover['learnt']['batches']);
        self::assertGreaterThan(
            $house['figures']['rate']['high'] - $house['figures']['rate']['low'],
            $cover['figures']['rate']['high'] - $cover['figures']['rate']['low'],
            'What counts half leaves more doubt.',
        );
    }

    public function testTheRailAndTheSeasonAgreeOnWhatIsOpen(): void
    {
        $this->signIn('visitor');
        $rail = array_column($this->ask('GET', '/api/rail')['weeks'], 'open', 'week');
        foreach (['2027-W12', '2027-W19', '2027-W32', '2027-W48'] as $week) {
            $open = [];
            foreach ($this->ask('GET', '/api/season?week='.$week)['ways'] as $way) {
                if ($way['house'] && in_array($way['window']['state'], ['open', 'closing'], true)) {
                    $open[] = $way['crop'];
                }
            }
            self::assertEqualsCanonicalizing($open, $rail[$week], $week);
            foreach ($this->ask('GET', '/api/stock?week='.$week)['blocks'] as $block) {
                self::assertSame(in_array($block['crop'], $open, true), $block['window']['opensIn'] === 0, $block['code']);
            }
        }
    }
}
