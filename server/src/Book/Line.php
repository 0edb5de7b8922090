<?php

declare(strict_types=1);

namespace WetCradle\Server\Book;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Potting\PotLot;

/** A line of a batch in the book: the first is the batch as stuck, the others are remainders split off it. */
#[ORM\Entity, ORM\Table(name: 'line')]
class Line
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /** The lot in which its potted plants are grown on. */
    #[ORM\ManyToOne(inversedBy: 'lines')]
    public ?PotLot $lot = null;

    public function __construct(
        #[ORM\ManyToOne(inversedBy: 'lines')] #[ORM\JoinColumn(nullable: false)] public Batch $batch,
        #[ORM\Column] public int $number,
        #[ORM\Column(type: Types::DATE_IMMUTABLE)] public \DateTimeImmutable $since,
        #[ORM\Column(nullable: true)] public ?string $note = null,
    ) {
        $batch->lines->add($this);
    }
}
