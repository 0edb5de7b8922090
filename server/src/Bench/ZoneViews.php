<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use WetCradle\Core\Bench\TrayFit;
use WetCradle\Server\Plan\TrayKind;

/** A zone as it is told. */
final class ZoneViews
{
    public function __construct(private readonly TrayKinds $kinds)
    {
    }

    /** @return array<string, mixed> with how many trays of each kind there is it holds */
    public function one(Zone $zone): array
    {
        return self::of($zone, $this->kinds->all());
    }

    /**
     * @param list<TrayKind> $kinds whose number there is to be said
     *
     * @return array<string, mixed>
     */
    public static function of(Zone $zone, array $kinds): array
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
