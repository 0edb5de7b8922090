<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Server\Plan\Batch;

/** From this day on a batch lies in another zone. */
#[ORM\Entity, ORM\Table(name: 'batch_moves_on')]
class MovesOn
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    public function __construct(
        #[ORM\ManyToOne(inversedBy: 'movesOn')] #[ORM\JoinColumn(nullable: false)] public Batch $batch,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Zone $zone,
        #[ORM\Column(type: Types::DATE_IMMUTABLE)] public \DateTimeImmutable $fromDay,
    ) {
    }
}
