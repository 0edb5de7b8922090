<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Bench\GuestKind;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Numbers\Range;

/** Seed trays, bought-in plugs or pots of a trial: there for some weeks, wanting places, water and warmth, and no crop of a batch. */
#[ORM\Entity, ORM\Table(name: 'guest')]
class Guest
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    public function __construct(
        #[ORM\Column] public string $name,
        #[ORM\Column] public GuestKind $kind,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Zone $zone,
        /** Tray positions that it takes. */
        #[ORM\Column] public int $places,
        #[ORM\Column] public string $fromWeek,
        #[ORM\Column] public string $toWeek,
        #[ORM\Column(type: Types::FLOAT)] public float $heatLow,
        #[ORM\Column(type: Types::FLOAT)] public float $heatHigh,
        #[ORM\Column] public int $mistLow,
        #[ORM\Column] public int $mistHigh,
    ) {
    }

    public function tenant(): Tenant
    {
        return self::lies(
            $this->name, $this->places, $this->fromWeek, $this->toWeek,
            Range::of($this->heatLow, $this->heatHigh), Range::of($this->mistLow, $this->mistHigh),
        );
    }

    public static function lies(string $name, int $places, string $fromWeek, string $toWeek, Range $heat, Range $mist): Tenant
    {
        return Tenant::of($name, $places, Week::of($fromWeek), Week::of($toWeek), $heat, $mist)->asGuest();
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'version' => $this->version, 'name' => $this->name, 'kind' => $this->kind->value, 'zone' => (int) $this->zone->id,
            'places' => $this->places, 'from' => $this->fromWeek, 'to' => $this->toWeek, 'heat' => [$this->heatLow, $this->heatHigh],
            'mist' => [$this->mistLow, $this->mistHigh],
        ];
    }
}
