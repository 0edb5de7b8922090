<?php

declare(strict_types=1);

namespace WetCradle\Server\Potting;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Server\Compute\OneAtATime;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\UntilWritten;

/** What waits for pots, and the week board. */
final class PottingController
{
    public function __construct(private readonly Board $board, private readonly Writing $writing)
    {
    }

    #[Route('/api/potting', methods: ['GET'], defaults: [UntilWritten::SAME => true])]
    public function queue(): Answer
    {
        return new Answer($this->board->view());
    }

    /** What it would mean to pot a batch in a week. */
    #[Route('/api/potting/ask', methods: ['GET'])]
    public function ask(Request $request): Answer
    {
        return new Answer($this->board->ask($request->query->getString('code'), Week::of($request->query->getString('week'))));
    }

    /** The weeks filled by what can wait least; saves nothing. */
    #[Route('/api/potting/fill', methods: ['GET'], defaults: [UntilWritten::SAME => true])]
    public function fill(OneAtATime $long): Answer
    {
        return new Answer($long->run('potting is laid into weeks', $this->board->fill(...)));
    }

    #[Route('/api/potting/weeks', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function give(Fields $in): Answer
    {
        return new Answer(['before' => $this->writing->once(function () use ($in): array {
            $moves = array_map(static function (Fields $entry): array {
                $move = [
                    'code' => $entry->text('code', 20),
                    'week' => $entry->has('week') ? $entry->here(static fn () => Week::of($entry->text('week', 8), 'week')) : null,
                    'version' => $entry->count('version', 1),
                    'field' => rtrim($entry->pathOf(''), '.'),
                ];
                $entry->done();

                return $move;
            }, $in->objects('moves', 400));
            $in->done();

            return $this->board->give($moves);
        })]);
    }
}
