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
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\Origin;
use WetCradle\Core\Stock\StockYear;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Database\Removals;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\Find;
use WetCradle\Server\Nursery\House;

/** Stock blocks: what they are, what each can give in a week, whether it is fit to. */
final class StockController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly StockViews $views,
        private readonly Writing $writing,
        private readonly Removals $removals,
        private readonly Find $find,
        private readonly Today $today,
        private readonly House $house,
    ) {
    }

    #[Route('/api/stock', methods: ['GET'])]
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
            $code = $this->freeCode($in, null);
            $block = new StockBlock($code, $this->find->by(Crop::class, 'slug', $in->text('crop'), 'crop', 'crop'));
            $this->read($in, $block);
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
                $asked->code = $in->has('code') ? $this->freeCode($in, $asked) : $asked->code;
                $this->read($in, $asked);
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
            $label = $in->text('label', 40);
            $there = $this->em->getRepository(StockPlant::class)->findOneBy(['label' => $label]);
            if ($there !== null) {
                throw $in->refuse('taken', 'label', sprintf('stands in block %s already; a plant is in one block only', $there->block->code));
            }
            if (count($block->named) >= $block->plants) {
                throw $in->refuse('out_of_range', 'label', sprintf('is one too many: %s has %d plants', $block->code, $block->plants));
            }
            $plant = new StockPlant(
                $block,
                $label,
                $in->text('row', 60),
                $in->has('sex') && $in->textOr('sex') !== null ? $in->choice('sex', Sex::class) : null,
                $in->textOr('note', null, 200),
            );
            $in->done();
            $this->em->persist($plant);
            $block->named->add($plant);
            $this->writing->keep('stock_block', $block->code, [], ['plant' => $label]);
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

    private function freeCode(Fields $in, ?StockBlock $of): string
    {
        $code = strtoupper($in->text('code', 12));
        if (preg_match('/^[A-Z0-9][A-Z0-9-]*$/', $code) !== 1) {
            throw $in->refuse('wrong_type', 'code', 'is made of letters, digits and dashes');
        }
        $other = $this->em->getRepository(StockBlock::class)->findOneBy(['code' => $code]);
        if ($other !== null && $other->id !== $of?->id) {
            throw Refused::because('taken', 'code', sprintf('There is a block %s already.', $code));
        }

        return $code;
    }

    private function read(Fields $in, StockBlock $block): void
    {
        $year = (int) $this->today->day()->format('Y');
        $house = $this->house->defaults();
        $block->place = $in->text('place', 120);
        $block->plants = $in->count('plants', 0, 100_000);
        $block->plantedYear = $in->count('plantedYear', 1950, $year);
        $block->plantedOn = $in->has('plantedOn') && $in->textOr('plantedOn') !== null ? $in->day('plantedOn') : null;
        if ($block->plantedOn !== null && ((int) $block->plantedOn->format('Y') !== $block->plantedYear || $block->plantedOn > $this->today->day())) {
            throw $block->plantedOn > $this->today->day()
                ? $in->refuse('not_yet', 'plantedOn', 'has not come yet')
                : $in->refuse('not_that_year', 'plantedOn', sprintf('is not in %d, the year that it says', $block->plantedYear));
        }
        $block->note = $in->textOr('note', null, 1000);
        $block->shoots = $in->count('shoots', 1, 10_000);
        $block->maxShoots = $in->has('maxShoots') ? $in->count('maxShoots', 1, 10_000) : (int) ceil($house->number(HouseDefault::FullGrown) * $block->shoots);
        $block->capShare = $in->has('capShare') ? $in->number('capShare', 0, 1) : $house->number(HouseDefault::TakeShare);
        $block->branching = $in->has('branching') ? $in->number('branching', 0, 20) : $house->number(HouseDefault::Branching);
        $block->recoveryWeeks = $in->count('recoveryWeeks', 0, BlockOffer::WEIGHS_WEEKS);
        $block->yearCap = $in->has('yearCap') ? $in->count('yearCap', 1, 10_000) : null;
        $block->habit();
        $block->shootCm = $in->has('shootCm') ? $in->positive('shootCm', 1000) : null;
        $block->tipCm = $in->has('tipCm') ? $in->number('tipCm', 0, 500) : null;
        $block->internodeCm = $in->has('internodeCm') ? $in->positive('internodeCm', 100) : null;
        if (($block->shootCm === null) !== ($block->internodeCm === null)) {
            throw $in->refuse('missing', $block->shootCm === null ? 'shootCm' : 'internodeCm', 'goes with the other: cuttings a shoot come from both');
        }
        $block->notBefore = $in->countOr('notBefore', 1, 0, 50);
        $block->replaceAfter = $in->has('replaceAfter') ? $in->count('replaceAfter', 1, 100) : null;
        if ($block->replaceAfter !== null && $block->replaceAfter <= $block->notBefore) {
            throw $in->refuse('upside_down', 'replaceAfter', sprintf('must come after the %d years before which nothing is taken', $block->notBefore));
        }
        $block->minParents = $in->countOr('minParents', 1, 1, 10_000);
        $block->origin = $in->has('origin') ? $in->choice('origin', Origin::class) : Origin::Own;
        $block->source = $in->textOr('source', null, 200);
        $block->population = $in->textOr('population', null, 200);
        $block->permit = $in->textOr('permit', null, 100);
        $block->permitUntil = $in->has('permitUntil') && $in->textOr('permitUntil') !== null ? $in->day('permitUntil') : null;
        $block->multiplication = $in->has('multiplication') ? $in->positive('multiplication', 1000) : null;
        $block->survival = $in->has('survival') ? $in->number('survival', 0, 1) : null;
        $block->target = $in->has('target') ? $in->count('target', 1) : null;
        $block->restFrom = $in->has('restFrom') ? $in->count('restFrom', 1, 52) : null;
        $block->restartIn = $in->has('restartIn') ? $in->count('restartIn', 1, 52) : null;
        if (($block->restFrom === null) !== ($block->restartIn === null)) {
            throw $in->refuse('missing', $block->restFrom === null ? 'restFrom' : 'restartIn', 'goes with the other: a rest begins, and it ends');
        }
        $block->firstTakeAfter = $in->has('firstTakeAfter') ? $in->count('firstTakeAfter', 0, 26) : null;
        if ($block->restFrom !== null && $block->restartIn !== null) {
            StockYear::of($block->restFrom, $block->restartIn, $block->firstTakeAfter ?? $house->whole(HouseDefault::FirstTakeAfter));
        }
        $block->feeds = $in->has('feeds') && $in->flag('feeds');
        $block->flowersOff = $in->has('flowersOff') && $in->flag('flowersOff');
        $block->piecesEach = $in->has('piecesEach') ? $in->count('piecesEach', 2, 200) : null;
        $block->piecesBack = $in->countOr('piecesBack', 1, 0, 200);
        $block->clumps();
        $path = ['multiplication' => $block->multiplication, 'survival' => $block->survival, 'target' => $block->target];
        if (array_filter($path, static fn (mixed $v) => $v !== null) !== [] && in_array(null, $path, true)) {
            throw $in->refuse('missing', (string) array_search(null, $path, true), 'is needed with the other two to see the path to the target');
        }
    }
}
