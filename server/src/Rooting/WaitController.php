<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Batches;
use WetCradle\Server\Plan\BatchViews;

/** How far a batch has rooted and what it may yet give; and whether to wait for it. */
final class WaitController
{
    public function __construct(
        private readonly Batches $batches,
        private readonly EntityManagerInterface $em,
        private readonly Curves $curves,
        private readonly Waiting $waiting,
        private readonly WaitChoice $choice,
        private readonly BatchViews $views,
        private readonly Writing $writing,
    ) {
    }

    #[Route('/api/batches/{code}/curve', methods: ['GET'])]
    public function curve(string $code): Answer
    {
        return new Answer($this->curves->view($this->batch($code)));
    }

    #[Route('/api/batches/{code}/wait', methods: ['GET'])]
    public function wait(string $code, Request $request): Answer
    {
        $asked = static fn (string $name, float $most): ?float => $request->query->has($name) ? Fields::of(
            [$name => filter_var($request->query->getString($name), FILTER_VALIDATE_FLOAT, FILTER_NULL_ON_FAILURE) ?? $request->query->getString($name)],
        )->number($name, 0, $most) : null;

        return new Answer(
            $this->waiting->view($this->batches->line($this->batch($code), $request->query->getInt('line', 1)), $asked('value', 10_000), $asked('loss', 1)),
        );
    }

    /** Does the one that is chosen, and books it. */
    #[Route('/api/batches/{code}/wait', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function choose(string $code, Fields $in): Answer
    {
        $batch = $this->batch($code);
        $this->writing->once(function () use ($batch, $in): void {
            $line = $this->batches->line($batch, $in->countOr('line', 1, 1));
            $what = $in->choice('kind', WaitOrDo::class);
            $zone = $in->has('zone') ? $in->count('zone', 1) : null;
            $in->done();
            $this->choice->make($line, $what, $zone);
        });
        $this->em->refresh($batch);

        return new Answer($this->views->one($batch));
    }

    private function batch(string $code): Batch
    {
        $batch = $this->batches->at($code);

        return $batch->isStuck() ? $batch : throw Refused::because('not_stuck', 'batch', sprintf('%s is not stuck yet.', $batch->code));
    }
}
