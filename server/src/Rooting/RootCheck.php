<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Rooting\Verdict;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Book\Line;

/** A few lifted and looked at; moves no plants. */
#[ORM\Entity, ORM\Table(name: 'root_check')]
class RootCheck
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /** Out of how many they were lifted. */
    #[ORM\Column]
    public int $trays = 1;
    /** How many more would have settled it; 0 where it was, null where none would or nobody reckoned it. */
    #[ORM\Column(nullable: true)]
    public ?int $more = null;
    /** How deep the longest roots of most have gone. */
    #[ORM\Column(nullable: true)]
    public ?int $depthMm = null;
    #[ORM\Column(nullable: true)]
    public ?Quality $quality = null;

    /**
     * @param array<string, int> $stages how many were at each root stage, by stage
     * @param int                $there  how many stood on the line
     */
    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Line $line,
        #[ORM\Column(type: Types::DATE_IMMUTABLE)] public \DateTimeImmutable $onDay,
        #[ORM\Column(type: Types::JSON)] public array $stages,
        #[ORM\Column] public int $there,
        #[ORM\Column] public int $lifted,
        #[ORM\Column] public int $rooted,
        #[ORM\Column(type: Types::FLOAT)] public float $threshold,
        #[ORM\Column(type: Types::FLOAT)] public float $chance,
        #[ORM\Column] public Verdict $verdict,
        #[ORM\Column(nullable: true)] public ?string $note,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Account $by,
        #[ORM\Column] public \DateTimeImmutable $at,
    ) {
    }
}
