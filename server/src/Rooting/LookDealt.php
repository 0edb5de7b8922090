<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Server\Account\Account;

/** What became of a look: what was done about it, or until when it is watched. */
#[ORM\Entity, ORM\Table(name: 'look_dealt')]
class LookDealt
{
    public function __construct(
        #[ORM\Id, ORM\OneToOne] #[ORM\JoinColumn(nullable: false)] public readonly RoundLook $look,
        #[ORM\Column(nullable: true)] public ?string $what,
        #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)] public ?\DateTimeImmutable $watchUntil,
        #[ORM\Column] public \DateTimeImmutable $at,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
    ) {
    }
}
