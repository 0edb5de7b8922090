<?php

declare(strict_types=1);

namespace WetCradle\Server\Rates;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Plan\Batches;
use WetCradle\Server\Plan\BatchViews;

/** Whether a batch was a mishap is a person's to say, whatever the figures make likely. */
final class MishapController
{
    #[Route('/api/batches/{code}/mishap', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function say(string $code, Fields $in, Batches $batches, BatchViews $views, Writing $writing, EntityManagerInterface $em): Answer
    {
        $batch = $batches->at($code);
        $writing->once(function () use ($batch, $in, $writing): void {
            $before = ['mishap' => $batch->mishap?->value];
            $batch->mishap = $in->has('is') ? $in->choice('is', MishapSaid::class) : null;
            $in->done();
            $writing->keep('batch', $batch->code, $before, ['mishap' => $batch->mishap?->value]);
        });
        $em->refresh($batch);

        return new Answer($views->one($batch));
    }
}
