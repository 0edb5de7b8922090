<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Mist\ZoneProgramme;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Bench\Zone;

/** What the controller of a zone was set to, once; the newest of a zone is what it is set to now. */
#[ORM\Entity, ORM\Table(name: 'zone_programme')]
class ProgrammeSet
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /**
     * @param array<string, mixed> $programme as `ZoneProgramme::toArray` says it
     * @param string               $asked     mark of what those in the zone asked for when it was set
     */
    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Zone $zone,
        #[ORM\Column(type: Types::JSON)] public array $programme,
        #[ORM\Column] public string $asked,
        #[ORM\Column] public \DateTimeImmutable $at,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
    ) {
    }

    public function core(): ZoneProgramme
    {
        return ZoneProgramme::read(Fields::of($this->programme));
    }
}
