<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** How a batch was stuck; all of it empty while it is only planned. */
#[ORM\Embeddable]
class Sticking
{
    /** @var ?array{stickOn: string, weanOn: string, potOn: string, readyOn: string, trays: int, cuttings: int} what was planned, kept when it was stuck */
    #[ORM\Column(type: Types::JSON, nullable: true)]
    public ?array $asPlanned = null;

    /** Clumps that were lifted for it, and pieces of them that went back to the bed; null where none is lifted. */
    #[ORM\Column(nullable: true)] public ?int $lifted = null;
    #[ORM\Column(nullable: true)] public ?int $toBed = null;
    /**
     * @param ?\DateTimeImmutable $stuckOn the day it was stuck; null while it is only planned
     * @param ?string             $despite why it was stuck although its stock block was not fit to take from
     */
    public function __construct(
        #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)] public ?\DateTimeImmutable $stuckOn = null,
        #[ORM\Column(nullable: true)] public ?string $mix = null,
        #[ORM\Column(nullable: true)] public ?string $hormone = null,
        #[ORM\Column(nullable: true)] public ?string $trayNumbers = null,
        #[ORM\Column(nullable: true)] public ?string $despite = null,
    ) {
    }

    /** By how many plants the bed that it came from has more, or less. */
    public function bedChange(): int
    {
        return ($this->toBed ?? 0) - ($this->lifted ?? 0);
    }
}
