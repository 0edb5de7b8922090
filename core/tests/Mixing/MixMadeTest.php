<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Mixing;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Mixing\MixJudged;
use WetCradle\Core\Mixing\MixMade;
use WetCradle\Core\Mixing\MixPart;
use WetCradle\Core\Mixing\Recipe;
use WetCradle\Core\Mixing\Volume;
use WetCradle\Core\Refused;

/** Mixes in whole bags and barrows, and held against a crop's sheet. */
final class MixMadeTest extends TestCase
{
    public function testWholeBagsUpAreEnoughAndDownMakeNoMoreThanIsThere(): void
    {
        mt_srand(5);
        for ($i = 0; $i < 200; ++$i) {
            $made = MixMade::of(
                Recipe::written(sprintf('perlite %d : coir %d', mt_rand(1, 5), mt_rand(1, 5))),
                Volume::litres(mt_rand(5, 900)),
                self::known(),
                Volume::litres(80.0),
            );
            $down = $made->fromWholeBags();
            self::assertLessThanOrEqual($made->wanted->ml + 1e-6, $down->ml);
            foreach ($made->parts() as $part) {
                self::assertGreaterThanOrEqual($part['litres'] - 1e-6, (float) $part['bags'] * (float) $part['bagLitres']);
                self::assertLessThan((float) $part['bagLitres'], $part['left'] + 1e-9);
            }
            self::assertEqualsWithDelta($made->wanted->in('l'), array_sum(array_column($made->parts(), 'litres')), 1e-9);
            self::assertLessThanOrEqual(1, $made->barrowsUp() - $made->barrowsDown());
            self::assertGreaterThanOrEqual($made->wanted->ml, $made->barrowsUp() * $made->barrow->ml);
        }
    }

    public function testThePartThatRunsOutFirstBindsAndWhatIsShortIsSaid(): void
    {
        $made = MixMade::of(Recipe::written('perlite 2 : coir 1'), Volume::litres(330), self::known(), Volume::litres(80.0));
        self::assertSame([3, 3], array_column($made->parts(), 'bags'), '220 l of bags of 100, 110 l of bags of 50.');
        self::assertEqualsWithDelta(300.0, $made->fromWholeBags()->in('l'), 1e-9, 'Two bags of perlite make 300 l, two of coir 300.');
        self::assertSame([80.0, 0.0], array_map(static fn (float $l) => round($l, 6), array_column($made->parts(), 'short')), 'Of 140 l perlite.');
        self::assertSame([5, 4], [$made->barrowsUp(), $made->barrowsDown()]);
        self::assertEqualsWithDelta(220 * 0.1 + 110 * 0.5, $made->wetting()->in('l'), 1e-9);
        $loose = MixMade::of(Recipe::written('leaf mould'), Volume::litres(30), self::known(), Volume::litres(80.0));
        self::assertSame([null, 0.0], [$loose->parts()[0]['bags'], $loose->parts()[0]['left']]);
        self::assertEqualsWithDelta(30.0, $loose->fromWholeBags()->in('l'), 1e-9);
    }

    public function testASoftTipUnderMistIsNotStuckIntoCompostOrIntoBog(): void
    {
        $tip = Pattern::SoftTip->sheet(3);
        $kinds = static fn (string $mix) => array_column(
            MixJudged::against(Recipe::written($mix), self::known(), WaySheet::of($tip), HouseDefaults::usual()),
            'kind',
        );
        self::assertSame([], $kinds('perlite 2 : coir 1'));
        self::assertSame(['compost', 'feed', 'wet'], $kinds('compost 1 : coir 2'));
        self::assertSame(['wet'], $kinds('coir 1'));
        self::assertSame(['unknown'], $kinds('moon dust 1 : perlite 1'));
        self::assertSame(['unknown'], $kinds('moon dust'));
    }

    public function testWhoMixesCompostInByTheirSheetIsNotToldOff(): void
    {
        $sheet = Pattern::SoftTip->sheet(3);
        $sheet['mix'] = ['parts' => 'perlite 1 : compost 1', 'kind' => 'with_compost'];
        $sheet['potting']['feed'] = 'in_the_mix';
        self::assertSame([], MixJudged::against(Recipe::written('perlite 1 : compost 1'), self::known(), WaySheet::of($sheet), HouseDefaults::usual()));
        $sheet['rooting'] = ['days' => [60, 90]];
        self::assertSame(
            ['slumps'],
            array_column(MixJudged::against(Recipe::written('perlite 1 : compost 1'), self::known(), WaySheet::of($sheet), HouseDefaults::usual()), 'kind'),
        );
        self::assertSame(
            [],
            MixJudged::against(Recipe::written('perlite 3 : compost 1'), self::known(), WaySheet::of($sheet), HouseDefaults::usual()),
            'A quarter is held up by the rest.',
        );
    }

    public function testTheEstimateIsTheMeanByVolumeAndSaysWhatItLeavesOut(): void
    {
        $held = MixJudged::estimate(Recipe::written('perlite 2 : coir 1 : moon dust 3'), self::known());
        self::assertEqualsWithDelta((2 * 0.45 + 0.15) / 3, $held['air'] ?? 0.0, 1e-12);
        self::assertEqualsWithDelta((2 * 0.3 + 0.7) / 3, $held['water'] ?? 0.0, 1e-12);
        self::assertSame(['moon dust'], $held['unknown'] ?? null);
        self::assertNull(MixJudged::estimate(Recipe::written('moon dust'), self::known()));
    }

    public function testPartsThatCannotBeAreRefused(): void
    {
        $part = static fn (float $air, float $water, float $wetBy, ?Volume $bag) => MixPart::of(
            'x',
            true,
            false,
            false,
            false,
            $air,
            $water,
            $wetBy,
            $bag,
            Volume::litres(0),
        );
        foreach ([
            [1.2, 0.0, 0.0, null, 'air'], [0.6, 0.6, 0.0, null, 'water'], [0.2, 0.2, 9.0, null, 'wetBy'],
            [0.2, 0.2, 0.0, Volume::litres(0), 'bag'],
        ] as [$air, $water, $wetBy, $bag, $field]) {
            try {
                $part($air, $water, $wetBy, $bag);
                self::fail('Nothing was refused.');
            } catch (Refused $refused) {
                self::assertSame($field, $refused->field);
            }
        }
    }

    /** @return array<string, MixPart> */
    private static function known(): array
    {
        return [
            'perlite' => MixPart::of('perlite', false, true, false, false, 0.45, 0.3, 0.1, Volume::litres(100), Volume::litres(140)),
            'coir' => MixPart::of('coir', true, false, false, false, 0.15, 0.7, 0.5, Volume::litres(50), Volume::litres(400)),
            'compost' => MixPart::of('compost', true, false, true, true, 0.1, 0.6, 0.2, Volume::litres(40), Volume::litres(400)),
        ];
    }
}
