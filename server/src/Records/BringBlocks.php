<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Records\Cells;
use WetCradle\Core\Records\Kind;
use WetCradle\Server\Crops\Ways;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Stock\BlockForm;
use WetCradle\Server\Stock\StockBlock;

/** Stock blocks: what is not in the table is as usual for the house. */
final class BringBlocks implements Bringer
{
    public function __construct(private readonly Ways $ways, private readonly BlockForm $form, private readonly Writing $writing)
    {
    }

    public function kind(): Kind
    {
        return Kind::Blocks;
    }

    public function known(): array
    {
        $crops = [];
        foreach ($this->ways->crops() as $crop) {
            $crops[$crop->slug] = $crop->name;
        }

        return ['crop' => $crops];
    }

    public function mayBeNew(): array
    {
        return [];
    }

    public function read(Cells $cells, Meant $meant, BroughtIn $from, int $line): array
    {
        $slug = $meant->key('crop', $cells->words('crop'));
        $in = Fields::of([
            'code' => $cells->words('code'),
            'place' => $cells->words('place'),
            'plants' => $cells->count('plants'),
            'plantedYear' => $cells->dayOrYear('plantedYear')['year'],
            'shoots' => $cells->count('shoots'),
            'note' => $cells->wordsOrNull('note', 1000),
        ] + ($cells->has('recoveryWeeks') ? ['recoveryWeeks' => $cells->count('recoveryWeeks')] : []));
        $code = $this->form->freeCode($in, null);
        foreach ($this->ways->crops() as $crop) {
            if ($crop->slug === $slug) {
                $block = new StockBlock($code, $crop);
                $this->form->read($in, $block);
                $in->done();

                return ['claims' => ['code' => $code], 'says' => sprintf('%s, %s', $code, $crop->name), 'make' => function () use ($block): StockBlock {
                    $this->writing->keep('stock_block', $block->code, [], ['crop' => $block->crop->slug, 'plants' => $block->plants]);

                    return $block;
                }];
            }
        }
        throw new \LogicException('What is meant is there.');
    }
}
