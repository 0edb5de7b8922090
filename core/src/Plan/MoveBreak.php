<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Bench\Offer;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\Supply;

/** Something that breaks when a batch is moved. What is hard is refused; the rest is the propagator's to weigh. */
final class MoveBreak
{
    /**
     * By its figures it is told; those of another case are null.
     *
     * @param ?\DateTimeImmutable                               $day      that has gone by
     * @param ?Week                                             $week     in which its material is not right
     * @param ?int                                              $opensIn  weeks until it is
     * @param ?string                                           $block    that does not give it, or is not fit to
     * @param ?array{code: string, words: string, clears: string} $reason why the block is not fit
     * @param ?string                                           $zone     that does not take it
     * @param ?int                                              $weeks    that it is late for an order
     * @param ?string                                           $customer whose order that is; null for our own target
     */
    private function __construct(
        public readonly string $kind,
        public readonly bool $isHard,
        public readonly ?\DateTimeImmutable $day = null,
        public readonly ?Week $week = null,
        public readonly ?int $opensIn = null,
        public readonly ?string $block = null,
        public readonly ?BlockOffer $material = null,
        public readonly ?array $reason = null,
        public readonly ?string $zone = null,
        public readonly ?Offer $place = null,
        public readonly ?int $weeks = null,
        public readonly ?string $customer = null,
    ) {
    }

    /**
     * What breaks before it is ever stuck: its day, its window, its material.
     *
     * @param int $opensIn weeks until its material is right; 0 where it is
     *
     * @return list<self>
     */
    public static function ofSticking(\DateTimeImmutable $stickOn, \DateTimeImmutable $today, int $opensIn, Supply $supply): array
    {
        $found = [];
        if ($stickOn < $today) {
            $found[] = new self('gone_by', true, day: $stickOn);
        }
        if ($opensIn > 0) {
            $found[] = new self('window', false, week: Week::containing($stickOn), opensIn: $opensIn);
        }
        if (!$supply->offer->isEnough()) {
            $found[] = new self('no_material', true, block: $supply->source->code, material: $supply->offer);
        }
        foreach ($supply->against as $reason) {
            $found[] = new self('unfit', false, block: $supply->source->code, reason: $reason);
        }

        return $found;
    }

    /**
     * What a zone says to a stretch of its way. What stood there before the move is not refused for it; what is only
     * planned is, unless the move is about its pots alone.
     *
     * @param bool $isNew       whether the move would bring it there
     * @param bool $isPlanned   whether it is not stuck yet
     * @param bool $isOnlyPots  whether the move says only where its pots stand
     * @param bool $movesPots   whether the move says where its pots stand
     */
    public static function ofPlace(Zone $zone, Offer $offer, bool $inPots, bool $isNew, bool $isPlanned, bool $isOnlyPots, bool $movesPots): ?self
    {
        if ($offer->isYes()) {
            return null;
        }
        $isHard = $inPots ? $movesPots : !$isOnlyPots && ($isNew || $isPlanned);

        return new self((string) $offer->reason, $isHard, zone: $zone->name, place: $offer);
    }

    /** Ready too late for an order; null where it is in time. */
    public static function ofOrder(Week $wanted, \DateTimeImmutable $readyOn, ?string $customer): ?self
    {
        $late = $wanted->until(Week::containing($readyOn));

        return $late > 0 ? new self('late', false, weeks: $late, customer: $customer) : null;
    }
}
