<?php

declare(strict_types=1);

namespace WetCradle\Server\Potting;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Book\FullCount;
use WetCradle\Core\Book\State;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;
use WetCradle\Server\Book\Ledger;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Batches;
use WetCradle\Server\Wanted\Pot;

/** A potting job: what to bring, and whether a count adds up before it is closed. */
final class JobController
{
    public function __construct(
        private readonly Batches $batches,
        private readonly EntityManagerInterface $em,
        private readonly Queue $queue,
        private readonly Pottings $pottings,
        private readonly PotWork $work,
        private readonly Ledger $ledger,
    ) {
    }

    #[Route('/api/batches/{code}/job', methods: ['GET'])]
    public function job(string $code, Request $request): Answer
    {
        $line = $this->batches->line($this->batches->at($code), $request->query->getInt('line', 1));
        $batch = $line->batch;
        $pot = $request->query->has('pot')
            ? $this->em->find(Pot::class, $request->query->getInt('pot')) ?? throw Refused::because('unknown', 'pot', 'There is no such pot.')
            : $this->pottings->potOf($batch);
        $queued = $this->queue->of($line) ?? throw Refused::because(
            'not_possible',
            'line',
            sprintf('Nothing stands in trays on line %d of %s.', $line->number, $batch->code),
        );
        $pots = $request->query->has('pots') ? Fields::of(['pots' => $request->query->getInt('pots')])->count('pots', 0, 1_000_000) : $queued->toPot->plants;
        $lots = $this->pottings->openLots($batch->crop, $pot);

        return new Answer([
            'code' => $batch->code, 'line' => $line->number, 'stuck' => $queued->stuck, 'rooted' => $queued->rooted,
            'why' => $queued->toPot->trigger->words, 'isDue' => $queued->toPot->trigger->isDue,
            'riskWords' => $queued->toPot->run?->words,
            'work' => $this->work->outOfTrays($batch, $pot, $pots),
            'lots' => array_map(
                static fn (PotLot $lot) => [
                    'code' => $lot->code,
                    'pottedOn' => $lot->pottedOn->format('Y-m-d'),
                    'batches' => array_map(static fn (Batch $b) => $b->code, $lot->batches()),
                ],
                $lots,
            ),
        ]);
    }

    /** Whether a count adds up, and what it would leave; saves nothing. */
    #[Route('/api/batches/{code}/count/try', methods: ['POST'], defaults: [SentOnce::ASKS => true])]
    #[IsGranted('ROLE_HAND')]
    public function try(string $code, Fields $in): Answer
    {
        $line = $this->batches->line($this->batches->at($code), $in->countOr('line', 1, 1));
        $standing = $this->ledger->standingOf($line);
        $there = $standing[State::Stuck->value] + $standing[State::Rooted->value];
        $not = static fn (Refused $why) => new Answer(
            ['adds' => false, 'field' => $why->field, 'words' => Fact::said($why->says), 'there' => $there, 'left' => null],
        );
        try {
            $count = FullCount::read($in);
        } catch (Refused $refused) {
            return $not($refused);
        }
        $in->done();
        try {
            $count->mustAddUp($standing[State::Stuck->value], $standing[State::Rooted->value]);
        } catch (Refused $refused) {
            return $not($refused);
        }
        $rooted = $count->rootedLeft($standing[State::Rooted->value]);
        $left = $rooted + $count->unrootedLeft();

        return new Answer(
            [
                'adds' => true,
                'field' => null,
                'there' => $there,
                'left' => $left,
                'words' => sprintf(
                    'All %d are accounted for: %d potted, %d left longer (%d with roots), %d thrown or lost, %d made into something else.',
                    $there,
                    $count->potted,
                    $left,
                    $rooted,
                    $count->lost->total() + $count->thrownRooted + $count->thrownUnrooted,
                    $count->changed(),
                ),
            ],
        );
    }
}
