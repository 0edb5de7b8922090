<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Crops\Feed;
use WetCradle\Core\Crops\MixKind;
use WetCradle\Core\Crops\Regime;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/** A mix held against a crop's sheet: what does not suit, by which school, and what it holds of air and water, estimated. */
final class MixJudged
{
    /** Mist that is long: this level or above. */
    private const LONG_MIST = 2;

    /**
     * Air and water of the drained mix, as shares of its room: the parts' usual values by volume. An estimate, and of the air a
     * generous one, since fine parts lie in the gaps of coarse ones.
     *
     * @param array<string, MixPart> $known by name
     *
     * @return ?array{air: float, water: float, unknown: list<string>} null where nothing is known of any part
     */
    public static function estimate(Recipe $recipe, array $known): ?array
    {
        $air = $water = $all = 0.0;
        $unknown = [];
        foreach ($recipe->parts as ['name' => $name, 'parts' => $parts]) {
            $part = $known[$name] ?? null;
            if ($part === null) {
                $unknown[] = $name;
                continue;
            }
            $air += $parts * $part->air;
            $water += $parts * $part->water;
            $all += $parts;
        }

        return $all > 0.0 ? ['air' => $air / $all, 'water' => $water / $all, 'unknown' => $unknown] : null;
    }

    /**
     * @param array<string, MixPart> $known by name
     *
     * @return list<array{kind: string, school: Fact, words: Fact}> what is pointed out
     */
    public static function against(Recipe $recipe, array $known, WaySheet $sheet, HouseDefaults $house): array
    {
        $said = [];
        $having = static fn (string $trait): array => array_values(
            array_filter(array_column($recipe->parts, 'name'), static fn (string $name) => ($known[$name] ?? null)?->{$trait} === true),
        );
        $feeding = $having('feeds');
        $rotting = $having('breaksDown');
        if ($sheet->setting->mixKind === MixKind::Inert && $feeding !== []) {
            $said[] = [
                'kind' => 'compost',
                'school' => Fact::of('mixing.school.mix'),
                'words' => Fact::of('mixing.compost', parts: $feeding),
            ];
        }
        if ($sheet->potting->feed === Feed::AfterRooting && $feeding !== []) {
            $said[] = [
                'kind' => 'feed',
                'school' => Fact::of('mixing.school.feed'),
                'words' => Fact::of('mixing.feeds', parts: $feeding),
            ];
        }
        $held = self::estimate($recipe, $known);
        if (
            $held !== null
            && $held['water'] > $house->number(HouseDefault::WetMix)
            && $sheet->care->water->regime === Regime::Mist
            && $sheet->care->water->mist->high >= self::LONG_MIST
        ) {
            $said[] = [
                'kind' => 'wet',
                'school' => Fact::of('mixing.school.water'),
                'words' => Fact::of('mixing.wet', water: (int) round(100 * $held['water'])),
            ];
        }
        if (
            self::shareOf($rotting, $recipe) > $house->number(HouseDefault::SlumpingShare)
            && $sheet->daysToRoot()->high > $house->number(HouseDefault::SlumpsAfter)
        ) {
            $said[] = [
                'kind' => 'slumps',
                'school' => Fact::of('mixing.school.mix'),
                'words' => Fact::of('mixing.slumps', parts: $rotting, days: (int) $sheet->daysToRoot()->high),
            ];
        }
        if ($held === null || $held['unknown'] !== []) {
            $said[] = [
                'kind' => 'unknown',
                'school' => Fact::of('mixing.school.mix'),
                'words' => $held === null ? Fact::of('mixing.unknown') : Fact::of('mixing.unknown_parts', parts: $held['unknown']),
            ];
        }

        return $said;
    }

    /** @param list<string> $names */
    private static function shareOf(array $names, Recipe $recipe): float
    {
        $of = array_filter($recipe->parts, static fn (array $part) => in_array($part['name'], $names, true));

        return array_sum(array_column($of, 'parts')) / array_sum(array_column($recipe->parts, 'parts'));
    }
}
