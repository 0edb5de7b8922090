<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Records\ShortHistory;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Stock\StockBlock;

/**
 * A batch from before this nursery kept its book here, as its records have it. It teaches rates as others do, and is marked as
 * brought in: nothing of it was counted here, so it stands beside the book and not in it.
 */
#[ORM\Entity, ORM\Table(name: 'past_batch')]
class PastBatch
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;
    #[ORM\Column] public int $stuck;
    #[ORM\Column] public int $rooted;
    #[ORM\Column(nullable: true)] public ?int $potted;
    /** @var array<string, int> by cause */
    #[ORM\Column(type: Types::JSON)]
    public array $lost;
    /** Where it was taken from, as it is written there; with its block, where that is known here. */
    #[ORM\Column(nullable: true)] public ?string $source = null;
    #[ORM\ManyToOne] public ?StockBlock $block = null;
    #[ORM\Column(nullable: true)] public ?string $hormone = null;
    /** Whether anything is said of a hormone, be it that there was none. */
    #[ORM\Column] public bool $hormoneKnown = false;
    #[ORM\Column(nullable: true)] public ?string $mix = null;
    #[ORM\Column(nullable: true)] public ?string $note = null;
    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public BroughtIn $broughtIn,
        #[ORM\Column] public int $line,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Crop $crop,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Way $way,
        /** Of what only its year is known, in the middle of its usual weeks. */
        #[ORM\Column(type: Types::DATE_IMMUTABLE)] public \DateTimeImmutable $stuckOn,
        #[ORM\Column] public bool $dayKnown,
        ShortHistory $counts,
    ) {
        [$this->stuck, $this->rooted, $this->potted, $this->lost] = [$counts->stuck, $counts->rooted, $counts->potted, $counts->lost];
    }
}
