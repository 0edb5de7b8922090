<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Stock\Sex;

/** One stock plant that matters by itself: a parent, a clone, a female. Its label is unique in the nursery. */
#[ORM\Entity, ORM\Table(name: 'stock_plant')]
class StockPlant
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    public function __construct(
        #[ORM\ManyToOne(inversedBy: 'named')] #[ORM\JoinColumn(nullable: false)] public StockBlock $block,
        #[ORM\Column] public string $label,
        #[ORM\Column] public string $bed,
        #[ORM\Column(nullable: true)] public ?Sex $sex,
        #[ORM\Column(nullable: true)] public ?string $note,
    ) {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['id' => $this->id, 'label' => $this->label, 'row' => $this->bed, 'sex' => $this->sex?->value, 'note' => $this->note];
    }
}
