<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Positions;
use WetCradle\Core\Bench\Potted;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Priority;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Crops\SheetBook;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\TrayKind;
use WetCradle\Server\Wanted\Pot;

/**
 * What is, or will be, in pots: as many as were potted, else as are rooted, else as the order needs. Where some were potted on,
 * the width is the one that takes the room of them all.
 */
final class Pots
{
    private const SELECT = 'SELECT b.id, b.code, b.sheet_id, b.locked, w.priority, b.pots_zone_id, b.pots_spaced, coalesce(b.left_bench_on,
        b.pot_on) AS potted_on, b.ready_on, b.left_bench_on IS NOT NULL AS is_potted,
            coalesce((SELECT lo.pot_id FROM line l JOIN pot_lot lo ON lo.id = l.lot_id WHERE l.batch_id = b.id ORDER BY lo.id DESC LIMIT 1),
            w.pot_id) AS pot_id,
            CASE WHEN b.left_bench_on IS NOT NULL THEN s.potted WHEN s.counted = 1 THEN s.rooted ELSE coalesce(b.needed, b.planned) END AS pots
        FROM batch b LEFT JOIN batch_standing s ON s.batch_id = b.id LEFT JOIN wanted w ON w.id = b.wanted_id
        WHERE b.called_off = 0';

    public function __construct(
        private readonly Connection $db,
        private readonly EntityManagerInterface $em,
        private readonly SheetBook $sheets,
        private readonly Counts $counts,
        private readonly House $house,
    ) {
    }

    /** @return array<string, Potted> by code, whether their place is settled or not */
    public function during(Week $from, Week $to): array
    {
        return $this->read(' AND coalesce(b.left_bench_on, b.pot_on) <= :to AND b.ready_on > :from', $from, $to);
    }

    /** @return list<Potted> whose place is settled */
    public function standing(Week $from, Week $to): array
    {
        return array_values($this->read(' AND b.pots_zone_id IS NOT NULL AND coalesce(b.left_bench_on, b.pot_on) <= :to AND b.ready_on > :from', $from, $to));
    }

    /** One batch's, whenever they are; null where nothing of it came into pots. */
    public function of(string $code): ?Potted
    {
        return $this->ofAll([$code])[$code] ?? null;
    }

    /**
     * The same of many.
     *
     * @param list<string> $codes
     *
     * @return array<string, Potted> by code; without those of which nothing came into pots
     */
    public function ofAll(array $codes): array
    {
        return $this->found(Row::all($this->db, self::SELECT.' AND b.code IN (?)', [$codes], [ArrayParameterType::STRING]));
    }

    /** @return array<string, Potted> */
    private function read(string $where, Week $from, Week $to): array
    {
        return $this->found(
            Row::all($this->db, self::SELECT.$where.' ORDER BY b.id', ['from' => $from->monday()->format('Y-m-d'), 'to' => $to->sunday()->format('Y-m-d')]),
        );
    }

    /**
     * @param list<Row> $rows
     *
     * @return array<string, Potted>
     */
    private function found(array $rows): array
    {
        $this->sheets->have(Row::ints($rows, 'sheet_id'));
        $first = $this->em->getRepository(TrayKind::class)->findOneBy([], ['id' => 'ASC']);
        $sizes = $this->em->getRepository(Pot::class)->findBy([], ['id' => 'ASC']);
        $byId = array_column($sizes, null, 'id');
        $across = $this->across(Row::ints($rows, 'id'));
        [$air, $defaults] = [$this->house->air(), $this->house->defaults()];
        $potted = [];
        foreach ($rows as $row) {
            $sheet = $this->sheets->potting($row->int('sheet_id'));
            $pot = $byId[$row->intOrNull('pot_id') ?? 0] ?? $sheet->potOf($sizes, static fn (Pot $p) => $p->name);
            if ($row->many('pots') > 0 && $pot !== null && $first !== null) {
                $potted[$row->text('code')] = new Potted(
                    $row->text('code'),
                    $row->many('pots'),
                    $pot->name,
                    isset($across[$row->int('id')]) ? Positions::acrossOf($across[$row->int('id')]) : $pot->acrossCm,
                    $row->intOrNull('pots_zone_id'),
                    $row->flag('pots_spaced'),
                    $row->day('potted_on'),
                    $row->day('ready_on'),
                    $sheet->winter,
                    $row->flag('is_potted'),
                    !$row->has('priority') ? null : Priority::from($row->text('priority')),
                    $row->flag('locked'),
                    $first->lengthCm * $first->widthCm,
                    $air,
                    $defaults,
                );
            }
        }

        return $potted;
    }

    /**
     * Pots in which plants of batches stand, with their widths.
     *
     * @param list<int> $batches
     *
     * @return array<int, non-empty-list<array{pots: int, acrossCm: float}>> by batch; without those that have none in pots
     */
    private function across(array $batches): array
    {
        $lines = Row::all($this->db, 'SELECT l.id, l.batch_id, o.across_cm FROM line l JOIN pot_lot lo ON lo.id = l.lot_id JOIN pot o ON o.id = lo.pot_id
            WHERE l.batch_id IN (?)', [$batches], [ArrayParameterType::INTEGER]);
        $there = $this->counts->on(Row::ints($lines, 'id'));
        $groups = [];
        foreach ($lines as $line) {
            $pots = $there[$line->int('id')]['potted'] + $there[$line->int('id')]['grown'];
            if ($pots > 0) {
                $groups[$line->int('batch_id')][] = ['pots' => $pots, 'acrossCm' => $line->float('across_cm')];
            }
        }

        return $groups;
    }
}
