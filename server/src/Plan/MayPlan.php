<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;
use WetCradle\Server\Stock\Rights;
use WetCradle\Server\Stock\Takes;

/** Whether a batch may be planned as it is meant: its block can give it, its licence allows it, its zone can take it. */
final class MayPlan
{
    public function __construct(private readonly Takes $takes, private readonly Rights $rights, private readonly Planner $planner)
    {
    }

    /**
     * @param ?string $code of the batch that is planned anew, which does not stand in its own way
     *
     * @throws Refused for `block`, `trays` or `zone`
     */
    public function must(Intended $batch, ?string $code = null): void
    {
        $crop = $batch->sheet->way->crop;
        if ($batch->block->crop !== $crop) {
            throw Refused::because('wrong_crop', 'block', sprintf('Block %s holds %s, not %s.', $batch->block->code, $batch->block->crop->name, $crop->name));
        }
        $material = $this->takes->offer($batch->block, $batch->sheet->core(), $batch->dates->stickOn, $batch->amount->planned, $code);
        if (!$material->isEnough()) {
            throw Refused::because(
                'no_material',
                'block',
                Fact::of('plan.block_short', block: $batch->block->code, gives: $material->words()),
            );
        }
        $this->rights->mustAllow([$batch->claim($code, 'trays')]);
        $place = $this->planner->offer($batch->zone, $batch->sheet->core(), $batch->dates, $batch->positions(), $code);
        if (!$place->isYes()) {
            throw Refused::because(
                (string) $place->reason,
                'zone',
                Fact::of($place->reason === 'no_room' ? 'plan.zone_full' : 'plan.zone_unfit', zone: $batch->zone->name, why: $place->words),
            );
        }
    }
}
