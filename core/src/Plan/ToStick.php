<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** A batch that is to be stuck on a day, with its material's hours; minutes are counted from midnight. */
final class ToStick
{
    /**
     * @param int    $ready   when its material is at the bench, or sealed
     * @param ?int   $due     when it must be in its tray; null where it keeps past the day
     * @param int    $minutes for one pair of hands
     * @param string $mix     what its trays are filled with; alike ones are stuck one after the other
     * @param string $dip     what it is dipped in; empty for none
     */
    private function __construct(
        public readonly string $code,
        public readonly int $ready,
        public readonly ?int $due,
        public readonly int $minutes,
        public readonly string $mix,
        public readonly string $dip,
    ) {
    }

    /** @throws Refused for `minutes` or `ready` */
    public static function of(string $code, int $ready, ?int $due, int $minutes, string $mix, string $dip): self
    {
        if ($minutes < 1) {
            throw Refused::because('out_of_range', 'minutes', Fact::of('refused.to_stick.out_of_range'));
        }
        if ($ready < 0) {
            throw Refused::because('negative', 'ready', Fact::of('refused.to_stick.negative'));
        }

        return new self($code, $ready, $due, $minutes, $mix, $dip);
    }

    /**
     * The same, shared among so many stations.
     *
     * @return non-empty-list<self>
     */
    public function parted(int $parts): array
    {
        $each = (int) ceil($this->minutes / max(1, $parts));

        return array_map(
            fn () => new self($this->code, $this->ready, $this->due, $each, $this->mix, $this->dip),
            range(1, max(1, $parts)),
        );
    }

    /** How many things are changed at a station when this follows on another. */
    public function changesAfter(?self $last): int
    {
        return $last === null ? 0 : (int) ($last->mix !== $this->mix) + (int) ($last->dip !== $this->dip);
    }
}
