<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Bench\Positions;
use WetCradle\Core\Crops\Holes;

/** A kind of tray: how many cells, and what each holds. */
#[ORM\Entity, ORM\Table(name: 'tray_kind')]
class TrayKind
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    /** Tray positions of a bench that one takes; the first kind, by which bench is counted, takes one. */
    #[ORM\Column(type: Types::FLOAT)]
    public float $positions = 1.0;

    public function __construct(
        #[ORM\Column] public string $name,
        #[ORM\Column] public int $cells,
        #[ORM\Column] public int $cellMl,
        #[ORM\Column(type: Types::FLOAT)] public float $lengthCm,
        #[ORM\Column(type: Types::FLOAT)] public float $widthCm,
    ) {
    }

    public function squareMetres(): float
    {
        return $this->lengthCm * $this->widthCm / 10_000;
    }

    public function holes(): Holes
    {
        return Holes::of($this->cells, $this->lengthCm, $this->widthCm);
    }

    /** Tray positions that so many take together. */
    public function positionsOf(int $trays): int
    {
        return Positions::ofTrays($trays, $this->positions);
    }

    /** @return array{id: ?int, name: string, cells: int, cellMl: int} */
    public function toArray(): array
    {
        return ['id' => $this->id, 'name' => $this->name, 'cells' => $this->cells, 'cellMl' => $this->cellMl];
    }
}
