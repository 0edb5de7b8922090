<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Database\Removals;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\Find;
use WetCradle\Server\Http\UntilWritten;

/** Stock blocks: what they are, what each can give in a week, whether it is fit to. */
final class StockController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly StockViews $views,
        private readonly BlockForm $form,
        private readonly PlantForm $plantForm,
        private readonly Writing $writing,
        private readonly Removals $removals,
        private readonly Find $find,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/stock', methods: ['GET'], defaults: [UntilWritten::SAME => true])]
    public function all(Request $request): Answer
    {
        $week = $this->week($request);

        return new Answer(['week' => $week->written(), 'blocks' => $this->views->all($week)]);
    }

    #[Route('/api/stock/{code}', methods: ['GET'])]
    public function one(string $code, Request $request): Answer
    {
        return new Answer($this->views->one($this->block($code), $this->week($request)));
    }

    #[Route('/api/stock', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function add(Fields $in): Answer
    {
        $block = $this->writing->once(function () use ($in) {
            $code = $this->form->freeCode($in, null);
            $block = new StockBlock($code, $this->find->by(Crop::class, 'slug', $in->text('crop'), 'crop', 'crop'));
            $this->form->read($in, $block);
            $in->done();
            $this->em->persist($block);
            $this->writing->keep('stock_block', $code, [], ['crop' => $block->crop->slug, 'plants' => $block->plants]);

            return $block;
        });

        return new Answer($this->views->one($block, $this->today->week()), 201);
    }

    #[Route('/api/stock/{code}', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function change(string $code, Fields $in): Answer
    {
        $block = $this->block($code);
        $this->writing->once(function () use ($block, $in): void {
            $this->em->refresh($block);
            $before = $block->editable();
            $this->writing->mustBeVersion($in->count('version'), $block->version, $before);
            $this->writing->change($block, function (StockBlock $asked) use ($in): void {
                $asked->code = $in->has('code') ? $this->form->freeCode($in, $asked) : $asked->code;
                $this->form->read($in, $asked);
                $in->done();
                if ($asked->plants < count($asked->named)) {
                    throw $in->refuse('out_of_range', 'plants', sprintf('cannot be %d: %d are entered one by one', $asked->plants, count($asked->named)));
                }
            });
            $this->writing->keep('stock_block', $block->code, $before, $block->editable());
        });

        return new Answer($this->views->one($block, $this->today->week()));
    }

    #[Route('/api/stock/{code}', methods: ['DELETE'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function remove(string $code): Answer
    {
        $block = $this->block($code);
        $taken = $this->writing->once(function () use ($block): int {
            return $this->removals->take(
                'stock_block',
                $block->code,
                'stock_block',
                (int) $block->id,
                ['inspection' => 'block_id = ?', 'stock_plant' => 'block_id = ?', 'stock_care' => 'block_id = ?'],
            );
        });

        return new Answer(['gone' => true, 'taken' => $taken]);
    }

    #[Route('/api/stock/{code}/plants', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function addPlant(string $code, Fields $in): Answer
    {
        $block = $this->block($code);
        $this->writing->once(function () use ($block, $in): void {
            $plant = $this->plantForm->read($in, $block);
            $in->done();
            $this->em->persist($plant);
            $block->named->add($plant);
            $this->writing->keep('stock_block', $block->code, [], ['plant' => $plant->label]);
        });

        return new Answer($this->views->one($block, $this->today->week()), 201);
    }

    #[Route('/api/stock/{code}/plants/{id<\d+>}', methods: ['DELETE'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function removePlant(string $code, int $id): Answer
    {
        $block = $this->block($code);
        $this->writing->once(function () use ($block, $id): void {
            $plant = $this->em->getRepository(StockPlant::class)->findOneBy(['block' => $block, 'id' => $id]) ?? throw new NotFoundHttpException();
            $block->named->removeElement($plant);
            $this->em->remove($plant);
            $this->writing->keep('stock_block', $block->code, ['plant' => $plant->label], ['plant' => null]);
        });

        return new Answer($this->views->one($block, $this->today->week()));
    }

    private function week(Request $request): Week
    {
        return $request->query->has('week') ? Week::of($request->query->getString('week')) : $this->today->week();
    }

    private function block(string $code): StockBlock
    {
        return $this->em->getRepository(StockBlock::class)->findOneBy(['code' => strtoupper($code)]) ?? throw new NotFoundHttpException();
    }
}
