<?php

declare(strict_types=1);

namespace WetCradle\Server\Http;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** The built app's one page, for every address that is not the interface contract's. */
final class AppController
{
    public function __construct(#[Autowire('%kernel.project_dir%')] private readonly string $projectDir)
    {
    }

    /** What keeps the app on a device; it must come from the root to serve all of it, and never old. */
    #[Route('/sw.js', methods: ['GET'])]
    public function worker(): Response
    {
        $worker = $this->projectDir.'/public/app/worker.js';

        return is_file($worker)
            ? new Response((string) file_get_contents($worker), 200, ['Content-Type' => 'text/javascript; charset=utf-8', 'Cache-Control' => 'no-cache'])
            : throw new NotFoundHttpException();
    }

    #[Route('/{path}', requirements: ['path' => '(?!api/|app/).*'], methods: ['GET'], priority: -100)]
    public function page(): Response
    {
        $page = $this->projectDir.'/public/app/index.html';
        if (!is_file($page)) {
            return new Response('The app is not built yet: run bin/start.', 503, ['Content-Type' => 'text/plain']);
        }

        return new Response((string) file_get_contents($page), 200, ['Content-Type' => 'text/html; charset=utf-8', 'Cache-Control' => 'no-cache']);
    }
}
