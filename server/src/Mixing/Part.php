<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Mixing\MixPart;
use WetCradle\Core\Mixing\Volume;

/** One thing that mixes are made of, as it lies in the store. */
#[ORM\Entity, ORM\Table(name: 'mix_part')]
class Part
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    public function __construct(
        #[ORM\Column] public string $name,
        #[ORM\Column] public bool $holdsWater = false,
        #[ORM\Column] public bool $drains = false,
        #[ORM\Column] public bool $feeds = false,
        #[ORM\Column] public bool $breaksDown = false,
        #[ORM\Column(type: Types::FLOAT)] public float $air = 0.0,
        #[ORM\Column(type: Types::FLOAT)] public float $water = 0.0,
        /** Litres of water that a litre takes up before it is used. */
        #[ORM\Column(type: Types::FLOAT)] public float $wetBy = 0.0,
        #[ORM\Column(type: Types::FLOAT, nullable: true)] public ?float $bagLitres = null,
        #[ORM\Column(type: Types::FLOAT)] public float $stockLitres = 0.0,
    ) {
    }

    public function core(): MixPart
    {
        return MixPart::of(
            $this->name,
            $this->holdsWater,
            $this->drains,
            $this->feeds,
            $this->breaksDown,
            $this->air,
            $this->water,
            $this->wetBy,
            $this->bagLitres === null ? null : Volume::litres($this->bagLitres),
            Volume::litres($this->stockLitres),
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return get_object_vars($this);
    }
}
