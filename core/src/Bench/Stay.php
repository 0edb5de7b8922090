<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** A batch that asks for a place: so many trays, beginning in a window of weeks, one of which it likes best. Weeks are counted from 0. */
final class Stay
{
    /**
     * @param \Closure(int, int): ?array{weeks: int, cost: int} $in for a space's number and a first week, how long it would be there and what
     *                                                              that costs besides; null where it cannot be there at all
     */
    private function __construct(
        public readonly string $name,
        public readonly int $trays,
        public readonly int $earliest,
        public readonly int $latest,
        public readonly int $preferred,
        public readonly Comfort $comfort,
        public readonly int $weight,
        private readonly \Closure $in,
        public readonly bool $mayPart,
        public readonly bool $mayMove,
    ) {
    }

    /**
     * @param int|\Closure(int, int): ?array{weeks: int, cost: int} $weeks   how long it stays, the same anywhere or by space and first week
     * @param bool                                                  $mayPart whether it may lie in several zones at once
     * @param bool                                                  $mayMove whether it may be moved midway to another zone
     *
     * @throws Refused for `trays`, `latest`, `weight` or `weeks`
     */
    public static function of(
        string $name,
        int $trays,
        int|\Closure $weeks,
        int $earliest,
        int $latest,
        int $preferred,
        Comfort $comfort,
        int $weight = 1,
        bool $mayPart = false,
        bool $mayMove = false,
    ): self {
        if ($trays < 1) {
            throw Refused::because('out_of_range', 'trays', Fact::of('refused.stay.out_of_range'));
        }
        if ($earliest > $latest) {
            throw Refused::because(
                'upside_down',
                'latest',
                Fact::of('refused.stay.upside_down', name: $name, earliest: $earliest, latest: $latest),
            );
        }
        if ($weight < 1) {
            throw Refused::because('out_of_range', 'weight', Fact::of('refused.stay.out_of_range_weight'));
        }
        if (is_int($weeks)) {
            if ($weeks < 1) {
                throw Refused::because('out_of_range', 'weeks', Fact::of('refused.stay.out_of_range_weeks'));
            }
            $always = ['weeks' => $weeks, 'cost' => 0];
            $weeks = static fn () => $always;
        }

        return new self($name, $trays, $earliest, $latest, $preferred, $comfort, $weight, $weeks, $mayPart, $mayMove);
    }

    /** What it costs to leave it without a place: a hundred for each tray, by its weight. */
    public function leftOut(): int
    {
        return 100 * $this->weight * $this->trays;
    }

    /** @return ?array{cost: int, leg: Leg} how it would lie in a space from a week on, whole or only so many trays of it */
    public function lay(int $space, int $start, ?int $trays = null): ?array
    {
        $in = ($this->in)($space, $start);

        return $in === null
            ? null
            : [
                'cost' => $in['cost'] + $this->weight * abs($start - $this->preferred),
                'leg' => new Leg($space, $start, $in['weeks'], $trays ?? $this->trays, $this->comfort),
            ];
    }
}
