<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Records\Cells;
use WetCradle\Core\Records\Kind;
use WetCradle\Core\Stock\Sex;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Stock\PlantForm;
use WetCradle\Server\Stock\StockBlock;
use WetCradle\Server\Stock\StockPlant;

/** Stock plants that matter by themselves: parents, clones, females. */
final class BringPlants implements Bringer
{
    /** @var \WeakMap<Meant, array<string, int>> plants of the table so far, by block */
    private \WeakMap $many;

    public function __construct(private readonly EntityManagerInterface $em, private readonly PlantForm $form, private readonly Writing $writing)
    {
        $this->many = new \WeakMap();
    }

    public function kind(): Kind
    {
        return Kind::Plants;
    }

    public function known(): array
    {
        $blocks = [];
        foreach ($this->em->getRepository(StockBlock::class)->findBy([], ['code' => 'ASC']) as $block) {
            $blocks[$block->code] = $block->code;
        }

        return ['block' => $blocks];
    }

    public function mayBeNew(): array
    {
        return [];
    }

    public function read(Cells $cells, Meant $meant, BroughtIn $from, int $line): array
    {
        $code = $meant->key('block', $cells->words('block'));
        $block = $this->em->getRepository(StockBlock::class)->findOneBy(['code' => $code]) ?? throw new \LogicException('What is meant is there.');
        $so = $this->many[$meant] ?? [];
        $plant = $this->form->read(Fields::of([
            'label' => $cells->words('label'),
            'row' => $cells->words('row'),
            'sex' => $cells->has('sex') ? $cells->oneOf('sex', array_column(Sex::cases(), 'value')) : null,
            'note' => $cells->wordsOrNull('note', 1000),
        ]), $block, $so[$code] ?? 0);
        $so[$code] = ($so[$code] ?? 0) + 1;
        $this->many[$meant] = $so;
        $make = function () use ($plant, $block): StockPlant {
            $block->named->add($plant);
            $this->writing->keep('stock_block', $block->code, [], ['plant' => $plant->label]);

            return $plant;
        };

        return ['claims' => ['label' => $plant->label], 'says' => sprintf('%s in %s', $plant->label, $block->code), 'make' => $make];
    }
}
