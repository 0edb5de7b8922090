<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Bench\Zone as CoreZone;
use WetCradle\Core\Numbers\Range;

/** A zone of bench or floor with its place in the house, in metres seen from above. */
#[ORM\Entity, ORM\Table(name: 'zone')]
class Zone
{
    public const KINDS = ['mist', 'cover', 'open', 'frame'];

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    public function __construct(
        #[ORM\Column] public string $name,
        #[ORM\Column] public string $house,
        #[ORM\Column] public string $kind,
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
    }

    public function core(): CoreZone
    {
        return CoreZone::of($this->name, $this->trays, Range::of($this->heatLow, $this->heatHigh, 'heat'), Range::of($this->mistLow, $this->mistHigh, 'mist'), $this->kind === 'frame');
    }
}
