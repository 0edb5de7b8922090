<?php

declare(strict_types=1);

namespace WetCradle\Server\Crops;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Server\Account\Account;

/** Somebody saw the sign that a way's material is right, or right no more. */
#[ORM\Entity(readOnly: true), ORM\Table(name: 'sign_seen')]
class SignSeen
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Way $way,
        #[ORM\Column(name: '"window"')] public int $window,
        /** Whether it says that the window is over, not that it begins. */
        #[ORM\Column] public bool $isOver,
        #[ORM\Column(type: Types::DATE_IMMUTABLE)] public \DateTimeImmutable $seenOn,
        #[ORM\Column(nullable: true)] public ?string $note,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
        #[ORM\Column] public \DateTimeImmutable $at,
    ) {
    }
}
