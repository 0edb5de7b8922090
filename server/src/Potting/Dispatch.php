<?php

declare(strict_types=1);

namespace WetCradle\Server\Potting;

use Doctrine\ORM\Mapping as ORM;
use WetCradle\Server\Book\Act;
use WetCradle\Server\Wanted\Wanted;

/** Plants of a lot sent to an order, by an act of the book: undone, it is as if it had never been. */
#[ORM\Entity(readOnly: true), ORM\Table(name: 'dispatch')]
class Dispatch
{
    /** Those that still hold, as `d`. */
    public const HOLDS = 'NOT EXISTS (SELECT 1 FROM act u WHERE u.undoes = d.act_id)';

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Act $act,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public PotLot $lot,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Wanted $wanted,
        #[ORM\Column] public int $count,
        /** The number of the plant passport that went along. */
        #[ORM\Column(nullable: true)] public ?string $passport = null,
    ) {
    }
}
