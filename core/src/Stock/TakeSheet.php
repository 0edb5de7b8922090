<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\Slanted;
use WetCradle\Core\Crops\Wash;
use WetCradle\Core\Crops\WaySheet;
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
     *     parents: int, short: ?string,
     * }
     */
    public static function spread(int $asked, array $rows, int $cap, int $minParents): array
    {
        $plants = array_sum(array_column($rows, 'count'));
        if ($asked < 1 || $plants < 1) {
            throw Refused::because('out_of_range', $asked < 1 ? 'asked' : 'plants', 'There is nothing to take, or nothing to take it from.');
        }
        if ((int) ceil($asked / $plants) > $cap) {
            throw Refused::because(
                'over_cap',
                'asked',
                sprintf('%d from %d plants is %d from one, and each may give %d now.', $asked, $plants, (int) ceil($asked / $plants), $cap),
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
            'short' => $parents < $minParents ? sprintf('Only %d parents give, and %d are asked for to keep it diverse.', $parents, $minParents) : null,
        ];
    }

    /** Boxes for leafy material, bundles for dormant wood. */
    public static function carry(WaySheet $way, int $asked, HouseDefaults $house): string
    {
        if ($way->material === Material::Hardwood) {
            $each = $house->whole(HouseDefault::CuttingsInABundle);
            $bundles = (int) ceil($asked / $each);

            return sprintf('%d %s of about %d, in damp peat or sawdust', $bundles, $bundles === 1 ? 'bundle' : 'bundles', $each);
        }
        $boxes = (int) ceil($asked / $house->whole(HouseDefault::CuttingsInABox));

        return sprintf(
            '%d %s, %s',
            $boxes,
            $boxes === 1 ? 'box' : 'boxes',
            $way->taking->hold->dry ? 'open and dry, in shade' : 'drained and lidded, lined with wet paper, never standing in water',
        );
    }

    /** @return list<string> */
    public static function tools(WaySheet $way): array
    {
        $tools = match (true) {
            $way->method->isRootedAlready() => ['spade', 'two forks', 'knife'],
            $way->material === Material::Root => ['spade', 'knife'],
            in_array($way->material, [Material::Hardwood, Material::SemiRipe], true) => ['secateurs', 'knife'],
            default => ['razor-sharp knife'],
        };

        return [...$tools, 'sanitiser for the blade, between blocks', 'labels and pencil'];
    }

    /** @return list<string> what must not get mixed up, or touch */
    public static function keepApart(WaySheet $way, bool $protected, bool $diverse): array
    {
        $apart = [];
        if ($way->method->hasEnds()) {
            $apart[] = $way->taking->cut->slanted === Slanted::Neither
                ? 'Top and bottom: upside down never roots.'
                : sprintf(
                    'Top and bottom: the slanted cut is %s, the straight one %s.',
                    $way->taking->cut->slanted->value,
                    $way->taking->cut->slanted === Slanted::Below ? 'above' : 'below',
                );
        }
        if ($way->taking->wash === Wash::Never) {
            $apart[] = 'Never wash or dip it: keep it out of the wet boxes.';
        }
        if ($protected) {
            $apart[] = 'Protected variety: a box of its own, every piece counted.';
        }
        if ($diverse) {
            $apart[] = 'Parents: write on the label which plants it came from.';
        }

        return $apart;
    }
}
