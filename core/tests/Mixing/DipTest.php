<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Mixing;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Hormone;
use WetCradle\Core\Crops\HormoneKind;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Mixing\AuxinForm;
use WetCradle\Core\Mixing\DipChoice;
use WetCradle\Core\Mixing\DipNeed;
use WetCradle\Core\Mixing\DipStock;
use WetCradle\Core\Mixing\Strength;
use WetCradle\Core\Refused;

/** Which hormone on the shelf makes the dip a sheet asks for, and how much of it. */
final class DipTest extends TestCase
{
    public function testNeverMoreIsMadeThanTheCuttingsTake(): void
    {
        $last = 0.0;
        foreach ([1, 50, 400, 3000] as $cuttings) {
            $now = DipNeed::liquid($cuttings, 1.5, HouseDefaults::usual())->ml;
            self::assertGreaterThan($last, $now);
            $last = $now;
        }
        self::assertEqualsWithDelta(M_PI * 2.5 ** 2 * 1.5 + 400 * 1.5 * 0.02, DipNeed::liquid(400, 1.5, HouseDefaults::usual())->ml, 1e-9);
        self::assertLessThan(
            DipNeed::liquid(400, 1.5, HouseDefaults::usual())->ml,
            DipNeed::liquid(400, 1.5, HouseDefaults::usual()->with(HouseDefault::CupWidth, 3.0))->ml,
            'A narrow cup wants less.',
        );
        self::assertSame(5.0 + 400 * 2 * 0.008, DipNeed::powder(400, 2.0, HouseDefaults::usual())->grams);
        foreach ([[0, 1.0, 'cuttings'], [10, 0.0, 'depthCm'], [10, 50.0, 'depthCm']] as [$cuttings, $depth, $field]) {
            try {
                DipNeed::liquid($cuttings, $depth, HouseDefaults::usual());
                self::fail('Nothing was refused.');
            } catch (Refused $refused) {
                self::assertSame($field, $refused->field);
            }
        }
    }

    public function testTheWeakestStockThatIsStrongEnoughIsDiluted(): void
    {
        $made = $this->choice('liquid', 2500, [$this->stock('A', 'liquid', 20_000), $this->stock('B', 'liquid', 10_000), $this->stock('C', 'liquid', 2000)]);
        self::assertSame(1, $made->stock);
        self::assertSame('B with water, 3 to 1.', $made->words);
        self::assertEqualsWithDelta(2500, $made->poured?->strength->ppm, 60);
    }

    public function testASaltIsWorthLessThanItsLabelSays(): void
    {
        $salt = $this->stock('Salt', 'liquid', 10_000, 'salt');
        self::assertEqualsWithDelta(8421.6, $salt->worth()->ppm, 0.5);
        $no = $this->choice('liquid', 9000, [$salt]);
        self::assertNull($no->stock);
        self::assertStringContainsString('8,422 ppm (0.8422 %) as acid, weaker than the 9,000 ppm', $no->words);
        self::assertSame(0, $this->choice('liquid', 8000, [$salt])->stock);
    }

    public function testATooWeakStockIsRefusedWithWhatCouldBeUsed(): void
    {
        $no = $this->choice('powder', 8000, [$this->stock('Weak powder', 'powder', 3000), $this->stock('Dip', 'liquid', 10_000)]);
        self::assertNull($no->stock);
        self::assertStringContainsString('Weak powder is 3,000 ppm (0.3 %), weaker', $no->words);
        self::assertStringContainsString('Dip is strong enough, as a liquid.', $no->words);
        self::assertStringContainsString('on the shelf', $this->choice('powder', 8000, [])->words);
    }

    public function testPowderIsUsedAsItIsAndNeverDiluted(): void
    {
        $made = $this->choice('powder', 3000, [$this->stock('Strong', 'powder', 8000), $this->stock('Right', 'powder', 3000)]);
        self::assertSame([1, 'Right as it is.'], [$made->stock, $made->words]);
        self::assertSame(5.0 + 200 * 1.5 * 0.008, $made->powder?->grams);
        self::assertStringContainsString('powder is not diluted', $this->choice('powder', 3000, [$this->stock('Strong', 'powder', 8000)])->words);
    }

    public function testWhatIsTooOldOrSomethingElseIsNotUsed(): void
    {
        $old = new DipStock('Old', 'IBA', HormoneKind::Powder, AuxinForm::Acid, Strength::of(3000), new \DateTimeImmutable('2027-04-30'));
        self::assertStringContainsString('was to be used by 30 Apr 2027', $this->choice('powder', 3000, [$old])->words);
        self::assertSame(1, $this->choice('powder', 3000, [$old, $this->stock('Fresh', 'powder', 3000)])->stock);
        $naa = new DipStock('Other', 'NAA', HormoneKind::Powder, AuxinForm::Acid, Strength::of(3000), null);
        self::assertStringContainsString('Other is NAA; the sheet asks for IBA', $this->choice('powder', 3000, [$naa])->words);
        self::assertStringContainsString(
            'is a liquid; the sheet asks for a powder',
            $this->choice('powder', 30_000, [$this->stock('Dip', 'liquid', 10_000)])->words,
        );
        $unknown = new DipStock('Seaweed', 'seaweed', HormoneKind::Liquid, AuxinForm::Salt, Strength::of(500), null);
        self::assertSame(500.0, $unknown->worth()->ppm, 'Of what is not known, the label counts.');
    }

    /** @param list<DipStock> $stocks */
    private function choice(string $kind, int $ppm, array $stocks): DipChoice
    {
        return DipChoice::of(
            Hormone::read(Fields::of(['kind' => $kind, 'ppm' => $ppm, 'what' => 'IBA'])),
            $stocks,
            200,
            1.5,
            new \DateTimeImmutable('2027-05-12'),
            HouseDefaults::usual(),
        );
    }

    private function stock(string $name, string $kind, int $ppm, string $form = 'acid'): DipStock
    {
        return new DipStock($name, 'IBA', HormoneKind::from($kind), AuxinForm::from($form), Strength::of($ppm), new \DateTimeImmutable('2028-05-12'));
    }
}
