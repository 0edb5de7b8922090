<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Mist\AlarmKind;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Bench\Zone;

/** An alarm that was raised: since when, until when, and who saw it. */
#[ORM\Entity, ORM\Table(name: 'alarm')]
class AlarmKept
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;
    #[ORM\Column(nullable: true)]
    public ?\DateTimeImmutable $until = null;
    #[ORM\Column(nullable: true)]
    public ?\DateTimeImmutable $seenAt = null;
    #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'seen_by_id')]
    public ?Account $seenBy = null;

    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Zone $zone,
        #[ORM\Column] public AlarmKind $kind,
        #[ORM\Column] public \DateTimeImmutable $since,
        /** As it was said when it was raised. */
        #[ORM\Column] public string $says,
    ) {
    }
}
