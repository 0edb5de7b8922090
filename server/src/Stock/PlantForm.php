<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\Sex;

/** Reads what is said of one stock plant that matters by itself, wherever it is entered. */
final class PlantForm
{
    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    /**
     * @param int $more plants of the block that are entered together with it
     *
     * @throws Refused
     */
    public function read(Fields $in, StockBlock $block, int $more = 0): StockPlant
    {
        $label = $in->text('label', 40);
        $there = $this->em->getRepository(StockPlant::class)->findOneBy(['label' => $label]);
        if ($there !== null) {
            throw $in->refuse('taken', 'label', sprintf('stands in block %s already; a plant is in one block only', $there->block->code));
        }
        if (count($block->named) + $more >= $block->plants) {
            throw $in->refuse('out_of_range', 'label', sprintf('is one too many: %s has %d plants', $block->code, $block->plants));
        }

        return new StockPlant(
            $block,
            $label,
            $in->text('row', 60),
            $in->has('sex') && $in->textOr('sex') !== null ? $in->choice('sex', Sex::class) : null,
            $in->textOr('note', null, 200),
        );
    }
}
