<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Fact;
use WetCradle\Core\Stock\BlockFacts;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\Fitness;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\SheetBook;
use WetCradle\Server\Database\Once;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Trace\Recalls;

/** Whether blocks are fit to take from: what the records say of each, put to the core. */
final class Fit
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly Takes $takes,
        private readonly Rights $rights,
        private readonly SheetBook $sheets,
        private readonly House $house,
        private readonly Recalls $recalls,
        private readonly Today $today,
        private readonly Once $once,
    ) {
    }

    /**
     * @param ?BlockOffer                                                             $offer where it was worked out already
     * @param ?array{clean: array<int, string>, found: array<int, string>, recalled: array<int, string>} $looked where inspections were read already
     *
     * @return list<array{code: string, words: Fact, clears: Fact}>
     */
    public function against(
        StockBlock $block,
        ?WaySheet $way,
        \DateTimeImmutable $on,
        ?string $but = null,
        ?BlockOffer $offer = null,
        ?array $looked = null,
    ): array {
        $nursery = $this->house->nursery();
        $looked ??= $this->looked($block);
        $clean = $looked['clean'][(int) $block->id] ?? null;
        // Nobody can have inspected a block in the future: for later weeks today's inspection speaks.
        $until = min($on, $this->today->day());

        return Fitness::against(new BlockFacts(
            $on,
            $clean === null ? null : max(0, (int) (new \DateTimeImmutable($clean))->diff($until)->format('%r%a')),
            $nursery->inspectionDays,
            $looked['found'][(int) $block->id] ?? null,
            $block->plantedYear,
            $block->notBefore,
            $block->replaceAfter,
            $block->origin,
            $block->permit,
            $block->permitUntil,
            $this->rights->against($block->crop, $on),
            $offer ?? $this->takes->offer($block, $way, $on, 0, $but),
            $block->plantedOn,
            $looked['recalled'][(int) $block->id] ?? null,
        ));
    }

    /**
     * What stands against a batch from several blocks: each reason once, whichever of them has it.
     *
     * @param list<array{code: string, words: Fact, clears: Fact}> ...$ofBlocks
     *
     * @return list<array{code: string, words: Fact, clears: Fact}>
     */
    public static function together(array ...$ofBlocks): array
    {
        $reasons = [];
        foreach (array_merge(...$ofBlocks) as $reason) {
            $reasons[$reason['code']] ??= $reason;
        }

        return array_values($reasons);
    }

    /**
     * What stands against the blocks that planned batches rely on.
     *
     * @param list<string> $codes of planned batches
     *
     * @return array<string, list<array{code: string, words: Fact, clears: Fact}>> by batch, only where something does
     */
    public function ofPlanned(array $codes): array
    {
        if ($codes === []) {
            return [];
        }
        $looked = $this->looked();
        $takes = $this->takes->weighing();
        $unfit = [];
        $rows = Row::all(
            $this->db,
            'SELECT code, block_id, coalesce(collect_on, stick_on) AS taken_on, sheet_id, material FROM batch WHERE code IN (:codes)
             UNION ALL SELECT code, also_block_id, coalesce(collect_on, stick_on), sheet_id, material FROM batch
                WHERE code IN (:codes) AND also_block_id IS NOT NULL',
            ['codes' => $codes],
            ['codes' => ArrayParameterType::STRING],
        );
        $blocks = $this->blocks(Row::ints($rows, 'block_id'));
        $onWays = array_filter($rows, static fn (Row $row) => $blocks[$row->int('block_id')]->dependsOnWay(Material::from($row->text('material'))));
        $sheets = $this->sheets->wholes(Row::ints(array_values($onWays), 'sheet_id'));
        foreach ($rows as $i => $row) {
            $block = $blocks[$row->int('block_id')];
            $way = isset($onWays[$i]) ? $sheets[$row->int('sheet_id')] : null;
            $on = $row->day('taken_on');
            $against = $this->against(
                $block,
                $way,
                $on,
                null,
                $this->takes->offer($block, $way, $on, 0, $row->text('code'), $takes[(int) $block->id] ?? []),
                $looked,
            );
            if ($against !== []) {
                $unfit[$row->text('code')] = self::together($unfit[$row->text('code')] ?? [], $against);
            }
        }

        return $unfit;
    }

    /**
     * @param list<int> $ids
     *
     * @return array<int, StockBlock> by id
     */
    private function blocks(array $ids): array
    {
        $blocks = [];
        // Most were read before what relies on them.
        foreach (array_unique($ids) as $id) {
            $block = $this->em->getUnitOfWork()->tryGetById($id, StockBlock::class);
            if ($block instanceof StockBlock && !$this->em->isUninitializedObject($block)) {
                $blocks[$id] = $block;
            }
        }
        $left = array_values(array_diff(array_unique($ids), array_keys($blocks)));
        if ($left === []) {
            return $blocks;
        }
        $query = $this->em->createQuery('SELECT k FROM '.StockBlock::class.' k WHERE k.id IN (:ids)')->setParameter('ids', $left);
        foreach (Row::things(Row::apart($query, StockBlock::class, 'crop'), StockBlock::class) as $block) {
            $blocks[(int) $block->id] = $block;
        }

        return $blocks;
    }

    /**
     * The last day each block was found clean, and what was found and is not cleared.
     *
     * @return array{clean: array<int, string>, found: array<int, string>, recalled: array<int, string>} by block id
     */
    public function looked(?StockBlock $only = null): array
    {
        return $only === null ? $this->once->read('looked', fn (): array => $this->readLooked(null)) : $this->readLooked($only);
    }

    /** @return array{clean: array<int, string>, found: array<int, string>, recalled: array<int, string>} by block id */
    private function readLooked(?StockBlock $only): array
    {
        $which = $only === null ? '' : ' AND block_id = '.(int) $only->id;
        $said = ['clean' => [], 'found' => [], 'recalled' => $this->recalls->blocks()];
        foreach (Row::pairs($this->db, 'SELECT block_id, max(coalesce(cleared_on, on_day)) FROM inspection
            WHERE (found IS NULL OR cleared_on IS NOT NULL)'.$which.' GROUP BY block_id') as $block => $day) {
            $said['clean'][(int) $block] = (string) $day;
        }
        foreach (Row::pairs($this->db, "SELECT block_id, group_concat(found || ', ' || how_bad || coalesce(', ' || spot, ''), '; ')
            FROM inspection WHERE found IS NOT NULL AND cleared_on IS NULL".$which.' GROUP BY block_id') as $block => $trouble) {
            $said['found'][(int) $block] = (string) $trouble;
        }

        return $said;
    }
}
