<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\TrayFit;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Redating;
use WetCradle\Server\Plan\TrayKind;

/** The zones themselves: where they stand, what they hold, when they are out of use. */
final class ZoneController
{
    /** Weeks ahead in which a smaller zone is checked against who stands there. */
    private const AHEAD = 104;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Tenants $tenants,
        private readonly Writing $writing,
        private readonly Redating $redating,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/zones', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function add(Fields $in): JsonResponse
    {
        $zone = $this->writing->once(function () use ($in) {
            $zone = new Zone('', '', ZoneKind::Mist, 1, 0, 0, 0, 0, 0, 0, 1, 1);
            $this->read($in, $zone, true);
            $this->em->persist($zone);
            $this->writing->keep('zone', $zone->name, [], self::editable($zone));

            return $zone;
        });

        return new JsonResponse($this->say($zone), 201);
    }

    #[Route('/api/zones/{id<\d+>}', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function change(int $id, Fields $in): JsonResponse
    {
        $zone = $this->zone($id);
        $this->writing->once(function () use ($in, $zone): void {
            $before = self::editable($zone);
            $warmth = self::warmth($zone);
            $this->writing->mustBeVersion($in->count('version', 1), $zone->version, $this->say($zone));
            $this->writing->change($zone, fn (Zone $asked) => $this->read($in, $asked, false));
            if (array_diff_assoc(self::warmth($zone), $warmth) !== []) {
                $this->redating->becauseAZoneChanged($zone);
            }
            $this->writing->keep('zone', $zone->name, $before, self::editable($zone));
        });

        return new JsonResponse($this->say($zone));
    }

    /** Takes away a zone that nobody ever lay in. */
    #[Route('/api/zones/{id<\d+>}', methods: ['DELETE'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function remove(int $id): JsonResponse
    {
        $zone = $this->zone($id);
        $this->writing->once(function () use ($zone): void {
            $lay = $this->em->getRepository(Batch::class)->count(['zone' => $zone]) + $this->em->getRepository(Batch::class)
                ->count(['potsZone' => $zone]) + $this->em->getRepository(MovesOn::class)->count(['zone' => $zone]);
            if ($lay > 0) {
                throw Refused::because(
                    'in_use',
                    'zone',
                    sprintf('%s is in the records of %d %s. Close it instead.', $zone->name, $lay, $lay === 1 ? 'batch' : 'batches'),
                );
            }
            $this->writing->keep('zone', $zone->name, self::editable($zone), []);
            $this->em->remove($zone);
        });

        return new JsonResponse(['gone' => true]);
    }

    /** Puts a zone out of use for some weeks; says who lies there then. */
    #[Route('/api/zones/{id<\d+>}/closed', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function close(int $id, Fields $in): JsonResponse
    {
        $zone = $this->zone($id);
        $there = $this->writing->once(function () use ($in, $zone): array {
            $from = Week::of($in->text('from', 8), 'from');
            $to = Week::of($in->text('to', 8), 'to');
            $why = $in->text('why', 120);
            $in->done();
            if ($from->until($to) < 0) {
                throw Refused::because('upside_down', 'to', 'A zone cannot be opened again before it is closed.');
            }
            if ($from->until($to) > self::AHEAD) {
                throw Refused::because('out_of_range', 'to', 'A zone is closed for two years at most.');
            }
            $zone->closed->add(new ZoneClosed($zone, $from->written(), $to->written(), $why));
            $this->writing->keep('zone', $zone->name, [], ['closed' => [$from->written(), $to->written(), $why]]);

            return array_map(static fn (Tenant $t) => $t->name, $this->tenants->byZone($from, $to)[(int) $zone->id] ?? []);
        });

        return new JsonResponse(['zone' => $this->say($zone), 'batches' => $there], 201);
    }

    #[Route('/api/zones/{id<\d+>}/closed/{closed<\d+>}', methods: ['DELETE'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function open(int $id, int $closed): JsonResponse
    {
        $zone = $this->zone($id);
        $this->writing->once(function () use ($zone, $closed): void {
            foreach ($zone->closed as $one) {
                if ($one->id === $closed) {
                    $zone->closed->removeElement($one);
                    $this->writing->keep('zone', $zone->name, ['closed' => [$one->fromWeek, $one->toWeek, $one->why]], []);
                }
            }
        });

        return new JsonResponse($this->say($zone));
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
        $most = $this->fits($zone);
        if ($most === 0) {
            throw Refused::because('too_small', 'length', sprintf('%s by %s m is smaller than one tray.', $zone->length, $zone->width));
        }
        $zone->trays = $in->has('trays') ? $in->count('trays', 1, 10_000) : $most;
        if ($zone->trays > $most && ($isNew || $was !== [$zone->length, $zone->width, $zone->trays])) {
            throw Refused::because(
                'out_of_range',
                'trays',
                sprintf('%s by %s m holds %d trays at most, however they are laid.', $zone->length, $zone->width, $most),
            );
        }
        $this->lay($in, $zone, $isNew);
        if ($in->has('version')) {
            $in->count('version', 1);
        }
        $in->done();
        if (!$isNew) {
            $this->mustHold($zone);
        }
    }

