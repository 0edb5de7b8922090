<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\ORM\Mapping as ORM;
use WetCradle\Server\Crops\Crop;

/** A group of alike stock plants kept for material. */
#[ORM\Entity, ORM\Table(name: 'stock_block')]
class StockBlock
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    public function __construct(
        #[ORM\Column] public string $code,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Crop $crop,
        #[ORM\Column] public string $place,
        #[ORM\Column] public int $plants,
        #[ORM\Column] public int $perPlant,
        #[ORM\Column] public int $recoveryWeeks,
        #[ORM\Column] public int $plantedYear,
        #[ORM\Column(nullable: true)] public ?string $note,
    ) {
    }
}
