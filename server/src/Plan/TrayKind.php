<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A kind of tray: how many cells, and what each holds. */
#[ORM\Entity, ORM\Table(name: 'tray_kind')]
class TrayKind
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    public function __construct(
        #[ORM\Column] public string $name,
        #[ORM\Column] public int $cells,
        #[ORM\Column] public int $cellMl,
        #[ORM\Column(type: Types::FLOAT)] public float $lengthCm,
        #[ORM\Column(type: Types::FLOAT)] public float $widthCm,
    ) {
    }

    /** How much bench one takes. */
    public function squareMetres(): float
    {
        return $this->lengthCm * $this->widthCm / 10_000;
    }

    /** @return array{id: ?int, name: string, cells: int, cellMl: int} */
    public function toArray(): array
    {
        return ['id' => $this->id, 'name' => $this->name, 'cells' => $this->cells, 'cellMl' => $this->cellMl];
    }
}
