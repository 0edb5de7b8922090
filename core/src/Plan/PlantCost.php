<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Rates\BreakEven;

/**
 * What a good plant costs that is raised by one way, part by part, in the nursery's money: what is lost on the way there is borne
 * by those that come through.
 */
final class PlantCost
{
    /** Of so few that root, each would cost more than can be said. */
    private const LEAST_RATE = 0.01;

    /**
     * @param float  $material  what was cut or bought
     * @param float  $hands     collecting, sticking and weaning
     * @param float  $goods     mix, dip, tray and its label
     * @param float  $bench     the warm place in the weeks until it is potted
     * @param float  $potting   potting up
     * @param float  $pots      pot, its mix and label
     * @param float  $ground    on which it grows until it is ready
     * @param float  $royalty   to who bred it
     * @param float  $lost      how much of all that was spent on those that did not root or come through
     * @param ?float $breakEven the share that has to root for it to cost less than one bought in; null where it never does, or none is sold
     * @param ?float $boughtIn  what a good plant costs that is grown on from a liner; null where none is sold
     */
    private function __construct(
        public readonly float $material,
        public readonly float $hands,
        public readonly float $goods,
        public readonly float $bench,
        public readonly float $potting,
        public readonly float $pots,
        public readonly float $ground,
        public readonly float $royalty,
        public readonly float $lost,
        public readonly ?float $breakEven,
        public readonly ?float $boughtIn,
    ) {
    }

    /**
     * @param float  $rate       the share of holes that root
     * @param int    $cells      holes in its tray
     * @param ?float $linerPrice of one bought in; null where nobody sells them
     * @param ?float $warmWeeks  that it lay where warmth is paid for; null for what its sheet plans with
     */
    public static function of(
        WaySheet $way,
        float $rate,
        int $cells,
        WorkNorms $norms,
        Costs $costs,
        Goods $goods,
        ?float $linerPrice,
        HouseDefaults $house,
        ?float $warmWeeks = null,
    ): self {
        $pieces = $way->setting->together();
        $plants = max(1, $way->setting->plantsIn($cells));
        $weeks = $warmWeeks ?? $way->paidWarmWeeks($way->plannedDaysToRoot($house) + $way->weaningDays(), $house);
        $through = $way->comesThroughHere()->mean();
        $rate = max(self::LEAST_RATE, $rate);
        $good = $rate * $through;
        // For each hole that is filled.
        $material = $way->reckoning->costEach * $pieces;
        $hours = $norms->hoursToCollect($pieces, $way->isOnMother()) + $norms->hoursToStick($pieces, $way->method) + $norms->hoursToWean(1) / $plants;
        $hands = $costs->hour * $hours;
        $bench = $weeks * $costs->warmTrayWeek / $plants;
        $used = $goods->tray / $plants + $goods->cutting * $pieces;
        $potting = $costs->hour * $norms->hoursToPot(1);
        $untilPotted = $material + $hands + $used + $bench + $goods->stuck;
        $perPotted = $potting + $goods->pot + $goods->ground;
        $all = $untilPotted / $good + $perPotted / $through + $goods->sold;

        return new self(
            $material / $good,
            $hands / $good,
            $used / $good,
            $bench / $good,
            $potting / $through,
            $goods->pot / $through,
            $goods->ground / $through,
            $goods->stuck / $good + $goods->sold,
            $all - ($untilPotted + $perPotted + $goods->sold),
            self::breakEven($untilPotted, $perPotted, $through, $linerPrice, $perPotted),
            $linerPrice === null ? null : self::boughtIn($linerPrice, $perPotted, $through),
        );
    }

    /**
     * Weeks that a batch lay where warmth is paid for, from place to place.
     *
     * @param non-empty-list<array{from: \DateTimeImmutable, isPaid: bool}> $stays in order
     * @param \DateTimeImmutable                                            $until the day on which it left the last of them
     */
    public static function warmWeeks(array $stays, \DateTimeImmutable $until): float
    {
        $days = 0;
        foreach ($stays as $i => ['from' => $from, 'isPaid' => $isPaid]) {
            $to = min($until, $stays[$i + 1]['from'] ?? $until);
            $days += $isPaid ? max(0, (int) $from->diff($to)->format('%r%a')) : 0;
        }

        return $days / 7.0;
    }

    public function inAll(): float
    {
        return $this->material + $this->hands + $this->goods + $this->bench + $this->potting + $this->pots + $this->ground + $this->royalty;
    }

    /**
     * The share that has to root for a good plant to cost less than one that is grown on from a liner.
     *
     * @param float $untilPotted of each that is stuck
     * @param float $perPotted   of each that is potted
     * @param float $through     the share of what is potted that becomes good
     * @param float $toPot       of a liner that is potted
     */
    public static function breakEven(float $untilPotted, float $perPotted, float $through, ?float $linerPrice, float $toPot): ?float
    {
        return $linerPrice === null || $through <= 0.0
            ? null
            : BreakEven::of($untilPotted, $perPotted, $through, self::boughtIn($linerPrice, $toPot, $through));
    }

    private static function boughtIn(float $linerPrice, float $toPot, float $through): float
    {
        return ($linerPrice + $toPot) / $through;
    }
}
