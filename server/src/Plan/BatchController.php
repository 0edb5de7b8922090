<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\Find;
use WetCradle\Server\Http\UntilWritten;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Nursery\Words;
use WetCradle\Server\Rates\CropHistory;
use WetCradle\Server\Stock\StockBlock;
use WetCradle\Server\Wanted\Wanted;

/** Batches: listing them, planning one, changing a plan. */
final class BatchController
{
    public function __construct(
        private readonly Batches $batches,
        private readonly NewBatches $newBatches,
        private readonly EntityManagerInterface $em,
        private readonly Tags $tags,
        private readonly BatchViews $views,
        private readonly MayPlan $mayPlan,
        private readonly CropHistory $history,
        private readonly Writing $writing,
        private readonly Find $find,
        private readonly House $house,
        private readonly Today $today,
        private readonly Words $words,
    ) {
    }

    #[Route('/api/batches', methods: ['GET'], defaults: [UntilWritten::SAME => true])]
    public function all(Request $request): Answer
    {
        $asked = Fields::of($request->query->all());
        $crop = $asked->textOr('crop', null, 120);
        $since = $asked->has('since') ? $asked->day('since') : null;
        $asked->done();
        $tags = $crop === null ? $this->tags->standing($since) : $this->tags->ofCrop($crop);

        return new Answer(['batches' => $tags]);
    }

    #[Route('/api/batches/{code}', methods: ['GET'])]
    public function one(string $code): Answer
    {
        return new Answer($this->views->one($this->batches->at($code)));
    }

    #[Route('/api/batches', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function plan(Fields $in): Answer
    {
        $batch = $this->writing->once(function () use ($in) {
            $wanted = $this->find->by(Wanted::class, 'id', $in->count('wanted', 1), 'wanted', 'order');
            if ($wanted->calledOff) {
                throw $in->refuse('called_off', 'wanted', 'was called off; take that back first');
            }
            $trayKind = $this->find->trayKind($in);
            $confidence = $in->share('confidence');
            $crop = $wanted->crop;
            $way = $this->find->way($in, $crop);
            $block = $this->find->by(StockBlock::class, 'code', $in->text('block'), 'block', 'stock block');
            $also = $this->alsoBlock($in);
            $wanted->mustComeFrom($block, 'block');
            $also === null || $wanted->mustComeFrom($also, 'alsoBlock');
            $zone = $this->find->by(Zone::class, 'id', $in->count('zone', 1), 'zone', 'zone');
            $host = $this->trayOf($in);
            $sheet = $way->leaving($wanted->pot->leaving());
            $dates = Batch::datesIn($zone, $sheet, $this->stickDay($in), $this->house->timetable());
            $collectOn = $in->has('collectOn') ? $this->collectDay($in, null) : null;
            $trays = $in->count('trays', 1, 20_000);
            $cuttings = $sheet->cuttingsIn($trays, $trayKind->cells, $in->has('cuttings') ? $in->count('cuttings', 1, 2_000_000) : null);
            $needed = $in->has('plants') ? $in->count('plants', 1, 500_000) : $wanted->plants;
            $in->done();
            $amount = new Amount($trays, $cuttings, $needed, $confidence);
            $amount->restedOn = $this->words->say($this->history->restsOn($way));
            $intended = Intended::by($way->newest(), $block, $zone, $trayKind, $amount, $dates)->collectedOn($collectOn)
                ->alsoFrom($also, 0)->inTrayOf($host)->ofSex($wanted->sex);
            $batch = $this->newBatches->make($this->mayPlan->must($intended), $wanted);
            $this->writing->keep('batch', $batch->code, [], self::editable($batch));

            return $batch;
        });

        return new Answer($this->views->one($batch), 201);
    }

