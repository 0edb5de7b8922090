<?php

declare(strict_types=1);

namespace WetCradle\Server\Compute;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use WetCradle\Core\Compute\Registry;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;

/** The core's calculations over HTTP. */
final class ComputeController
{
    public function __construct(private readonly Registry $registry)
    {
    }

    #[Route('/api/compute', methods: ['GET'])]
    public function names(): Answer
    {
        return new Answer(['calculations' => $this->registry->names()]);
    }

    #[Route('/api/compute/{name}', methods: ['POST'], defaults: [SentOnce::ASKS => true])]
    public function compute(string $name, Request $request): Answer
    {
        return new Answer($this->registry->compute($name, $request->getContent()));
    }
}
