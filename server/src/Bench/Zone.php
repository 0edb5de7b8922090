<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Bench\Footprint;
use WetCradle\Core\Bench\Zone as CoreZone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Ground;
use WetCradle\Core\Numbers\Range;

/** A zone of bench or floor with its place in the house, in metres seen from above. */
#[ORM\Entity, ORM\Table(name: 'zone')]
class Zone
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    /** Metres of free way beside it. */
    #[ORM\Column(type: Types::FLOAT)]
    public float $aisle = 0.8;
    /** Metres above the floor. */
    #[ORM\Column(type: Types::FLOAT)]
    public float $height = 0.8;
    #[ORM\Column]
    public Stands $stands = Stands::Bench;
    #[ORM\Column]
    public Light $light = Light::Shade;
    #[ORM\Column]
    public bool $frostFree = true;
    /** Whether nothing is rooted or weaned there. */
    #[ORM\Column]
    public bool $onlyPots = false;
    #[ORM\Column]
    public Ground $ground = Ground::Bench;
    /** Over it, as somebody counted them; by its size where nobody has. */
    #[ORM\Column(nullable: true)]
    public ?int $nozzles = null;

    /** @var Collection<int, ZoneClosed> */
    #[ORM\OneToMany(targetEntity: ZoneClosed::class, mappedBy: 'zone', cascade: ['persist'], orphanRemoval: true, fetch: 'EAGER')]
    #[ORM\OrderBy(['fromWeek' => 'ASC'])]
    public Collection $closed;

    public function __construct(
        #[ORM\Column] public string $name,
        #[ORM\Column] public string $house,
        #[ORM\Column] public ZoneKind $kind,
        #[ORM\Column] public int $trays,
        #[ORM\Column(type: Types::FLOAT)] public float $heatLow,
        #[ORM\Column(type: Types::FLOAT)] public float $heatHigh,
        #[ORM\Column] public int $mistLow,
        #[ORM\Column] public int $mistHigh,
        #[ORM\Column(type: Types::FLOAT)] public float $x,
        #[ORM\Column(type: Types::FLOAT)] public float $y,
        #[ORM\Column(type: Types::FLOAT)] public float $length,
        #[ORM\Column(type: Types::FLOAT)] public float $width,
    ) {
        $this->closed = new ArrayCollection();
    }

    /** @return array<string, string> written weeks in which it is out of use, with why */
    private function closedWeeks(): array
    {
        $weeks = [];
        foreach ($this->closed as $closed) {
            for ($week = Week::of($closed->fromWeek), $end = Week::of($closed->toWeek); $week->until($end) >= 0; $week = $week->plus(1)) {
                $weeks[$week->written()] = $closed->why;
            }
        }

        return $weeks;
    }

    public function footprint(): Footprint
    {
        return Footprint::of($this->x, $this->y, $this->length, $this->width, $this->aisle, $this->stands === Stands::Under);
    }

    public function core(): CoreZone
    {
        return CoreZone::of(
            $this->name,
            $this->trays,
            Range::of($this->heatLow, $this->heatHigh, 'heat'),
            Range::of($this->mistLow, $this->mistHigh, 'mist'),
            $this->kind,
            $this->closedWeeks(),
            $this->onlyPots,
            $this->frostFree,
            $this->ground,
        );
    }
}
