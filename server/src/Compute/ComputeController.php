<?php

declare(strict_types=1);

namespace WetCradle\Server\Compute;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use WetCradle\Core\Compute\Registry;

/** The core's calculations over HTTP. */
final class ComputeController
{
    public function __construct(private readonly Registry $registry)
    {
    }

    #[Route('/api/compute', methods: ['GET'])]
    public function names(): JsonResponse
    {
        return new JsonResponse(['calculations' => $this->registry->names()]);
    }

    #[Route('/api/compute/{name}', methods: ['POST'])]
    public function compute(string $name, Request $request): JsonResponse
    {
        return new JsonResponse($this->registry->compute($name, $request->getContent()));
    }
}
