<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Server\Bench\FreeBerths;
use WetCradle\Server\Bench\Lying;
use WetCradle\Server\Bench\SharedTrays;
use WetCradle\Server\Bench\Tenants;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Stock\Rights;
use WetCradle\Server\Stock\StockBlock;
use WetCradle\Server\Stock\Takes;

/** Whether a batch may be planned as it is meant: its block can give it, its licence allows it, its zone can take it. */
final class MayPlan
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Takes $takes,
        private readonly Rights $rights,
        private readonly FreeBerths $berths,
        private readonly SharedTrays $shared,
        private readonly Tenants $tenants,
    ) {
    }

    /**
     * Cuttings that its second block gives: what its own does not. Null where that gives all, or no second one is named.
     *
     * @throws Refused for `alsoBlock`
     */
    private function fromAnother(Intended $batch, ?string $code): ?int
    {
        $also = $batch->alsoBlock;
        if ($also === null) {
            return null;
        }
        if ($also === $batch->block || $also->crop !== $batch->block->crop || $also->clumps() !== null || $batch->block->clumps() !== null) {
            throw Refused::because(
                'not_possible',
                'alsoBlock',
                $also === $batch->block || $also->crop !== $batch->block->crop
                    ? sprintf('%s is not another block of %s.', $also->code, $batch->block->crop->name)
                    : 'A bed whose clumps are lifted gives a batch by itself.',
            );
        }
        $missing = $batch->amount->planned - $this->offer($batch->block, $batch, $batch->amount->planned, $code)->left();
        if ($missing <= 0) {
            return null;
        }
        $rest = $this->offer($also, $batch, $missing, $code);
        if (!$rest->isEnough()) {
            throw Refused::because('no_material', 'alsoBlock', Fact::of('plan.block_short', block: $also->code, gives: $rest->words()));
        }

        return $missing;
    }

    /** @return list<array{zone: int, tenant: Tenant}> where the batch lies in whose tray it stands; none where all its trays are its own */
    private function hostOf(Intended $batch): array
    {
        $lies = $batch->inTrayOf === null ? [] : $this->tenants->during(Week::containing($batch->dates->stickOn), $batch->dates->lastBenchWeek());
        $host = array_values(array_filter($lies, static fn (Lying $lying) => $lying->tenant->batch() === $batch->inTrayOf?->code))[0] ?? null;

        return $host->legs ?? [];
    }

    private function offer(StockBlock $block, Intended $batch, int $asked, ?string $code): BlockOffer
    {
        return $this->takes->offer($block, $batch->sheet->core(), $batch->collectOn ?? $batch->dates->stickOn, $asked, $code, null, $batch->sex);
    }

    /**
     * @param ?string $code of the batch that is planned anew, which does not stand in its own way
     *
     * @return Intended the same, with where it goes on once it is weaned
     *
     * @throws Refused for `block`, `alsoBlock`, `inTrayOf`, `trays` or `zone`
     */
    public function must(Intended $batch, ?string $code = null): Intended
    {
        $crop = $batch->sheet->way->crop;
        if ($batch->block->crop !== $crop) {
            throw Refused::because('wrong_crop', 'block', sprintf('Block %s holds %s, not %s.', $batch->block->code, $batch->block->crop->name, $crop->name));
        }
        $batch = $batch->alsoFrom($batch->alsoBlock, $this->fromAnother($batch, $code));
        $material = $this->offer($batch->block, $batch, $batch->amount->planned - ($batch->alsoCuttings ?? 0), $code);
        if (!$material->isEnough()) {
            throw Refused::because(
                'no_material',
                'block',
                Fact::of('plan.block_short', block: $batch->block->code, gives: $material->words()),
            );
        }
        $this->rights->mustAllow([$batch->claim($code, 'trays')]);
        if ($batch->inTrayOf !== null) {
            $this->shared->mustTake($batch->inTrayOf, $batch, $code);
        }
        $berths = $this->berths->all($code === null ? [] : [$code]);
        $berth = $berths->at(
            (int) $batch->zone->id,
            $batch->sheet->core(),
            $batch->dates,
            $batch->trayKind->positionsOf($batch->amount->trays),
            $this->hostOf($batch),
            $batch->positions(),
        );
        if ($berth->offer?->isYes() === false) {
            throw Refused::because(
                (string) $berth->offer->reason,
                'zone',
                Fact::of($berth->offer->reason === 'no_room' ? 'plan.zone_full' : 'plan.zone_unfit', zone: $batch->zone->name, why: $berth->offer->words),
            );
        }

        return $batch->goingOnTo($berth->then === null ? null : $this->em->find(Zone::class, $berth->then->zone));
    }
}
