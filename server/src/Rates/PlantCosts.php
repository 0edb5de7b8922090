<?php

declare(strict_types=1);

namespace WetCradle\Server\Rates;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Plan\PlantCost;
use WetCradle\Server\Bench\TrayKinds;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Crops\SheetBook;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Crops\Ways;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\TrayKind;
use WetCradle\Server\Plan\UsedGoods;

/** What good plants cost here, crop by crop and batch by batch. */
final class PlantCosts
{
    /** Batches told of each crop: the newest of those that were read which were no mishaps. */
    private const SHOWN = 12;
    private const READ = 60;

    /** @var ?array<int, TrayKind> by number */
    private ?array $trays = null;

    public function __construct(
        private readonly Ways $ways,
        private readonly CropHistory $history,
        private readonly Learning $learning,
        private readonly TrayKinds $kinds,
        private readonly House $house,
        private readonly UsedGoods $goods,
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly SheetBook $sheets,
    ) {
    }

    /** @return array<string, mixed> crops by what a good plant of their house way costs, the dearest first */
    public function all(): array
    {
        $past = [];
        foreach ($this->learning->past(newest: self::READ) as $one) {
            $past[$one['way']][] = $one;
        }
        $found = $shown = [];
        foreach ($this->ways->house() as $way) {
            $counted = array_filter($past[(int) $way->id] ?? [], static fn (array $one) => !Learning::isMishap($one) && $one['could'] > 0);
            $shown[(int) $way->id] = array_reverse(array_slice($counted, -self::SHOWN));
        }
        $weeks = $this->warmWeeks(array_column(array_merge(...array_values($shown)), 'id'));
        foreach ($this->ways->house() as $way) {
            $found[] = [
                'crop' => $way->crop->slug, 'name' => $way->crop->name, 'wayName' => $way->name, 'rate' => round($this->history->rateOf($way)->rate, 3),
            ] + self::said($this->of($way)) + [
                'batches' => array_map(fn (array $one) => [
                    'code' => $one['code'], 'stuckOn' => $one['stuckOn'], 'broughtIn' => $one['broughtIn'],
                    'rate' => round($one['rooted'] / $one['could'], 3),
                    'inAll' => round($this->of($way, $one['rooted'] / $one['could'], $weeks[$one['id']] ?? null)->inAll(), 3),
                ], $shown[(int) $way->id]),
            ];
        }
        usort($found, static fn (array $a, array $b) => [$b['inAll'], $a['name']] <=> [$a['inAll'], $b['name']]);

        return ['currency' => $this->house->nursery()->currency, 'crops' => $found];
    }

    /**
     * @param ?float $rate      the share that roots; null for what is learnt
     * @param ?float $warmWeeks that it lay warm; null for what its sheet plans with
     */
    public function of(Way $way, ?float $rate = null, ?float $warmWeeks = null): PlantCost
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
            $warmWeeks,
        );
    }

    /**
     * Weeks that batches lay where warmth is paid for, place by place; without those that rooted on their mothers, which lay on none.
     *
     * @param list<int> $ids of batches; those below nought were brought in, and nobody knows where they lay
     *
     * @return array<int, float>
     */
    private function warmWeeks(array $ids): array
    {
        $zones = array_column($this->em->getRepository(Zone::class)->findAll(), null, 'id');
        $rows = Row::all($this->db, 'SELECT id, zone_id, stuck_on, left_bench_on, sheet_id FROM batch WHERE id IN (?) AND left_bench_on IS NOT NULL', [$ids], [
            ArrayParameterType::INTEGER,
        ]);
        $moves = [];
        foreach (Row::all($this->db, 'SELECT batch_id, zone_id, from_day FROM batch_moves_on WHERE batch_id IN (?) ORDER BY from_day', [$ids], [
            ArrayParameterType::INTEGER,
        ]) as $move) {
            $moves[$move->int('batch_id')][] = ['zone' => $move->int('zone_id'), 'from' => $move->day('from_day')];
        }
        $this->sheets->have(Row::ints($rows, 'sheet_id'));
        $weeks = [];
        foreach ($rows as $row) {
            $sheet = $row->int('sheet_id');
            if ($this->sheets->water($sheet)->isOnMother()) {
                continue;
            }
            $medium = $this->sheets->warmth($sheet)->medium;
            $isPaid = fn (int $zone): bool => $zones[$zone]->core()->isPaidWarm($medium, $this->house->air(), $this->house->defaults());
            $stays = [['zone' => $row->int('zone_id'), 'from' => $row->day('stuck_on')], ...$moves[$row->int('id')] ?? []];
            $weeks[$row->int('id')] = PlantCost::warmWeeks(
                array_map(static fn (array $stay) => ['from' => $stay['from'], 'isPaid' => $isPaid($stay['zone'])], $stays),
                $row->day('left_bench_on'),
            );
        }

        return $weeks;
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
