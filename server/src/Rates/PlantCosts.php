<?php

declare(strict_types=1);

namespace WetCradle\Server\Rates;

use WetCradle\Core\Plan\PlantCost;
use WetCradle\Server\Bench\TrayKinds;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Crops\Ways;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\TrayKind;
use WetCradle\Server\Plan\UsedGoods;

/** What good plants cost here, crop by crop and batch by batch. */
final class PlantCosts
{
    /** Batches told of each crop: the newest. */
    private const SHOWN = 12;

    /** @var ?array<int, TrayKind> by number */
    private ?array $trays = null;

    public function __construct(
        private readonly Ways $ways,
        private readonly CropHistory $history,
        private readonly Learning $learning,
        private readonly TrayKinds $kinds,
        private readonly House $house,
        private readonly UsedGoods $goods,
    ) {
    }

    /** @return array<string, mixed> crops by what a good plant of their house way costs, the dearest first */
    public function all(): array
    {
        $past = [];
        foreach ($this->learning->past() as $one) {
            $past[$one['way']][] = $one;
        }
        $found = [];
        foreach ($this->ways->house() as $way) {
            $counted = array_filter($past[(int) $way->id] ?? [], static fn (array $one) => !Learning::isMishap($one) && $one['could'] > 0);
            $found[] = [
                'crop' => $way->crop->slug, 'name' => $way->crop->name, 'wayName' => $way->name, 'rate' => round($this->history->rateOf($way)->rate, 3),
            ] + self::said($this->of($way)) + [
                'batches' => array_map(fn (array $one) => [
                    'code' => $one['code'], 'stuckOn' => $one['stuckOn'], 'broughtIn' => $one['broughtIn'],
                    'rate' => round($one['rooted'] / $one['could'], 3),
                    'inAll' => round($this->of($way, $one['rooted'] / $one['could'])->inAll(), 3),
                ], array_reverse(array_slice($counted, -self::SHOWN))),
            ];
        }
        usort($found, static fn (array $a, array $b) => [$b['inAll'], $a['name']] <=> [$a['inAll'], $b['name']]);

        return ['currency' => $this->house->nursery()->currency, 'crops' => $found];
    }

    /** @param ?float $rate the share that roots; null for what is learnt */
    public function of(Way $way, ?float $rate = null): PlantCost
    {
        $nursery = $this->house->nursery();
        $sheet = $way->core();
        $kind = $this->trays()[$sheet->setting->trayKind];

        return PlantCost::of(
            $sheet,
            $rate ?? $this->history->rateOf($way)->rate,
            $kind->cells,
            $nursery->norms(),
            $nursery->costs(),
            $this->goods->of($way->crop, $sheet, $kind),
            $way->crop->linerPrice,
            $this->house->defaults(),
        );
    }

    /** @return array<int, TrayKind> */
    private function trays(): array
    {
        if ($this->trays === null) {
            $this->trays = [];
            foreach ($this->kinds->all() as $kind) {
                $this->trays[(int) $kind->id] = $kind;
            }
        }

        return $this->trays;
    }

    /**
     * @return array{
     *     inAll: float, material: float, hands: float, goods: float, bench: float, potting: float, pots: float, ground: float, royalty: float,
     *     lost: float, breakEven: ?float, boughtIn: ?float,
     * }
     */
    public static function said(PlantCost $cost): array
    {
        $round = static fn (?float $money): ?float => $money === null ? null : round($money, 3);

        return [
            'inAll' => round($cost->inAll(), 3), 'material' => round($cost->material, 3), 'hands' => round($cost->hands, 3),
            'goods' => round($cost->goods, 3), 'bench' => round($cost->bench, 3), 'potting' => round($cost->potting, 3), 'pots' => round($cost->pots, 3),
            'ground' => round($cost->ground, 3), 'royalty' => round($cost->royalty, 3), 'lost' => round($cost->lost, 3),
            'breakEven' => $round($cost->breakEven), 'boughtIn' => $round($cost->boughtIn),
        ];
    }
}
