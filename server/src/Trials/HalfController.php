<?php

declare(strict_types=1);

namespace WetCradle\Server\Trials;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\HormoneKind;
use WetCradle\Core\Fact;
use WetCradle\Core\Rates\Halves;
use WetCradle\Core\Rates\LaidArms;
use WetCradle\Core\Rates\TrialSize;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Plan\Amount;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Batches;
use WetCradle\Server\Plan\Intended;
use WetCradle\Server\Plan\MayPlan;
use WetCradle\Server\Plan\NewBatches;
use WetCradle\Server\Rates\CropHistory;

/** Half of a planned batch with its hormone and half without, side by side, in one act: a batch of its own, and the trial of both. */
final class HalfController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Batches $batches,
        private readonly NewBatches $newBatches,
        private readonly MayPlan $mayPlan,
        private readonly CropHistory $history,
        private readonly TrialViews $views,
        private readonly Writing $writing,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/batches/{code}/half', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function half(string $code, Fields $in): Answer
    {
        $batch = $this->batches->at($code);
        $trial = $this->writing->once(function () use ($batch, $in): Trial {
            $this->em->refresh($batch);
            $batch->mustBeAsSeen($in->count('version', 1));
            $in->done();
            $this->mustBeParted($batch);
            $sheet = $batch->sheet->core();
            $inATray = $batch->trayKind->cells * $sheet->setting->each;
            $halves = Halves::of($batch->amount->trays, $batch->amount->planned, $inATray);
            $other = $this->untreated($batch, $halves);
            $rate = round($this->history->rateOf($batch->sheet->way)->rate, 2);
            $trial = new Trial(
                $batch->crop, sprintf('%s, or nothing?', $sheet->taking->hormone->words()), $rate, round(TrialSize::worthWhile($rate), 2), $inATray,
                $batch->days->stickOn, $this->today->now(), $this->writing->by(),
            );
            foreach ([['as its sheet says', false, $batch], ['untreated', true, $other]] as $place => [$name, $untreated, $of]) {
                $arm = new TrialArm($trial, $place, $name, $untreated, $untreated ? null : $batch->sheet->way);
                $arm->batch = $of;
                $trial->arms->add($arm);
            }
            $trial->lay(LaidArms::of(2, $halves->trays, random_int(1, PHP_INT_MAX)));
            $this->em->persist($trial);
            $this->em->flush();
            $this->writing->keep('trial', (string) $trial->id, [], ['crop' => $batch->crop->slug, 'question' => $trial->question]);

            return $trial;
        });

        return new Answer($this->views->one($trial), 201);
    }

    /** @throws Refused where it cannot be halved */
    private function mustBeParted(Batch $batch): void
    {
        if ($batch->isStuck() || $batch->calledOff) {
            throw Refused::because('is_stuck', 'code', Fact::of('refused.trial.not_planned', batch: $batch->code));
        }
        if ($batch->untreated || $batch->sheet->core()->taking->hormone->kind === HormoneKind::None) {
            throw Refused::because('not_possible', 'code', Fact::of('refused.trial.no_hormone', batch: $batch->code));
        }
        if ($batch->inTrayOf !== null || $batch->alsoBlock !== null) {
            throw Refused::because('not_possible', 'code', Fact::of('refused.trial.not_alone', batch: $batch->code));
        }
    }

    /** The other half, planned beside it, from the same stock and for the same orders. */
    private function untreated(Batch $batch, Halves $halves): Batch
    {
        $before = ['trays' => $batch->amount->trays, 'planned' => $batch->amount->planned];
        $needed = $batch->amount->needed;
        $stays = $needed === null ? null : (int) round($needed * $halves->kept / $batch->amount->trays);
        [$batch->amount->trays, $batch->amount->planned, $batch->amount->needed] = [$halves->kept, $halves->cuttings, $stays];
        $this->em->flush();
        $this->writing->keep('batch', $batch->code, $before, ['trays' => $halves->kept, 'planned' => $halves->cuttings]);
        $amount = new Amount($halves->trays, $halves->untreated, $needed === null ? null : max(1, $needed - $stays), $batch->amount->confidence);
        $intended = Intended::by($batch->sheet, $batch->block, $batch->zone, $batch->trayKind, $amount, $batch->days->dates())
            ->collectedOn($batch->collectOn)->ofSex($batch->sex);
        $other = $this->newBatches->make($this->mayPlan->must($intended), $batch->wanted);
        $other->untreated = true;
        $other->days->heldDays = $batch->days->heldDays;
        foreach ($batch->shared as $order) {
            $other->shared->add($order);
        }
        $this->em->flush();

        return $other;
    }
}
