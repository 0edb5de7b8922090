<?php

declare(strict_types=1);

namespace WetCradle\Server\Potting;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Http\Conflict;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Wanted\Pot;

/** Plants of one crop in one size of pot that are grown on together: the potted lines of the batches they came from. */
#[ORM\Entity, ORM\Table(name: 'pot_lot')]
class PotLot
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /** Which make-up of it was seen: one more each time that plants are put to it or parted from it. */
    #[ORM\Column]
    public int $version = 1;

    /** The lot from which it was potted on; null where it came from cells. */
    #[ORM\ManyToOne(targetEntity: self::class)]
    public ?self $fromLot = null;

    /** Where it stands; null where nobody has said. */
    #[ORM\ManyToOne]
    public ?Zone $zone = null;
    /** Whether its pots stand apart, or pot-thick. */
    #[ORM\Column]
    public bool $spaced = false;
    /** Since which day it stands so. */
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $standsSince;

    /** The last day on which it is held back from orders, and keeps its place; null where it is not. */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    public ?\DateTimeImmutable $heldUntil = null;
    #[ORM\Column(nullable: true)]
    public ?string $heldWhy = null;

    /** @var Collection<int, Line> */
    #[ORM\OneToMany(targetEntity: Line::class, mappedBy: 'lot')]
    #[ORM\OrderBy(['id' => 'ASC'])]
    public Collection $lines;

    public function __construct(
        #[ORM\Column] public string $code,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Crop $crop,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Pot $pot,
        #[ORM\Column] public string $mix,
        /** The first day on which any of it was potted. */
        #[ORM\Column(type: Types::DATE_IMMUTABLE)] public \DateTimeImmutable $pottedOn,
        #[ORM\Column(type: Types::DATE_IMMUTABLE)] public \DateTimeImmutable $readyOn,
    ) {
        $this->lines = new ArrayCollection();
        $this->standsSince = $pottedOn;
    }

    public static function codeOf(int $number): string
    {
        return 'P'.$number;
    }

    /** Whether a code is that of a lot: no batch has such a one. */
    public static function isCode(string $code): bool
    {
        return preg_match('/^P[1-9]\d*$/', $code) === 1;
    }

    /** Stands where it stood, or is to stand, when it was potted or taken from another. */
    public function standsIn(?Zone $zone, bool $spaced, \DateTimeImmutable $since): void
    {
        [$this->zone, $this->spaced, $this->standsSince] = [$zone, $spaced, $since];
    }

    /** It is carried elsewhere, or set apart, on that day: who saw it before has seen it elsewhere. */
    public function movesTo(?Zone $zone, bool $spaced, \DateTimeImmutable $on): void
    {
        $this->standsIn($zone, $spaced, $on);
        ++$this->version;
    }

    /** It is held back until the end of that day, or for orders again: who saw it before has seen another lot. */
    public function hold(?\DateTimeImmutable $until, ?string $why): void
    {
        [$this->heldUntil, $this->heldWhy] = [$until, $until === null ? null : $why];
        ++$this->version;
    }

    /** What came from another lot is held back as that one is. */
    public function holdAs(self $other): void
    {
        [$this->heldUntil, $this->heldWhy] = [$other->heldUntil, $other->heldWhy];
    }

    public function isHeldOn(\DateTimeImmutable $day): bool
    {
        return $this->heldUntil !== null && $this->heldUntil >= $day;
    }

    /** @return array{heldUntil: ?string, heldWhy: ?string} */
    public function held(): array
    {
        return ['heldUntil' => $this->heldUntil?->format('Y-m-d'), 'heldWhy' => $this->heldWhy];
    }

    /** @return array{zone: ?string, spaced: bool, since: string} where it stands, as the history says it */
    public function stands(): array
    {
        return ['zone' => $this->zone?->name, 'spaced' => $this->spaced, 'since' => $this->standsSince->format('Y-m-d')];
    }

    /** @return array{code: string, version: int} what somebody has seen of it */
    public function asSeen(): array
    {
        return ['code' => $this->code, 'version' => $this->version];
    }

    public function take(Line $line): void
    {
        // Reading the lines lays them where the database has them, so that comes first.
        if (!$this->lines->contains($line)) {
            $this->lines->add($line);
            ++$this->version;
        }
        $line->lot = $this;
    }

    public function letGo(Line $line): void
    {
        $this->lines->removeElement($line);
        $line->lot = null;
        ++$this->version;
    }

    /** Some of it grew, went or was lost: who saw it before has seen another lot. */
    public function countsChanged(): void
    {
        ++$this->version;
    }

    /** @throws Conflict where it is not as this version of it was */
    public function mustBeAsSeen(int $version): void
    {
        if ($version !== $this->version) {
            $batches = array_map(static fn (Batch $b) => $b->code, $this->batches());
            throw new Conflict(
                ['code' => $this->code, 'version' => $this->version, 'batches' => $batches],
                sprintf(
                    'Somebody put plants to lot %s, took some from it, booked some of it or carried it elsewhere meanwhile, so nothing was done. %s',
                    $this->code,
                    $batches === [] ? 'Nothing stands in it now.' : 'It is of '.implode(' and ', $batches).' now.',
                ),
            );
        }
    }

    /** @return list<Batch> its lineage */
    public function batches(): array
    {
        $batches = [];
        foreach ($this->lines as $line) {
            $batches[(int) $line->batch->id] = $line->batch;
        }

        return array_values($batches);
    }
}
