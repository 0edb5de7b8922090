<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Mixing\MixVolume;
use WetCradle\Core\Mixing\Recipe;

/** What a season uses up: trays, pots, labels, parts of mixes, dips; each by the month in which it is needed. */
final class ShoppingList
{
    private const ORDER = ['tray', 'pot', 'label', 'mix', 'dip'];

    /**
     * @param list<BatchNeeds> $batches
     *
     * @return list<array{
     *     kind: string, name: string, unit: string, total: float, firstOn: \DateTimeImmutable,
     *     months: array<string, float>,
     * }> months written 2027-05
     */
    public static function of(array $batches, HouseDefaults $house): array
    {
        $items = [];
        $need = static function (string $kind, string $name, string $unit, float $amount, \DateTimeImmutable $on) use (&$items): void {
            if ($amount <= 0.0) {
                return;
            }
            $item = $items[$kind.'|'.$name] ?? ['kind' => $kind, 'name' => $name, 'unit' => $unit, 'total' => 0.0, 'firstOn' => $on, 'months' => []];
            $item['total'] += $amount;
            $item['firstOn'] = min($item['firstOn'], $on);
            $item['months'][$on->format('Y-m')] = ($item['months'][$on->format('Y-m')] ?? 0.0) + $amount;
            $items[$kind.'|'.$name] = $item;
        };
        foreach ($batches as $b) {
            $need('tray', $b->trayKind, 'trays', $b->trays, $b->stickOn);
            $need('label', 'tray label', 'labels', $b->trays, $b->stickOn);
            if ($b->trays > 0 && $b->hormone !== null) {
                $need('dip', $b->hormone, 'cuttings', $b->cuttings, $b->stickOn);
            }
            foreach (Recipe::written($b->mix)->split(MixVolume::inHouse($b->trays, $b->cells, $b->cellMl, $house)) as $part) {
                $need('mix', $part['name'], 'litres', $part['litres'], $b->stickOn);
            }
            if ($b->inItsPot) {
                $need('pot', $b->pot, 'pots', $b->trays * $b->cells, $b->stickOn);
                continue;
            }
            $need('pot', $b->pot, 'pots', $b->pots, $b->potOn);
            foreach (Recipe::written($b->pottingMix)->split(MixVolume::inHouse($b->pots, 1, $b->potMl, $house)) as $part) {
                $need('mix', $part['name'], 'litres', $part['litres'], $b->potOn);
            }
        }
        foreach ($items as &$item) {
            ksort($item['months']);
        }
        unset($item);
        usort(
            $items,
            static fn (array $a, array $b) => [
                array_search($a['kind'], self::ORDER, true), $a['name'],
            ] <=> [array_search($b['kind'], self::ORDER, true), $b['name']],
        );

        return $items;
    }
}
