<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Crops\HormoneKind;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Mixing\MixVolume;
use WetCradle\Core\Stock\CountedOn;
use WetCradle\Core\Stock\Licence;

/** What the things cost that a plant uses up on its way, in the nursery's money: mix, dip, tray, pot, label, ground and royalty. */
final class Goods
{
    private const DAYS_A_WEEK = 7;
    private const CM2_A_M2 = 10_000.0;

    /**
     * @param float $tray    a tray, filled and labelled; with its pots, where it is stuck in them
     * @param float $cutting dipped
     * @param float $pot     a pot with its mix and label, of each plant that is potted
     * @param float $ground  on which it grows until it is ready, of each plant that is potted
     * @param float $stuck   royalty of each that is stuck
     * @param float $sold    royalty of each that is sold
     */
    private function __construct(
        public readonly float $tray,
        public readonly float $cutting,
        public readonly float $pot,
        public readonly float $ground,
        public readonly float $stuck,
        public readonly float $sold,
    ) {
    }

    public static function free(): self
    {
        return new self(0.0, 0.0, 0.0, 0.0, 0.0, 0.0);
    }

    /**
     * @param WaySheet $way      as it stands for what its plants leave in or as
     * @param string   $pot      its name
     * @param int      $cells    holes in a tray
     * @param float    $cellMl   that one holds, millilitres
     * @param float    $potMl    that a pot holds, millilitres; none where it leaves without one
     * @param float    $acrossCm a pot's width; none where it leaves without one
     * @param ?Licence $licence  under which it is raised; null where it needs none
     */
    public static function of(
        WaySheet $way,
        string $pot,
        int $cells,
        float $cellMl,
        float $potMl,
        float $acrossCm,
        ?Licence $licence,
        HouseDefaults $house,
    ): self {
        $price = static fn (HouseDefault $of): float => $house->number($of);
        $mix = $price(HouseDefault::MixPrice);
        $potted = $way->potting->fillsPots($pot);
        $inPots = $way->potting->leaves->isPotted() && !$potted;
        $empty = $price(HouseDefault::PotPrice) * $potMl / 1000.0;
        $weeks = $way->potting->growOnDays / self::DAYS_A_WEEK;

        return new self(
            $price(HouseDefault::TrayPrice) + $price(HouseDefault::LabelPrice) + $mix * MixVolume::inHouse(1, $cells, $way->mixInCell($cellMl), $house)
                + ($inPots ? $cells * $empty : 0.0),
            $way->taking->hormone->kind === HormoneKind::None ? 0.0 : $price(HouseDefault::DipPrice) / 100.0,
            $price(HouseDefault::LabelPrice) + ($potted ? $empty + $mix * MixVolume::inHouse(1, 1, $potMl, $house) : 0.0),
            $price(HouseDefault::GroundPrice) * $weeks * ($price(HouseDefault::PotsApart) * $acrossCm) ** 2 / self::CM2_A_M2,
            $licence?->counts === CountedOn::Sticking ? $licence->royalty : 0.0,
            $licence?->counts === CountedOn::Sale ? $licence->royalty : 0.0,
        );
    }
}
