<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/** Litres of mix that trays or pots take: their volume, with what settling and spilling add. */
final class MixVolume implements Calculation
{
    public static function name(): string
    {
        return 'mix_volume';
    }

    /**
     * @param Fields $in {recipe: [{name, parts}], trays, cellsPerTray, cellMl, compaction, waste}
     *
     * @return array{totalL: float, components: list<array{name: string, litres: float}>}
     */
    public static function compute(Fields $in): array
    {
        $recipe = Recipe::of(array_map(static function (Fields $part): array {
            $read = ['name' => $part->text('name', 120), 'parts' => $part->number('parts', 0, 1e6)];
            $part->done();

            return $read;
        }, $in->objects('recipe')));
        $litres = self::litres(
            $in->count('trays'),
            $in->count('cellsPerTray'),
            $in->number('cellMl', 0, 1e6),
            $in->number('compaction', 0, 10),
            $in->number('waste', 0, 10),
        );
        $in->done();

        return ['totalL' => $litres, 'components' => $recipe->split($litres)];
    }

    /**
     * @param float $cellMl     what a cell or a pot holds
     * @param float $compaction times as much loose mix as settled
     * @param float $waste      the share lost on top
     */
    public static function litres(int $trays, int $cells, float $cellMl, float $compaction, float $waste): float
    {
        return $trays * $cells * $cellMl / 1000.0 * $compaction * (1.0 + $waste);
    }

    /** The same with what settles and spills here. */
    public static function inHouse(int $trays, int $cells, float $cellMl, HouseDefaults $house): float
    {
        return self::litres($trays, $cells, $cellMl, $house->number(HouseDefault::Compaction), $house->number(HouseDefault::Waste));
    }
}
