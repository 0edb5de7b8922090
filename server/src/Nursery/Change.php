<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Server\Account\Account;

/** Who changed what, when: kept for every change that is not an act in the count book. */
#[ORM\Entity(readOnly: true), ORM\Table(name: 'change_note')]
class Change
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /** @param array<string, array{0: mixed, 1: mixed}> $fields field → before, after */
    public function __construct(
        #[ORM\Column] public string $what,
        #[ORM\Column] public string $which,
        #[ORM\Column(type: Types::JSON)] public array $fields,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
        #[ORM\Column] public \DateTimeImmutable $at,
    ) {
    }
}
