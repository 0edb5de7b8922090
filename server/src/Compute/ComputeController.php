<?php

declare(strict_types=1);

namespace WetCradle\Server\Compute;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Going;
use WetCradle\Core\Compute\Registry;
use WetCradle\Core\Refused;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;

/** The core's calculations over HTTP, for those who work with them: so much of an input, for so long, and one search at a time. */
final class ComputeController
{
    /** Bytes of an input. */
    private const MOST = 48_000;
    /** Seconds that a search may take; it says what it has found by then. */
    private const SECONDS = 3.0;

    public function __construct(private readonly Registry $registry, private readonly OneAtATime $long)
    {
    }

    #[Route('/api/compute', methods: ['GET'])]
    public function names(): Answer
    {
        return new Answer(['calculations' => $this->registry->names()]);
    }

    #[Route('/api/compute/{name}', methods: ['POST'], defaults: [SentOnce::ASKS => true])]
    #[IsGranted('ROLE_WORKS')]
    public function compute(string $name, Request $request): Answer
    {
        $in = $request->getContent();
        if (strlen($in) > self::MOST) {
            throw Refused::because('too_large', '', sprintf('An input has at most %d bytes; this has %d.', self::MOST, strlen($in)));
        }
        if (!$this->registry->isSearch($name)) {
            return new Answer($this->registry->compute($name, $in));
        }

        return new Answer($this->long->run('a house is filled for trying', fn (Going $going) => $this->registry->compute(
            $name,
            $in,
            new ForAWhile(self::SECONDS, $going),
        )));
    }
}
