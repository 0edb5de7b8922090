<?php

declare(strict_types=1);

namespace WetCradle\Server\Database;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Server\Account\Account;

/** Something that was taken out of the records, as the database had it, so that it can be put back. */
#[ORM\Entity, ORM\Table(name: 'taken_out')]
class TakenOut
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(nullable: true)]
    public ?\DateTimeImmutable $backAt = null;

    /** @param list<array{table: string, row: array<string, mixed>}> $kept what others rest on first */
    public function __construct(
        #[ORM\Column] public string $what,
        #[ORM\Column] public string $which,
        #[ORM\Column(type: Types::JSON)] public array $kept,
        #[ORM\Column] public \DateTimeImmutable $at,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
    ) {
    }
}
