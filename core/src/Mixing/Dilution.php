<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** A stock brought down to a strength with water: what is in it stays the same, stock × strength = final × strength. */
final class Dilution implements Calculation
{
    private function __construct(public readonly Volume $stock, public readonly Volume $water)
    {
    }

    public static function name(): string
    {
        return 'dilution';
    }

    /**
     * @param Fields $in {stockPpm, targetPpm, finalMl}
     *
     * @return array{stockMl: float, waterMl: float, waterPerPart: float}
     */
    public static function compute(Fields $in): array
    {
        $stock = Strength::of($in->positive('stockPpm', 1e6), 'ppm', 'stockPpm');
        $target = Strength::of($in->positive('targetPpm', 1e6), 'ppm', 'targetPpm');
        $final = Volume::of($in->positive('finalMl', 1e9), 'ml', 'finalMl');
        $in->done();
        $made = self::of($stock, $target, $final);

        return ['stockMl' => $made->stock->ml, 'waterMl' => $made->water->ml, 'waterPerPart' => $made->water->ml / $made->stock->ml];
    }

    /** @throws Refused `target_stronger_than_stock`: water never makes anything stronger */
    public static function of(Strength $stock, Strength $target, Volume $final): self
    {
        if ($stock->isWeakerThan($target)) {
            throw Refused::because(
                'target_stronger_than_stock',
                'targetPpm',
                Fact::of('mixing.never_stronger', stock: $stock->words(), target: $target->words()),
            );
        }
        $part = Volume::of(min($final->ml, $final->ml * $target->ppm / $stock->ppm));

        return new self($part, $final->less($part));
    }
}
