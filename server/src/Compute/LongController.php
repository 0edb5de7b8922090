<?php

declare(strict_types=1);

namespace WetCradle\Server\Compute;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;

/** The long computation that is running: how far it is, and stopping it. */
final class LongController
{
    public function __construct(private readonly OneAtATime $long)
    {
    }

    #[Route('/api/long', methods: ['GET'])]
    public function running(): Answer
    {
        return new Answer(['running' => $this->long->running()]);
    }

    #[Route('/api/long/stop', methods: ['POST'], defaults: [SentOnce::ASKS => true])]
    public function stop(Security $security, Writing $writing): Answer
    {
        if ($this->long->running() !== null) {
            if (!$this->long->mayStop($writing->by(), $security->isGranted('ROLE_PROPAGATOR'))) {
                throw new AccessDeniedException();
            }
            $this->long->stop();
        }

        return new Answer(['running' => $this->long->running()]);
    }
}
