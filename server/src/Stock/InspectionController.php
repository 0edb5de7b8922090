<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;

/** Looking at stock: clean, or what was found; and clearing it again. */
#[IsGranted('ROLE_HAND')]
final class InspectionController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly StockViews $views,
        private readonly Writing $writing,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/stock/{code}/inspections', methods: ['POST'])]
    public function log(string $code, Fields $in): Answer
    {
        $block = $this->em->getRepository(StockBlock::class)->findOneBy(['code' => strtoupper($code)]) ?? throw new NotFoundHttpException();
        $this->writing->once(function () use ($block, $in): void {
            $on = $this->today->orPast($in, 'on');
            $clean = $in->flag('clean');
            $inspection = new Inspection(
                $block,
                $on,
                $clean ? null : $in->text('found', 200),
                $clean ? null : $in->choice('howBad', HowBad::class),
                $in->textOr('where', null, 120),
                $in->textOr('note', null, 500),
                $this->writing->by(),
                $this->today->now(),
            );
            if ($clean && ($in->textOr('found') !== null || $in->textOr('howBad') !== null)) {
                throw $in->refuse('out_of_range', 'found', 'must be empty for a block that is clean');
            }
            $in->done();
            $this->em->persist($inspection);
        });

        return new Answer($this->views->one($block, $this->today->week()), 201);
    }

    /** What was found is dealt with: the block is out of quarantine. */
    #[Route('/api/inspections/{id<\d+>}/clear', methods: ['POST'])]
    public function clear(int $id, Fields $in): Answer
    {
        $inspection = $this->em->find(Inspection::class, $id) ?? throw new NotFoundHttpException();
        $this->writing->once(function () use ($inspection, $in): void {
            $this->em->refresh($inspection);
            if ($inspection->found === null || $inspection->clearedOn !== null) {
                throw Refused::because(
                    'nothing_to_clear',
                    'inspection',
                    $inspection->found === null ? 'That inspection found nothing.' : sprintf(
                        'That was cleared on %s by %s.',
                        $inspection->clearedOn?->format('j F'),
                        $inspection->clearedBy->name ?? '',
                    ),
                );
            }
            $why = $in->text('why', 300);
            $on = $this->today->orPast($in, 'on');
            $in->done();
            if ($on < $inspection->on) {
                throw $in->refuse('upside_down', 'on', sprintf('cannot be before it was found, on %s', $inspection->on->format('Y-m-d')));
            }
            [$inspection->clearedWhy, $inspection->clearedOn, $inspection->clearedBy] = [$why, $on, $this->writing->by()];
            $this->writing->keep('inspection', (string) $inspection->id, [], ['cleared' => $inspection->clearedWhy]);
        });

        return new Answer($this->views->one($inspection->block, $this->today->week()));
    }
}
