<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Bench\Offer;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\Stock\Supply;

/** Something that breaks when a batch is moved. What is hard is refused; the rest is the propagator's to weigh. */
final class MoveBreak
{
    private function __construct(public readonly string $kind, public readonly bool $isHard, public readonly Fact $words)
    {
    }

    /**
     * What breaks before it is ever stuck: its day, its window, its material.
     *
     * @param int                    $opensIn  weeks until its material is right; 0 where it is
     * @param non-empty-list<Supply> $supplies of each block that it is taken from
     *
     * @return list<self>
     */
    public static function ofSticking(\DateTimeImmutable $stickOn, \DateTimeImmutable $today, int $opensIn, array $supplies): array
    {
        $breaks = [];
        if ($stickOn < $today) {
            $breaks[] = new self('gone_by', true, Fact::of('move.gone_by', day: $stickOn));
        }
        if ($opensIn > 0) {
            $breaks[] = new self('window', false, Fact::of('move.window', week: Week::containing($stickOn), weeks: $opensIn));
        }
        foreach ($supplies as $supply) {
            if (!$supply->offer->isEnough()) {
                $breaks[] = new self('no_material', true, Fact::of('move.no_material', block: $supply->source->code, gives: $supply->offer->words()));
            }
            foreach ($supply->against as $reason) {
                $breaks[] = new self('unfit', false, Fact::of('move.unfit', block: $supply->source->code, why: $reason['words']));
            }
        }

        return $breaks;
    }

    /**
     * What others stand in the last tray of.
     *
     * @param non-empty-list<string> $guests their codes
     */
    public static function ofGuests(array $guests): self
    {
        return new self('leaves_guest', false, Fact::of('move.leaves_guest', guests: implode(', ', $guests)));
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

        return new self(
            (string) $offer->reason,
            $isHard,
            Fact::of($offer->reason === 'no_room' ? 'move.no_room' : 'move.no_place', zone: $zone->name, why: $offer->words),
        );
    }

    /** Ready too late for an order; null where it is in time. */
    public static function ofOrder(Week $wanted, \DateTimeImmutable $readyOn, ?string $customer): ?self
    {
        $late = $wanted->until(Week::containing($readyOn));

        return $late < 1 ? null : new self(
            'late',
            false,
            $customer === null ? Fact::of('move.late_for_us', weeks: $late) : Fact::of('move.late', weeks: $late, customer: $customer),
        );
    }
}
