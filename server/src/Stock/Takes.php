<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Stock\BlockOffer;

/** What was and will be taken from stock blocks, and what that leaves. */
final class Takes
{
    public function __construct(private readonly Connection $db)
    {
    }

    /** @param ?string $but a batch whose own take is left out */
    public function offer(StockBlock $block, \DateTimeImmutable $on, int $asked, ?string $but = null): BlockOffer
    {
        $takes = [];
        foreach ($this->around($on, $block->recoveryWeeks, $but, $block)[(int) $block->id] ?? [] as $take) {
            $takes[] = $take;
        }

        return BlockOffer::of($block->plants, $block->perPlant, $block->recoveryWeeks, $takes, $on, $asked);
    }

    /**
     * Takes within some weeks of a day, by block id: what came in for stuck batches, what is planned for the others.
     *
     * @return array<int, list<array{on: \DateTimeImmutable, cuttings: int, batch: string}>>
     */
    public function around(\DateTimeImmutable $on, int $weeks, ?string $but = null, ?StockBlock $only = null): array
    {
        $found = [];
        $rows = $this->db->iterateAssociative(
            'SELECT b.block_id, b.code, coalesce(b.stuck_on, b.stick_on) AS day, CASE WHEN b.stuck_on IS NULL THEN b.planned ELSE coalesce(s.came_in, b.planned) END AS cuttings
             FROM batch b LEFT JOIN batch_standing s ON s.batch_id = b.id
             WHERE b.called_off = 0 AND coalesce(b.stuck_on, b.stick_on) BETWEEN ? AND ?'.($only === null ? '' : ' AND b.block_id = '.(int) $only->id),
            [$on->modify(sprintf('-%d weeks', $weeks))->format('Y-m-d'), $on->modify(sprintf('+%d weeks', $weeks))->format('Y-m-d')],
        );
        foreach ($rows as $row) {
            if ($row['code'] !== $but && $row['cuttings'] > 0) {
                $found[(int) $row['block_id']][] = ['on' => new \DateTimeImmutable((string) $row['day']), 'cuttings' => (int) $row['cuttings'], 'batch' => (string) $row['code']];
            }
        }

        return $found;
    }
}
