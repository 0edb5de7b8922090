<?php

declare(strict_types=1);

namespace WetCradle\Server\Database;

use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Refused;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;

/** When the last good copy was made, and making one now. */
#[IsGranted('ROLE_PROPAGATOR')]
final class CopyController
{
    public function __construct(private readonly Copies $copies)
    {
    }

    #[Route('/api/copies', methods: ['GET'])]
    public function all(): Answer
    {
        return new Answer([
            'folder' => $this->copies->folder(), 'old' => $this->copies->isOld(), 'oldHours' => Copies::OLD_HOURS,
            'copies' => array_map(static fn (Copy $copy) => $copy->toArray(), $this->copies->all()),
        ]);
    }

    #[Route('/api/copies', methods: ['POST'], defaults: [SentOnce::ASKS => true])]
    public function make(): Answer
    {
        try {
            $this->copies->make(Copies::KEEP_DAYS);
        } catch (\RuntimeException $failed) {
            throw Refused::because('no_copy', '', 'No copy was made. '.$failed->getMessage());
        }

        return $this->all();
    }
}
