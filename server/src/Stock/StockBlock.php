<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Crops\CuttingsPerShoot;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\Plantlets;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Stock\Clumps;
use WetCradle\Core\Stock\DivisionPath;
use WetCradle\Core\Stock\GrowingWeeks;
use WetCradle\Core\Stock\Origin;
use WetCradle\Core\Stock\Sexes;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\StockYear;
use WetCradle\Server\Crops\Crop;

/** A group of alike stock plants kept for material. */
#[ORM\Entity, ORM\Table(name: 'stock_block')]
class StockBlock
{
    /** How far ahead a clump's path is drawn, years. */
    private const PATH_YEARS = 10;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    /** @var Collection<int, StockPlant> plants that matter one by one */
    #[ORM\OneToMany(targetEntity: StockPlant::class, mappedBy: 'block'), ORM\OrderBy(['bed' => 'ASC', 'label' => 'ASC'])]
    public Collection $named;

    #[ORM\Column] public string $place;
    #[ORM\Column] public int $plants;
    #[ORM\Column] public int $plantedYear;
    /** Its day, where somebody knows it: how old its plants are counts from it. */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)] public ?\DateTimeImmutable $plantedOn = null;
    #[ORM\Column(nullable: true)] public ?string $note = null;
    #[ORM\Column] public int $shoots;
    #[ORM\Column] public int $maxShoots;
    #[ORM\Column(type: Types::FLOAT)] public float $capShare;
    #[ORM\Column(type: Types::FLOAT)] public float $branching;
    #[ORM\Column] public int $recoveryWeeks;
    #[ORM\Column(nullable: true)] public ?int $yearCap = null;
    #[ORM\Column(type: Types::FLOAT, nullable: true)] public ?float $shootCm = null;
    #[ORM\Column(type: Types::FLOAT, nullable: true)] public ?float $tipCm = null;
    #[ORM\Column(type: Types::FLOAT, nullable: true)] public ?float $internodeCm = null;
    #[ORM\Column] public int $notBefore = 1;
    #[ORM\Column(nullable: true)] public ?int $replaceAfter = null;
    #[ORM\Column] public int $minParents = 1;
    #[ORM\Column] public Origin $origin = Origin::Own;
    #[ORM\Column(nullable: true)] public ?string $source = null;
    #[ORM\Column(nullable: true)] public ?string $population = null;
    /** The clone or accession that it is, and who looked when that it is true to its name. */
    #[ORM\Column(nullable: true)] public ?string $accession = null;
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)] public ?\DateTimeImmutable $trueToNameOn = null;
    #[ORM\Column(nullable: true)] public ?string $trueToNameBy = null;
    #[ORM\Column(nullable: true)] public ?string $permit = null;
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)] public ?\DateTimeImmutable $permitUntil = null;
    /** The number of the plant passport that its plants came with. */
    #[ORM\Column(nullable: true)] public ?string $passport = null;
    #[ORM\Column(type: Types::FLOAT, nullable: true)] public ?float $multiplication = null;
    #[ORM\Column(type: Types::FLOAT, nullable: true)] public ?float $survival = null;
    #[ORM\Column(nullable: true)] public ?int $target = null;
    #[ORM\Column(nullable: true)] public ?int $restFrom = null;
    #[ORM\Column(nullable: true)] public ?int $restartIn = null;
    #[ORM\Column(nullable: true)] public ?int $firstTakeAfter = null;
    #[ORM\Column] public bool $feeds = false;
    #[ORM\Column] public bool $flowersOff = false;
    #[ORM\Column(nullable: true)] public ?int $piecesEach = null;
    #[ORM\Column] public int $piecesBack = 1;
    public function __construct(#[ORM\Column] public string $code, #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Crop $crop)
    {
        $this->named = new ArrayCollection();
    }

    public function habit(?GrowingWeeks $growing = null, ?StockYear $year = null): ShootHabit
    {
        $clumps = $this->clumps();

        return $clumps === null
            ? ShootHabit::of($this->shoots, $this->maxShoots, $this->capShare, $this->branching, $this->recoveryWeeks, $growing, $year)
            : ShootHabit::ofClumps($this->plants, $clumps, $this->capShare, $this->recoveryWeeks, $growing, $year);
    }

    /** @return list<string> its population, and whoever it came from */
    public function comesFrom(): array
    {
        return array_values(array_filter([$this->population, $this->source], static fn (?string $name) => $name !== null && $name !== ''));
    }

    /** Of its plants that are named; a bed whose clumps are lifted is taken from as a whole. */
    public function sexes(): Sexes
    {
        return Sexes::of($this->clumps() === null ? array_map(static fn (StockPlant $plant) => $plant->sex, $this->named->getValues()) : []);
    }

    /** As a label says it: its code, and the clone, accession or population by which it is known. */
    public function labelled(): string
    {
        return implode(' ', array_filter([$this->code, $this->accession ?? $this->population]));
    }

    /** How its clumps are divided; null where it is not lifted. */
    public function clumps(): ?Clumps
    {
        return $this->piecesEach === null ? null : Clumps::of($this->piecesEach, $this->piecesBack);
    }

    /** Plants that are taken from one by one: a bed whose clumps are lifted is taken from as a whole. */
    public function givers(): int
    {
        return $this->clumps() === null ? $this->plants : 1;
    }

    /** Whether what a shoot makes depends on the way: a runner has one plantlet or two, a stem whose length and nodes are known is cut into lengths. */
    public function dependsOnWay(Material $material): bool
    {
        return $material === Material::Runner || ($this->shootCm !== null && $this->internodeCm !== null);
    }

    /** Cuttings of a shoot this way, plantlets of a runner, or pieces of a clump to pot: one, unless it is a stem cut into lengths whose nodes are known. */
    public function perShoot(?WaySheet $way): int
    {
        $clumps = $this->clumps();
        if ($clumps !== null) {
            return $clumps->give();
        }
        if ($way?->plantlets() === Plantlets::Two) {
            return 2;
        }
        if ($way === null || !$way->method->isOfStem() || $way->method->value === 'tip cutting' || $this->shootCm === null || $this->internodeCm === null) {
            return 1;
        }

        return CuttingsPerShoot::of(
            $this->shootCm,
            $this->tipCm ?? 0.0,
            $this->internodeCm,
            $way->taking->cut->nodesBelow,
            max(1, $way->taking->cut->nodesAbove),
            $way->taking->cut->lengthCm->low,
            $way->taking->cut->betweenNodes,
        )->cuttings();
    }

    public function path(): ?DivisionPath
    {
        return $this->multiplication === null || $this->survival === null || $this->target === null
            ? null
            : DivisionPath::of($this->plants, $this->multiplication, $this->survival, $this->target, self::PATH_YEARS);
    }

    /** @return array<string, mixed> what can be edited */
    public function editable(): array
    {
        return [
            'place' => $this->place, 'plants' => $this->plants, 'plantedYear' => $this->plantedYear,
            'plantedOn' => $this->plantedOn?->format('Y-m-d'), 'note' => $this->note,
            'shoots' => $this->shoots, 'maxShoots' => $this->maxShoots, 'capShare' => $this->capShare, 'branching' => $this->branching,
            'recoveryWeeks' => $this->recoveryWeeks, 'yearCap' => $this->yearCap,
            'shootCm' => $this->shootCm, 'tipCm' => $this->tipCm, 'internodeCm' => $this->internodeCm, 'notBefore' => $this->notBefore,
            'replaceAfter' => $this->replaceAfter, 'minParents' => $this->minParents,
            'origin' => $this->origin, 'source' => $this->source, 'population' => $this->population, 'permit' => $this->permit,
            'permitUntil' => $this->permitUntil?->format('Y-m-d'), 'passport' => $this->passport, 'accession' => $this->accession,
            'trueToNameOn' => $this->trueToNameOn?->format('Y-m-d'), 'trueToNameBy' => $this->trueToNameBy,
            'multiplication' => $this->multiplication, 'survival' => $this->survival, 'target' => $this->target,
            'restFrom' => $this->restFrom, 'restartIn' => $this->restartIn, 'firstTakeAfter' => $this->firstTakeAfter,
            'feeds' => $this->feeds, 'flowersOff' => $this->flowersOff, 'piecesEach' => $this->piecesEach, 'piecesBack' => $this->piecesBack,
            'version' => $this->version,
        ];
    }
}