    /** Where it stands: a new one below what its house already holds, unless it is said. */
    private function lay(Fields $in, Zone $zone, bool $isNew): void
    {
        $others = array_filter($this->em->getRepository(Zone::class)->findBy(['house' => $zone->house]), static fn (Zone $z) => $z->id !== $zone->id);
        if ($in->has('x') || $in->has('y')) {
            [$zone->x, $zone->y] = [$in->number('x', 0, 1000), $in->number('y', 0, 1000)];
        } elseif ($isNew) {
            $zone->y = max([0.0, ...array_map(static fn (Zone $z) => $z->y + $z->width + max($z->aisle, $zone->aisle), $others)]);
        }
        foreach ($others as $other) {
            $apart = $zone->x >= $other->x + $other->length - 1e-6
                || $other->x >= $zone->x + $zone->length - 1e-6
                || $zone->y >= $other->y + $other->width - 1e-6
                || $other->y >= $zone->y + $zone->width - 1e-6;
            if (!$apart && ($zone->stands === Stands::Under) === ($other->stands === Stands::Under)) {
                throw Refused::because('overlaps', 'x', sprintf('%s would lie on top of %s. Only what stands under a bench may.', $zone->name, $other->name));
            }
        }
    }

    /** A zone is not made smaller than what stands in it today. */
    private function mustHold(Zone $zone): void
    {
        $week = $this->today->week();
        $core = $zone->core();
        $stuck = $this->em->getConnection()->fetchFirstColumn("SELECT code FROM batch WHERE stuck_on IS NOT NULL
            AND left_bench_on IS NULL AND called_off = 0 UNION ALL SELECT code || ' in pots' FROM batch
            WHERE left_bench_on IS NOT NULL AND called_off = 0");
        $standing = array_values(
            array_filter($this->tenants->byZone($week, $week)[(int) $zone->id] ?? [], static fn (Tenant $t) => in_array($t->name, $stuck, true)),
        );
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

    private function fits(Zone $zone): int
    {
        return max(
            [0, ...array_map(static fn (TrayKind $k) => TrayFit::of(100 * $zone->length, 100 * $zone->width, $k->lengthCm, $k->widthCm), $this->kinds())],
        );
    }

    /** @return list<TrayKind> */
    private function kinds(): array
    {
        return $this->em->getRepository(TrayKind::class)->findBy([], ['cells' => 'ASC']);
    }

    private function zone(int $id): Zone
    {
        return $this->em->find(Zone::class, $id) ?? throw new NotFoundHttpException();
    }

    /** @return array<string, mixed> */
    private function say(Zone $zone): array
    {
        return self::view($zone, $this->kinds());
    }

    /** @return array<string, float|string> what the days of batches there rest on */
    private static function warmth(Zone $zone): array
    {
        return ['low' => $zone->heatLow, 'high' => $zone->heatHigh, 'kind' => $zone->kind->value];
    }

    /** @return array<string, mixed> */
    private static function editable(Zone $zone): array
    {
        return array_diff_key(get_object_vars($zone), ['id' => 0, 'version' => 0, 'closed' => 0]);
    }

    /**
     * @param list<TrayKind> $kinds whose number there is to be said
     *
     * @return array<string, mixed>
     */
    public static function view(Zone $zone, array $kinds): array
    {
        return [
            'id' => $zone->id,
            'version' => $zone->version,
            'name' => $zone->name,
            'house' => $zone->house,
            'kind' => $zone->kind->value,
            'trays' => $zone->trays,
            'heat' => [$zone->heatLow, $zone->heatHigh],
            'mist' => [$zone->mistLow, $zone->mistHigh],
            'place' => ['x' => $zone->x, 'y' => $zone->y, 'length' => $zone->length, 'width' => $zone->width],
            'aisle' => $zone->aisle,
            'height' => $zone->height,
            'stands' => $zone->stands->value,
            'light' => $zone->light->value,
            'frostFree' => $zone->frostFree,
            'onlyPots' => $zone->onlyPots,
            'closed' => array_map(
                static fn (ZoneClosed $c) => ['id' => $c->id, 'from' => $c->fromWeek, 'to' => $c->toWeek, 'why' => $c->why],
                $zone->closed->getValues(),
            ),
            'fits' => array_map(
                static fn (TrayKind $k) => ['trayKind' => $k->name, 'trays' => TrayFit::of(100 * $zone->length, 100 * $zone->width, $k->lengthCm, $k->widthCm)],
                $kinds,
            ),
        ];
    }
}
