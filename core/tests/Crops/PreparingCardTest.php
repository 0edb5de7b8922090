<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Crops;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Crops\Holes;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\PreparingCard;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

/** How a piece is prepared, in the order in which it is done. */
final class PreparingCardTest extends TestCase
{
    /**
     * @param array<string, mixed> $says
     *
     * @return list<string>
     */
    private static function told(Pattern $pattern, array $says = [], ?Holes $holes = null): array
    {
        $sheet = WaySheet::of(array_replace_recursive($pattern->sheet(1), $says));

        return array_map(Told::of(...), PreparingCard::of($sheet, $holes ?? Holes::of(104, 54.0, 28.0)));
    }

    public function testASoftTipIsASideShootWithoutFlowers(): void
    {
        self::assertSame([
            'card.side_shoots', 'card.flowers_off', 'card.length low=7 high=10', 'card.below_a_node below=1 above=2', 'card.leaves_two_to_four',
            'card.slanted_below', 'card.up_tip', 'card.deep depth=2', 'card.apart apart=4 holes=104',
        ], self::told(Pattern::SoftTip));
    }

    public function testWhatItsSheetSaysIsOnTheCard(): void
    {
        $told = self::told(Pattern::SemiRipe, [
            'cut' => ['betweenNodes' => true, 'leaves' => 'halved', 'slanted' => 'above'], 'hole' => ['each' => 4, 'depthCm' => 3],
            'hormone' => ['kind' => 'liquid', 'ppm' => 5000, 'what' => 'IBA'],
        ]);
        self::assertSame([
            'card.side_shoots', 'card.flowers_off', 'card.length low=7 high=12', 'card.between_nodes below=1 above=2', 'card.leaves_halved', 'card.wound',
            'card.slanted_above', 'card.up_tip', 'card.liquid hormone=IBA liquid 5000 ppm', 'card.deep_several depth=3 each=4',
            'card.apart apart=4 holes=104',
        ], $told);
        self::assertContains('card.powder hormone=IBA powder 3000 ppm', self::told(Pattern::SemiRipe));
        self::assertContains('card.leaves_none', self::told(Pattern::Hardwood));
        self::assertContains('card.leaves_all', self::told(Pattern::FleshyDryStart));
        self::assertContains('card.straight', self::told(Pattern::SoftTip, ['cut' => ['slanted' => 'neither']]));
    }

    public function testHolesAreSpreadOverTheirTray(): void
    {
        self::assertContains('card.apart apart=3.5 holes=60', self::told(Pattern::SoftTip, [], Holes::of(60, 30.0, 24.0)));
        self::assertSame(9.5, Holes::of(24, 57.0, 38.0)->apartCm());
        self::assertSame(0.5, Holes::of(100_000, 54.0, 28.0)->apartCm(), 'Closer than that nobody sets out.');
        self::assertContains('card.alone', self::told(Pattern::SoftTip, [], Holes::of(1, 9.0, 9.0)));
        foreach ([[0, 54.0, 28.0, 'cells'], [104, 0.0, 28.0, 'lengthCm'], [104, 54.0, -1.0, 'widthCm']] as [$count, $length, $width, $field]) {
            try {
                Holes::of($count, $length, $width);
                self::fail("{$field} was taken.");
            } catch (Refused $refused) {
                self::assertSame($field, $refused->field);
            }
        }
    }

    public function testALeafSectionHasItsNotchAndARootIsLaidAsItsSheetSays(): void
    {
        self::assertSame(
            ['card.length low=3 high=8', 'card.notch', 'card.up_tip', 'card.deep depth=2', 'card.apart apart=4 holes=104'],
            self::told(Pattern::Leaf, ['method' => Method::LeafSection->value]),
        );
        self::assertNotContains('card.notch', self::told(Pattern::Leaf));
        self::assertContains('card.up_crown_end', self::told(Pattern::Root));
        self::assertContains('card.up_flat', self::told(Pattern::Root, ['cut' => ['up' => 'flat']]));
        self::assertContains('card.up_either', self::told(Pattern::Root, ['cut' => ['up' => 'either']]));
        self::assertNotContains('card.side_shoots', self::told(Pattern::Clump));
    }

    public function testWhatStaysOnItsPlantIsPinnedOrWrapped(): void
    {
        self::assertSame(['card.powder hormone=IBA powder 3000 ppm', 'stage.job.wrap'], self::told(Pattern::AirLayer));
        self::assertSame(['stage.job.pin_tip'], self::told(Pattern::TipLayer));
        self::assertSame(['stage.job.pin_runner'], self::told(Pattern::Runner));
    }
}
