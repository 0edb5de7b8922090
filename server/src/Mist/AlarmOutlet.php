<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\ORM\Mapping as ORM;
use WetCradle\Server\Account\Account;

/** Somewhere outside where alarms are told: a private address to subscribe to, an address that is called, or a mailbox. */
#[ORM\Entity, ORM\Table(name: 'alarm_outlet')]
class AlarmOutlet
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;
    #[ORM\Column(nullable: true)]
    public ?\DateTimeImmutable $toldAt = null;
    /** What went wrong when it was told last. */
    #[ORM\Column(nullable: true)]
    public ?string $failed = null;

    public function __construct(
        #[ORM\Column] public OutletKind $kind,
        /** An address or a mailbox; of a feed, its token as it is kept. */
        #[ORM\Column] public string $address,
        #[ORM\Column] public \DateTimeImmutable $at,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
    ) {
    }
}
