<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Plan\PlainDates;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Book\BatchStanding;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Crops\SheetVersion;
use WetCradle\Server\Stock\StockBlock;
use WetCradle\Server\Wanted\Wanted;

/** One crop, one method, one material, stuck on one day or a few: planned first, then kept in the book by its lines. */
#[ORM\Entity, ORM\Table(name: 'batch')]
class Batch
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)]
    public Crop $crop;
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $stickOn;
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $rootedFrom;
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $rootedBy;
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $weanOn;
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $potOn;
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $readyOn;

    /** The day it was stuck; null while it is only planned. */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    public ?\DateTimeImmutable $stuckOn = null;
    /** The day its last tray left the rooting bench. */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    public ?\DateTimeImmutable $leftBenchOn = null;
    #[ORM\Column(nullable: true)]
    public ?string $mix = null;
    #[ORM\Column(nullable: true)]
    public ?string $hormone = null;
    #[ORM\Column(nullable: true)]
    public ?string $trayNumbers = null;
    #[ORM\Column]
    public bool $calledOff = false;
    /** Why it was stuck although its stock block was not fit to take from. */
    #[ORM\Column(nullable: true)]
    public ?string $despite = null;
    /** What the plan rested on when it was made, in words. */
    #[ORM\Column(nullable: true)]
    public ?string $restedOn = null;

    /** @var Collection<int, Account> who stuck it */
    #[ORM\ManyToMany(targetEntity: Account::class), ORM\JoinTable(name: 'batch_people')]
    public Collection $people;

    /** @var Collection<int, Line> */
    #[ORM\OneToMany(targetEntity: Line::class, mappedBy: 'batch', cascade: ['persist'])]
    #[ORM\OrderBy(['number' => 'ASC'])]
    public Collection $lines;

    #[ORM\OneToOne(targetEntity: BatchStanding::class, mappedBy: 'batch', cascade: ['persist'])]
    public ?BatchStanding $standing = null;

    public function __construct(
        #[ORM\Column] public string $code,
        /** The sheet it was stuck under; while it is only planned, the newest of its way. */
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public SheetVersion $sheet,
        #[ORM\Column] public string $method,
        #[ORM\Column] public string $material,
        #[ORM\ManyToOne] public ?Wanted $wanted,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public StockBlock $block,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Zone $zone,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public TrayKind $trayKind,
        #[ORM\Column] public int $trays,
        #[ORM\Column] public int $planned,
        #[ORM\Column(nullable: true)] public ?int $needed,
        #[ORM\Column(type: Types::FLOAT, nullable: true)] public ?float $confidence,
        PlainDates $dates,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Account $plannedBy,
        #[ORM\Column] public \DateTimeImmutable $plannedAt,
    ) {
        $this->crop = $sheet->way->crop;
        $this->people = new ArrayCollection();
        $this->lines = new ArrayCollection();
        $this->date($dates);
    }

    public function date(PlainDates $dates): void
    {
        $this->stickOn = $dates->stickOn;
        $this->rootedFrom = $dates->rootedFrom;
        $this->rootedBy = $dates->rootedBy;
        $this->weanOn = $dates->weanOn;
        $this->potOn = $dates->potOn;
        $this->readyOn = $dates->readyOn;
    }

    public function isStuck(): bool
    {
        return $this->stuckOn !== null;
    }
}
