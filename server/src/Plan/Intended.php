<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\CollectedAhead;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\Sex;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Crops\SheetVersion;
use WetCradle\Server\Stock\Claim;
use WetCradle\Server\Stock\StockBlock;

/** A batch as somebody means it to be. Nothing of it is kept until it is allowed. */
final class Intended
{
    public function __construct(
        public readonly SheetVersion $sheet,
        public readonly Method $method,
        public readonly Material $material,
        public readonly StockBlock $block,
        public readonly Zone $zone,
        public readonly TrayKind $trayKind,
        public readonly Amount $amount,
        public readonly PlainDates $dates,
        public readonly ?Zone $onceWeaned = null,
        public readonly ?\DateTimeImmutable $collectOn = null,
        public readonly ?StockBlock $alsoBlock = null,
        public readonly ?int $alsoCuttings = null,
        public readonly ?Batch $inTrayOf = null,
        public readonly ?Sex $sex = null,
    ) {
    }

    /** The same, going on to another zone on the day on which it is weaned; null where it stays until it is potted. */
    public function goingOnTo(?Zone $onceWeaned): self
    {
        return new self(
            $this->sheet, $this->method, $this->material, $this->block, $this->zone, $this->trayKind, $this->amount, $this->dates, $onceWeaned,
            $this->collectOn, $this->alsoBlock, $this->alsoCuttings, $this->inTrayOf, $this->sex,
        );
    }

    /** Made as its sheet says. */
    public static function by(SheetVersion $sheet, StockBlock $block, Zone $zone, TrayKind $trayKind, Amount $amount, PlainDates $dates): self
    {
        return new self($sheet, $sheet->core()->method, $sheet->core()->material, $block, $zone, $trayKind, $amount->by($sheet->core()), $dates);
    }

    /**
     * The same, of material that is collected on a day before it is stuck.
     *
     * @throws Refused for `collectOn`
     */
    public function collectedOn(?\DateTimeImmutable $day): self
    {
        if ($day !== null) {
            CollectedAhead::mustKeep($this->sheet->core()->taking->hold, $day, $this->dates->stickOn);
        }

        return new self(
            $this->sheet, $this->method, $this->material, $this->block, $this->zone, $this->trayKind, $this->amount, $this->dates, $this->onceWeaned,
            $day === null || $day >= $this->dates->stickOn ? null : $day, $this->alsoBlock, $this->alsoCuttings, $this->inTrayOf, $this->sex,
        );
    }

    /** The same, with so many of its cuttings from another block; null where its own gives all. */
    public function alsoFrom(?StockBlock $block, ?int $cuttings): self
    {
        return new self(
            $this->sheet, $this->method, $this->material, $this->block, $this->zone, $this->trayKind, $this->amount, $this->dates, $this->onceWeaned,
            $this->collectOn, $cuttings === null ? null : $block, $block === null ? null : $cuttings, $this->inTrayOf, $this->sex,
        );
    }

    /** The same, with what is left over of it in the last tray of another batch; null where all its trays are its own. */
    public function inTrayOf(?Batch $host): self
    {
        return new self(
            $this->sheet, $this->method, $this->material, $this->block, $this->zone, $this->trayKind, $this->amount, $this->dates, $this->onceWeaned,
            $this->collectOn, $this->alsoBlock, $this->alsoCuttings, $host, $this->sex,
        );
    }

    /** The same, from plants of one sex only. */
    public function ofSex(?Sex $sex): self
    {
        return new self(
            $this->sheet, $this->method, $this->material, $this->block, $this->zone, $this->trayKind, $this->amount, $this->dates, $this->onceWeaned,
            $this->collectOn, $this->alsoBlock, $this->alsoCuttings, $this->inTrayOf, $sex,
        );
    }

    /** Holes that it takes. */
    public function holes(): int
    {
        return $this->sheet->core()->setting->holesFor($this->amount->planned);
    }

    /** What it would count under a licence. */
    public function claim(?string $batch, string $field): Claim
    {
        return new Claim(
            $batch,
            $this->sheet->way->crop,
            $this->dates->stickOn,
            $this->dates->readyOn,
            $this->amount->plants(),
            $this->amount->needed ?? $this->amount->plants(),
            $field,
        );
    }

    /** How much bench its trays take: none where all of it stands in a tray of another. */
    public function positions(): int
    {
        $own = $this->amount->trays - ($this->inTrayOf === null ? 0 : 1);

        return $own === 0 ? 0 : $this->trayKind->positionsOf($own);
    }
}
