<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Stock\Reentry;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Bench\Zone;

/** Plants were treated: with what, how much, where, by whom with which certificate, and until when nobody goes in. A record, and no advice. */
#[ORM\Entity, ORM\Table(name: 'treatment')]
class Treatment
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /** Where: a zone, a stock block, or in words. */
    #[ORM\ManyToOne] public ?Zone $zone = null;
    #[ORM\ManyToOne] public ?StockBlock $block = null;
    #[ORM\Column(nullable: true)] public ?string $place = null;
    #[ORM\Column(nullable: true)] public ?string $why = null;
    #[ORM\Column(nullable: true)] public ?string $certificate = null;
    #[ORM\Column(nullable: true)] public ?string $note = null;
    public function __construct(
        #[ORM\Column] public \DateTimeImmutable $at,
        #[ORM\Column] public string $product,
        #[ORM\Column] public string $amount,
        #[ORM\Column(type: Types::FLOAT)] public float $reentryHours,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Account $doneBy,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
        #[ORM\Column] public \DateTimeImmutable $loggedAt,
    ) {
    }

    public function where(): string
    {
        return $this->zone->name ?? $this->block->code ?? $this->place ?? '';
    }

    public function reentry(): Reentry
    {
        return Reentry::of($this->at, $this->reentryHours);
    }
}
