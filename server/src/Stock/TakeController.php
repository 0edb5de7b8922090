<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Grade;
use WetCradle\Core\Crops\HoldWay;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Batches;
use WetCradle\Server\Plan\BatchViews;

/** Taking material: the sheet to walk with, and the clock that starts at the first cut. */
final class TakeController
{
    public function __construct(
        private readonly Batches $batches,
        private readonly EntityManagerInterface $em,
        private readonly TakeSheets $sheets,
        private readonly BatchViews $views,
        private readonly Writing $writing,
        private readonly Today $today,
    ) {
    }

    /** For batches named in ?batches=, or all that are to be collected on a day (?day=). */
    #[Route('/api/take-sheets', methods: ['GET'])]
    public function sheets(Request $request): Answer
    {
        if ($request->query->has('batches')) {
            $batches = array_map($this->batches->at(...), array_slice(explode(',', $request->query->getString('batches')), 0, 60));
            foreach ($batches as $batch) {
                $this->mustBePlanned($batch);
            }
        } else {
            $in = Fields::of($request->query->all());
            $day = $in->has('day') ? $in->day('day') : $this->today->day();
            $batches = array_filter(
                Row::things(
                    $this->em->createQuery('SELECT b FROM '.Batch::class.' b WHERE b.sticking.stuckOn IS NULL AND b.calledOff = false
                        AND (b.collectOn = :day OR b.days.stickOn = :day) ORDER BY b.code')->setParameter('day', $day->format('Y-m-d')),
                    Batch::class,
                ),
                static fn (Batch $batch) => ($batch->collectsOn() <=> $day) === 0,
            );
        }

        return new Answer($this->sheets->of(array_values($batches)));
    }

    /** The first cut is made: the clock runs, and which plants give is kept. */
    #[Route('/api/batches/{code}/collect', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function collect(string $code, Fields $in): Answer
    {
        $batch = $this->batches->at($code);
        $this->writing->once(function () use ($batch, $in): void {
            $this->mustBePlanned($batch);
            if ($this->sheets->collectionOf($batch) !== null) {
                throw Refused::because('collected', 'how', sprintf('Material for %s was collected already.', $batch->code));
            }
            if ($batch->sheet->core()->isOnMother()) {
                throw Refused::because('not_possible', 'how', sprintf('Nothing of %s is cut: it roots on its plant.', $batch->code));
            }
            $how = $in->choice('how', HoldWay::class);
            $batch->sheet->core()->taking->hold->mustAllow($how);
            $at = $in->has('at') ? $this->moment($in) : $this->today->now();
            $grade = $in->has('grade') ? $in->choice('grade', Grade::class) : null;
            if ($grade !== null && $batch->material !== Material::Hardwood) {
                throw $in->refuse('not_possible', 'grade', 'is told of hardwood, which is bundled by it');
            }
            $in->done();
            $blocks = $batch->takenFrom();
            $rows = array_merge(...array_map(
                fn (array $from) => array_map(
                    // Of two blocks a row alone would not say where it is.
                    static fn (array $row) => count($blocks) === 1 ? $row : ['row' => $from['block']->code.', '.$row['row']] + $row,
                    $this->sheets->spread($batch, $from['block'], $from['cuttings'])[0]['rows'] ?? [],
                ),
                $blocks,
            ));
            $this->em->persist(new Collection($batch, $at, $how, $rows, $this->writing->by(), $grade));
        });

        return new Answer($this->views->one($batch), 201);
    }

    /** It was started by mistake, or what was cut has been thrown. */
    #[Route('/api/batches/{code}/collect', methods: ['DELETE'])]
    #[IsGranted('ROLE_HAND')]
    public function uncollect(string $code): Answer
    {
        $batch = $this->batches->at($code);
        $this->writing->once(function () use ($batch): void {
            $this->mustBePlanned($batch);
            $collection = $this->sheets->collectionOf($batch) ?? throw new NotFoundHttpException();
            $this->em->remove($collection);
            $this->writing->keep('batch', $batch->code, ['collected' => $collection->startedAt->format('Y-m-d H:i')], ['collected' => null]);
        });

        return new Answer($this->views->one($batch));
    }

    /** When the first cut was made, where somebody says so afterwards. */
    private function moment(Fields $in): \DateTimeImmutable
    {
        $written = str_replace(' ', 'T', substr($in->text('at', 30), 0, 16));
        $at = \DateTimeImmutable::createFromFormat('!Y-m-d\TH:i', $written);
        if ($at === false || $at->format('Y-m-d\TH:i') !== $written) {
            throw $in->refuse('wrong_type', 'at', 'is a day and a time, as 2027-05-12T06:40');
        }
        if ($at > $this->today->now()) {
            throw $in->refuse('ahead', 'at', sprintf('has not come yet; it is %s now', $this->today->now()->format('Y-m-d H:i')));
        }

        return $at;
    }

    private function mustBePlanned(Batch $batch): void
    {
        if ($batch->isStuck() || $batch->calledOff) {
            throw Refused::because(
                $batch->isStuck() ? 'is_stuck' : 'called_off',
                'batch',
                sprintf('%s is %s; there is nothing to take for it.', $batch->code, $batch->isStuck() ? 'stuck already' : 'called off'),
            );
        }
    }
}
