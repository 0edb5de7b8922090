<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\Sex;
use WetCradle\Core\Stock\Source;
use WetCradle\Core\Stock\Yard;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Database\Row;

/** The stock as a plan draws on it: every block with its takes, and whether it is fit. */
final class Yards
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Takes $takes,
        private readonly Fit $fit,
        private readonly Growing $growing,
    ) {
    }

    /**
     * @param ?list<Crop>  $crops whose stock; null for all
     * @param list<string> $but   batches whose takes are left out
     */
    public function all(?array $crops = null, array $but = []): Yard
    {
        $takes = $this->takes->weighing();
        $looked = $this->fit->looked();
        $sources = [];
        $blocks = $this->em->createQueryBuilder()->select('b', 'n')->from(StockBlock::class, 'b')->leftJoin('b.named', 'n')
            ->orderBy('b.code')->addOrderBy('n.bed')->addOrderBy('n.label');
        if ($crops !== null) {
            $blocks->where('b.crop IN (:crops)')->setParameter('crops', $crops);
        }
        foreach (Row::things($blocks->getQuery(), StockBlock::class) as $block) {
            $known = array_values(array_filter($takes[(int) $block->id] ?? [], static fn (array $t) => !in_array($t['batch'], $but, true)));
            $sources[$block->crop->name][] = $this->source($block, $known, $looked);
        }

        return new Yard($sources);
    }

    /**
     * Reads at once what `source` asks of each of these blocks.
     *
     * @param list<StockBlock> $blocks
     *
     * @return array{clean: array<int, string>, found: array<int, string>, recalled: array<int, string>} what was seen of them, for `source`
     */
    public function looked(array $blocks): array
    {
        if ($blocks === []) {
            return ['clean' => [], 'found' => [], 'recalled' => []];
        }
        $this->em->createQuery('SELECT b, n FROM '.StockBlock::class.' b LEFT JOIN b.named n WHERE b IN (:blocks) ORDER BY b.code, n.bed, n.label')
            ->setParameter('blocks', $blocks)->getResult();

        return $this->fit->looked();
    }

    /**
     * One block as a batch draws on it.
     *
     * @param list<array{on: \DateTimeImmutable, cuttings: int, batch: string, stuck: bool, sex: ?Sex}> $takes  of it
     * @param ?array{clean: array<int, string>, found: array<int, string>, recalled: array<int, string>} $looked where inspections
     *                                                                                                           were read already
     */
    public function source(StockBlock $block, array $takes, ?array $looked = null): Source
    {
        return new Source(
            $block->code,
            $block->givers(),
            $this->growing->habitOf($block),
            fn (int $way) => $block->perShoot($this->em->find(Way::class, $way)?->core()),
            $block->clumps() === null ? $block->yearCap : null,
            array_map(static fn (array $t) => ['on' => $t['on'], 'cuttings' => $t['cuttings'], 'stuck' => $t['stuck'], 'sex' => $t['sex']], $takes),
            fn (\DateTimeImmutable $on, BlockOffer $offer) => $this->fit->against($block, null, $on, null, $offer, $looked),
            $block->multiplication,
            $block->survival,
            $block->clumps() !== null,
            $block->comesFrom(),
            $block->sexes(),
        );
    }
}
