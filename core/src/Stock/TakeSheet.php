<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Crops\Slanted;
use WetCradle\Core\Crops\Wash;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Refused;

/** What to take from which plants: every plant gives about the same, none more than its cap, in the order of the walk. */
final class TakeSheet
{
    /**
     * @param list<array{
     *     row: string, plants: list<string>, count: int,
     * }> $rows in the order of the walk; plants by name where each is known, else none and a count
     * @param int $cap        the most one plant may give now
     * @param int $minParents take from at least so many plants, a little from each
     *
     * @return array{
     *     rows: list<array{row: string, plants: int, each: int, more: int, total: int, named: list<array{plant: string, take: int}>}>,
     *     parents: int, short: ?Fact,
     * }
     *
     * @throws Refused for `asked` or `plants`
     */
    public static function spread(int $asked, array $rows, int $cap, int $minParents): array
    {
        $plants = array_sum(array_column($rows, 'count'));
        if ($asked < 1 || $plants < 1) {
            throw Refused::because('out_of_range', $asked < 1 ? 'asked' : 'plants', Fact::of('refused.take_sheet.nothing'));
        }
        if ((int) ceil($asked / $plants) > $cap) {
            throw Refused::because(
                'over_cap',
                'asked',
                Fact::of('refused.take_sheet.over_cap', asked: $asked, plants: $plants, each: (int) ceil($asked / $plants), cap: $cap),
            );
        }
        [$each, $more] = [intdiv($asked, $plants), $asked % $plants];
        $sheet = [];
        foreach ($rows as $row) {
            $extra = min($more, $row['count']);
            $more -= $extra;
            $named = [];
            foreach ($row['plants'] as $i => $plant) {
                $named[] = ['plant' => $plant, 'take' => $each + ($i < $extra ? 1 : 0)];
            }
            $sheet[] = [
                'row' => $row['row'], 'plants' => $row['count'], 'each' => $each, 'more' => $extra,
                'total' => $each * $row['count'] + $extra, 'named' => $named,
            ];
        }
        $parents = min($asked, $plants);

        return [
            'rows' => array_values(array_filter($sheet, static fn (array $row) => $row['total'] > 0)),
            'parents' => $parents,
            'short' => $parents < $minParents ? Fact::of('take.too_few_parents', parents: $parents, least: $minParents) : null,
        ];
    }

    /** Boxes for leafy material, bundles for dormant wood, and for what stays on its plant what holds it there. */
    public static function carry(WaySheet $way, int $asked, HouseDefaults $house): Fact
    {
        if ($way->isOnMother()) {
            return Fact::of($way->method === Method::AirLayer ? 'take.wraps' : 'take.pins', many: $asked);
        }
        if ($way->isBundled()) {
            $each = $house->whole(HouseDefault::CuttingsInABundle);

            return Fact::of('take.bundles', bundles: (int) ceil($asked / $each), each: $each);
        }
        $boxes = (int) ceil($asked / $house->whole(HouseDefault::CuttingsInABox));

        return Fact::of($way->taking->hold->dry ? 'take.dry_boxes' : 'take.damp_boxes', boxes: $boxes);
    }

    /** @return list<Fact> */
    public static function tools(WaySheet $way): array
    {
        $tools = match (true) {
            $way->method === Method::AirLayer => ['razor_sharp_knife', 'moss_and_wrap'],
            $way->isOnMother() => ['pins_and_pots', 'secateurs'],
            $way->method->isRootedAlready() => ['spade', 'two_forks', 'knife'],
            $way->material === Material::Root => ['spade', 'knife'],
            in_array($way->material, [Material::Hardwood, Material::SemiRipe], true) => ['secateurs', 'knife'],
            default => ['razor_sharp_knife'],
        };

        return array_map(static fn (string $tool) => Fact::of("tool.{$tool}"), [...$tools, 'sanitiser', 'labels_and_pencil']);
    }

    /** @return list<Fact> what must not get mixed up, or touch */
    public static function keepApart(WaySheet $way, bool $protected, bool $diverse): array
    {
        $apart = [];
        if ($way->method->hasEnds()) {
            $apart[] = $way->taking->cut->slanted === Slanted::Neither
                ? Fact::of('take.ends')
                : Fact::of($way->taking->cut->slanted === Slanted::Below ? 'take.ends_slanted_below' : 'take.ends_slanted_above');
        }
        if ($way->taking->wash === Wash::Never) {
            $apart[] = Fact::of('take.never_wet');
        }
        if ($protected) {
            $apart[] = Fact::of('take.protected');
        }
        if ($diverse) {
            $apart[] = Fact::of('take.parents');
        }

        return $apart;
    }
}
