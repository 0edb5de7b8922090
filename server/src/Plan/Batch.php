<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\SharedTray;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Bench\Whereabouts;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Course\Weaning;
use WetCradle\Core\Crops\CollectedAhead;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\Sex;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Bench\MovesOn;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Book\BatchStanding;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Crops\SheetVersion;
use WetCradle\Server\Http\Conflict;
use WetCradle\Server\Rates\MishapSaid;
use WetCradle\Server\Stock\StockBlock;
use WetCradle\Server\Wanted\Pot;
use WetCradle\Server\Wanted\Wanted;

/** One crop, one method, one material, stuck on one day or a few: planned first, then kept in the book by its lines. */
#[ORM\Entity, ORM\Table(name: 'batch')]
class Batch
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    /** How often it was laid elsewhere or put back. Where it goes on is kept beside it: counted here, that too makes another version of it. */
    #[ORM\Column]
    public int $timesMoved = 0;

    #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)]
    public Crop $crop;
    /** The sheet it was stuck under; while it is only planned, the newest of its way. */
    #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)]
    public SheetVersion $sheet;
    #[ORM\Column]
    public Method $method;
    #[ORM\Column]
    public Material $material;
    #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)]
    public StockBlock $block;
    /** The day on which its material is to be collected, where that is before it is stuck; null where it is cut for that day. */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    public ?\DateTimeImmutable $collectOn = null;
    /** A second block, where one cannot give all of it, and how many cuttings come from there. */
    #[ORM\ManyToOne]
    public ?StockBlock $alsoBlock = null;
    #[ORM\Column(nullable: true)]
    public ?int $alsoCuttings = null;
    /** The batch in whose last tray what is left over of it stands; null where all its trays are its own. */
    #[ORM\ManyToOne]
    public ?Batch $inTrayOf = null;
    /** Where it lies first. */
    #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)]
    public Zone $zone;
    #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)]
    public TrayKind $trayKind;
    #[ORM\Embedded(columnPrefix: false)]
    public Amount $amount;
    #[ORM\Embedded(columnPrefix: false)]
    public BatchDays $days;
    #[ORM\Embedded(columnPrefix: false)]
    public Sticking $sticking;

    /** @var Collection<int, Wanted> orders that it serves besides its first, which share its insurance */
    #[ORM\ManyToMany(targetEntity: Wanted::class), ORM\JoinTable(name: 'batch_shared')]
    public Collection $shared;

    /** @var Collection<int, MovesOn> zones it goes to after the first, in order */
    #[ORM\OneToMany(targetEntity: MovesOn::class, mappedBy: 'batch', cascade: ['persist'], orphanRemoval: true)]
    #[ORM\OrderBy(['fromDay' => 'ASC'])]
    public Collection $movesOn;
    /** What somebody said of it, where few rooted; null where nobody did, and the figures decide. */
    #[ORM\Column(nullable: true)]
    public ?MishapSaid $mishap = null;
    /** Whether filling the house leaves it where it is. */
    #[ORM\Column]
    public bool $locked = false;

    /** Where its plants stand from potting until they are ready; null where that is not settled. */
    #[ORM\ManyToOne]
    public ?Zone $potsZone = null;
    /** Whether the pots stand apart there, or pot-thick. */
    #[ORM\Column]
    public bool $potsSpaced = false;

    /** The day its last tray left the rooting bench. */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    public ?\DateTimeImmutable $leftBenchOn = null;
    #[ORM\Column]
    public bool $calledOff = false;
    /** @var Collection<int, Account> who stuck it */
    #[ORM\ManyToMany(targetEntity: Account::class), ORM\JoinTable(name: 'batch_people')]
    public Collection $people;

    /** @var Collection<int, Line> */
    #[ORM\OneToMany(targetEntity: Line::class, mappedBy: 'batch', cascade: ['persist'])]
    #[ORM\OrderBy(['number' => 'ASC'])]
    public Collection $lines;

    #[ORM\OneToOne(targetEntity: BatchStanding::class, mappedBy: 'batch', cascade: ['persist'])]
    public ?BatchStanding $standing = null;

    /** Whether it is stuck without its sheet's hormone, to be measured against. */
    #[ORM\Column]
    public bool $untreated = false;

    /** The sex of the plants that it is taken from, where its order asks for one. */
    #[ORM\Column(nullable: true)]
    public ?Sex $sex = null;

    /** @param ?Wanted $wanted its first order; null for stock of our own */
    public function __construct(
        #[ORM\Column] public string $code,
        Intended $as,
        #[ORM\ManyToOne] public ?Wanted $wanted,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Account $plannedBy,
        #[ORM\Column] public \DateTimeImmutable $plannedAt,
    ) {
        $this->crop = $as->sheet->way->crop;
        $this->sheet = $as->sheet;
        $this->method = $as->method;
        $this->material = $as->material;
        $this->block = $as->block;
        [$this->alsoBlock, $this->alsoCuttings] = [$as->alsoBlock, $as->alsoCuttings];
        $this->zone = $as->zone;
        $this->trayKind = $as->trayKind;
        $this->amount = $as->amount;
        $this->sex = $wanted?->sex;
        $this->collectOn = $as->collectOn;
        $this->inTrayOf = $as->inTrayOf;
        $this->days = new BatchDays($as->dates);
        $this->sticking = new Sticking();
        $this->people = new ArrayCollection();
        $this->shared = new ArrayCollection();
        $this->lines = new ArrayCollection();
        $this->movesOn = new ArrayCollection();
        $this->goesOn($as->onceWeaned === null ? [] : [['zone' => $as->onceWeaned, 'from' => $as->dates->weanOn]]);
    }

    /** A newer version of its way's sheet, while it is only planned. */
    public function goesOverTo(SheetVersion $sheet): void
    {
        $this->sheet = $sheet;
        $this->amount->together = $sheet->core()->setting->together();
        $this->method = $sheet->core()->method;
        $this->material = $sheet->core()->material;
    }

    /** Its sheet, as it stands for what its order asks for, or for what some of it is potted into. */
    public function way(?Pot $into = null): WaySheet
    {
        $pot = $into ?? $this->wanted?->pot;

        return $pot === null ? $this->sheet->core() : $this->sheet->leaving($pot->leaving());
    }

    /** Its sheet as it is followed when it is stuck. */
    public function made(): WaySheet
    {
        return $this->untreated ? $this->sheet->core()->untreated() : $this->sheet->core();
    }

    /** From which block it is taken, as a label says it; with the sex of its plants, where that matters. */
    public function takenLabelled(): string
    {
        return $this->block->labelled().($this->sex === null ? '' : ' '.$this->sex->value);
    }

    /** The zone it lies in on a day: until somebody begins to wean it, the one in which it roots. */
    public function zoneOn(\DateTimeImmutable $day): Zone
    {
        $zone = $this->zone;
        foreach ($this->movesOn as $on) {
            if ($on->fromDay <= $day && !$this->waitsForWeaning($on)) {
                $zone = $on->zone;
            }
        }

        return $zone;
    }

    private function waitsForWeaning(MovesOn $on): bool
    {
        $hasBegun = BatchDays::hasBegun($this->days->weaning, $this->sheet->core()->care->weaning);

        return Whereabouts::waitsForWeaning($on->fromDay, $this->days->weanOn, $this->isStuck(), $hasBegun);
    }

    /** These days from now on; where it goes on as it is weaned, it does so on its new day. */
    public function reckonedAs(PlainDates $dates): void
    {
        $weaned = $this->days->weanOn;
        $this->days->reckonedAs($dates);
        $isOn = static fn (\DateTimeImmutable $day) => static fn (int $i, MovesOn $on) => ($on->fromDay <=> $day) === 0;
        if ($this->movesOn->exists($isOn($dates->weanOn))) {
            return;
        }
        foreach ($this->movesOn as $i => $on) {
            if ($isOn($weaned)($i, $on)) {
                $on->fromDay = $dates->weanOn;
            }
        }
    }

    /** @return list<array{zone: Zone, from: \DateTimeImmutable}> where it goes on with these days: as it is weaned, or later as it is stuck later */
    public function movesBy(PlainDates $dates): array
    {
        $later = $this->days->stickOn->diff($dates->stickOn);

        return array_map(fn (MovesOn $on) => ['zone' => $on->zone, 'from' => match (true) {
            ($on->fromDay <=> $this->days->weanOn) === 0 => $dates->weanOn,
            $this->isStuck() => $on->fromDay,
            default => $on->fromDay->add($later),
        }], array_values($this->movesOn->toArray()));
    }

    /** @return non-empty-list<array{zone: int, tenant: Tenant}> where it would lie from when to when, with these days */
    public function legsBy(PlainDates $dates, HouseDefaults $house): array
    {
        $moves = array_map(static fn (array $on) => ['zone' => (int) $on['zone']->id, 'from' => $on['from']], $this->movesBy($dates));
        $whole = Berths::tenant($this->code, $this->sheet->core(), $dates, $this->positions());

        return Whereabouts::legs($whole, (int) $this->zone->id, $dates->weanOn, $moves, $house);
    }

    /** Days that it stands in its trays longer than it must, by what was said of it or by the week that its potting was given. */
    public function heldFor(Timetable $timetable): int
    {
        if ($this->days->potWeek === null) {
            return $this->days->heldDays;
        }
        $able = $this->datesHeld($this->begins(), $timetable, $this->zone, 0)->potOn;

        return max(0, (int) $able->diff($this->days->potOn)->format('%r%a'));
    }

    /** Whether it goes nowhere from where it lies first, but for when it is weaned. */
    public function goesOnOnlyWeaned(): bool
    {
        return $this->movesOn->forAll(fn (int $i, MovesOn $on) => ($on->fromDay <=> $this->days->weanOn) === 0);
    }

    /** @param list<array{zone: Zone, from: \DateTimeImmutable}> $moves in order */
    public function goesOn(array $moves): void
    {
        $this->movesOn->clear();
        foreach ($moves as ['zone' => $zone, 'from' => $from]) {
            $this->movesOn->add(new MovesOn($this, $zone, $from));
        }
    }

    /** @throws Conflict where somebody has changed it since this version was seen */
    public function mustBeAsSeen(int $version): void
    {
        if ($version !== $this->version) {
            throw new Conflict(
                ['code' => $this->code, 'version' => $this->version],
                sprintf('Somebody changed %s meanwhile, so nothing was done. Look again where it stands now.', $this->code),
            );
        }
    }

    /** @return array{code: string, version: int} what somebody has seen of it */
    public function asSeen(): array
    {
        return ['code' => $this->code, 'version' => $this->version];
    }

    /** Its days where it lies, or would lie, stuck on this day. */
    public function datesFrom(\DateTimeImmutable $stickOn, Timetable $timetable, ?Zone $zone = null): PlainDates
    {
        return $this->inItsWeek($this->datesHeld($stickOn, $timetable, $zone ?? $this->zone, $this->days->heldDays), $timetable);
    }

    /** The same, held in its trays for so many days, whatever week its potting was given. */
    public function datesHeld(\DateTimeImmutable $stickOn, Timetable $timetable, Zone $zone, int $heldDays): PlainDates
    {
        $sheet = $this->way();
        $dates = self::datesIn($zone, $sheet, $stickOn, $timetable, $heldDays);

        return $dates->weaned($this->weaningFrom($dates->weanOn), $timetable->in($zone->core(), $sheet), $heldDays);
    }

    /** Its weaning, step by step. */
    public function weaning(): Weaning
    {
        return $this->weaningFrom($this->days->weanOn);
    }

    private function weaningFrom(\DateTimeImmutable $planned): Weaning
    {
        return Weaning::of($this->sheet->core()->care->weaning, $planned, BatchDays::keptSteps($this->days->weaning));
    }

    /** These days, with its potting in the week that it was given. */
    public function inItsWeek(PlainDates $dates, Timetable $timetable): PlainDates
    {
        $week = $this->days->givenWeek();

        return $week === null
            ? $dates
            : $dates->pottedOn($timetable->workDays->firstIn($week), $timetable->in($this->zone->core(), $this->way())->growingOn);
    }

    /** Potted on this day: from now on only how it grows on is a forecast. */
    public function growsOnFrom(\DateTimeImmutable $pottedOn, Timetable $timetable): void
    {
        $this->days->readyOnly($this->readyWhenPotted($pottedOn, $timetable));
    }

    /** @param ?Pot $into that it is potted into; what its order asks for where nobody says another */
    public function readyWhenPotted(\DateTimeImmutable $pottedOn, Timetable $timetable, ?Pot $into = null): \DateTimeImmutable
    {
        return $timetable->in($this->zone->core(), $this->way($into))->growingOn->readyOn($pottedOn);
    }

    /** @throws Refused for `zone` where it never roots there */
    public static function datesIn(Zone $zone, WaySheet $sheet, \DateTimeImmutable $stickOn, Timetable $timetable, int $heldDays = 0): PlainDates
    {
        try {
            return $timetable->dates($sheet, $zone->core(), $stickOn, $heldDays);
        } catch (Refused $refused) {
            throw $refused->at('zone');
        }
    }

    /** @return array{stickOn: string, weanOn: string, potOn: string, readyOn: string, trays: int, cuttings: int} */
    public function plan(): array
    {
        $day = static fn (\DateTimeImmutable $d) => $d->format('Y-m-d');

        return [
            'stickOn' => $day($this->days->stickOn), 'weanOn' => $day($this->days->weanOn), 'potOn' => $day($this->days->potOn),
            'readyOn' => $day($this->days->readyOn),
            'trays' => $this->amount->trays, 'cuttings' => $this->amount->planned,
        ];
    }

    /** @return list<Wanted> the orders that it serves, its first one first; those called off too */
    public function orders(): array
    {
        return [...$this->wanted === null ? [] : [$this->wanted], ...array_values($this->shared->toArray())];
    }

    /** It serves an order no more; where it serves others too, the next of them is its first. */
    public function letGoOf(Wanted $order): void
    {
        $this->shared->removeElement($order);
        if ($this->wanted === $order) {
            $next = $this->shared->first();
            $this->wanted = $next === false ? null : $next;
            if ($next !== false) {
                $this->shared->removeElement($next);
            }
        }
    }

    /**
     * The blocks that it is taken from, each with its cuttings.
     *
     * @return non-empty-list<array{block: StockBlock, cuttings: int}>
     */
    public function takenFrom(): array
    {
        $also = min($this->alsoCuttings ?? 0, $this->amount->planned);

        return $this->alsoBlock === null || $also === 0
            ? [['block' => $this->block, 'cuttings' => $this->amount->planned]]
            : [['block' => $this->block, 'cuttings' => $this->amount->planned - $also], ['block' => $this->alsoBlock, 'cuttings' => $also]];
    }

    /** How many trays it stands in, or is to: of what is partly potted, those that are left. */
    public function trays(): int
    {
        $now = $this->standing;

        return $now === null || !$this->isStuck()
            ? $this->amount->trays
            : BatchStanding::traysLeft($this->amount->trays, $now->cameIn, $now->states, $now->lost);
    }

    /** Trays that are filled for it: what stands in a tray of another needs one less. */
    public function traysToFill(): int
    {
        return $this->amount->trays - ($this->sharesTray() ? 1 : 0);
    }

    /** Whether what is left over of it stands in the tray of another: where that is there, in such trays and in the same zone. */
    public function sharesTray(): bool
    {
        $host = $this->inTrayOf;

        return $host !== null && SharedTray::stands(
            (int) $this->trayKind->id,
            (int) $host->trayKind->id,
            !$host->calledOff && $host->leftBenchOn === null,
            (int) $this->zone->id,
            (int) $host->zone->id,
        );
    }

    /** Holes that it takes, stuck or planned. */
    public function holes(): int
    {
        return $this->sheet->core()->setting->holesTaken($this->isStuck() ? $this->standing?->cameIn : null, $this->amount->planned);
    }

    /** How much bench its trays take, where all of them are its own. */
    public function positions(): int
    {
        return $this->trayKind->positionsOf($this->trays());
    }

    /** The day on which its material is collected, stuck as it is planned or on another day. */
    public function collectsOn(?\DateTimeImmutable $stickOn = null): \DateTimeImmutable
    {
        $stickOn ??= $this->days->stickOn;

        return $this->collectOn === null ? $stickOn : CollectedAhead::within($this->sheet->core()->taking->hold, $this->collectOn, $stickOn);
    }

    /** The day it was stuck, or is to be. */
    public function begins(): \DateTimeImmutable
    {
        return $this->sticking->stuckOn ?? $this->days->stickOn;
    }

    public function isStuck(): bool
    {
        return $this->sticking->stuckOn !== null;
    }
}
