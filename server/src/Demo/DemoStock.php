<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Doctrine\DBAL\Connection;
use WetCradle\Server\Database\Row;

/** The made-up nursery's stock: blocks, single plants, inspections and licences, with each reason once why a block is not fit. */
final class DemoStock
{
    private const COLUMNS = [
        'shoot_cm', 'tip_cm', 'internode_cm', 'replace_after', 'min_parents', 'origin', 'source', 'population', 'permit', 'passport', 'multiplication',
        'survival', 'target', 'rest_from', 'restart_in', 'first_take_after', 'feeds', 'flowers_off', 'pieces_each', 'pieces_back',
    ];

    public function __construct(private readonly Connection $db, private readonly \DateTimeImmutable $today)
    {
    }

    /**
     * @param array<string, DemoCrop> $crops
     *
     * @return list<DemoBlock>
     */
    public function plant(array $crops): array
    {
        $byName = [];
        foreach ($crops as $crop) {
            $byName[$crop->name] = $crop;
        }
        $more = Readable::yaml('blocks.yaml');
        $blocks = [];
        foreach (Readable::csv('stock.csv') as $row) {
            $says = (array) ($more[$row['code']] ?? []);
            $shoots = (int) $row['shoots'];
            $this->db->insert('stock_block', array_intersect_key($says, array_flip(self::COLUMNS)) + [
                'version' => 1, 'code' => $row['code'], 'crop_id' => $byName[$row['crop']]->id, 'place' => $row['place'],
                'plants' => $row['plants'], 'shoots' => $shoots, 'max_shoots' => DemoBlock::most($shoots),
                'recovery_weeks' => $row['recoveryWeeks'], 'planted_year' => $row['plantedYear'], 'note' => $row['note'] === '' ? null : $row['note'],
                'permit_until' => isset($says['permit_until']) ? $this->today->modify((string) $says['permit_until'])->format('Y-m-d') : null,
            ]);
            $blocks[] = new DemoBlock(
                (int) $this->db->lastInsertId(),
                $row['code'],
                $byName[$row['crop']],
                (int) $row['plants'],
                $shoots,
                (int) $row['recoveryWeeks'],
                $says,
            );
        }

        return $blocks;
    }

    /**
     * What happened to the stock while the batches were played.
     *
     * @param list<DemoBlock>         $blocks
     * @param array<string, DemoCrop> $crops
     */
    public function record(array $blocks, array $crops): void
    {
        foreach ($blocks as $i => $block) {
            $this->inspect($block, $i);
            $this->name($block);
            if (($block->more['planted_year'] ?? null) === 'this') {
                $this->db->update('stock_block', ['planted_year' => (int) $this->today->format('Y'), 'note' => $block->more['note']], ['id' => $block->id]);
            }
        }
        $this->tire($blocks);
        $this->licence($crops);
    }

    /** Every block in its turn, the last time up to seven weeks ago. */
    private function inspect(DemoBlock $block, int $turn): void
    {
        $last = (int) ($block->more['inspected'] ?? ($turn * 11) % 50);
        foreach ([$last + 106, $last + 54, $last] as $ago) {
            $this->inspection($block, $ago, null, null, null, null, 1 + $turn % 4);
        }
        if (isset($block->more['found'])) {
            [$what, $howBad, $where, $ago] = $block->more['found'];
            $this->inspection($block, (int) $ago, (string) $what, (string) $howBad, (string) $where, $block->more['found'][4] ?? null, 2);
        }
    }

    private function inspection(DemoBlock $block, int $ago, ?string $trouble, ?string $howBad, ?string $where, ?string $cleared, int $by): void
    {
        $on = $this->today->modify(sprintf('-%d days', $ago));
        $this->db->insert(
            'inspection',
            [
                'block_id' => $block->id, 'on_day' => $on->format('Y-m-d'), 'found' => $trouble, 'how_bad' => $howBad, 'spot' => $where,
                'note' => null, 'by_id' => $by, 'at' => $on->format('Y-m-d 07:40:00'),
                'cleared_on' => $cleared === null ? null : $on->modify('+21 days')->format('Y-m-d'), 'cleared_why' => $cleared,
                'cleared_by_id' => $cleared === null ? null : 1,
            ],
        );
    }

