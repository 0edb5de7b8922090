<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Winter;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Priority;

/** A batch's plants from potting until they are ready: so many pots, standing somewhere or looking for a place. */
final class Potted
{
    /**
     * @param ?int               $zone   where they stand; null where that is not settled
     * @param \DateTimeImmutable $to     the day they are ready and go
     * @param Winter             $winter what they must be kept from
     * @param ?Priority          $priority of the order they are for; null for stock of our own
     */
    public function __construct(
        public readonly string $code,
        public readonly int $pots,
        public readonly string $pot,
        public readonly float $acrossCm,
        public readonly ?int $zone,
        public readonly bool $spaced,
        public readonly \DateTimeImmutable $from,
        public readonly \DateTimeImmutable $to,
        public readonly Winter $winter,
        public readonly bool $isPotted,
        public readonly ?Priority $priority,
        public readonly bool $isLocked,
        private readonly float $positionCm2,
        private readonly SiteAir $air,
        private readonly HouseDefaults $house,
    ) {
    }

    /** The same, potted on another day and ready on another. */
    public function during(\DateTimeImmutable $from, \DateTimeImmutable $to): self
    {
        return new self(
            $this->code,
            $this->pots,
            $this->pot,
            $this->acrossCm,
            $this->zone,
            $this->spaced,
            $from,
            $to,
            $this->winter,
            $this->isPotted,
            $this->priority,
            $this->isLocked,
            $this->positionCm2,
            $this->air,
            $this->house,
        );
    }

    /** The same, standing elsewhere. */
    public function in(?int $zone, bool $spaced): self
    {
        return new self(
            $this->code,
            $this->pots,
            $this->pot,
            $this->acrossCm,
            $zone,
            $spaced,
            $this->from,
            $this->to,
            $this->winter,
            $this->isPotted,
            $this->priority,
            $this->isLocked,
            $this->positionCm2,
            $this->air,
            $this->house,
        );
    }

    /** Whether it stands on a bench at all: what is lifted bare-root does not. */
    public function takesBench(): bool
    {
        return $this->acrossCm > 0.0;
    }

    public function positions(): int
    {
        return Positions::ofPots($this->pots, $this->acrossCm, $this->spaced, $this->positionCm2, $this->house);
    }

    public function tenant(): Tenant
    {
        $from = Week::containing($this->from);
        $to = Week::containing($this->to->modify('-1 day'));

        return InPots::tenant(
            self::name($this->code),
            $this->positions(),
            $from,
            $from->until($to) < 0 ? $from : $to,
            $this->winter,
            $this->air,
            $this->house,
            $this->code,
        );
    }

    /** The name of a batch where it stands in pots, told from its name in trays. */
    public static function name(string $code): string
    {
        return $code.' in pots';
    }
}
