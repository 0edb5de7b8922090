<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Course\CropTimes;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Crops\WayWindows;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\Mishap;

/** One way of a crop as a plan weighs it. */
final class RouteWay
{
    public readonly Goods $goods;

    /**
     * @param Beta  $rate      what the next batch made this way will root of its plants
     * @param int   $cells     plants that one tray can give
     * @param float $positions of a bench that one tray takes
     * @param ?Goods  $goods   what it uses up; nothing where that is not asked
     * @param ?Mishap $mishap  that a batch fails as a whole; null where none ever does
     */
    public function __construct(
        public readonly int $id,
        public readonly string $name,
        public readonly bool $house,
        public readonly WaySheet $sheet,
        public readonly WayWindows $windows,
        public readonly CropTimes $times,
        public readonly Beta $rate,
        public readonly int $cells,
        public readonly float $positions = 1.0,
        public readonly ?Mishap $mishap = null,
        ?Goods $goods = null,
    ) {
        $this->goods = $goods ?? Goods::free();
    }

    /** The chance that a batch fails as a whole. */
    public function fails(): float
    {
        return $this->mishap->chance ?? 0.0;
    }
}
