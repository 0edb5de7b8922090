<?php

declare(strict_types=1);

namespace WetCradle\Server\Potting;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Potting\StepKind;
use WetCradle\Server\Account\Account;

/** Something done with a lot while it grows on; moves no plants in the book. */
#[ORM\Entity, ORM\Table(name: 'lot_step')]
class LotStep
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public PotLot $lot,
        #[ORM\Column] public StepKind $kind,
        #[ORM\Column(type: Types::DATE_IMMUTABLE)] public \DateTimeImmutable $onDay,
        #[ORM\Column(nullable: true)] public ?string $note,
        #[ORM\Column] public \DateTimeImmutable $at,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
    ) {
    }

    /** @return array{id: ?int, kind: string, on: string, note: ?string, by: string} */
    public function toArray(): array
    {
        return ['id' => $this->id, 'kind' => $this->kind->value, 'on' => $this->onDay->format('Y-m-d'), 'note' => $this->note, 'by' => $this->by->name];
    }
}
