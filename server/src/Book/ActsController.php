<?php

declare(strict_types=1);

namespace WetCradle\Server\Book;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Book\FullCount;
use WetCradle\Core\Book\Losses;
use WetCradle\Core\Book\State;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Fact;
use WetCradle\Core\Rooting\StageTally;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\Find;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Batches;
use WetCradle\Server\Plan\BatchViews;
use WetCradle\Server\Plan\Sticking;
use WetCradle\Server\Potting\PotLot;
use WetCradle\Server\Potting\PottedAs;
use WetCradle\Server\Potting\Pottings;
use WetCradle\Server\Rooting\Checks;
use WetCradle\Server\Rooting\Quality;
use WetCradle\Server\Trace\Recalls;
use WetCradle\Server\Wanted\Pot;

/** What is done to a batch in the house, each act one request. */
#[IsGranted('ROLE_HAND')]
final class ActsController
{
    public function __construct(
        private readonly Batches $batches,
        private readonly EntityManagerInterface $em,
        private readonly Writing $writing,
        private readonly Acts $acts,
        private readonly Recalls $recalls,
        private readonly Stickings $stickings,
        private readonly RestInBundles $rest,
        private readonly Checks $checks,
        private readonly BatchViews $views,
        private readonly Pottings $pottings,
        private readonly Find $find,
    ) {
    }

    #[Route('/api/batches/{code}/stick', methods: ['POST'])]
    public function stick(string $code, Fields $in): Answer
    {
        return $this->act($code, function (Batch $batch) use ($in): void {
            $day = $in->day('on');
            $stuck = $in->count('stuck', 1, 1_000_000);
            $tooPoor = $in->countOr('tooPoor', 0, 0, 1_000_000);
            $trays = $in->count('trays', 1, 20_000);
            $trayNumbers = $in->textOr('trayNumbers', null, 300);
            $mix = $in->text('mix', 200);
            $hormone = $in->textOr('hormone', null, 200);
            $people = array_map(static fn (string $id) => ctype_digit($id) ? (int) $id : 0, array_map('strval', $in->texts('people')));
            $despite = $in->textOr('despite', null, 300);
            $as = new Sticking($day, $mix, $hormone, $trayNumbers, $despite);
            $as->lifted = $in->has('lifted') ? $in->count('lifted', 1, 100_000) : null;
            $as->toBed = $in->has('toBed') ? $in->count('toBed', 0, 1_000_000) : null;
            $restStays = $in->has('restStays') && $in->flag('restStays');
            $in->done();
            $planned = $batch->amount->planned;
            $this->stickings->stick($batch, $as, $stuck, $tooPoor, $trays, $people);
            if ($restStays) {
                $this->rest->stays($batch, $planned, $stuck + $tooPoor);
            }
        });
    }

    #[Route('/api/batches/{code}/checks', methods: ['POST'])]
    public function check(string $code, Fields $in): Answer
    {
        return $this->act($code, function (Batch $batch) use ($in): void {
            $line = $this->batches->line($batch, $in->countOr('line', 1, 1));
            $day = $in->day('on');
            $tally = StageTally::read($in->object('stages'));
            $trays = $in->countOr('trays', 1, 1, 10_000);
            $note = $in->textOr('note', null, 1000);
            $depth = $in->has('depthMm') ? $in->count('depthMm', 0, 500) : null;
            $quality = $in->has('quality') ? $in->choice('quality', Quality::class) : null;
            $in->done();
            $this->checks->check($line, $day, $tally, $trays, $note, $depth, $quality);
        });
    }

    /** What the plants lifted so far say, so that nobody lifts more than it takes; saves nothing. */
    #[Route('/api/batches/{code}/checks/try', methods: ['POST'], defaults: [SentOnce::ASKS => true])]
    public function judge(string $code, Fields $in): Answer
    {
        $line = $this->batches->line($this->batches->at($code), $in->countOr('line', 1, 1));
        $tally = StageTally::read($in->object('stages'));
        $trays = $in->countOr('trays', 1, 1, 10_000);
        $in->done();

        return new Answer($this->checks->judge($line, $tally, $trays));
    }

    #[Route('/api/batches/{code}/count', methods: ['POST'])]
    public function count(string $code, Fields $in): Answer
    {
        return $this->act($code, function (Batch $batch) use ($in): void {
            $line = $this->batches->line($batch, $in->countOr('line', 1, 1));
            $day = $in->day('on');
            $count = FullCount::read($in);
            $as = $this->pottedAs($batch, $in);
            $to = null;
            if ($count->changed() > 0) {
                $method = $in->choice('method', Method::class);
                $to = ['method' => $method, 'material' => Material::from($in->oneOf('material', array_column($method->materials(), 'value')))];
            } else {
                $in->textOr('method');
                $in->textOr('material');
            }
            $in->done();
            $this->acts->count($line, $day, $count, $as, $to);
        });
    }

