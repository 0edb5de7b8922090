<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Stock\CareJob;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;

/** What is done for stock plants: cut down, started again, fed, flowers off. */
final class CareController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly StockViews $views,
        private readonly Caring $caring,
        private readonly Writing $writing,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/stock/{code}/care', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function done(string $code, Fields $in): Answer
    {
        $block = $this->em->getRepository(StockBlock::class)->findOneBy(['code' => strtoupper($code)]) ?? throw new NotFoundHttpException();
        $this->writing->once(function () use ($block, $in): void {
            $job = $in->choice('job', CareJob::class);
            if ($job === CareJob::Replace) {
                throw $in->refuse('not_possible', 'job', 'is done by an order for what takes its place');
            }
            if (in_array($job, [CareJob::CutDown, CareJob::Restart], true) && $block->restFrom === null) {
                throw $in->refuse('not_possible', 'job', sprintf('is for blocks that rest: say first when %s does', $block->code));
            }
            $cared = new Cared($block, $job, $this->today->orPast($in, 'on'), $in->textOr('note', null, 200), $this->writing->by());
            $in->done();
            $this->em->persist($cared);
        });
        $this->caring->forget();

        return new Answer($this->views->one($block, $this->today->week()), 201);
    }
}
