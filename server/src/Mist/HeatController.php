<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Symfony\Component\Routing\Attribute\Route;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\UntilWritten;

/** Heat over the planned season. */
final class HeatController
{
    public function __construct(private readonly Heat $heat)
    {
    }

    #[Route('/api/mist/heat', methods: ['GET'], defaults: [UntilWritten::SAME => true])]
    public function planned(): Answer
    {
        return new Answer($this->heat->planned());
    }
}