    private function pottedAs(Batch $batch, Fields $in): ?PottedAs
    {
        $into = $in->has('intoLot') ? $this->find->by(PotLot::class, 'code', strtoupper($in->text('intoLot', 20)), 'intoLot', 'lot') : null;
        $pot = $in->has('pot') ? $this->find->by(Pot::class, 'id', $in->count('pot', 1), 'pot', 'pot') : null;
        $mix = $in->textOr('mix', null, 200);

        if ($into === null && $pot === null && $mix === null) {
            return null;
        }
        $pot ??= $into->pot ?? $this->pottings->potOf($batch);

        return new PottedAs($pot, ($pot->leaves->isPotted() ? $mix : null) ?? $batch->way($pot)->mixIn($pot->name), $into);
    }

    #[Route('/api/batches/{code}/lose', methods: ['POST'])]
    public function lose(string $code, Fields $in): Answer
    {
        return $this->act($code, function (Batch $batch) use ($in): void {
            $line = $this->batches->line($batch, $in->countOr('line', 1, 1));
            $day = $in->day('on');
            $state = $this->state($in, ['stuck', 'rooted', 'potted', 'grown']);
            $losses = Losses::read($in->object('lost'));
            $in->done();
            $this->acts->lose($line, $day, $state, $losses);
        });
    }

    #[Route('/api/batches/{code}/split', methods: ['POST'])]
    public function split(string $code, Fields $in): Answer
    {
        return $this->act($code, function (Batch $batch) use ($in): void {
            $line = $this->batches->line($batch, $in->countOr('line', 1, 1));
            $day = $in->day('on');
            $counts = $in->object('counts');
            $by = [];
            foreach (['stuck', 'rooted', 'potted', 'grown'] as $state) {
                $by[$state] = $counts->countOr($state, 0);
            }
            $counts->done();
            $note = $in->textOr('note', null, 200);
            $in->done();
            $this->acts->split($line, $day, $by, $note);
        });
    }

    #[Route('/api/batches/{code}/merge', methods: ['POST'])]
    public function merge(string $code, Fields $in): Answer
    {
        return $this->act($code, function (Batch $batch) use ($in): void {
            $line = $this->batches->line($batch, $in->countOr('line', 1, 1));
            $day = $in->day('on');
            $into = $this->batches->byCode($in->text('intoBatch', 20), 'intoBatch');
            $intoLine = $this->batches->line($into, $in->countOr('intoLine', 1, 1), 'intoLine');
            $in->done();
            $this->acts->merge($line, $day, $intoLine);
        });
    }

    #[Route('/api/batches/{code}/change-method', methods: ['POST'])]
    public function changeMethod(string $code, Fields $in): Answer
    {
        return $this->act($code, function (Batch $batch) use ($in): void {
            $line = $this->batches->line($batch, $in->countOr('line', 1, 1));
            $day = $in->day('on');
            $state = $this->state($in, ['stuck', 'rooted', 'potted']);
            $count = $in->count('count', 1);
            $method = $in->choice('method', Method::class);
            $material = Material::from($in->oneOf('material', array_column($method->materials(), 'value')));
            $in->done();
            $this->acts->changeMethod($line, $day, $state, $count, $method, $material);
        });
    }

    #[Route('/api/batches/{code}/move-on', methods: ['POST'])]
    public function moveOn(string $code, Fields $in): Answer
    {
        return $this->act($code, function (Batch $batch) use ($in): void {
            $line = $this->batches->line($batch, $in->countOr('line', 1, 1));
            $day = $in->day('on');
            $state = $this->state($in, ['potted', 'grown']);
            $count = $in->count('count', 1);
            $in->done();
            $recalled = $state === State::Grown ? $this->recalls->batches()[(int) $batch->id] ?? null : null;
            if ($recalled !== null) {
                throw $in->refuse('recalled', 'count', Fact::of('refused.recall.sold', why: $recalled));
            }
            $this->acts->moveOn($line, $day, $state, $count);
        });
    }

    #[Route('/api/batches/{code}/undo', methods: ['POST'])]
    public function undo(string $code, Fields $in): Answer
    {
        return $this->act($code, function (Batch $batch) use ($in): void {
            $id = $in->count('act', 1);
            $in->done();
            $act = $this->em->find(Act::class, $id) ?? throw $in->refuse('unknown', 'act', sprintf('%d is not an act of this batch', $id));
            $this->acts->undo($act, $batch);
        });
    }

    /** @param callable(Batch): void $do */
    private function act(string $code, callable $do): Answer
    {
        $batch = $this->writing->once(function () use ($code, $do) {
            $batch = $this->batches->at($code);
            $do($batch);

            return $batch;
        });

        return new Answer($this->views->one($batch));
    }

    /** @param list<string> $of */
    private function state(Fields $in, array $of): State
    {
        return State::from($in->oneOf('state', $of));
    }
}
