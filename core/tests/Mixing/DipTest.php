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
use WetCradle\Core\Tests\Told;

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
        self::assertSame('dip.with_water stock=B parts=3', Told::of($made->words));
        self::assertEqualsWithDelta(2500, $made->poured?->strength->ppm, 60);
    }

    public function testASaltIsWorthLessThanItsLabelSays(): void
    {
        $salt = $this->stock('Salt', 'liquid', 10_000, 'salt');
        self::assertEqualsWithDelta(8421.6, $salt->asAcid()->ppm, 0.5);
        $no = $this->choice('liquid', 9000, [$salt]);
        self::assertNull($no->stock);
        self::assertSame('dip.too_weak_as_acid stock=Salt is=(strength ppm=8422 percent=0.8422) asked=(strength ppm=9000 percent=0.9)', Told::of($no->words));
        self::assertSame(0, $this->choice('liquid', 8000, [$salt])->stock);
    }

    public function testATooWeakStockIsRefusedWithWhatCouldBeUsed(): void
    {
        $no = $this->choice('powder', 8000, [$this->stock('Weak powder', 'powder', 3000), $this->stock('Dip', 'liquid', 10_000)]);
        self::assertNull($no->stock);
        self::assertStringContainsString('dip.too_weak stock=Weak powder is=(strength ppm=3000 percent=0.3)', Told::of($no->words));
        self::assertStringContainsString('dip.strong_enough_liquid stock=Dip', Told::of($no->words));
        self::assertSame('dip.none', Told::of($this->choice('powder', 8000, [])->words));
    }

    public function testPowderIsUsedAsItIsAndNeverDiluted(): void
    {
        $made = $this->choice('powder', 3000, [$this->stock('Strong', 'powder', 8000), $this->stock('Right', 'powder', 3000)]);
        self::assertSame([1, 'dip.as_it_is stock=Right'], Told::of([$made->stock, $made->words]));
        self::assertSame(5.0 + 200 * 1.5 * 0.008, $made->powder?->grams);
        self::assertStringStartsWith('dip.too_strong ', Told::of($this->choice('powder', 3000, [$this->stock('Strong', 'powder', 8000)])->words));
    }

    public function testWhatIsTooOldOrSomethingElseIsNotUsed(): void
    {
        $old = new DipStock('Old', 'IBA', HormoneKind::Powder, AuxinForm::Acid, Strength::of(3000), new \DateTimeImmutable('2027-04-30'));
        self::assertSame('dip.too_old stock=Old by=2027-04-30', Told::of($this->choice('powder', 3000, [$old])->words));
        self::assertSame(1, $this->choice('powder', 3000, [$old, $this->stock('Fresh', 'powder', 3000)])->stock);
        $naa = new DipStock('Other', 'NAA', HormoneKind::Powder, AuxinForm::Acid, Strength::of(3000), null);
        self::assertSame('dip.other_hormone stock=Other is=NAA asked=IBA', Told::of($this->choice('powder', 3000, [$naa])->words));
        self::assertStringContainsString(
            'dip.other_kind stock=Dip is=liquid asked=powder',
            Told::of($this->choice('powder', 30_000, [$this->stock('Dip', 'liquid', 10_000)])->words),
        );
        $unknown = new DipStock('Seaweed', 'seaweed', HormoneKind::Liquid, AuxinForm::Salt, Strength::of(500), null);
        self::assertSame(500.0, $unknown->asAcid()->ppm, 'Of what is not known, the label counts.');
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
