<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\Sex;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Once;
use WetCradle\Server\Database\Row;

/** What was and will be taken from stock blocks, and what that leaves. */
final class Takes
{
    /** Days within which a take can weigh: whole weeks, and what is left of the last. */
    public const DAYS = 7 * BlockOffer::WEIGHS_WEEKS + 6;

    /** Nothing is planned for so many days from now. */
    private const AHEAD = 800;

    public function __construct(
        private readonly Connection $db,
        private readonly Growing $growing,
        private readonly Once $once,
        private readonly Today $today,
    ) {
    }

    /**
     * @param ?WaySheet                                                                        $way   may be left out for a block that is not measured
     * @param ?string                                                                          $but   a batch whose own take is left out
     * @param ?Sex $sex only of its plants of this sex
     * @param ?list<array{on: \DateTimeImmutable, cuttings: int, batch: string, stuck: bool, sex: ?Sex}> $known the block's takes, where they were read already
     */
    public function offer(
        StockBlock $block,
        ?WaySheet $way,
        \DateTimeImmutable $on,
        int $asked,
        ?string $but = null,
        ?array $known = null,
        ?Sex $sex = null,
    ): BlockOffer {
        $takes = array_values(array_filter($known ?? $this->around($on, $block)[(int) $block->id] ?? [], static fn (array $t) => $t['batch'] !== $but));

        $habit = $this->growing->habitOf($block);
        [$plants, $takes] = $sex === null ? [$block->givers(), $takes] : [
            $block->sexes()->many($sex), $block->sexes()->takesOf($sex, $takes, $block->plants),
        ];

        return BlockOffer::of(
            $plants,
            $habit,
            $block->perShoot($way),
            $block->clumps() === null ? $block->yearCap : null,
            $takes,
            $on,
            $asked,
        );
    }

    /**
     * All that weigh on what is still to be taken: those of the year before today, and all that are planned.
     *
     * @return array<int, list<array{on: \DateTimeImmutable, cuttings: int, batch: string, stuck: bool, sex: ?Sex}>> by block id
     */
    public function weighing(): array
    {
        return $this->once->read('takes', fn () => $this->around($this->today->day(), null, self::AHEAD));
    }

    /**
     * Takes within a year of a day, by block id: what came in for stuck batches, what is planned for the others. What was
     * collected was taken on that day, whenever it is stuck; what is to be collected ahead will be.
     *
     * @param int $ahead days after it that are looked at
     *
     * @return array<int, list<array{on: \DateTimeImmutable, cuttings: int, batch: string, stuck: bool, sex: ?Sex}>>
     */
    public function around(\DateTimeImmutable $on, ?StockBlock $only = null, int $ahead = self::DAYS): array
    {
        $takes = [];
        $rows = Row::all($this->db,
            'WITH taken AS (SELECT b.id, b.block_id, b.also_block_id, coalesce(b.also_cuttings, 0) AS also, b.code, b.sex, b.stuck_on IS NOT NULL AS stuck,
                coalesce(date(c.started_at), b.stuck_on, b.collect_on, b.stick_on) AS day,
                CASE WHEN b.stuck_on IS NULL THEN b.planned ELSE coalesce(b.taken, s.came_in, b.planned) END AS cuttings
             FROM batch b LEFT JOIN batch_standing s ON s.batch_id = b.id LEFT JOIN collection c ON c.batch_id = b.id
             WHERE b.id IN (SELECT id FROM batch WHERE stuck_on BETWEEN :from AND :to UNION ALL SELECT id FROM batch WHERE stuck_on IS NULL
                 UNION ALL SELECT batch_id FROM collection WHERE started_at >= :from AND started_at < date(:to, \'+1 day\'))
             AND b.called_off = 0 AND coalesce(date(c.started_at), b.stuck_on, b.collect_on, b.stick_on) BETWEEN :from AND :to'.($only === null ? '' : '
             AND '.(int) $only->id.' IN (b.block_id, b.also_block_id)').')
             SELECT id, block_id, code, sex, stuck, day, cuttings - min(also, cuttings) AS cuttings FROM taken
             UNION ALL SELECT id, also_block_id, code, sex, stuck, day, min(also, cuttings) FROM taken WHERE also > 0
             ORDER BY day, id',
            [
                'from' => $on->modify(sprintf('-%d days', self::DAYS))->format('Y-m-d'), 'to' => $on->modify(sprintf('+%d days', $ahead))->format('Y-m-d'),
            ],
        );
        foreach ($rows as $row) {
            if ($row->int('cuttings') > 0) {
                $takes[$row->int('block_id')][] = [
                    'on' => $row->day('day'), 'cuttings' => $row->int('cuttings'), 'batch' => $row->text('code'),
                    'stuck' => $row->flag('stuck'), 'sex' => $row->has('sex') ? Sex::from($row->text('sex')) : null,
                ];
            }
        }

        return $takes;
    }
}
