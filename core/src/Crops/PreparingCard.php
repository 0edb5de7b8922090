<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Fact;

/** How a piece is prepared before it is stuck, step by step, as it hangs beside the bench: by its way's sheet. */
final class PreparingCard
{
    /** @return list<Fact> in the order in which it is done */
    public static function of(WaySheet $sheet, Holes $holes): array
    {
        if ($sheet->isOnMother()) {
            return [...self::hormone($sheet), SheetCourse::howStuck($sheet)];
        }

        return [
            ...self::piece($sheet),
            ...self::leaves($sheet),
            ...self::wound($sheet),
            ...self::ends($sheet),
            ...self::hormone($sheet),
            ...self::stuck($sheet, $holes),
        ];
    }

    /** @return list<Fact> */
    private static function piece(WaySheet $sheet): array
    {
        $cut = $sheet->taking->cut;
        $length = Fact::of('card.length', low: $cut->lengthCm->low, high: $cut->lengthCm->high);
        if (!$sheet->method->isOfStem()) {
            return [$length];
        }

        return [
            Fact::of('card.side_shoots'),
            Fact::of('card.flowers_off'),
            $length,
            $cut->betweenNodes
                ? Fact::of('card.between_nodes', below: $cut->nodesBelow, above: $cut->nodesAbove)
                : Fact::of('card.below_a_node', below: $cut->nodesBelow, above: $cut->nodesAbove),
        ];
    }

    /** @return list<Fact> a root has none to begin with, and a leaf is one */
    private static function leaves(WaySheet $sheet): array
    {
        if (in_array($sheet->material, [Material::Root, Material::Leaf], true)) {
            return [];
        }

        return [match ($sheet->taking->cut->leaves) {
            Leaves::All => Fact::of('card.leaves_all'),
            Leaves::TwoToFour => Fact::of('card.leaves_two_to_four'),
            Leaves::Halved => Fact::of('card.leaves_halved'),
            Leaves::None => Fact::of('card.leaves_none'),
        }];
    }

    /** @return list<Fact> */
    private static function wound(WaySheet $sheet): array
    {
        return $sheet->taking->cut->wound ? [Fact::of('card.wound')] : [];
    }

    /** @return list<Fact> */
    private static function ends(WaySheet $sheet): array
    {
        $cut = $sheet->taking->cut;

        return [
            ...$sheet->method === Method::LeafSection ? [Fact::of('card.notch')] : ($sheet->method->hasEnds() ? [match ($cut->slanted) {
                Slanted::Below => Fact::of('card.slanted_below'),
                Slanted::Above => Fact::of('card.slanted_above'),
                Slanted::Neither => Fact::of('card.straight'),
            }] : []),
            match ($cut->up) {
                Up::Tip => Fact::of('card.up_tip'),
                Up::CrownEnd => Fact::of('card.up_crown_end'),
                Up::Flat => Fact::of('card.up_flat'),
                Up::Either => Fact::of('card.up_either'),
            },
        ];
    }

    /** @return list<Fact> */
    private static function hormone(WaySheet $sheet): array
    {
        $hormone = $sheet->taking->hormone;

        return match ($hormone->kind) {
            HormoneKind::None => [],
            HormoneKind::Powder => [Fact::of('card.powder', hormone: (string) $hormone->words())],
            HormoneKind::Liquid => [Fact::of('card.liquid', hormone: (string) $hormone->words())],
        };
    }

    /** @return list<Fact> */
    private static function stuck(WaySheet $sheet, Holes $holes): array
    {
        $each = $sheet->setting->each;

        return [
            $each > 1
                ? Fact::of('card.deep_several', depth: $sheet->setting->depthCm, each: $each)
                : Fact::of('card.deep', depth: $sheet->setting->depthCm),
            $holes->count > 1 ? Fact::of('card.apart', apart: $holes->apartCm(), holes: $holes->count) : Fact::of('card.alone'),
        ];
    }
}
