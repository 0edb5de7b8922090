<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Footprint;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Ground;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Potting\PotLot;

/** A zone as somebody asks for it: a name of its own, ground of its own, and room for what stands there. */
final class ZoneAsked
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly TrayKinds $kinds,
        private readonly Tenants $tenants,
        private readonly Today $today,
    ) {
    }

    public function new(Fields $in, Zone $zone): void
    {
        $this->read($in, $zone, true);
    }

    /** @throws Refused also where more stands there now than it would hold */
    public function changed(Fields $in, Zone $zone): void
    {
        $this->read($in, $zone, false);
        $this->mustHold($zone);
    }

    private function read(Fields $in, Zone $zone, bool $isNew): void
    {
        $name = $in->text('name', 60);
        $other = $this->em->getRepository(Zone::class)->findOneBy(['name' => $name]);
        if ($other !== null && $other->id !== $zone->id) {
            throw Refused::because('taken', 'name', sprintf('There is a zone called %s already.', $name));
        }
        $heat = Range::of($in->number('heatLow', -20, 40), $in->number('heatHigh', -20, 40), 'heatLow');
        $mist = Range::of($in->count('mistLow', 0, 3), $in->count('mistHigh', 0, 3), 'mistLow');
        $was = [$zone->length, $zone->width, $zone->trays];
        [$zone->name, $zone->house, $zone->kind] = [$name, $in->text('house', 60), $in->choice('kind', ZoneKind::class)];
        [$zone->heatLow, $zone->heatHigh, $zone->mistLow, $zone->mistHigh] = [$heat->low, $heat->high, (int) $mist->low, (int) $mist->high];
        [$zone->length, $zone->width] = [$in->positive('length', 500), $in->positive('width', 100)];
        $zone->stands = $in->has('stands') ? $in->choice('stands', Stands::class) : $zone->stands;
        $zone->light = $in->has('light') ? $in->choice('light', Light::class) : $zone->light;
        $zone->aisle = $in->has('aisle') ? $in->number('aisle', 0, 10) : $zone->aisle;
        $zone->height = $in->has('height') ? $in->number('height', 0, 5) : ($zone->stands === Stands::Bench ? $zone->height : 0.0);
        $zone->frostFree = $in->has('frostFree') ? $in->flag('frostFree') : ($isNew ? $zone->kind !== ZoneKind::Frame : $zone->frostFree);
        $zone->onlyPots = $in->has('onlyPots') ? $in->flag('onlyPots') : $zone->onlyPots;
        $zone->ground = $in->has('ground') ? $in->choice('ground', Ground::class) : $zone->ground;
        if (in_array('nozzles', $in->names(), true)) {
            $zone->nozzles = $in->isNull('nozzles') ? null : $in->count('nozzles', 1, 10_000);
        }
        if ($zone->ground->isOutdoors() && $zone->onlyPots) {
            throw Refused::because('not_possible', 'ground', $zone->ground === Ground::BesideStock
                ? 'Ground beside the stock plants is for what roots on its mother, not for pots.'
                : 'Open ground is for what is planted out, not for pots.');
        }
        $standard = $this->kinds->standard();
        $most = TrayKinds::placesIn($zone, $standard);
        if ($most === 0) {
            throw Refused::because('too_small', 'length', sprintf('%s by %s m is smaller than one %s.', $zone->length, $zone->width, $standard->name));
        }
        $zone->trays = $in->has('trays') ? $in->count('trays', 1, 10_000) : $most;
        if ($zone->trays > $most && ($isNew || $was !== [$zone->length, $zone->width, $zone->trays])) {
            throw Refused::because(
                'out_of_range',
                'trays',
                sprintf('%s by %s m has %d places for a %s, however they are laid.', $zone->length, $zone->width, $most, $standard->name),
            );
        }
        $this->lay($in, $zone, $isNew);
        if ($in->has('version')) {
            $in->count('version', 1);
        }
        $in->done();
    }

    /** Where it stands: a new one below what its house already holds, unless it is said. */
    private function lay(Fields $in, Zone $zone, bool $isNew): void
    {
        $others = array_filter($this->em->getRepository(Zone::class)->findBy(['house' => $zone->house]), static fn (Zone $z) => $z->id !== $zone->id);
        if ($in->has('x') || $in->has('y')) {
            [$zone->x, $zone->y] = [$in->number('x', 0, 1000), $in->number('y', 0, 1000)];
        } elseif ($isNew) {
            $zone->y = Footprint::beyond(array_values(array_map(static fn (Zone $z) => $z->footprint(), $others)), $zone->aisle);
        }
        foreach ($others as $other) {
            if ($zone->footprint()->isInTheWayOf($other->footprint())) {
                throw Refused::because('overlaps', 'x', sprintf('%s would lie on top of %s. Only what stands under a bench may.', $zone->name, $other->name));
            }
        }
    }

    /** A zone is not made smaller than what stands in it today. */
    private function mustHold(Zone $zone): void
    {
        $week = $this->today->week();
        $core = $zone->core();
        $there = $this->tenants->in($zone, $week, $week);
        $stuck = array_flip(Row::words(
            $this->em->getConnection(),
            'SELECT code FROM batch WHERE stuck_on IS NOT NULL AND called_off = 0 AND code IN (?)',
            [array_map(static fn (Tenant $t) => $t->batch(), $there)],
            [ArrayParameterType::STRING],
        ));
        // What is planned, and the pots of what is in its trays still, do not stand there yet.
        $standing = array_values(array_filter(
            $there,
            static fn (Tenant $t) => $t->isGuest || ($t->inPots ? PotLot::isCode($t->batch()) : isset($stuck[$t->batch()])),
        ));
        $used = $core->used($week, $standing);
        if ($used > $zone->trays) {
            throw Refused::because(
                'in_use',
                'trays',
                sprintf(
                    '%d trays stand there now (%s). Move %d of them first.',
                    $used,
                    implode(', ', array_map(static fn (Tenant $t) => $t->name, $standing)),
                    $used - $zone->trays,
                ),
            );
        }
    }
}