    #[Route('/api/batches/{code}', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function change(string $code, Fields $in): Answer
    {
        $batch = $this->batches->at($code);
        $this->writing->once(function () use ($batch, $in): void {
            $this->em->refresh($batch);
            $before = self::editable($batch);
            $this->writing->mustBeVersion($in->count('version'), $batch->version, $before);
            if ($batch->isStuck()) {
                throw Refused::because('is_stuck', 'code', sprintf('%s is stuck already; what happens to it now goes into its book.', $batch->code));
            }
            $isCalledOff = $in->has('calledOff') && $in->flag('calledOff');
            $block = $this->find->by(StockBlock::class, 'code', $in->text('block'), 'block', 'stock block');
            $also = $in->has('alsoBlock') ? $this->alsoBlock($in) : $batch->alsoBlock;
            $zone = $this->find->by(Zone::class, 'id', $in->count('zone', 1), 'zone', 'zone');
            $host = $in->has('inTrayOf') ? $this->trayOf($in) : $batch->inTrayOf;
            $trays = $in->count('trays', 1, 20_000);
            // Where only something else is changed, the last tray stays as full as it was.
            $said = $in->has('cuttings') ? $in->count('cuttings', 1, 2_000_000) : ($trays === $batch->amount->trays ? $batch->amount->planned : null);
            $planned = $batch->way()->cuttingsIn($trays, $batch->trayKind->cells, $said);
            $dates = $batch->datesFrom($this->stickDay($in), $this->house->timetable(), $zone);
            // What is not said stays, as near as its material keeps.
            $collectOn = $in->has('collectOn') ? $this->collectDay($in, $batch) : ($batch->collectOn === null ? null : $batch->collectsOn($dates->stickOn));
            $in->done();
            $onceWeaned = null;
            foreach ($isCalledOff ? [] : $batch->orders() as $order) {
                $order->mustComeFrom($block, 'block');
                $also === null || $order->mustComeFrom($also, 'alsoBlock');
            }
            if (!$isCalledOff) {
                $amount = new Amount($trays, $planned, $batch->amount->needed, $batch->amount->confidence);
                $intended = Intended::by($batch->sheet, $block, $zone, $batch->trayKind, $amount, $dates)->collectedOn($collectOn)
                    ->alsoFrom($also === $block ? null : $also, 0)->inTrayOf($host)->ofSex($batch->sex);
                $allowed = $this->mayPlan->must($intended, $batch->code);
                $onceWeaned = $allowed->onceWeaned;
                [$batch->collectOn, $batch->inTrayOf] = [$intended->collectOn, $host];
                [$batch->alsoBlock, $batch->alsoCuttings] = [$allowed->alsoBlock, $allowed->alsoCuttings];
            }
            [$batch->calledOff, $batch->block, $batch->zone] = [$isCalledOff, $block, $zone];
            [$batch->amount->trays, $batch->amount->planned] = [$trays, $planned];
            // Planned anew, it goes nowhere but where it goes once it is weaned.
            $batch->movesOn->clear();
            $this->em->flush();
            $batch->reckonedAs($dates);
            $batch->goesOn($onceWeaned === null ? [] : [['zone' => $onceWeaned, 'from' => $dates->weanOn]]);
            $this->writing->keep('batch', $batch->code, $before, self::editable($batch));
        });

        return new Answer($this->views->one($batch));
    }

    /** Locked, it stays where it is when the house is filled again. */
    #[Route('/api/batches/{code}/lock', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function lock(string $code, Fields $in): Answer
    {
        $batch = $this->batches->at($code);
        $this->writing->once(function () use ($batch, $in): void {
            [$before, $isLocked] = [['locked' => $batch->locked], $in->flag('locked')];
            $in->done();
            $batch->locked = $isLocked;
            $this->writing->keep('batch', $batch->code, $before, ['locked' => $batch->locked]);
        });

        return new Answer($this->views->one($batch));
    }

    /** A second block, where one cannot give all of it; nothing where none is named. */
    private function alsoBlock(Fields $in): ?StockBlock
    {
        $code = $in->textOr('alsoBlock', null, 12);

        return $code === null ? null : $this->find->by(StockBlock::class, 'code', strtoupper($code), 'alsoBlock', 'stock block');
    }

    /** The batch in whose last tray what is left over of it is to stand; nothing where none is named. */
    private function trayOf(Fields $in): ?Batch
    {
        $code = $in->textOr('inTrayOf', null, 12);

        return $code === null ? null : $this->find->by(Batch::class, 'code', strtoupper($code), 'inTrayOf', 'batch');
    }

    /** What is collected already stays so; what is not cannot be collected on a day gone by. */
    private function collectDay(Fields $in, ?Batch $batch): \DateTimeImmutable
    {
        $day = $in->day('collectOn');
        if ($day < $this->today->day() && ($batch?->collectOn <=> $day) !== 0) {
            throw $in->refuse('gone_by', 'collectOn', sprintf('has gone by; the earliest is today, %s', $this->today->day()->format('Y-m-d')));
        }

        return $day;
    }

    private function stickDay(Fields $in): \DateTimeImmutable
    {
        $day = $in->day('stickOn');
        if ($day < $this->today->day()) {
            throw $in->refuse('gone_by', 'stickOn', sprintf('has gone by; the earliest is today, %s', $this->today->day()->format('Y-m-d')));
        }

        return $day;
    }

    /** @return array<string, mixed> */
    private static function editable(Batch $batch): array
    {
        return [
            'block' => $batch->block->code,
            'alsoBlock' => $batch->alsoBlock?->code,
            'zone' => $batch->zone->id,
            'trays' => $batch->amount->trays,
            'cuttings' => $batch->amount->planned,
            'stickOn' => $batch->days->stickOn->format('Y-m-d'),
            'collectOn' => $batch->collectOn?->format('Y-m-d'),
            'inTrayOf' => $batch->inTrayOf?->code,
            'calledOff' => $batch->calledOff,
            'version' => $batch->version,
        ];
    }
}