    private function name(DemoBlock $block): void
    {
        foreach ($block->more['plants_named'] ?? [] as [$bed, $count, $sex]) {
            for ($n = 1; $n <= $count; ++$n) {
                $this->db->insert(
                    'stock_plant',
                    [
                        'block_id' => $block->id,
                        'label' => sprintf('%s %s%d', $block->code, $sex === 'female' ? 'F' : 'M', $n),
                        'bed' => $bed,
                        'sex' => $sex,
                        'note' => null,
                    ],
                );
            }
        }
    }

    /**
     * The block cut last is small enough to have given all it may; the one before it has given its share of the year.
     *
     * @param list<DemoBlock> $blocks
     */
    private function tire(array $blocks): void
    {
        $byId = [];
        foreach ($blocks as $block) {
            $byId[$block->id] = $block;
        }
        $takes = Row::all($this->db, 'SELECT b.block_id, max(b.stuck_on) AS day, sum(s.came_in) AS year, (SELECT t.came_in FROM batch c
            JOIN batch_standing t ON t.batch_id = c.id WHERE c.block_id = b.block_id ORDER BY c.stuck_on DESC LIMIT 1) AS last
            FROM batch b JOIN batch_standing s ON s.batch_id = b.id WHERE b.stuck_on > ? GROUP BY b.block_id ORDER BY day DESC',
            [$this->today->modify('-51 weeks')->format('Y-m-d')]);
        $rested = $capped = false;
        foreach ($takes as $take) {
            $block = $byId[$take->int('block_id')];
            if ($block->more !== []) {
                continue;
            }
            $alone = Row::number(
                $this->db,
                'SELECT count(*) FROM batch WHERE block_id = ? AND (stuck_on > ? OR stuck_on IS NULL)',
                [$block->id, $this->today->modify('-54 weeks')->format('Y-m-d')],
            ) === 1;
            if (!$rested && $alone && $take->day('day')->modify(sprintf('+%d weeks', $block->recoveryWeeks - 1)) > $this->today) {
                $shoots = 2 * (int) ceil($take->int('last') / $block->plants);
                $this->db->update('stock_block', ['shoots' => $shoots, 'max_shoots' => DemoBlock::most($shoots)], ['id' => $block->id]);
                $rested = true;
            } elseif (!$capped) {
                $this->db->update('stock_block', ['year_cap' => (int) ceil($take->int('year') / $block->plants)], ['id' => $block->id]);
                $capped = true;
            }
        }
    }

    /** @param array<string, DemoCrop> $crops */
    private function licence(array $crops): void
    {
        foreach (Readable::yaml('licences.yaml') as $says) {
            $crop = $crops[(string) $says['crop']];
            $this->db->update('crop', ['protected_by' => $says['holder']], ['id' => $crop->id]);
            $to = isset($says['ended']) ? $this->today->modify(sprintf('-%d days', (int) $says['ended'])) : $this->today->modify('+18 months');
            $from = $to->modify('-3 years');
            $between = [$crop->id, $from->format('Y-m-d'), $to->format('Y-m-d')];
            $used = $says['counts'] === 'sticking'
                ? Row::number($this->db, 'SELECT coalesce(sum(CASE WHEN b.stuck_on IS NULL THEN b.planned ELSE coalesce(b.taken, s.stuck) END), 0)
                    FROM batch b LEFT JOIN batch_standing s ON s.batch_id = b.id WHERE b.crop_id = ?
                    AND coalesce(b.stuck_on, b.stick_on) BETWEEN ? AND ?', $between)
                : Row::number($this->db, "SELECT coalesce(sum(CASE WHEN b.stuck_on IS NULL THEN b.needed ELSE s.live + json_extract(s.states, '$.sold') END), 0)
                    FROM batch b LEFT JOIN batch_standing s ON s.batch_id = b.id WHERE b.crop_id = ? AND b.ready_on BETWEEN ?
                    AND ?", $between);
            $this->db->insert(
                'licence',
                [
                    'version' => 1, 'crop_id' => $crop->id, 'holder' => $says['holder'], 'number' => $says['number'],
                    'from_day' => $between[1], 'to_day' => $between[2], 'plants' => $used + (int) ($says['room'] ?? 0),
                    'royalty' => $says['royalty'], 'counts' => $says['counts'],
                ],
            );
        }
    }
}
