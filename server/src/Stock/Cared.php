<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Stock\CareJob;
use WetCradle\Server\Account\Account;

/** Something that was done for a block of stock plants on a day. */
#[ORM\Entity, ORM\Table(name: 'stock_care')]
class Cared
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public StockBlock $block,
        #[ORM\Column] public CareJob $job,
        #[ORM\Column(name: 'on_day', type: Types::DATE_IMMUTABLE)] public \DateTimeImmutable $on,
        #[ORM\Column(nullable: true)] public ?string $note,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
    ) {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['id' => $this->id, 'job' => $this->job, 'on' => $this->on->format('Y-m-d'), 'note' => $this->note, 'by' => $this->by->name];
    }
}
