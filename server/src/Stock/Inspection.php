<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Server\Account\Account;

/** Somebody looked at a block: clean, or what was found, how bad, where; and how it was cleared. */
#[ORM\Entity, ORM\Table(name: 'inspection')]
class Inspection
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    public ?\DateTimeImmutable $clearedOn = null;
    #[ORM\Column(nullable: true)]
    public ?string $clearedWhy = null;
    #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'cleared_by_id')]
    public ?Account $clearedBy = null;

    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public StockBlock $block,
        #[ORM\Column(name: 'on_day', type: Types::DATE_IMMUTABLE)] public \DateTimeImmutable $on,
        #[ORM\Column(nullable: true)] public ?string $found,
        #[ORM\Column(nullable: true)] public ?HowBad $howBad,
        #[ORM\Column(nullable: true)] public ?string $spot,
        #[ORM\Column(nullable: true)] public ?string $note,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
        #[ORM\Column] public \DateTimeImmutable $at,
    ) {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'on' => $this->on->format('Y-m-d'), 'clean' => $this->found === null, 'found' => $this->found,
            'howBad' => $this->howBad?->value, 'where' => $this->spot, 'note' => $this->note, 'by' => $this->by->name,
            'clearedOn' => $this->clearedOn?->format('Y-m-d'), 'clearedWhy' => $this->clearedWhy, 'clearedBy' => $this->clearedBy?->name,
        ];
    }
}
