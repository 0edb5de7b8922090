<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Ground;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;

/**
 * A batch as the bench sees it: so many tray positions, from week to week, wanting this warmth and this water. It has none where
 * all of it stands in a tray of another.
 */
final class Tenant
{
    private function __construct(
        public readonly string $name,
        public readonly int $trays,
        public readonly Week $from,
        public readonly Week $to,
        public readonly Range $heat,
        public readonly Range $mist,
        public readonly bool $inPots = false,
        public readonly bool $mustNotFreeze = false,
        private readonly ?string $of = null,
        public readonly Ground $ground = Ground::Bench,
        public readonly bool $isGuest = false,
        public readonly bool $isKeptWarm = true,
    ) {
    }

    /**
     * @param Range   $heat °C in the mix
     * @param Range   $mist levels 0 to 3
     * @param ?string $of   the code of the batch, where it is called otherwise here: in pots, or until it goes elsewhere
     *
     * @throws Refused for `trays` or `to`
     */
    public static function of(string $name, int $trays, Week $from, Week $to, Range $heat, Range $mist, ?string $of = null): self
    {
        if ($trays < 0) {
            throw Refused::because('negative', 'trays', Fact::of('refused.tenant.negative'));
        }
        if ($from->until($to) < 0) {
            throw Refused::because('upside_down', 'to', Fact::of('refused.tenant.upside_down'));
        }

        return new self($name, $trays, $from, $to, $heat, $mist, of: $of);
    }

    /** The same, in pots: it may stand where only pots do, and is refused where it would freeze. */
    public function inPots(bool $mustNotFreeze): self
    {
        return new self(
            $this->name, $this->trays, $this->from, $this->to, $this->heat, $this->mist, true, $mustNotFreeze, $this->of, isKeptWarm: false,
        );
    }

    /** The same, rooting on such ground, and no other would do. */
    public function onGround(Ground $ground): self
    {
        return new self($this->name, $this->trays, $this->from, $this->to, $this->heat, $this->mist, of: $this->of, ground: $ground);
    }

    /** The same, of what is no batch: seed trays, bought-in plugs, pots of a trial. */
    public function asGuest(): self
    {
        return new self($this->name, $this->trays, $this->from, $this->to, $this->heat, $this->mist, of: $this->of, isGuest: true);
    }

    /** The code of its batch. */
    public function batch(): string
    {
        return $this->of ?? $this->name;
    }

    public function isThereIn(Week $week): bool
    {
        return $this->from->until($week) >= 0 && $week->until($this->to) >= 0;
    }

    public function meets(self $other): bool
    {
        return $this->from->until($other->to) >= 0 && $other->from->until($this->to) >= 0;
    }

    /** The same batch, on so many places. */
    public function on(int $trays): self
    {
        return $this->as(self::of($this->name, $trays, $this->from, $this->to, $this->heat, $this->mist, $this->of));
    }

    /** The same batch, there for other weeks. */
    public function during(Week $from, Week $to): self
    {
        return $this->as(self::of($this->name, $this->trays, $from, $to, $this->heat, $this->mist, $this->of));
    }

    private function as(self $tenant): self
    {
        return match (true) {
            $this->ground->isOutdoors() => $tenant->onGround($this->ground),
            $this->isGuest => $tenant->asGuest(),
            default => $this->isKeptWarm ? $tenant : $tenant->notKeptWarm(),
        };
    }

    /** The same, of which nothing roots any more: it is not to be too cool, and gains nothing by warmth. */
    private function notKeptWarm(): self
    {
        return new self($this->name, $this->trays, $this->from, $this->to, $this->heat, $this->mist, of: $this->of, isKeptWarm: false);
    }

    /**
     * The same batch, laid elsewhere on a day and there for these weeks: as it was, or as what is weaned, if it is by then.
     */
    public function movedOn(\DateTimeImmutable $day, \DateTimeImmutable $weanOn, Week $from, Week $to, HouseDefaults $house): self
    {
        return self::isWeaned($weanOn, $day) ? $this->weaned($from, $to, $house) : $this->during($from, $to);
    }

    /** Whether what is weaned on one day is so on another: from the morning of its day on. */
    public static function isWeaned(\DateTimeImmutable $weanOn, \DateTimeImmutable $day): bool
    {
        return $weanOn <= $day;
    }

    /** The same batch once it is weaned: it needs no mist and less warmth, but takes what it had before. */
    public function weaned(Week $from, Week $to, HouseDefaults $house): self
    {
        return self::of(
            $this->name,
            $this->trays,
            $from,
            $to,
            Range::of(min($house->number(HouseDefault::WeanedAbove), $this->heat->low), $this->heat->high),
            Range::of(0, $this->mist->high),
            $this->of,
        )->notKeptWarm();
    }

    /** Whether one setting of water and warmth suits both. */
    public function canShareWith(self $other): bool
    {
        return $this->heat->overlaps($other->heat) && $this->mist->overlaps($other->mist);
    }
}
