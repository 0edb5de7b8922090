<?php

declare(strict_types=1);

namespace WetCradle\Server\Book;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Book\ActKind;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Plan\Batch;

/** Something somebody did that moved plants: the entries of one act stand or fall together. */
#[ORM\Entity(readOnly: true), ORM\Table(name: 'act')]
class Act
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    public function __construct(
        #[ORM\Column] public ActKind $kind,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Batch $batch,
        #[ORM\Column(type: Types::DATE_IMMUTABLE)] public \DateTimeImmutable $onDay,
        #[ORM\Column] public \DateTimeImmutable $at,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Account $by,
        #[ORM\Column] public string $says,
        #[ORM\ManyToOne(targetEntity: Act::class)] #[ORM\JoinColumn(name: 'undoes')] public ?self $undoes = null,
    ) {
    }
}
