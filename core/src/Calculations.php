<?php

declare(strict_types=1);

namespace WetCradle\Core;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Registry;

/** The core's calculations that can be asked for by name, from outside as well. */
final class Calculations
{
    /** @var list<class-string<Calculation>> */
    private const ALL = [
        Bench\PlaceBatches::class,
        Bench\TrayFit::class,
        Crops\CuttingsPerShoot::class,
        Course\PlanDates::class,
        Mist\BenchHeat::class,
        Mist\FilmEvaporation::class,
        Mist\MistDay::class,
        Mist\MistFailure::class,
        Mist\Vpd::class,
        Mixing\Dilution::class,
        Mixing\DilutionRatio::class,
        Mixing\MixVolume::class,
        Rates\BatchSurprise::class,
        Rates\BreakEven::class,
        Rates\CompareArms::class,
        Rates\CompareTrays::class,
        Rates\CropRate::class,
        Rates\NurserySpread::class,
        Rates\RateChart::class,
        Rates\RateInterval::class,
        Rates\StickCount::class,
        Rates\StickParted::class,
        Rates\TrialSize::class,
        Rates\WaySpeed::class,
        Rooting\BatchForecast::class,
        Rooting\ReadyCheck::class,
        Rooting\RootCurve::class,
        Rooting\ThermalDays::class,
        Rooting\WaitOrClear::class,
        Stock\DivisionPath::class,
        Stock\StockTakes::class,
    ];

    public static function registry(): Registry
    {
        return Registry::of(self::ALL);
    }
}
