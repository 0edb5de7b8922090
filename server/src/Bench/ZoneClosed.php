<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\Mapping as ORM;

/** Weeks in which a zone is out of use. */
#[ORM\Entity, ORM\Table(name: 'zone_closed')]
class ZoneClosed
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    public function __construct(
        #[ORM\ManyToOne(inversedBy: 'closed')] #[ORM\JoinColumn(nullable: false)] public Zone $zone,
        #[ORM\Column] public string $fromWeek,
        #[ORM\Column] public string $toWeek,
        #[ORM\Column] public string $why,
    ) {
    }
}
