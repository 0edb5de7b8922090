<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\TrayFit;
use WetCradle\Server\Plan\TrayKind;

/** A zone as it is told. */
final class ZoneViews
{
    public function __construct(private readonly TrayKinds $kinds, private readonly EntityManagerInterface $em)
    {
    }

    /** @return array<string, mixed> */
    public function one(Zone $zone): array
    {
        return self::of($zone, $this->kinds->all());
    }

    /** @return array<int, array<string, mixed>> by id */
    public function all(): array
    {
        $kinds = $this->kinds->all();
        $zones = [];
        foreach ($this->em->getRepository(Zone::class)->findBy([], ['id' => 'ASC']) as $zone) {
            $zones[(int) $zone->id] = self::of($zone, $kinds);
        }

        return $zones;
    }

    /**
     * @param list<TrayKind> $kinds whose number there is to be said
     *
     * @return array<string, mixed> with how many places its size has, and how many trays of each kind it holds
     */
    private static function of(Zone $zone, array $kinds): array
    {
        $standard = TrayKinds::first($kinds);

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
            'ground' => $zone->ground,
            'nozzles' => $zone->nozzles,
            'closed' => array_map(
                static fn (ZoneClosed $c) => ['id' => $c->id, 'from' => $c->fromWeek, 'to' => $c->toWeek, 'why' => $c->why],
                $zone->closed->getValues(),
            ),
            'places' => $standard === null ? 0 : TrayKinds::placesIn($zone, $standard),
            'fits' => array_map(
                static fn (TrayKind $k) => ['trayKind' => $k->name, 'trays' => TrayFit::of(100 * $zone->length, 100 * $zone->width, $k->lengthCm, $k->widthCm)],
                $kinds,
            ),
        ];
    }
}
