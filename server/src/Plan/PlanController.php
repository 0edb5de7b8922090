<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Compute\Going;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Compute\OneAtATime;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\Conflict;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Http\UntilWritten;
use WetCradle\Server\Nursery\House;

/** The season's plan as a whole: its hours and chances, drafting it, moving batches, evening out, shopping, versions. */
final class PlanController
{
    private const WEEKS = 44;

    public function __construct(
        private readonly Moves $moves,
        private readonly Drafts $drafts,
        private readonly Versions $versions,
        private readonly Writing $writing,
        private readonly Today $today,
        private readonly OneAtATime $long,
    ) {
    }

    #[Route('/api/plan', methods: ['GET'])]
    public function plan(Hours $hours, House $house): Answer
    {
        return new Answer(
            [
                'thisWeek' => $this->today->week()->written(), 'hands' => count($house->crew()->hands),
                'weeks' => $hours->weeks($this->today->week(), self::WEEKS),
            ],
        );
    }

    /** How likely it is that all orders are met, of the season and of each customer. */
    #[Route('/api/plan/chances', methods: ['GET'])]
    public function chances(Chances $chances): Answer
    {
        return new Answer($chances->all());
    }

    /** Batches for all orders without one; or, `anew`, for all that is not stuck yet. Saves nothing. */
    #[Route('/api/plan/draft', methods: ['POST'], defaults: [SentOnce::ASKS => true])]
    #[IsGranted('ROLE_WORKS')]
    public function draft(Fields $in, DraftMark $mark): Answer
    {
        $anew = $in->has('anew') && $in->flag('anew');
        $in->done();

        return new Answer($this->long->run('the season is drafted', function (Going $going) use ($anew, $mark): array {
            // Before anything is read: what changes while it is drafted makes it old.
            $seen = $mark->now();

            return $this->drafts->say($this->drafts->make($anew, $going)) + ['seen' => $seen];
        }));
    }

    /**
     * Plans the drafted batches of these orders; anew, of all orders in place of what was planned. It is drafted again as it was
     * seen, before anything is written, so that nobody's writing waits for it; where what it rests on is no longer as it was
     * seen, nothing is planned.
     */
    #[Route('/api/plan/draft/keep', methods: ['POST'], defaults: [SentOnce::LATER => true])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function keep(Request $request, Fields $in, DraftMark $mark, SentOnce $once): Answer|Response
    {
        $anew = $in->has('anew') && $in->flag('anew');
        $orders = $anew ? [] : array_map(intval(...), $in->numbers('orders', 1, 1e9, 5000));
        $seen = $in->text('seen', 64);
        $in->done();
        $this->mustBeAsSeen($seen, $mark);
        $drafted = $this->long->run('the season is drafted', fn (Going $going): array => $this->drafts->make($anew, $going));
        $before = $once->open($request);
        if ($before !== null) {
            return $before;
        }
        $kept = $this->writing->once(function () use ($anew, $orders, $seen, $drafted, $mark): array {
            $this->mustBeAsSeen($seen, $mark);
            $version = $this->versions->keep($anew ? 'Before planning the season anew' : 'Before a draft was kept', true);

            return ['batches' => $this->drafts->keep($drafted, $anew, $orders), 'version' => $version->id];
        });

        return new Answer($kept, 201);
    }

    private function mustBeAsSeen(string $seen, DraftMark $mark): void
    {
        if ($mark->now() !== $seen) {
            throw new Conflict(null, 'The plan was changed since this was drafted, so nothing of it was planned. Look at the new draft, and plan that.');
        }
    }

    /** What would become of batches moved so; saves nothing. */
    #[Route('/api/plan/moves/try', methods: ['POST'], defaults: [SentOnce::ASKS => true])]
    public function try(Fields $in): Answer
    {
        $moves = MoveReader::tried($in);
        $in->done();

        return new Answer($this->moves->try($moves));
    }

    /** Moves batches; what the plan was is kept, so that it can be undone. */
    #[Route('/api/plan/moves', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function move(Fields $in): Answer
    {
        [$version, $moved] = $this->writing->once(function () use ($in) {
            $moves = MoveReader::seen($in);
            $why = $in->text('why', 100);
            $in->done();
            $version = $this->versions->keep('Before: '.lcfirst($why), true, array_map(static fn (Move $move) => $move->code, $moves));

            return [$version, $this->moves->apply($moves)];
        });

        return new Answer(['version' => $version->id, 'batches' => $moved]);
    }

    /** Moves that would lighten overfull weeks; saves nothing. */
    #[Route('/api/plan/even', methods: ['GET'], defaults: [UntilWritten::SAME => true])]
    #[IsGranted('ROLE_WORKS')]
    public function even(Evening $evening): Answer
    {
        return new Answer($this->long->run('work is evened out', static fn (Going $going) => $evening->propose(self::WEEKS, $going)));
    }

    #[Route('/api/plan/shopping', methods: ['GET'], defaults: [UntilWritten::SAME => true])]
    public function shopping(Shopping $shopping): Answer
    {
        return new Answer(['items' => $shopping->list()]);
    }

    #[Route('/api/plan/shopping.csv', methods: ['GET'])]
    public function shoppingTable(Shopping $shopping): Response
    {
        return new Response(
            $shopping->table(),
            200,
            [
                'Content-Type' => 'text/csv; charset=utf-8',
                'Content-Disposition' => HeaderUtils::makeDisposition('attachment', sprintf('shopping-%s.csv', $this->today->day()->format('Y-m-d'))),
            ],
        );
    }

    #[Route('/api/plan/versions', methods: ['GET'])]
    public function versions(): Answer
    {
        return new Answer(['versions' => $this->versions->all()]);
    }

    #[Route('/api/plan/versions', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function keepVersion(Fields $in): Answer
    {
        $version = $this->writing->once(function () use ($in) {
            $name = $in->text('name', 120);
            $in->done();

            return $this->versions->keep($name, false);
        });

        return new Answer($version->toArray(), 201);
    }

    /** What changed since a version was kept. */
    #[Route('/api/plan/versions/{id<\d+>}', methods: ['GET'])]
    public function compare(int $id): Answer
    {
        return new Answer($this->versions->compare($id));
    }

    /** All of it, or only some batches as they were seen: what others did to the rest meanwhile stays. */
    #[Route('/api/plan/versions/{id<\d+>}/back', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function back(int $id, Fields $in): Answer
    {
        $only = $in->has('batches') ? [] : null;
        foreach ($only === null ? [] : $in->objects('batches', 5000) as $entry) {
            $only[$entry->text('code', 20)] = $entry->count('version', 1);
            $entry->done();
        }
        $in->done();

        return new Answer($this->writing->once(fn () => $this->versions->back($id, $only)));
    }
}
